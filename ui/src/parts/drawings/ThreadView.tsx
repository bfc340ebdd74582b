import type { Drawing } from '../../api/client';
import { accent, faint, good, ink, paper, quiet } from '../line/colours';
import { Sheet } from './Sheet';

type Thread = NonNullable<Drawing['threads']>[number];

/** A threaded piece with its budget: threads in now, where the turn takes it, and the least that must stay. */
export function ThreadView({ thread: t }: { thread: Thread }) {
  const says = `${t.name} ${t.now_say}, ${t.left_say}${t.turn ? `; ${t.turn}` : ''}`.trim();
  return (
    <Sheet height={118} says={says}>
      {(width) => {
        const [left, right, y] = [16, width - 70, 58];
        const x = (n: number) => left + ((right - left) * Math.max(0, Math.min(n, t.max))) / t.max;
        const moved = Math.abs(t.after - t.now) > 1e-9;
        const every = Math.max(1, Math.ceil(9 / ((right - left) / t.max)));
        const threads = Array.from({ length: Math.floor(t.max / every) + 1 }, (_, i) => i * every);
        const last = t.max;
        return (
          <g>
            <text x={left} y={16} fontSize={16} fontWeight={600} fill={ink}>
              {[t.name, t.now_say].filter((s) => s !== '').join(': ')}
            </text>
            <rect x={left} y={y - 14} width={x(last) - left} height={28} fill={paper} stroke={ink} strokeWidth={2} />
            {threads.map(
              (n) =>
                n < last && (
                  <path
                    key={n}
                    d={`M${x(n) + 2} ${y - 13}l${Math.min(6, x(every) - x(0) - 2)} 26`}
                    stroke={n < t.after ? ink : faint}
                    strokeWidth={2.5}
                  />
                ),
            )}
            <rect x={x(t.min) - 1} y={y - 22} width={x(last) - x(t.min) + 2} height={44} fill="none" stroke={good} strokeWidth={2} />
            <text x={x(t.min)} y={y + 42} textAnchor={t.min < t.max * 0.1 ? 'start' : 'middle'} fontSize={15} fill={quiet}>
              {t.left_say}
            </text>
            {moved && (
              <rect x={x(t.now) - 6} y={y - 26} width={12} height={52} fill="none" stroke={quiet} strokeDasharray="4 4" strokeWidth={2} />
            )}
            <rect x={x(t.after) - 6} y={y - 26} width={12} height={52} fill={moved ? accent : ink} />
            {moved && <path d={`M${x(t.now)} ${y - 32}H${x(t.after) + (t.after < t.now ? 10 : -10)}`} stroke={accent} strokeWidth={3} />}
            {moved && <path d={`M${x(t.after)} ${y - 32}l${t.after < t.now ? 12 : -12} -6v12Z`} fill={accent} />}
            {moved && (
              <text
                x={Math.min(Math.max(x(t.after), 90), width - 90)}
                y={y + 60 > 116 ? 116 : y + 58}
                textAnchor="middle"
                fontSize={15}
                fontWeight={600}
                fill={accent}
              >
                {t.turn}
              </text>
            )}
          </g>
        );
      }}
    </Sheet>
  );
}
