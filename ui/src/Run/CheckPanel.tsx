import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import type { Advice } from '../api/client';
import type { Send } from '../api/useRun';
import { Blank } from '../parts/Blank';
import { Finding } from '../parts/Finding';
import { useStored } from '../stored';
import { Dictated, Figures, type Typed } from './Figures';
import { LookPhoto } from './LookPhoto';
import { made } from './made';
import { Row, useAsk } from './panels';

/** Something to try: what is read with it, and its answers. */
export function CheckPanel({ advice, run, send }: { advice: Advice; run: string; send: Send }) {
  const check = advice.check;
  const [kept, keep] = useStored(`draft.${run}.${check?.check ?? ''}.conditions`);
  const [written, write] = useStored(`draft.${run}.${check?.check ?? ''}.figures`);
  const { ask, at, problem } = useAsk(send);
  if (!check) return null;
  const conditions = JSON.parse(kept || '{}') as Record<string, string>;
  const typed = JSON.parse(written || '{}') as Typed;
  const asked = check.figures ?? [];
  const figures = asked.map((f) => ({ figure: f.id, text: typed[f.id] ?? '', value: 0 })).filter((f) => f.text !== '');
  const answer = ({ id, says }: { id: string; says: string }) =>
    void ask('check', { check: check.check, answer: id, says, conditions, ...(figures.length > 0 ? { figures } : {}) }, () => {
      keep('');
      write('');
    });
  const all = check.all ?? [];
  // an entry for each, one after the other: what is refused stops there and is shown
  const allWell = async () => {
    for (const { check: id, answer, says } of all) {
      if (!(await ask('check', { check: id, answer, says, conditions }))) return;
    }
    keep('');
  };
  return (
    <>
      {check.conditions.length > 0 && (
        <Row>
          {check.conditions.map((c) => (
            <Blank
              key={c}
              label={c}
              width={240}
              value={conditions[c] ?? ''}
              onChange={(t) => {
                keep(JSON.stringify({ ...conditions, [c]: t }));
              }}
            />
          ))}
        </Row>
      )}
      {asked.length > 1 && (
        <Dictated
          run={run}
          check={check.check}
          onHeard={(heard) => {
            write(JSON.stringify({ ...typed, ...heard }));
          }}
        />
      )}
      {asked.length > 0 && (
        <Figures
          figures={asked}
          typed={typed}
          error={(id) => at(`figures.${id}`)}
          onChange={(now) => {
            write(JSON.stringify(now));
          }}
        />
      )}
      <Row>
        {check.answers.map((a, i) => (
          <Button
            key={a.id}
            onClick={() => {
              answer(a);
            }}
          >
            {i === 0 ? '✓' : '✕'} {a.says}
          </Button>
        ))}
      </Row>
      {all.length > 1 && (
        <Row>
          <Button variant="contained" onClick={() => void allWell()}>
            {all.every((w) => w.says === all[0]?.says)
              ? `✓ all ${all.length}: ${all[0]?.says ?? ''}`
              : `✓ all ${all.length} as they should be`}
          </Button>
          <Box component="ul" aria-label="All of these" sx={{ listStyle: 'none', m: 0, p: 0, fontSize: 'text', lineHeight: 1.5 }}>
            {all.map((w) => (
              <li key={w.check}>
                {w.name}: <b>{w.says}</b>
              </li>
            ))}
          </Box>
        </Row>
      )}
      {check.look && (
        <Box sx={{ mt: 1 }}>
          <LookPhoto key={check.check} run={run} about={{ check: check.check, stage: advice.photo?.stage ?? '' }} send={send} />
        </Box>
      )}
      {advice.cure && (
        <Row>
          <Button
            variant="contained"
            onClick={() => {
              if (advice.cure) void ask('move', made(advice.cure));
            }}
          >
            {advice.cure.name}: turned {advice.cure.text} {advice.cure.way_says}
          </Button>
        </Row>
      )}
      {problem && !asked.some((f) => at(`figures.${f.id}`)) && <Finding>{problem.detail}</Finding>}
    </>
  );
}
