import type { Drawing } from '../../api/client';
import { accent, ink, paper, quiet } from '../line/colours';
import { Sheet } from './Sheet';

/** Two round parts, where the tape lay, and the length from centre to centre. */
export function EdgesView({ edges: e, says }: { edges: NonNullable<Drawing['edges']>; says: string }) {
  const span = e.centres + (e.from.size + e.to.size) / 2;
  return (
    <Sheet height={190} says={says}>
      {(width) => {
        // small parts are drawn larger than to scale, or they could not be seen
        const k = (width - 60) / Math.max(span, 1);
        const r = (size: number) => Math.max(10, Math.min(42, (size / 2) * k));
        const [a, b] = [30 + r(e.from.size), width - 30 - r(e.to.size)];
        const y = 70;
        const edge = (centre: number, at: string, size: number, inward: number) =>
          centre + (at === 'near edge' ? inward * r(size) : at === 'far edge' ? -inward * r(size) : 0);
        const [from, to] = [edge(a, e.from.at, e.from.size, 1), edge(b, e.to.at, e.to.size, -1)];
        const dimension = (x1: number, x2: number, at: number, text: string, colour: string) => (
          <g stroke={colour} fill={colour}>
            <path d={`M${x1} ${at}H${x2}`} strokeWidth={2} />
            <path d={`M${x1} ${at}l12 -5v10ZM${x2} ${at}l-12 -5v10Z`} stroke="none" />
            <rect
              x={(x1 + x2) / 2 - text.length * 5 - 6}
              y={at - 11}
              width={text.length * 10 + 12}
              height={22}
              fill="var(--mui-palette-background-default)"
              stroke="none"
            />
            <text x={(x1 + x2) / 2} y={at + 6} textAnchor="middle" fontSize={18} fontWeight={600} stroke="none">
              {text}
            </text>
          </g>
        );
        return (
          <g>
            <path d={`M${a} ${y}H${b}`} stroke={quiet} strokeWidth={5} />
            {(
              [
                [a, e.from.size],
                [b, e.to.size],
              ] as const
            ).map(([x, size], i) => (
              <g key={i}>
                <circle cx={x} cy={y} r={r(size)} fill={paper} stroke={ink} strokeWidth={4} />
                <circle cx={x} cy={y} r={3} fill={ink} />
              </g>
            ))}
            <path d={`M${from} 18V${y}M${to} 18V${y}`} stroke={quiet} strokeWidth={1.5} />
            <path d={`M${a} ${y}V156M${b} ${y}V156`} stroke={accent} strokeWidth={1.5} />
            {dimension(from, to, 20, `${Number(e.measured.toFixed(2))} mm`, quiet)}
            {dimension(a, b, 150, `${Number(e.centres.toFixed(2))} mm`, accent)}
          </g>
        );
      }}
    </Sheet>
  );
}
