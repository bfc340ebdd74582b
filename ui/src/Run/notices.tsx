import { useTimes } from '../api/useTimes';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { Blank } from '../parts/Blank';
import type { Parcel } from '../api/box';
import type { Clash, Settled } from '../api/outbox';
import { wordsOf } from '../parts/entryWords';
import type { Send } from '../api/useRun';
import type { Told } from '../api/useRunLive';

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
        fontSize: 'text',
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

/** Entries kept on this device, in words. */
export function Kept({ list, why }: { list: Parcel[]; why: string }) {
  return (
    <Box role="status" sx={{ border: '2px dashed', borderColor: 'text.primary', px: 2, py: 0.75, mb: 2, fontSize: 'text' }}>
      <b>Kept here: {list.length}.</b> {why} They are sent, in order, as soon as it can be.
      <Box component="ol" sx={{ m: 0, pl: 2.5, fontSize: 'note' }}>
        {list.slice(-5).map((p) => (
          <li key={p.id}>{wordsOf(p)}</li>
        ))}
      </Box>
    </Box>
  );
}

/** Two versions of the same thing: who made ours had not seen theirs, and says what is so. */
export function ClashPanel({ clash, settle }: { clash: Clash; settle: (so: Settled) => void }) {
  const times = useTimes();
  return (
    <Box
      role="alert"
      aria-label="Two versions"
      sx={{ border: '4px solid', borderColor: 'error.main', px: 2, py: 1.25, mb: 2, fontSize: 'name' }}
    >
      <Box sx={{ fontWeight: 600 }}>
        {clash.turned
          ? 'Something was moved meanwhile. Was yours before that, or after?'
          : 'Somebody wrote of the same thing meanwhile. What is so?'}
      </Box>
      <Box sx={{ mt: 0.5 }}>
        yours: <b>{clash.mine}</b>
      </Box>
      {clash.theirs.map((t) => (
        <Box key={t.id}>
          {t.by}, {times.clock(t.at)}: <b>{t.says}</b>
        </Box>
      ))}
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1.5, mt: 1.25 }}>
        {clash.turned && (
          <Button
            variant="contained"
            onClick={() => {
              settle('before');
            }}
          >
            Mine was before: it counts as of then
          </Button>
        )}
        <Button
          variant={clash.turned ? 'outlined' : 'contained'}
          onClick={() => {
            settle('after');
          }}
        >
          {clash.turned ? 'Mine came after' : 'Both: mine came after'}
        </Button>
        <Button
          onClick={() => {
            settle('out');
          }}
        >
          Leave mine out
        </Button>
      </Box>
    </Box>
  );
}

/** What somebody else entered just now, as it came. */
export function TheyDid({ told }: { told: Told }) {
  return (
    <Box
      role="status"
      sx={{ borderLeft: '6px solid', borderColor: 'success.main', bgcolor: 'pale', px: 2, py: 0.75, mb: 1.5, fontSize: 'plain' }}
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
    const problem = await send('paused', { text: why }, true);
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
