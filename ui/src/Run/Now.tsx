import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState, type ReactNode } from 'react';
import { Link, useNavigate } from 'react-router';
import { api, type Problem, type RunView } from '../api/client';
import { useChange } from '../api/ask';
import { newID } from '../api/ids';
import { Finding } from '../parts/Finding';
import { Lessons } from '../parts/Lessons';
import { Fetch } from './Fetch';
import { LeaveOut } from './LeaveOut';
import { ComplaintPanel } from './ComplaintPanel';
import { IdentifyPanel } from './IdentifyPanel';
import { PlanPanel } from './Planned';
import { OrderSlip } from './OrderSlip';
import { OverYears } from './OverYears';
import { MarkFirst } from './MarkFirst';
import { AgainPanel } from './Tested';
import { MovePanel } from './MovePanel';
import { SignPanel } from './SignPanel';
import { StatesPanel } from './StatesPanel';
import { ActionPanel, ChoosePanel, InspectPanel, Mishaps } from './HandPanels';
import { CheckPanel } from './CheckPanel';
import { Choices, LockPanel, Row, useAsk } from './panels';
import { JobNow, JobPanel } from './JobPanel';
import { PartPanel } from './PartPanel';
import { Rights } from './Rights';
import { Was } from './Thumb';
import { StopPanel } from './stands/StopPanel';
import type { Send } from '../api/useRun';

interface Props {
  run: RunView;
  who: string;
  send: Send;
  busy: boolean; // an entry of this device is on its way: what stands here may be another thing in a moment
  waiting: boolean; // the same; what is kept here for longer keeps nobody from the work
  states: string;
  setStates: (s: string) => void;
  onOtherTurn: () => void;
  pairs?: ReactNode; // of hands the step takes
  doing?: ReactNode; // of an exercise: what hands do before anything is written
}

/** The one thing to do now: its sentence, then the taps that answer it. */
export function Now(props: Props) {
  const { run, send, pairs, doing } = props;
  const { advice } = run.view;
  const several = (advice.plan?.length ?? 0) > 1 || (advice.stop?.changes.length ?? 0) > 1;
  return (
    <Box component="section" aria-label="Now" aria-busy={props.busy} data-seq={run.view.seq} sx={{ maxWidth: 760 }}>
      <PlanPanel run={run} send={send} />
      <Box
        component="h2"
        sx={{
          m: 0,
          fontSize: several ? 'title' : { xs: 'title', md: 'large' },
          fontWeight: 600,
          lineHeight: 1.15,
        }}
      >
        {advice.say.map((p, i) => (
          <Box component="span" key={i} sx={p.mark === 'turn' ? { color: 'primary.main' } : {}}>
            {p.text}
          </Box>
        ))}
      </Box>
      {advice.caution && <Caution>{advice.caution}</Caution>}
      {advice.finding && <Finding>{advice.finding}</Finding>}
      {(advice.finding ?? advice.cure) && !run.view.signed && (
        <Button variant="text" component={Link} to={`/trouble?run=${run.id}`} sx={{ ml: -1 }}>
          what is wrong?
        </Button>
      )}
      {[run.view.drift, advice.do === 'check' ? '' : run.view.answer].map(
        (t) =>
          t &&
          ['read', 'lock', 'move', 'check'].includes(advice.do) && (
            <Box key={t} sx={{ mt: 1, fontSize: 'name', fontWeight: 500 }}>
              {t}
            </Box>
          ),
      )}
      {advice.more.map((m) => (
        <Box
          key={m}
          sx={{ mt: { xs: 0.5, md: 0.75 }, fontSize: { xs: 'text', md: several ? 'plain' : 'name' }, lineHeight: { xs: 1.25, md: 1.4 } }}
        >
          {m}
        </Box>
      ))}
      <Was run={run.id} photos={advice.was ?? []} />
      {doing}
      <Panel {...props} />
      {!run.practice && <OverYears run={run} />}
      {pairs}
      <Rights advice={advice} send={send} />
      <Choices advice={advice} run={run.id} send={send} />
      {run.view.order && !run.practice && (
        <OrderSlip run={run.id} order={run.view.order} waiting={advice.choices.some((c) => c.choice === 'repaired')} />
      )}
      {run.view.mishaps.length > 0 && <Mishaps list={run.view.mishaps} send={send} />}
      {advice.do !== 'complaint' && <Fetch list={run.view.fetch} />}
      <JobNow run={run.id} view={run.view} send={send} />
      {run.view.signed && !run.practice && <Lessons run={run.id} />}
      {run.view.skippable && <LeaveOut run={run} send={send} />}
    </Box>
  );
}

function Panel({ run, who, send, waiting, states, setStates, onOtherTurn }: Props) {
  const { advice } = run.view;
  const go = useNavigate();
  switch (advice.do) {
    case 'read':
      return advice.read && !run.practice ? <StatesPanel wanted={advice.read.states} states={states} setStates={setStates} /> : null;
    case 'complaint':
      return <ComplaintPanel run={run.id} send={send} view={run.view} tests={run.tests} told={run.practice?.complaint} />;
    case 'identify':
      return <IdentifyPanel key={run.id} run={run} send={send} />;
    case 'set-up':
      return <StopPanel advice={advice} send={send} waiting={waiting} />;
    case 'move':
      return advice.move ? (
        <>
          {advice.mark && !run.practice && <MarkFirst run={run.id} of={advice.mark} send={send} />}
          <MovePanel run={run.id} rules={run.view.rules} turn={advice.move} plan={advice.plan ?? []} send={send} onOther={onOtherTurn} />
        </>
      ) : null;
    case 'settle':
      return <Settle run={run} send={send} />;
    case 'action':
      return <ActionPanel advice={advice} send={send} />;
    case 'choose':
      return <ChoosePanel advice={advice} send={send} />;
    case 'lock':
      return <LockPanel advice={advice} send={send} />;
    case 'check':
      return <CheckPanel key={advice.check?.check} advice={advice} run={run.id} send={send} />;
    case 'again':
      return <AgainPanel run={run.id} test={advice.test} send={send} />;
    case 'job':
      return <JobPanel advice={advice} run={run.id} send={send} />;
    case 'part':
      return <PartPanel key={advice.part?.item} advice={advice} run={run.id} send={send} />;
    case 'sign':
      return <SignPanel run={run} who={who} send={send} blocked={run.view.blockers.length > 0} />;
    case 'inspect':
      return run.practice ? null : <InspectPanel advice={advice} send={send} />;
    case 'nothing':
      return run.practice ? null : (
        <Row>
          {advice.next && <NextRun after={run.id} />}
          <Button
            variant={advice.next ? 'outlined' : 'contained'}
            onClick={() => {
              void go(`/record/${run.id}`);
            }}
          >
            The record
          </Button>
        </Row>
      );
    case 'decide':
    case 'trial':
      return null; // its choices stand beneath
  }
}

/** A signed run that does not hold goes on in the next: it begins where this one left off. */
function NextRun({ after }: { after: string }) {
  const [id] = useState(newID);
  const [problem, setProblem] = useState<Problem | null>(null);
  const change = useChange<RunView>();
  const go = useNavigate();
  const open = async () => {
    const { data, problem } = await change(() => api.POST('/api/v1/runs', { body: { id, after } }));
    setProblem(problem ?? null);
    if (data) await go(`/run/${data.id}`);
  };
  return (
    <>
      <Button variant="contained" onClick={() => void open()}>
        Open the next run
      </Button>
      {problem && <Finding>{problem.detail}</Finding>}
    </>
  );
}

function Settle({ run, send }: { run: RunView; send: Send }) {
  const { ask } = useAsk(send);
  const settle = run.view.advice.settle;
  return settle ? (
    <Row>
      <Button variant="contained" onClick={() => void ask('settled', settle)}>
        Done, {settle.times} times
      </Button>
    </Row>
  ) : null;
}

/** What keeps hands whole, where no foot of the page says it. */
function Caution({ children }: { children: string }) {
  return <Box sx={{ display: { xs: 'block', md: 'none' }, mt: 1, fontSize: 'text', fontWeight: 600 }}>⚠ {children}</Box>;
}
