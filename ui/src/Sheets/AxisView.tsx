import Box from '@mui/material/Box';
import { useNavigate } from 'react-router';
import type { Axis } from '../api/client';
import { placeBar, placeLabels } from '../parts/rows';
import { useGloves } from '../parts/Switches';
import { useWidth } from '../parts/useWidth';
import { faint, ink, paper, quiet } from '../parts/line/colours';

const bad = 'var(--mui-palette-error-main)';

type Bar = Axis['bars'][number];
/** What stands in a bar, in fewer and fewer words: the numbers stand under it too. */
function barTexts(b: Bar): string[] {
  const head = `${b.sheet} r${b.revision}`;
  const assumed = b.assumed ? ' · assumed' : '';
  return [`${head}${assumed} · ${b.says}`, `${head}${assumed}`, head];
}

/** The sheets of one rig as bars along their numbers: what no sheet holds is hatched, what two claim is told in words. */
export function AxisView({ axis }: { axis: Axis }) {
  const [ref, width] = useWidth<HTMLDivElement>(640);
  const go = useNavigate();
  const pitch = useGloves() ? 70 : 46; // of the rows
  const x = (n: number) => 4 + ((n - axis.from) / Math.max(1, axis.to - axis.from)) * (width - 24); // room for the arrow of an open end
  // bars and labels that would lie on one another stand in rows
  const rows: number[] = [];
  const places = axis.bars.map((b) => {
    const bar = placeBar(x(b.from), Math.max(10, x(b.to) - x(b.from)), barTexts(b), width);
    let r = 0;
    while ((rows[r] ?? -Infinity) >= bar.from) r++;
    rows[r] = bar.to + 4;
    return { ...bar, row: r };
  });
  const height = rows.length * pitch + 30;
  const ends = [
    ...new Set(axis.bars.flatMap((b) => [b.open_low ? null : b.from, b.open_high ? null : b.to]).filter((n) => n !== null)),
  ].sort((a, b) => a - b);
  const labels = placeLabels(
    ends.map((n) => ({ at: x(n), text: `${n}` })),
    width,
    9,
  );
  return (
    <Box
      component="section"
      aria-label={`${axis.cable} by ${axis.number}`}
      sx={{ py: 1.5, borderBottom: '1px solid', borderColor: 'divider' }}
    >
      <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'baseline', columnGap: 1.5 }}>
        <Box component="h3" sx={{ m: 0, fontSize: 'name', fontWeight: 600 }}>
          {axis.cable}
        </Box>
        <Box sx={{ color: 'quiet', fontSize: 'note' }}>by {axis.number}</Box>
      </Box>
      <Box ref={ref} sx={{ position: 'relative', height, overflow: 'hidden' }}>
        <svg width={width} height={height} aria-hidden="true" style={{ position: 'absolute', inset: 0 }}>
          <defs>
            <pattern
              id={`none-${axis.cable.replace(/\W/g, '')}`}
              width="8"
              height="8"
              patternUnits="userSpaceOnUse"
              patternTransform="rotate(45)"
            >
              <path d="M0 0V8" stroke={bad} strokeWidth="3" />
            </pattern>
          </defs>
          {axis.gaps.map((g) => (
            <rect
              key={g.from}
              x={x(g.from)}
              y={0}
              width={Math.max(6, x(g.to) - x(g.from))}
              height={rows.length * pitch}
              fill={`url(#none-${axis.cable.replace(/\W/g, '')})`}
            />
          ))}
          {axis.bars.map((b, i) => (
            <g key={b.hash}>
              <rect
                x={x(b.from)}
                y={(places[i]?.row ?? 0) * pitch + 2}
                width={Math.max(10, x(b.to) - x(b.from))}
                height={pitch - 6}
                fill={paper}
                stroke={ink}
                strokeWidth={2}
                strokeDasharray={b.assumed ? '6 4' : undefined}
              />
              {b.open_high && <path d={`M${x(b.to) - 2} ${(places[i]?.row ?? 0) * pitch + pitch / 2 - 13}l10 12l-10 12Z`} fill={ink} />}
            </g>
          ))}
          {axis.overlaps.map((o) => (
            <rect
              key={o.from}
              x={x(o.from)}
              y={0}
              width={Math.max(4, x(Math.min(o.to, axis.to)) - x(o.from))}
              height={rows.length * pitch}
              fill="none"
              stroke={bad}
              strokeWidth={4}
            />
          ))}
          <path d={`M0 ${rows.length * pitch + 2}H${width}`} stroke={faint} strokeWidth={2} />
          {ends.map((n, i) => {
            const label = labels[i];
            return (
              <g key={n}>
                <path d={`M${x(n)} ${rows.length * pitch}v7`} stroke={ink} strokeWidth={2} />
                {label?.row === 0 && (
                  <text x={label.x} y={rows.length * pitch + 23} textAnchor="middle" fontSize={15} fill={quiet}>
                    {n}
                  </text>
                )}
              </g>
            );
          })}
        </svg>
        {axis.bars.map((b, i) => (
          <Box
            component="button"
            type="button"
            key={b.hash}
            onClick={() => {
              void go(`/sheets/${b.hash}`);
            }}
            title={b.says}
            aria-label={`sheet ${b.sheet} revision ${b.revision}, ${b.says}${b.assumed ? ', figures assumed' : ''}`}
            sx={{
              position: 'absolute',
              left: places[i]?.from ?? 0,
              top: (places[i]?.row ?? 0) * pitch + 2,
              width: (places[i]?.to ?? 44) - (places[i]?.from ?? 0),
              height: pitch - 6,
              border: 0,
              bgcolor: 'transparent',
              color: 'text.primary',
              font: 'inherit',
              fontSize: 'text',
              fontWeight: 600,
              cursor: 'pointer',
              textAlign: 'left',
              p: 0,
              pl: `${(places[i]?.text ?? 8) - (places[i]?.from ?? 0)}px`,
              whiteSpace: 'nowrap',
            }}
          >
            {b.sheet}{' '}
            <Box component="span" sx={{ fontWeight: 400, color: 'quiet', fontSize: 'fine' }}>
              {places[i]?.says.slice(b.sheet.length + 1)}
            </Box>
          </Box>
        ))}
      </Box>
      {axis.gaps.map((g) => (
        <Box key={g.from} sx={{ fontSize: 'note', color: 'error.main', fontWeight: 500 }}>
          {g.says}
        </Box>
      ))}
      {axis.overlaps.map((o) => (
        <Box key={o.says} sx={{ fontSize: 'note', color: 'error.main', fontWeight: 500 }}>
          {o.says}
        </Box>
      ))}
    </Box>
  );
}
