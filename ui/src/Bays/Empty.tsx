import Box from '@mui/material/Box';
import { Link } from 'react-router';

const ways = [
  {
    to: '/set',
    name: 'Set a cable now',
    says: 'Its kind by a picture, the figures its manual gives, the machine by a name: a led run.',
    takes: 'ten minutes',
  },
  {
    to: '/sheets',
    name: 'Bring your sheets',
    says: 'A sheet of another workshop, as a file. Nothing that is here is written over.',
    takes: 'a minute',
  },
  {
    to: '/machine/new',
    name: 'Put a machine on the floor',
    says: 'Its card: plate, meters, cables with their chain of parts.',
    takes: 'five minutes',
  },
];

/** A floor with nothing on it: the ways to begin, and how long each takes. */
export function Empty({ manage }: { manage: boolean }) {
  if (!manage)
    return (
      <Box sx={{ py: 3, fontSize: 'name' }}>Nothing is on the floor yet: whoever leads the workshop puts the first machine there.</Box>
    );
  return (
    <Box component="section" aria-label="Begin" sx={{ maxWidth: 860, pt: { xs: 1, md: 3 } }}>
      <Box component="h2" sx={{ m: 0, mb: 2, fontSize: 'title', fontWeight: 600 }}>
        The floor is empty.
      </Box>
      {ways.map((w, i) => (
        <Box
          key={w.to}
          component={Link}
          to={w.to}
          sx={{
            display: 'block',
            p: 2,
            mb: 1.5,
            textDecoration: 'none',
            color: i === 0 ? 'background.default' : 'text.primary',
            bgcolor: i === 0 ? 'text.primary' : 'sheet',
            border: '2px solid',
            borderColor: 'text.primary',
          }}
        >
          <Box component="span" sx={{ display: 'flex', justifyContent: 'space-between', gap: 2, alignItems: 'baseline' }}>
            <Box component="span" sx={{ fontSize: 'title', fontWeight: 600 }}>
              {w.name}
            </Box>
            <Box component="span" sx={{ fontSize: 'note', whiteSpace: 'nowrap' }}>
              {w.takes}
            </Box>
          </Box>
          <Box component="span" sx={{ fontSize: 'plain' }}>
            {w.says}
          </Box>
        </Box>
      ))}
    </Box>
  );
}
