import Box from '@mui/material/Box';
import { Link } from 'react-router';
import type { LogLine } from '../api/client';

/** Runs, a line each, leading to their record, or to the work where it is open. */
export function Lines({ list }: { list: LogLine[] }) {
  return (
    <Box component="ul" aria-label="Runs" sx={{ listStyle: 'none', m: 0, p: 0 }}>
      {list.map((l) => (
        <Box
          component="li"
          key={l.run}
          sx={{
            display: 'grid',
            gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: '110px minmax(0, 2fr) minmax(0, 3fr)' },
            alignItems: 'baseline',
            columnGap: 2,
            py: 0.75,
            borderTop: '1px solid',
            borderColor: 'divider',
            fontSize: 'text',
          }}
        >
          <Box sx={{ color: 'quiet' }}>{l.day}</Box>
          <Box
            component={Link}
            to={['open', 'none'].includes(l.sign) ? `/run/${l.run}` : `/record/${l.run}`}
            sx={{ color: 'text.primary', fontWeight: 500, py: 0.5 }}
          >
            {l.machine} · {l.cable}
          </Box>
          <Box>
            {[l.says, l.by && !l.says.includes(l.by) && `by ${l.by}`, l.moved && `moved ${l.moved}`, l.cause, l.askew]
              .filter(Boolean)
              .join(' · ')}
          </Box>
        </Box>
      ))}
    </Box>
  );
}
