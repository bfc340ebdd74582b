import Box from '@mui/material/Box';
import type { HabitLine } from '../api/client';

/** One habit over the last exercises: kept on the line, lost above it. */
export function HabitPlot({ habit }: { habit: HabitLine }) {
  const lost = habit.kept.filter((k) => !k).length;
  const says = lost === 0 ? 'kept each time' : `lost in ${String(lost)} of ${String(habit.kept.length)}`;
  const step = 26;
  return (
    <Box sx={{ mt: 1.5 }}>
      <Box sx={{ fontSize: 'text', fontWeight: 500, lineHeight: 1.25 }}>{habit.says}</Box>
      <Box
        component="svg"
        role="img"
        aria-label={says}
        viewBox="0 0 320 34"
        sx={{ display: 'block', width: '100%', maxWidth: 320, color: 'text.primary' }}
      >
        <line x1="0" y1="26" x2="312" y2="26" stroke="currentColor" strokeWidth="1.5" />
        {habit.kept.map((kept, i) => (
          <circle
            key={i}
            cx={10 + i * step}
            cy={kept ? 26 : 9}
            r="6"
            fill={kept ? 'currentColor' : 'none'}
            stroke={kept ? 'currentColor' : 'var(--mui-palette-error-main)'}
            strokeWidth="2.5"
          />
        ))}
      </Box>
      <Box sx={{ fontSize: 'note', color: 'quiet' }}>{says}</Box>
    </Box>
  );
}
