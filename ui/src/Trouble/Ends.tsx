import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { api, problemOf, type Cause, type TroubleBegin } from '../api/client';
import { newID } from '../api/ids';
import { put } from '../api/box';
import { UsePlan } from '../parts/UsePlan';
import { Finding } from '../parts/Finding';
import { useSession } from '../api/useSession';
import type { Asked } from './useTrouble';

const head: Record<string, string> = {
  run: 'Set it',
  leave: 'Do not adjust',
  repair: 'Repair first',
  other: 'Look at the other cable',
};

/** Where a cause leads: into a run at its setting with direction and size, or away from the adjuster, and why. */
export function Ends({ cause, begin, asked }: { cause: Cause; begin: TroubleBegin; asked: Asked }) {
  const [problem, setProblem] = useState('');
  const [busy, setBusy] = useState(false);
  const session = useSession().data;
  const go = useNavigate();
  const { end } = cause;
  const work = session?.work ?? false;
  const plan = end.on && end.turns ? `${end.on}:${end.turns}:${end.way ?? 'out'}` : '';
  /** Puts the path on a run, which is opened where there is none, and goes there. */
  const lead = async (planned: string) => {
    setBusy(true);
    let run = begin.run ?? '';
    if (!run) {
      const answer = await api
        .POST('/api/v1/runs', { body: { id: newID(), machine: begin.machine ?? '', cable: begin.cable ?? '' } })
        .catch(() => null);
      run = answer?.data?.id ?? '';
      if (!run) setProblem(answer ? problemOf(answer.error).detail : 'The server does not answer: try again.');
    }
    setBusy(false);
    if (!run) return;
    const felt = begin.list.symptoms.find((s) => s.id === asked.said[0])?.says;
    if (!begin.run && felt) localStorage.setItem(`brankel.draft.${run}.complaint`, felt);
    keepPath(run, session?.person?.name ?? '', asked, { cause: cause.id, leads: end.do });
    await go(`/run/${run}${planned && `?plan=${encodeURIComponent(planned)}`}`);
  };
  const here = begin.run ?? begin.machine;
  return (
    <Box component="section" aria-label="What follows" sx={{ mt: 2, pt: 1.5, borderTop: '1px solid', borderColor: 'divider' }}>
      <Box component="h2" sx={{ m: 0, fontSize: 'name', fontWeight: 600 }}>
        {head[end.do]}: {cause.says}
      </Box>
      <Box sx={{ mt: 0.5, fontSize: 'text' }}>{end.why}</Box>
      {end.says && <Box sx={{ mt: 0.5, fontSize: 'plain', fontWeight: 600, color: 'primary.main' }}>{end.says}</Box>}
      {end.do === 'run' && work && here && (
        <Button variant="contained" disabled={busy} fullWidth sx={{ mt: 1.5 }} onClick={() => void lead(plan)}>
          into a run at: {end.setting ?? end.name ?? 'its setting'}
        </Button>
      )}
      {end.do !== 'run' && work && here && (
        <Button variant="contained" disabled={busy} fullWidth sx={{ mt: 1.5 }} onClick={() => void lead('')}>
          {begin.run ? 'onto the run’s record, and back to it' : 'open a run with this on its record'}
        </Button>
      )}
      {end.do === 'run' && !here && begin.sheet && plan && <UsePlan plan={plan} run="" sheet={begin.sheet} />}
      {end.do === 'other' && begin.machine && (
        <Button component={Link} to={`/machine/${begin.machine}`} fullWidth sx={{ mt: 1 }}>
          the machine’s other cables
        </Button>
      )}
      {!here && <Box sx={{ mt: 1, fontSize: 'note', color: 'quiet' }}>On a machine of the floor this leads into its run.</Box>}
      {problem && <Finding>{problem}</Finding>}
    </Box>
  );
}

/** Keeps the path for the record of a run: it is sent when the run is opened, once. */
export function keepPath(run: string, by: string, asked: Asked, taken: { cause?: string; leads?: string }) {
  const { said, when, answers, history } = asked;
  put(run, {
    id: newID(),
    kind: 'trouble',
    by,
    at: new Date().toISOString(),
    body: { asked: { said, when, answers, history }, ...taken },
    seen: 0,
  });
}
