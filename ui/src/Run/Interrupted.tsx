import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import type { View } from '../api/client';

const list = (names: string[]) => names.join(', ');

/** Where the run stood: shown on coming back, until the work goes on. */
export function Interrupted({ view, onGoOn }: { view: View; onGoOn: () => void }) {
  const lines: [string, string][] = [
    ['Last done', view.resume.last],
    ['Only finger tight', list(view.resume.finger_tight)],
    ['Stands otherwise', list(view.stands.filter((h) => !h.rest).map((h) => `${h.name} ${h.says}`))],
  ];
  return (
    <Box
      role="region"
      aria-label="Where it stood"
      sx={{
        display: 'grid',
        gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: 'minmax(0, 1fr) auto' },
        alignItems: 'center',
        columnGap: 2,
        rowGap: 1,
        borderLeft: '8px solid',
        borderColor: 'primary.main',
        bgcolor: 'sheet',
        px: 2,
        py: 1,
        mb: 1.5,
      }}
    >
      <Box sx={{ fontSize: 'text', lineHeight: 1.35 }}>
        <Box sx={{ fontSize: 'name', fontWeight: 600 }}>Where it stood{view.resume.paused ? `: ${view.resume.paused}` : ''}</Box>
        {lines
          .filter(([, what]) => what !== '')
          .map(([name, what]) => (
            <Box component="span" key={name} sx={{ mr: 2, display: { xs: 'block', md: 'inline' } }}>
              <Box component="span" sx={{ color: 'quiet' }}>
                {name}:
              </Box>{' '}
              <b>{what}</b>
            </Box>
          ))}
      </Box>
      <Button variant="contained" onClick={onGoOn}>
        Carry on
      </Button>
    </Box>
  );
}
