import Box from '@mui/material/Box';
import { Link } from 'react-router';
import type { RunView } from '../api/client';
import { useYears } from '../api/useYears';

/** What earlier visits say of what is turned now; where it is decided or ordered, of all of this cable that runs out. */
export function OverYears({ run }: { run: RunView }) {
  const { advice, order } = run.view;
  const asked = run.machine_id !== '' && (advice.do === 'move' || advice.do === 'decide' || order != null);
  const lines = useYears(run.machine_id, asked).data?.lines ?? [];
  const turned = advice.do === 'move' ? advice.move?.adjuster : undefined;
  const told = lines.filter(
    (l) => l.called === run.cable && l.short && (turned ? l.setter === turned : l.ends === 'now' || l.ends === 'soon'),
  );
  if (!asked || told.length === 0) return null;
  return (
    <Box
      component="section"
      aria-label="Over the years"
      sx={{ mt: 1.5, pl: 1.5, borderLeft: '4px solid', borderColor: 'divider', fontSize: 'text' }}
    >
      {told.map((l) => (
        <Box key={l.name}>
          {!turned && <b>{l.name}: </b>}
          {l.short} {(l.ends === 'now' || l.ends === 'soon') && l.says[0]}{' '}
          <Box component={Link} to={`/machine/${run.machine_id}/years`} sx={{ color: 'text.primary', py: 1 }}>
            over the years
          </Box>
        </Box>
      ))}
    </Box>
  );
}
