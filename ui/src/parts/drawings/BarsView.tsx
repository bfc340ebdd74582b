import type { Drawing } from '../../api/client';
import { accent, good, ink, quiet } from '../line/colours';
import { Sheet } from './Sheet';

type Bar = NonNullable<Drawing['bars']>[number];
const colour: Record<string, string> = { should: accent, good, bad: 'var(--mui-palette-error-main)', now: ink };
const word: Record<string, string> = { good: '✓ ', bad: '✕ ' };

/** Amounts one under another, from a common line. */
export function BarsView({ bars }: { bars: Bar[] }) {
  const most = Math.max(...bars.map((b) => Math.abs(b.at)), 1e-9);
  const signed = bars.some((b) => b.at < 0) && bars.some((b) => b.at > 0);
  return (
    <Sheet height={bars.length * 44 + 8} says={bars.map((b) => `${b.name} ${b.say}`).join(', ')}>
      {(width) => {
        const room = width - 130;
        const zero = signed ? room / 2 : 2;
        const scale = (signed ? room / 2 : room) / most;
        return (
          <g>
            <path d={`M${zero} 0V${bars.length * 44}`} stroke={ink} strokeWidth={2} />
            {bars.map((b, i) => {
              const length = Math.abs(b.at) * scale;
              const left = signed && b.at < 0 ? zero - length : zero;
              return (
                <g key={i}>
                  <text x={zero + 6} y={i * 44 + 15} fontSize={15} fill={quiet}>
                    {b.name}
                  </text>
                  <rect
                    x={left}
                    y={i * 44 + 21}
                    width={Math.max(2, length)}
                    height={14}
                    fill={b.look === 'now' || b.look === 'good' ? colour[b.look] : 'none'}
                    stroke={colour[b.look] ?? ink}
                    strokeWidth={2.5}
                  />
                  <text x={left + length + 8} y={i * 44 + 34} fontSize={16} fontWeight={600} fill={ink}>
                    {(word[b.look] ?? '') + b.say}
                  </text>
                </g>
              );
            })}
          </g>
        );
      }}
    </Sheet>
  );
}
