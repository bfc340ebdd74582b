import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import type { View } from '../api/client';

const list = (names: string[]) => names.join(', ');

/** Where the run stood: shown on coming back, until the work goes on. */
export function Interrupted({ view, onGoOn }: { view: View; onGoOn: () => void }) {
  const lines: [string, string][] = [
    ['Last done', view.resume.last],
    ['Only finger tight', list(view.resume.finger_tight)],
    ['Still on', list(view.on.map((t) => t.name ?? ''))],
    ['Still off', list(view.off.map((t) => t.name ?? ''))],
    ['Next', view.resume.next],
  ];
  return (
    <Box
      role="region"
      aria-label="Where it stood"
      sx={{ borderLeft: '8px solid', borderColor: 'primary.main', bgcolor: 'sheet', px: 2.5, py: 1.75, mb: 2.5 }}
    >
      <Box sx={{ fontSize: 20, fontWeight: 600 }}>
        Where it stood{view.resume.paused ? `: ${view.resume.paused}` : ''}
      </Box>
      <Box
        component="dl"
        sx={{
          display: 'grid',
          gridTemplateColumns: 'max-content 1fr',
          columnGap: 2,
          rowGap: 0.25,
          my: 1,
          fontSize: 18,
        }}
      >
        {lines
          .filter(([, what]) => what !== '')
          .map(([name, what]) => [
            <Box component="dt" key={name} sx={{ color: 'quiet' }}>
              {name}
            </Box>,
            <Box component="dd" key={`${name}-what`} sx={{ m: 0, fontWeight: 500 }}>
              {what}
            </Box>,
          ])}
      </Box>
      <Button variant="contained" onClick={onGoOn}>
        Carry on
      </Button>
    </Box>
  );
}
