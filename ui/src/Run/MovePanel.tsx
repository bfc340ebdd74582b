import Button from '@mui/material/Button';
import type { Turn } from '../api/client';
import { Finding } from '../parts/Frame';
import { Row, useAsk } from './panels';
import type { Send } from './useRun';

export function MovePanel({ turn, send, onOther }: { turn: Turn; send: Send; onOther: () => void }) {
  const { ask, problem } = useAsk(send);
  return (
    <>
      <Row>
        <Button variant="contained" onClick={() => void ask('move', { adjuster: turn.adjuster, turns: turn.turns_say, way: turn.way, value: 0 })}>Turned {turn.turns_say}</Button>
        <Button onClick={onOther}>Turned another amount</Button>
        <Button onClick={() => void ask('stuck', { adjuster: turn.adjuster })}>It will not turn</Button>
      </Row>
      {problem && <Finding>{problem.detail}</Finding>}
    </>
  );
}
