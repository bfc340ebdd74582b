import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import type { Rule, Turn } from '../api/client';
import { Finding } from '../parts/Finding';
import { useStored } from '../stored';
import { Blank } from '../parts/Blank';
import { made } from './made';
import { Row, useAsk } from './panels';
import { OneOf } from '../parts/Toggle';
import type { Send } from '../api/useRun';

/** The turns of a move, ticked off one by one. */
export function MovePanel({
  run,
  rules,
  turn,
  plan,
  send,
  onOther,
}: {
  run: string;
  rules: Rule[];
  turn: Turn;
  plan: Turn[];
  send: Send;
  onOther: () => void;
}) {
  const { ask, problem } = useAsk(send);
  const several = plan.length > 1;
  const size = several ? { px: 2, fontSize: 'plain' } : {};
  const taps = (
    <>
      <Button variant="contained" sx={size} onClick={() => void ask('move', made(turn))}>
        {several && `${turn.name}: `}
        {several ? 'turned' : 'Turned'} {turn.until ? `${turn.way_says} ${turn.text}` : turn.turns_say}{' '}
        {several && !turn.until && turn.way_says}
      </Button>
      <Button sx={size} onClick={onOther}>
        Turned another amount
      </Button>
    </>
  );
  const not = <DidNot run={run} turn={turn} send={send} />;
  return (
    <>
      {several ? (
        <Box component="ul" aria-label="turns" sx={{ listStyle: 'none', m: 0, mt: 0.5, p: 0 }}>
          {plan.map((t) => (
            <Box component="li" key={t.adjuster} sx={{ fontSize: 'name', mt: 1 }}>
              {t.adjuster === turn.adjuster ? (
                <>
                  <Row>{taps}</Row>
                  {not}
                </>
              ) : (
                <Box component="span" sx={{ fontWeight: t.done ? 600 : 400, color: t.done ? 'success.main' : 'quiet' }}>
                  {t.done ? '✓ ' : '· then '}
                  {t.name}: {t.done ? 'turned ' : ''}
                  {t.text} {t.way_says}
                </Box>
              )}
            </Box>
          ))}
        </Box>
      ) : (
        <>
          <Row>{taps}</Row>
          {not}
        </>
      )}
      {problem && <Finding>{problem.detail}</Finding>}
      <ByRequest run={run} rules={rules} send={send} beside={several && plan.at(-1)?.adjuster !== turn.adjuster} />
    </>
  );
}

/** The three answers beside "turned": stuck, at its end, the other way. What is at its end says how much shows there. */
function DidNot({ run, turn, send }: { run: string; turn: Turn; send: Send }) {
  const [ended, setEnded] = useState(false);
  const [showing, setShowing] = useStored(`draft.${run}.showing`);
  const { ask, at, problem } = useAsk(send);
  const of = { adjuster: turn.adjuster, way: turn.way };
  const small = { px: 2, minHeight: 48, fontSize: 'plain' };
  return (
    <>
      <Box
        role="group"
        aria-label="it did not turn so"
        sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, mt: 1, '& > button': { flex: { xs: '1 1 auto', sm: '0 0 auto' } } }}
      >
        <Button variant="text" sx={small} onClick={() => void ask('stuck', of)}>
          It is stuck
        </Button>
        <Button
          variant="text"
          sx={small}
          aria-expanded={ended}
          onClick={() => {
            setEnded(!ended);
          }}
        >
          It is at its end
        </Button>
        {!turn.until && (
          <Button variant="text" sx={small} onClick={() => void ask('move', { ...made(turn), way: turn.way === 'in' ? 'out' : 'in' })}>
            I turned it the other way
          </Button>
        )}
      </Box>
      {ended && (
        <Row>
          <Blank label="how many are showing there, if counted" value={showing} onChange={setShowing} error={at('showing')} width={340} />
          <Button
            onClick={() =>
              void ask('stuck', { ...of, end: true, ...(showing ? { showing } : {}) }, () => {
                setShowing('');
                setEnded(false);
              })
            }
          >
            At its end
          </Button>
        </Row>
      )}
      {problem && !at('showing') && <Finding>{problem.detail}</Finding>}
    </>
  );
}

/** Left out of its limits on purpose: who asked for it, and what it risks, stand on the record. */
function ByRequest({ run, rules, send, beside }: { run: string; rules: Rule[]; send: Send; beside: boolean }) {
  const [by, setBy] = useStored(`draft.${run}.asked`);
  const [why, setWhy] = useStored(`draft.${run}.askedWhy`);
  const out = rules.filter((r) => r.verdict === 'out' || r.verdict === 'close');
  const [chosen, setChosen] = useState('');
  const point = out.find((r) => r.id === chosen)?.id ?? out[0]?.id ?? rules[0]?.id ?? '';
  const { ask, at } = useAsk(send);
  return (
    <Box component="details" sx={{ mt: beside ? { xs: 1, md: '-32px' } : 1 }}>
      <Box
        component="summary"
        sx={{
          minHeight: 32,
          color: 'quiet',
          fontSize: 'note',
          cursor: 'pointer',
          ...(beside ? { ml: { md: 'auto' }, width: { md: 'fit-content' } } : {}), // on the line of the last turn
        }}
      >
        Leave it out by request
      </Box>
      {out.length > 1 && <OneOf label="what is left out" options={out} value={point} onChange={setChosen} />}
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
