import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import type { Turn } from '../api/client';
import { Finding } from '../parts/Frame';
import { useStored } from '../stored';
import { Blank } from '../parts/Blank';
import { Row, useAsk } from './panels';
import type { Send } from './useRun';

export function MovePanel({
  run,
  point,
  turn,
  send,
  onOther,
}: {
  run: string;
  point: string;
  turn: Turn;
  send: Send;
  onOther: () => void;
}) {
  const { ask, problem } = useAsk(send);
  return (
    <>
      <Row>
        <Button
          variant="contained"
          onClick={() => void ask('move', { adjuster: turn.adjuster, turns: turn.turns_say, way: turn.way, value: 0 })}
        >
          Turned {turn.turns_say}
        </Button>
        <Button onClick={onOther}>Turned another amount</Button>
        <Button onClick={() => void ask('stuck', { adjuster: turn.adjuster })}>It will not turn</Button>
      </Row>
      {problem && <Finding>{problem.detail}</Finding>}
      <ByRequest run={run} point={point} send={send} />
    </>
  );
}

/** Left out of its limits on purpose: who asked for it, and what it risks, stand on the record. */
function ByRequest({ run, point, send }: { run: string; point: string; send: Send }) {
  const [by, setBy] = useStored(`draft.${run}.asked`);
  const [why, setWhy] = useStored(`draft.${run}.askedWhy`);
  const { ask, at } = useAsk(send);
  return (
    <Box component="details" sx={{ mt: 1 }}>
      <Box component="summary" sx={{ minHeight: 32, color: 'quiet', fontSize: 16, cursor: 'pointer' }}>
        Leave it out by request
      </Box>
      <Row>
        <Blank label="who asked for it" value={by} onChange={setBy} error={at('asked_by')} width={220} />
        <Blank label="what was asked, and what it risks" value={why} onChange={setWhy} error={at('why')} width={360} />
      </Row>
      <Row>
        <Button
          onClick={() =>
            void ask('deviation', { point, asked_by: by, why }, () => {
              setBy('');
              setWhy('');
            })
          }
        >
          Leave it so
        </Button>
      </Row>
    </Box>
  );
}
