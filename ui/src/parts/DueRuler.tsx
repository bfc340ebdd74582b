import Box from '@mui/material/Box';
import { Link } from 'react-router';
import type { Due } from '../api/client';
import { readDay } from '../days';

const day = (iso: string) => new Date(`${iso}T12:00:00`);

/** Days are spaced by their square root, so that next week is readable beside next year; never closer than two lines. */
function placed(due: Due[], today: string) {
  const now = day(today).getTime();
  const far = (iso: string) => Math.sqrt(Math.max(0, (day(iso).getTime() - now) / 86_400_000)) * 16;
  let free = 0;
  return due.map((d) => {
    const y = Math.max(free, 40 + far(d.on));
    free = y + (d.says.length > 30 ? 80 : 60);
    const half = d.low && d.high ? Math.min(26, (far(d.high) - far(d.low)) / 2) : 0;
    return { ...d, y, half };
  });
}

/** What comes due, on a ruler of days: near days stand wide, far ones close. */
export function DueRuler({ due, today, times = '', plan }: { due: Due[]; today: string; times?: string; plan?: boolean }) {
  const places = placed(due, today);
  const height = (places.at(-1)?.y ?? 0) + 60;
  return (
    <Box component="section" aria-label="Coming due" sx={{ pt: 1 }}>
      <Box component="h2" sx={{ m: 0, mb: 1, fontSize: 'plain', fontWeight: 600 }}>
        Coming due
        {plan && (
          <Box component="span" sx={{ ml: 2, fontWeight: 500, fontSize: 'note', '& a': { color: 'text.primary', py: 1.5, mr: 2 } }}>
            <Link to="/due">plan the visits</Link>
            <Link to="/log">the week</Link>
          </Box>
        )}
      </Box>
      <Box sx={{ position: 'relative', height }}>
        <svg width={34} height={height} aria-hidden="true" style={{ position: 'absolute', left: 0, top: 0 }}>
          <path d={`M14 6V${height - 12}`} stroke="var(--mui-palette-text-primary)" strokeWidth={2} />
          {Array.from({ length: Math.floor((height - 18) / 12) }, (_, i) => (
            <path key={i} d={`M14 ${6 + i * 12}h${i % 4 === 0 ? 12 : 6}`} stroke="var(--mui-palette-text-primary)" strokeWidth={1.2} />
          ))}
          <path d="M2 12h26" stroke="var(--mui-palette-primary-main)" strokeWidth={4} />
          {places.map(
            (p) =>
              p.half > 0 && (
                <rect
                  key={p.id}
                  x={9}
                  y={p.y - p.half}
                  width={10}
                  height={2 * p.half}
                  fill="var(--mui-palette-primary-main)"
                  opacity={0.35}
                />
              ),
          )}
          {places.map((p) => (
            <circle
              key={p.id}
              cx={14}
              cy={p.y}
              r={7}
              fill="var(--mui-palette-sheet)"
              stroke={`var(--mui-palette-${p.overdue ? 'error-main' : p.half > 0 ? 'primary-main' : 'text-primary'})`}
              strokeWidth={3}
            />
          ))}
        </svg>
        <Box sx={{ position: 'absolute', left: 40, top: 0, color: 'primary.main', fontWeight: 600, fontSize: 'note' }}>
          today, {readDay(today)}
          {times && (
            <Box component="span" sx={{ color: 'quiet', fontWeight: 400 }}>
              {' '}
              · times in {times}
            </Box>
          )}
        </Box>
        {places.map((p) => (
          <Box key={p.id} sx={{ position: 'absolute', left: 40, top: p.y - 13, fontSize: 'note', lineHeight: 1.3 }}>
            <Box sx={{ fontWeight: 600, color: p.overdue ? 'error.main' : p.half > 0 ? 'primary.main' : 'text.primary' }}>
              {p.overdue ? 'overdue since ' : ''}
              {p.overdue ? p.day : (p.between ?? p.day)}
            </Box>
            <Box sx={{ color: 'quiet' }}>{p.says}</Box>
          </Box>
        ))}
      </Box>
    </Box>
  );
}
