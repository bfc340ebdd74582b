import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import type { RunView } from '../api/client';
import { Blank } from '../parts/Blank';
import { Row, useAsk } from './panels';
import type { Send } from '../api/useRun';
import { useStored } from '../stored';

/** A step that hurts nobody can be left out, with its reason. */
export function LeaveOut({ run, send }: { run: RunView; send: Send }) {
  const [reason, setReason] = useStored(`draft.${run.id}.skip`);
  const { ask, at } = useAsk(send);
  return (
    <Box component="details" sx={{ mt: 2.5 }}>
      <Box component="summary" sx={{ minHeight: 32, color: 'quiet', fontSize: 'note', cursor: 'pointer' }}>
        Leave this step out
      </Box>
      <Row>
        <Blank label="why it is left out" value={reason} onChange={setReason} error={at('reason')} width={360} />
      </Row>
      <Row>
        <Button
          onClick={() =>
            void ask('skipped', { step: run.view.advice.step, reason }, () => {
              setReason('');
            })
          }
        >
          Leave it out
        </Button>
      </Row>
    </Box>
  );
}
