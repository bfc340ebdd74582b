import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import type { RunView } from '../api/client';
import { Blank } from '../parts/Blank';
import type { Send } from './useRun';
import type { Told } from './useRunLive';

/** What is on or off now, always in sight. */
export function StillOn({ run }: { run: RunView }) {
  const on = run.view.on.map((t) => t.name ?? '');
  const off = run.view.off.map((t) => t.name ?? '');
  const words = [on.length > 0 ? `still on: ${on.join(', ')}` : '', off.length > 0 ? `still off: ${off.join(', ')}` : ''].filter(
    (s) => s !== '',
  );
  if (words.length === 0) return null;
  return (
    <Box
      sx={{
        border: '2px solid',
        borderColor: 'text.primary',
        px: 1.5,
        py: 0.5,
        fontSize: 16,
        fontWeight: 600,
        bgcolor: 'sheet',
        backgroundImage: 'repeating-linear-gradient(45deg, var(--mui-palette-wash) 0 10px, transparent 10px 20px)',
      }}
    >
      {words.join(' · ')}
    </Box>
  );
}

/** How many entries wait, in words. */
export const entries = (n: number) => (n === 1 ? 'One entry is' : `${n} entries are`);

/** A line of news that waits to be seen, or stays while it is so. */
export function Notice({ text, onClose }: { text: string; onClose?: () => void }) {
  return (
    <Box
      role="status"
      sx={{
        display: 'flex',
        alignItems: 'center',
        gap: 2,
        border: '2px solid',
        borderColor: 'text.primary',
        px: 2,
        py: 0.75,
        mb: 2,
        fontSize: 17,
        fontWeight: 500,
      }}
    >
      <Box sx={{ flex: 1 }}>{text}</Box>
      {onClose && (
        <Button variant="text" onClick={onClose}>
          Seen
        </Button>
      )}
    </Box>
  );
}

/** What somebody else entered just now, as it came. */
export function TheyDid({ told }: { told: Told }) {
  return (
    <Box
      role="status"
      sx={{ borderLeft: '6px solid', borderColor: 'success.main', bgcolor: 'pale', px: 2, py: 0.75, mb: 1.5, fontSize: 18 }}
    >
      <b>{told.by}</b>: {told.says}
    </Box>
  );
}

/** Stopping on purpose: why stands where the work is taken up again. */
export function StopForNow({ send, onClose }: { send: Send; onClose: () => void }) {
  const [why, setWhy] = useState('');
  const [error, setError] = useState('');
  const go = useNavigate();
  const stop = async () => {
    const problem = await send('paused', { text: why });
    if (problem) setError(problem.detail);
    else void go('/');
  };
  return (
    <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'flex-end', gap: 1.5, mb: 2 }}>
      <Blank label="what cuts in" value={why} onChange={setWhy} error={error} width={300} autoFocus />
      <Button variant="contained" onClick={() => void stop()}>
        Stop for now
      </Button>
      <Button variant="text" onClick={onClose}>
        go on
      </Button>
    </Box>
  );
}
