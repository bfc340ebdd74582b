import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import type { Send } from '../api/useRun';
import { Finding } from '../parts/Finding';
import { LookPhoto } from './LookPhoto';
import { useAsk } from './panels';

/** Before something is turned for the first time: paint or a photo keeps how it stood, by one tap, and none is owed. */
export function MarkFirst({ run, of, send }: { run: string; of: { id: string; name: string }; send: Send }) {
  const { ask, problem } = useAsk(send);
  return (
    <Box role="group" aria-label="before the first turn" sx={{ mt: 1, fontSize: 'text' }}>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 1, '& button': { fontSize: 'plain', px: 2 } }}>
        <Box sx={{ width: { xs: '100%', md: 'auto' } }}>Before its first turn, the {of.name}:</Box>
        <Button sx={{ minHeight: 48 }} onClick={() => void ask('marked', { adjuster: of.id })}>
          Paint mark made
        </Button>
        <LookPhoto run={run} about={{ of: of.id, stage: 'as found' }} send={send} />
      </Box>
      {problem && <Finding>{problem.detail}</Finding>}
    </Box>
  );
}
