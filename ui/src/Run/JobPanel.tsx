import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import type { Advice, View } from '../api/client';
import { Blank } from '../parts/Blank';
import { Finding } from '../parts/Finding';
import { OneOf, Toggle } from '../parts/Toggle';
import { useStored } from '../stored';
import { Row, useAsk } from './panels';
import type { Send } from '../api/useRun';

type Job = NonNullable<View['job']>['job'];

const jobs: { id: Job; name: string }[] = [
  { id: 'set', name: 'set it' },
  { id: 'new', name: 'a new part goes in' },
  { id: 'look', name: 'look only' },
  { id: 'one', name: 'one setting' },
  { id: 'taste', name: 'to taste' },
];

/** What is to be done, as it is chosen at the opening: nothing needs a tap where all is set. */
export function useJob(run: string, now: Job = 'set') {
  const [kept, keep] = useStored(`draft.${run}.job`);
  const draft = { job: now, part: '', number: '', length: '', in: false, ...(JSON.parse(kept || '{}') as object) };
  const set = (more: Partial<typeof draft>) => {
    keep(JSON.stringify({ ...draft, ...more }));
  };
  const { job, part, number, length } = draft;
  const body = job === 'new' ? { job, part, number, length, in: draft.in } : { job };
  return {
    draft,
    set,
    body,
    clear: () => {
      keep('');
    },
  };
}

/** The choice, and what is to be known of a new part. */
export function JobChoice({ of, goes, at }: { of: ReturnType<typeof useJob>; goes: string[]; at: (field: string) => string }) {
  const { draft, set } = of;
  return (
    <Box sx={{ mt: 2 }}>
      <Box sx={{ fontSize: 'name', fontWeight: 500, mb: 1 }}>What is to be done?</Box>
      <OneOf
        label="what is to be done"
        options={jobs}
        value={draft.job}
        onChange={(job) => {
          set({ job });
        }}
      />
      {draft.job === 'new' && (
        <Row>
          <datalist id="goes">
            {goes.map((g) => (
              <option key={g} value={g} />
            ))}
          </datalist>
          <Blank
            label="which part"
            list="goes"
            value={draft.part}
            onChange={(part) => {
              set({ part });
            }}
            error={at('part')}
            width={220}
          />
          <Blank
            label="its number"
            value={draft.number}
            onChange={(number) => {
              set({ number });
            }}
            error={at('number')}
            width={160}
          />
          <Blank
            label="its length"
            figures
            value={draft.length}
            onChange={(length) => {
              set({ length });
            }}
            error={at('length')}
            width={140}
          />
          <Toggle
            on={draft.in}
            onToggle={() => {
              set({ in: !draft.in });
            }}
          >
            it is in already
          </Toggle>
        </Row>
      )}
    </Box>
  );
}

/** What is to be done, over the work, where all is not simply set; it may be said otherwise until something was turned. */
export function JobNow({ run, view, send }: { run: string; view: View; send: Send }) {
  const of = useJob(run, view.job?.job);
  const { ask, at, problem } = useAsk(send);
  if (!view.job) return null;
  return (
    <Box sx={{ fontSize: 'note', color: 'quiet', mt: 2 }}>
      {view.job.says}
      {view.job.open && view.advice.do !== 'complaint' && (
        <Box component="details">
          <Box component="summary" sx={{ minHeight: 32, cursor: 'pointer' }}>
            Say otherwise
          </Box>
          <JobChoice of={of} goes={view.goes} at={at} />
          <Row>
            <Button onClick={() => void ask('job', of.body, of.clear)}>That is to be done</Button>
          </Row>
          {problem && !['part', 'number', 'length'].some(at) && <Finding>{problem.detail}</Finding>}
        </Box>
      )}
    </Box>
  );
}

/** Which setting, how far where it is to taste, and at whose word. */
export function JobPanel({ advice, run, send }: { advice: Advice; run: string; send: Send }) {
  const ask = advice.job;
  const [setting, setSetting] = useState(ask?.settings[0]?.id ?? '');
  const [way, setWay] = useState<'in' | 'out'>('out');
  const [by, setBy] = useStored(`draft.${run}.word`);
  const [steps, setSteps] = useStored(`draft.${run}.steps`);
  const { ask: say, at, problem } = useAsk(send);
  const one = ask?.settings.find((s) => s.id === setting) ?? ask?.settings[0];
  if (!ask || !one) return null;
  const ways = (['out', 'in'] as const).flatMap((id) => {
    const end = one[id];
    return end ? [{ id, name: `${end.says}, at most ${String(end.most)}` }] : [];
  });
  const to = ways.find((w) => w.id === way)?.id ?? ways[0]?.id;
  const taste = ask.job === 'taste';
  return (
    <>
      <Box sx={{ mt: 2 }}>
        <OneOf
          label="which setting"
          options={ask.settings.map((s) => ({ id: s.id, name: s.title }))}
          value={one.id}
          onChange={setSetting}
        />
      </Box>
      {taste && to && (
        <>
          <Box sx={{ mt: 2 }}>
            <OneOf label="which way" options={ways} value={to} onChange={setWay} />
          </Box>
          <Safe one={one} steps={Number(steps.replace(',', '.'))} way={to} />
          {one.costs.map((c) => (
            <Box key={c} sx={{ mt: 0.5, fontSize: 'plain' }}>
              {c}
            </Box>
          ))}
        </>
      )}
      <Row>
        {taste && (
          <Blank
            label={`how many ${one.unit ?? 'turn'}s from as found`}
            figures
            value={steps}
            onChange={setSteps}
            error={at('steps') || at('way')}
            width={220}
          />
        )}
        <Blank label="at whose word" value={by} onChange={setBy} error={at('asked_by')} width={240} />
      </Row>
      <Row>
        <Button
          variant="contained"
          onClick={() =>
            void say('job', { job: ask.job, setting: one.id, asked_by: by, ...(taste ? { steps, way: to } : {}) }, () => {
              setBy('');
              setSteps('');
            })
          }
        >
          That is to be done
        </Button>
      </Row>
      {problem && !['asked_by', 'steps', 'way'].some(at) && <Finding>{problem.detail}</Finding>}
    </>
  );
}

/** The safe ends, drawn: from as far in to as far out, with the wish between them. */
function Safe({ one, steps, way }: { one: NonNullable<Advice['job']>['settings'][number]; steps: number; way: 'in' | 'out' }) {
  const [least, most] = [-(one.in?.most ?? 0), one.out?.most ?? 0];
  const wish = Number.isFinite(steps) ? (way === 'in' ? -steps : steps) : 0;
  const [from, to] = [Math.min(least, wish, -1) - 1, Math.max(most, wish, 1) + 1];
  const x = (v: number) => 20 + ((v - from) / (to - from)) * 320;
  return (
    <Box
      component="svg"
      viewBox="0 0 360 78"
      role="img"
      aria-label={`safe from ${String(-least)} in to ${String(most)} out`}
      sx={{ width: '100%', maxWidth: 420, mt: 1.5, color: 'text.primary' }}
    >
      <line x1={x(from)} x2={x(to)} y1={30} y2={30} stroke="currentColor" strokeWidth={1.5} />
      <line x1={x(least)} x2={x(most)} y1={30} y2={30} stroke="currentColor" strokeWidth={9} />
      {[least, most].map((v, i) => (
        <text key={i} x={x(v)} y={52} textAnchor="middle" fontSize={13} fill="currentColor">
          {v === 0 ? '' : String(Math.abs(v))}
        </text>
      ))}
      <path d={`M${String(x(0))} 38 v18`} stroke="currentColor" strokeWidth={1.5} />
      <text x={x(0)} y={72} textAnchor={x(0) < 60 ? 'start' : x(0) > 300 ? 'end' : 'middle'} fontSize={13} fill="currentColor">
        as found
      </text>
      {wish !== 0 && <path d={`M${String(x(wish))} 22 l-7 -14 h14 z`} fill="currentColor" />}
    </Box>
  );
}
