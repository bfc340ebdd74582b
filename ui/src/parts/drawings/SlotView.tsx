import type { Drawing } from '../../api/client';
import { accent, faint, ink, paper, quiet } from '../line/colours';
import { Sheet } from './Sheet';

/** A pin in an angled slot: how far it slides, and what of that is gained. */
export function SlotView({ slot: s, says }: { slot: NonNullable<Drawing['slot']>; says: string }) {
  return (
    <Sheet height={250} says={says}>
      {(width) => {
        const a = (s.angle * Math.PI) / 180;
        const reach = Math.max(s.left, s.shift, 1e-6);
        const k = Math.min((width - 220) / (reach * Math.max(Math.cos(a), 0.2)), 160 / (reach * Math.max(Math.sin(a), 0.2)));
        const at = (along: number): [number, number] => [70 + Math.cos(a) * along * k, 205 - Math.sin(a) * along * k];
        const [start, end, pin] = [at(0), at(s.left), at(s.shift)];
        const over = s.shift > s.left + 1e-9;
        return (
          <g fontSize={15}>
            <path d={`M${start[0]} ${start[1]}L${end[0]} ${end[1]}`} stroke={ink} strokeWidth={34} strokeLinecap="round" />
            <path d={`M${start[0]} ${start[1]}L${end[0]} ${end[1]}`} stroke={paper} strokeWidth={28} strokeLinecap="round" />
            <path d={`M${start[0]} ${start[1]}H${pin[0] + 60}`} stroke={faint} strokeWidth={2} strokeDasharray="5 4" />
            <text x={start[0] + 34} y={start[1] + 20} fill={quiet}>{`${s.angle}° from the direction that gains nothing`}</text>
            <circle cx={start[0]} cy={start[1]} r={11} fill={paper} stroke={ink} strokeWidth={3} />
            <circle
              cx={pin[0]}
              cy={pin[1]}
              r={11}
              fill={over ? 'none' : accent}
              stroke={accent}
              strokeWidth={3}
              strokeDasharray={over ? '4 3' : undefined}
            />
            <path d={`M${pin[0] + 46} ${start[1]}V${pin[1]}`} stroke={accent} strokeWidth={3} />
            <path d={`M${pin[0] + 46} ${pin[1]}l-6 12h12Z`} fill={accent} />
            <text x={pin[0] + 58} y={(start[1] + pin[1]) / 2 + 5} fontWeight={600} fill={accent}>
              gains {s.gain} mm
            </text>
            <text x={(start[0] + pin[0]) / 2 - 26} y={(start[1] + pin[1]) / 2 - 22} textAnchor="end" fontWeight={600} fill={ink}>
              {over ? 'the slot ends' : `slide ${Number(s.shift.toFixed(2))} mm`}
            </text>
          </g>
        );
      }}
    </Sheet>
  );
}
