import Box from '@mui/material/Box';
import type { Logged } from '../../api/client';

/** What became of a line that was taken. */
export interface Fate {
  taken: boolean;
  why: string;
}

/** Every line of a table: the reading it makes, or why it makes none. */
export function Lines({ lines, fates }: { lines: Logged['lines']; fates: Map<number, Fate> }) {
  return (
    <Box component="ol" aria-label="lines" sx={{ m: 0, p: 0, listStyle: 'none', borderTop: '1px solid', borderColor: 'divider' }}>
      {lines.map((l) => {
        const fate = fates.get(l.line);
        const wrong = fate?.taken ? '' : fate?.why || l.wrong;
        return (
          <Box
            component="li"
            key={l.line}
            sx={{
              display: 'grid',
              gridTemplateColumns: { xs: '52px minmax(0, 1fr)', sm: '52px minmax(0, 1fr) minmax(0, 1fr)' },
              columnGap: 1.5,
              py: 0.75,
              borderBottom: '1px solid',
              borderColor: 'divider',
              fontSize: 'text',
            }}
          >
            <Box sx={{ color: 'quiet', fontVariantNumeric: 'tabular-nums' }}>{l.line}</Box>
            <Box sx={{ fontWeight: l.body ? 600 : 400, overflowWrap: 'anywhere' }}>{l.says}</Box>
            <Box
              sx={{
                gridColumn: { xs: 2, sm: 'auto' },
                color: wrong ? 'error.main' : fate ? 'success.main' : 'quiet',
                fontWeight: wrong ? 500 : 400,
              }}
            >
              {wrong ? `✕ ${wrong}` : fate ? '✓ taken' : '○ will be taken'}
            </Box>
          </Box>
        );
      })}
    </Box>
  );
}
