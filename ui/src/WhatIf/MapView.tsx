import Box from '@mui/material/Box';
import type { WhatIfView } from '../api/client';
import { accent, good, ink, quiet, wash } from '../parts/line/colours';

type Field = NonNullable<WhatIfView['map']>;

const [side, edge] = [300, 34];
const shown = (v: number) => String(Math.round(v * 100) / 100).replace('-', '−');

/** Runs of settings that serve, in each row: so that a region is a few shapes. */
function runs(row: string): [number, number][] {
  return [...row.matchAll(/#+/g)].map((m) => [m.index, m[0].length]);
}

/** Where two adjusters serve together: the region, where they stand, and the way there. A tap tries a setting. */
export function MapView({
  map,
  adjusters,
  onPair,
  onTry,
}: {
  map: Field;
  adjusters: WhatIfView['adjusters'];
  onPair: (x: string, y: string) => void;
  onTry: (x: number, y: number) => void;
}) {
  const [across, up] = [map.rows[0]?.length ?? 1, map.rows.length];
  const [w, h] = [side / across, side / up];
  const x = (v: number) => edge + ((v - map.x.from) / map.x.step + 0.5) * w;
  const y = (v: number) => side - ((v - map.y.from) / map.y.step + 0.5) * h;
  const far = (axis: Field['x'], n: number) => axis.from + (n - 1) * axis.step;
  const choose = (now: string, name: string, take: (to: string) => void) => (
    <Box
      component="select"
      aria-label={name}
      value={now}
      onChange={(e: React.ChangeEvent<HTMLSelectElement>) => {
        take(e.target.value);
      }}
      sx={{ font: 'inherit', fontSize: 'text', minHeight: 44, maxWidth: '100%', bgcolor: 'sheet', color: 'text.primary' }}
    >
      {adjusters
        .filter((k) => k.unit !== 'place')
        .map((k) => (
          <option key={k.name} value={k.name}>
            {k.says}
          </option>
        ))}
    </Box>
  );
  return (
    <Box component="section" aria-label="Which settings serve" sx={{ mt: 2 }}>
      <Box component="h2" sx={{ m: 0, fontSize: 'plain', fontWeight: 600 }}>
        Which settings serve
      </Box>
      <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap', alignItems: 'center', fontSize: 'note', color: 'quiet' }}>
        across{' '}
        {choose(map.x.name, 'adjuster across', (to) => {
          if (to !== map.y.name) onPair(to, map.y.name);
        })}
        up{' '}
        {choose(map.y.name, 'adjuster up', (to) => {
          if (to !== map.x.name) onPair(map.x.name, to);
        })}
      </Box>
      <svg
        role="img"
        aria-label={map.says}
        viewBox={`0 0 ${side + edge + 6} ${side + 26}`}
        style={{ display: 'block', width: '100%', maxWidth: 420, cursor: 'crosshair' }}
        onClick={(e) => {
          const room = e.currentTarget.getBoundingClientRect();
          const at = ((e.clientX - room.left) / room.width) * (side + edge + 6) - edge;
          const on = side - ((e.clientY - room.top) / room.height) * (side + 26);
          const [a, b] = [Math.floor(at / w), Math.floor(on / h)];
          if (a >= 0 && b >= 0 && a < across && b < up) onTry(map.x.from + a * map.x.step, map.y.from + b * map.y.step);
        }}
      >
        <rect x={edge} y={0} width={side} height={side} fill={wash} />
        {map.rows.flatMap((row, b) =>
          runs(row).map(([a, n]) => (
            <rect key={`${a} ${b}`} x={edge + a * w} y={side - (b + 1) * h} width={n * w} height={h + 0.5} fill={good} />
          )),
        )}
        {map.way && (
          <path
            d={`M${x(map.x.now)} ${y(map.y.now)}L${x(map.way.x)} ${y(map.y.now)}L${x(map.way.x)} ${y(map.way.y)}`}
            fill="none"
            stroke={accent}
            strokeWidth={3}
            strokeDasharray="7 5"
          />
        )}
        {map.way && <circle cx={x(map.way.x)} cy={y(map.way.y)} r={6} fill="none" stroke={accent} strokeWidth={3} />}
        <circle cx={x(map.x.now)} cy={y(map.y.now)} r={7} fill={ink} stroke={wash} strokeWidth={2} />
        <g fontSize={13} fill={quiet}>
          <text x={edge - 5} y={side} textAnchor="end">
            {shown(map.y.from)}
          </text>
          <text x={edge - 5} y={11} textAnchor="end">
            {shown(far(map.y, up))}
          </text>
          <text x={edge} y={side + 17}>
            {shown(map.x.from)}
          </text>
          <text x={side + edge} y={side + 17} textAnchor="end">
            {shown(far(map.x, across))}
          </text>
        </g>
      </svg>
      <Box sx={{ fontSize: 'text' }}>{map.says}</Box>
    </Box>
  );
}
