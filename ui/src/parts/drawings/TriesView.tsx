import type { Drawing } from '../../api/client';
import { accent, good, ink, paper, quiet } from '../line/colours';
import { Sheet } from './Sheet';

type Tries = NonNullable<Drawing['tries']>;

const signed = (n: number) => String(n).replace('-', '−');

/** The row of tries, looser at the left: an arrow says which way it felt it had to go, the diamond is the next. */
export function TriesView({ tries: t, says, zero = '0' }: { tries: Tries; says: string; zero?: string }) {
  return (
    <Sheet height={120} says={says}>
      {(width) => {
        const x = (n: number) => 24 + ((n - t.from) / (t.to - t.from)) * (width - 48);
        const y = 56;
        const steps = Array.from({ length: Math.round(t.to - t.from) + 1 }, (_, i) => t.from + i);
        const every = Math.ceil((steps.length * 34) / width);
        const next = t.next;
        return (
          <g>
            <path d={`M16 ${y}H${width - 16}`} stroke={ink} strokeWidth={2} />
            {steps.map((n) => (
              <g key={n}>
                <path d={`M${x(n)} ${y - 5}v10`} stroke={ink} strokeWidth={1.5} />
                {n % every === 0 && (n === 0 || zero === '0' || Math.abs(x(n) - x(0)) > 48) && (
                  <text x={x(n)} y={y + 40} textAnchor="middle" fontSize={15} fill={quiet}>
                    {n === 0 ? zero : signed(n)}
                  </text>
                )}
              </g>
            ))}
            {t.tries.map((one, i) =>
              one.felt === 'good' ? (
                <path key={i} d={`M${x(one.at) - 8} ${y}l6 8l11 -15`} fill="none" stroke={good} strokeWidth={4} />
              ) : (
                <path
                  key={i}
                  d={one.felt === 'too loose' ? `M${x(one.at) - 7} ${y - 10}l17 10l-17 10Z` : `M${x(one.at) + 7} ${y - 10}l-17 10l17 10Z`}
                  fill={paper}
                  stroke={ink}
                  strokeWidth={3}
                />
              ),
            )}
            {next !== undefined && (
              <path d={`M${x(next)} ${y - 14}l14 14l-14 14l-14 -14Z`} fill={paper} stroke={accent} strokeWidth={3.5} />
            )}
            {next !== undefined && (
              <text x={Math.min(Math.max(x(next), 40), width - 40)} y={26} textAnchor="middle" fontSize={16} fontWeight={600} fill={accent}>
                next: {signed(next)}
              </text>
            )}
            <text x={8} y={116} fontSize={15} fill={quiet}>
              looser
            </text>
            <text x={width - 8} y={116} textAnchor="end" fontSize={15} fill={quiet}>
              tighter
            </text>
          </g>
        );
      }}
    </Sheet>
  );
}
