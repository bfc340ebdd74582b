import Box from '@mui/material/Box';
import type { RunView } from '../api/client';

/** The same set at several places, side by side, with what each still wants. */
export function Places({ list }: { list: RunView['view']['places'] }) {
  if (list.length === 0) return null;
  return (
    <Box
      component="ul"
      aria-label="places"
      sx={{ listStyle: 'none', m: 0, mt: 2.5, p: 0, display: 'grid', gridTemplateColumns: `repeat(${list.length}, minmax(0, 1fr))` }}
    >
      {list.map((p) => (
        <Box
          component="li"
          key={p.name}
          {...(p.now ? { 'aria-current': 'step' as const } : {})}
          sx={{
            pr: 1.5,
            pt: 1,
            borderTop: p.now ? '5px solid' : '2px solid',
            borderColor: p.now ? 'primary.main' : p.done ? 'success.main' : 'divider',
          }}
        >
          <Box sx={{ fontSize: 'plain', fontWeight: 600 }}>
            {p.done ? '✓ ' : ''}
            {p.name}
          </Box>
          <Box sx={{ fontSize: 'note', color: p.now ? 'text.primary' : 'quiet' }}>{p.says}</Box>
        </Box>
      ))}
    </Box>
  );
}
