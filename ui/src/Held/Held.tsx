import Box from '@mui/material/Box';
import { useQueryClient } from '@tanstack/react-query';
import { Link } from 'react-router';
import type { RunView } from '../api/client';
import { notTaken, runsHeld, waiting } from '../api/box';
import { wordsOf } from '../parts/entryWords';
import { Foot, Head } from '../parts/Frame';
import { NotTaken } from '../parts/NotTaken';
import { useHeld } from '../parts/useHeld';
import { useWho } from '../api/useSession';
import { useRun } from '../api/useRun';

/** Every entry that this device holds: what waits for the server, and what it did not take. */
export function HeldScreen() {
  const held = useHeld();
  const runs = runsHeld();
  return (
    <Box sx={{ minHeight: '100dvh', display: 'flex', flexDirection: 'column' }}>
      <Head title="Kept on this device" tab="Kept here" />
      <Box
        component="main"
        sx={{ flex: 1, px: { xs: 2, md: 5 }, py: 3, width: '100%', maxWidth: 900, mx: 'auto', boxSizing: 'border-box' }}
      >
        {held.waits + held.refused === 0 && (
          <Box sx={{ fontSize: 'head' }}>Nothing is held here: everything that was entered has arrived.</Box>
        )}
        {runs.map((run) => (
          <OfRun key={run} run={run} />
        ))}
      </Box>
      <Foot />
    </Box>
  );
}

/** What is held of one run; while it is looked at, it is sent. */
function OfRun({ run }: { run: string }) {
  const who = useWho();
  useRun(run, who);
  const view = useQueryClient().getQueryData<RunView>(['run', run]);
  const waits = waiting(run);
  return (
    <Box component="section" sx={{ mb: 3 }}>
      <Box component="h2" sx={{ m: 0, mb: 1, fontSize: 'head', fontWeight: 600 }}>
        <Box component={Link} to={`/run/${run}`} sx={{ color: 'text.primary', display: 'inline-block', py: 1 }}>
          {view ? `${view.machine} · ${view.cable}` : `run ${run}`}
        </Box>
      </Box>
      {waits.length > 0 && (
        <Box sx={{ border: '2px dashed', borderColor: 'text.primary', px: 2, py: 0.75, mb: 2, fontSize: 'text' }}>
          Waiting to be sent, in order: {waits.map(wordsOf).join('; ')}
        </Box>
      )}
      <NotTaken run={run} list={notTaken(run)} who={who} />
    </Box>
  );
}
