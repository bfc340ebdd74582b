import Box from '@mui/material/Box';
import { Link } from 'react-router';
import { deviceID } from '../../api/ids';
import { useHands } from './useHands';

const at: Record<string, string> = { caller: 'at the control', reader: 'where it is read' };

/** Who else is at a run, and whether they dropped out; nothing while nobody is. */
export function Here({ run, seq }: { run: string; seq: number }) {
  const others = useHands(run).here.filter((h) => h.device !== deviceID() && !h.left && h.place !== '');
  if (others.length === 0) return null;
  return (
    <Box component="section" aria-label="Who is here" sx={{ mb: 1.5, fontSize: 'text' }}>
      {others.map((h) => (
        <Box key={h.device}>
          <span aria-hidden="true">{h.away ? '■' : '✓'} </span>
          <b>{h.name}</b>{' '}
          {h.away
            ? `dropped out, last heard ${h.heard} s ago`
            : `${at[h.place] ?? ''}${h.says === 'holds' && h.seq === seq ? ', holds' : ''}`}
          {' · '}
          <Box component={Link} to={`/run/${run}/hands`} sx={{ color: 'text.primary' }}>
            second hands
          </Box>
        </Box>
      ))}
    </Box>
  );
}
