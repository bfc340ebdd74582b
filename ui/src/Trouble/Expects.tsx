import Box from '@mui/material/Box';
import type { TroubleNext, TroubleView } from '../api/client';
import { good, ink, paper, quiet } from '../parts/line/colours';

const numbered = 6;

/** The answer that each cause expects: of a reading where it would stand in its window, of others in words. */
export function Expects({ next, view }: { next: TroubleNext; view: TroubleView }) {
  const causes = view.causes.slice(0, numbered);
  const lines = next.answers
    .map((a) => ({
      says: a.says,
      of: causes.map((c, i) => ({ id: c.id, n: i + 1 })).filter((c) => next.expects[c.id] === a.id),
    }))
    .filter((l) => l.of.length > 0);
  return (
    <>
      {next.window && <Window window={next.window} causes={causes.map((c) => c.id)} />}
      <Box
        component="ul"
        aria-label="what each cause expects"
        sx={{ listStyle: 'none', m: 0, mt: 1, p: 0, fontSize: 'text', lineHeight: 1.5 }}
      >
        {lines.map((l) => (
          <li key={l.says}>
            {l.says}: cause {l.of.map((c) => c.n).join(' or ')}
          </li>
        ))}
      </Box>
    </>
  );
}

const [wide, high, line] = [340, 66, 40];

function Window({ window: w, causes }: { window: NonNullable<TroubleNext['window']>; causes: string[] }) {
  const at = causes.map((id) => w.would[id] ?? w.low);
  const room = Math.max(w.high - w.low, 1e-6);
  const [from, to] = [Math.min(...at, w.low) - room * 0.3, Math.max(...at, w.high) + room * 0.3];
  const x = (v: number) => 14 + ((v - from) / (to - from)) * (wide - 28);
  const n = (v: number) => String(Math.round(v * 10) / 10);
  // marks that would lie on one another stand above one another
  const rows: number[][] = [];
  const level = at.map((v) => {
    let row = rows.findIndex((r) => r.every((o) => Math.abs(x(o) - x(v)) > 25));
    if (row < 0) row = rows.push([]) - 1;
    rows[row]?.push(v);
    return row;
  });
  const up = Math.max(0, rows.length - 1) * 26;
  return (
    <Box
      component="svg"
      viewBox={`0 ${-up} ${wide} ${high + up}`}
      role="img"
      aria-label={`the window, ${n(w.low)} to ${n(w.high)} ${w.unit}, and where each cause would have it`}
      sx={{ display: 'block', width: '100%', maxWidth: wide, mt: 1.5 }}
    >
      <rect
        x={x(w.low)}
        y={8 - up}
        width={x(w.high) - x(w.low)}
        height={line - 8 + up}
        fill="var(--mui-palette-pale)"
        stroke={good}
        strokeWidth={2}
      />
      <path d={`M6 ${line}H${wide - 6}`} stroke={ink} strokeWidth={2} />
      {[w.low, w.high].map((v) => (
        <text key={v} x={x(v)} y={line + 20} fontSize={15} textAnchor="middle" fill={quiet}>
          {n(v)}
        </text>
      ))}
      <text x={wide - 6} y={line + 20} fontSize={15} textAnchor="end" fill={quiet}>
        {w.unit}
      </text>
      {at.map((v, i) => (
        <g key={causes[i]}>
          <circle cx={x(v)} cy={25 - (level[i] ?? 0) * 26} r={12} fill={ink} />
          <text x={x(v)} y={30.4 - (level[i] ?? 0) * 26} fontSize={15} fontWeight={600} textAnchor="middle" fill={paper}>
            {i + 1}
          </text>
        </g>
      ))}
    </Box>
  );
}
