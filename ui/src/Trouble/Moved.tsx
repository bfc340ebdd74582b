import Box from '@mui/material/Box';
import type { TroubleView } from '../api/client';
import { faint, ink, paper } from '../parts/line/colours';

const [rows, step, numbered] = [2, 46, 6];

/** What the last answer moved: the places before and now, joined. */
export function Moved({ view }: { view: TroubleView }) {
  const moved = view.moved.filter((m) => m.to <= numbered && m.from > 0);
  const near = view.moved.filter((m) => m.to <= numbered);
  const best = near.find((m) => m.to === 1) ?? near.sort((a, b) => gained(b) - gained(a))[0];
  if (!best) return null;
  const before = (i: number) => view.moved.find((m) => m.to === i)?.from ?? i;
  const places = view.causes.slice(0, numbered).map((_, i) => i + 1);
  const most = Math.max(...places, ...places.map(before).map((i) => Math.min(i, numbered + 1)), 2);
  const x = (place: number) => 90 + ((Math.min(place, most) - 1) * 240) / (most - 1); // from far down comes from the end
  return (
    <Box
      component="section"
      aria-label="What the last answer moved"
      sx={{ mt: 2, pt: 1.5, borderTop: '1px solid', borderColor: 'divider' }}
    >
      <Box sx={{ fontSize: 'note', color: 'quiet' }}>what the last answer moved</Box>
      <Box role="status" sx={{ fontSize: 'text' }}>
        {best.says}
      </Box>
      {moved.length > 0 && (
        <Box
          component="svg"
          viewBox={`0 0 345 ${rows * step}`}
          aria-hidden="true"
          sx={{ display: 'block', width: '100%', maxWidth: 345, mt: 1 }}
        >
          {['before', 'now'].map((word, row) => (
            <text key={word} x={0} y={19 + row * step} fontSize={16} fill="var(--mui-palette-quiet)">
              {word}
            </text>
          ))}
          {places
            .filter((i) => before(i) > 0)
            .map((i) => (
              <path
                key={i}
                d={`M${x(before(i))} 14L${x(i)} ${14 + step}`}
                stroke={before(i) === i ? faint : ink}
                strokeWidth={before(i) > i ? 3 : 2}
                fill="none"
              />
            ))}
          {places.map((i) => (
            <g key={i}>
              {[0, 1].map((row) =>
                row === 0 && before(i) === 0 ? null : (
                  <g key={row}>
                    <circle
                      cx={x(row === 0 ? before(i) : i)}
                      cy={14 + row * step}
                      r={12}
                      fill={row === 0 ? paper : ink}
                      stroke={ink}
                      strokeWidth={2}
                    />
                    <text
                      x={x(row === 0 ? before(i) : i)}
                      y={19.4 + row * step}
                      fontSize={15}
                      fontWeight={600}
                      textAnchor="middle"
                      fill={row === 0 ? ink : paper}
                    >
                      {i}
                    </text>
                  </g>
                ),
              )}
            </g>
          ))}
        </Box>
      )}
    </Box>
  );
}

const gained = (m: { from: number; to: number }) => (m.from === 0 ? 0.5 : m.from - m.to);
