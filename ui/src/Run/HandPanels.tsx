import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import type { Advice, RunView } from '../api/client';
import { Blank } from '../parts/Blank';
import { Finding } from '../parts/Finding';
import { Row, useAsk } from './panels';
import type { Send } from '../api/useRun';

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

/** What a second inspector looks at: a verdict on each, and a reason where one is refused. */
export function InspectPanel({ advice, send }: { advice: Advice; send: Send }) {
  const { ask, problem, at } = useAsk(send);
  const [refusing, setRefusing] = useState('');
  const [note, setNote] = useState('');
  return (
    <Box sx={{ mt: 2, display: 'grid', gap: 1.5 }}>
      {(advice.inspect ?? []).map((i) => (
        <Box key={i.item} sx={{ borderTop: '1px solid', borderColor: 'divider', pt: 1.5 }}>
          <Box sx={{ fontSize: 'name', fontWeight: i.done ? 400 : 600, color: i.done ? 'success.main' : 'text.primary' }}>
            {i.done ? '✓ ' : ''}
            {i.says}
          </Box>
          {!i.done && refusing !== i.item && (
            <Row>
              <Button variant="contained" onClick={() => void ask('inspected', { item: i.item, verdict: 'right' })}>
                Right
              </Button>
              <Button
                onClick={() => {
                  setRefusing(i.item);
                }}
              >
                Refuse
              </Button>
            </Row>
          )}
          {refusing === i.item && (
            <Row>
              <Blank label="why it is refused" value={note} onChange={setNote} error={at('note')} width={360} />
              <Button
                onClick={() =>
                  void ask('inspected', { item: i.item, verdict: 'refused', note }, () => {
                    setRefusing('');
                    setNote('');
                  })
                }
              >
                Refused: the work begins again
              </Button>
            </Row>
          )}
        </Box>
      ))}
      {problem && !at('note') && <Finding>{problem.detail}</Finding>}
    </Box>
  );
}

/** What may have happened that has a place begin again. */
export function Mishaps({ list, send }: { list: RunView['view']['mishaps']; send: Send }) {
  const { ask, problem } = useAsk(send);
  return (
    <Box component="details" sx={{ mt: 2.5 }}>
      <Box component="summary" sx={{ minHeight: 32, color: 'quiet', fontSize: 'note', cursor: 'pointer' }}>
        Something went wrong
      </Box>
      <Row>
        {list.map((m) => (
          <Button key={m.action} onClick={() => void ask('action', { action: m.action })}>
            {m.name}: begin again there
          </Button>
        ))}
      </Row>
      {problem && <Finding>{problem.detail}</Finding>}
    </Box>
  );
}
