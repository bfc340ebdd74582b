import Button from '@mui/material/Button';
import type { Advice } from '../api/client';
import { Finding } from '../parts/Frame';
import { Row, useAsk } from './panels';
import type { Send } from './useRun';

/** Something done by hand that is neither a turn nor a reading. */
export function ActionPanel({ advice, send }: { advice: Advice; send: Send }) {
  const { ask, problem } = useAsk(send);
  const action = advice.action;
  return action ? (
    <>
      <Row>
        <Button variant="contained" onClick={() => void ask('action', { action: action.action, setting: action.setting })}>
          Done
        </Button>
      </Row>
      {problem && <Finding>{problem.detail}</Finding>}
    </>
  ) : null;
}

/** A part or a place to choose and fit: the one argued for first. */
export function ChoosePanel({ advice, send }: { advice: Advice; send: Send }) {
  const { ask, problem } = useAsk(send);
  const choose = advice.choose;
  return choose ? (
    <>
      <Row>
        {choose.options.map((o, i) => (
          <Button
            key={o.id}
            variant={i === 0 ? 'contained' : 'outlined'}
            onClick={() => void ask('chosen', { setting: choose.setting, option: o.id })}
          >
            Fitted: {o.name}
          </Button>
        ))}
      </Row>
      {problem && <Finding>{problem.detail}</Finding>}
    </>
  ) : null;
}
