import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import useMediaQuery from '@mui/material/useMediaQuery';
import { useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import type { RunView } from '../api/client';
import { Finding, Head } from '../parts/Frame';
import { LineView } from '../parts/LineView';
import { RuleView } from '../parts/RuleView';
import { Blank } from '../parts/Blank';
import { Interrupted } from './Interrupted';
import { Now } from './Now';
import { Rail, RailStrip } from './Rail';
import { ReadPad } from './ReadPad';
import { RunFoot } from './RunFoot';
import { Side } from './Side';
import { TurnPad } from './TurnPad';
import { useWho } from '../Session/useSession';
import { useStored } from '../stored';
import { useDelayed } from '../useDelayed';
import { useRun, type RunHandle, type Send } from './useRun';

export function RunScreen() {
  const { id = '' } = useParams();
  const who = useWho();
  const handle = useRun(id, who);
  if (handle.missing)
    return (
      <>
        <Head title="Brankel" />
        <Box sx={{ p: 3 }}>
          <Finding>{handle.missing}</Finding>
        </Box>
      </>
    );
  if (!handle.run) return <Head title="Brankel" />;
  return (
    <Box sx={{ minHeight: '100dvh', height: { lg: '100dvh' }, display: 'flex', flexDirection: 'column' }}>
      <Head
        title={`${handle.run.machine} · ${handle.run.cable}`}
        about={handle.run.view.applies ?? handle.run.machine_note}
      >
        <StillOn run={handle.run} />
      </Head>
      <Work key={id} handle={handle} run={handle.run} who={who} />
    </Box>
  );
}

function StillOn({ run }: { run: RunView }) {
  const on = run.view.on.map((t) => t.name ?? '');
  const off = run.view.off.map((t) => t.name ?? '');
  const words = [
    on.length > 0 ? `still on: ${on.join(', ')}` : '',
    off.length > 0 ? `still off: ${off.join(', ')}` : '',
  ].filter((s) => s !== '');
  if (words.length === 0) return null;
  return (
    <Box
      sx={{
        border: '2px solid',
        borderColor: 'text.primary',
        px: 1.5,
        py: 0.5,
        fontSize: 16,
        fontWeight: 600,
        bgcolor: 'sheet',
        backgroundImage: 'repeating-linear-gradient(45deg, var(--mui-palette-wash) 0 10px, transparent 10px 20px)',
      }}
    >
      {words.join(' · ')}
    </Box>
  );
}

/** Long away, or stopped on purpose: then the card says where it stood. */
const away = (run: RunView) =>
  !run.view.signed &&
  ((run.view.resume.paused ?? '') !== '' ||
    (run.view.resume.at !== undefined && Date.now() - Date.parse(run.view.resume.at) > 15 * 60_000));

function Work({ handle, run, who }: { handle: RunHandle; run: RunView; who: string }) {
  const { view } = run;
  const { send } = handle;
  const phone = useMediaQuery('(max-width: 899px)');
  const [back, setBack] = useState(() => away(run));
  // an entry on its way for a moment is no news, and a line that comes and goes would move what is about to be tapped
  const slow = useDelayed(handle.waitingCount > 0, 1500) && handle.waitingCount > 0;
  const [turning, setTurning] = useState(false);
  const [stopping, setStopping] = useState(false);
  const reading = view.advice.read;
  const [states, setStates] = useStored(`draft.${run.id}.${reading?.point ?? ''}.states`);
  const side =
    turning && view.adjuster ? (
      <TurnPad
        run={run.id}
        ways={view.adjuster}
        way={view.advice.move?.way ?? 'out'}
        send={send}
        onDone={() => {
          setTurning(false);
        }}
      />
    ) : reading ? (
      <ReadPad
        key={reading.point + String(view.seq)}
        run={run.id}
        want={reading}
        gauges={run.gauges}
        doubts={run.doubts}
        send={send}
        states={states}
        setStates={setStates}
      />
    ) : null;
  const soFar = <Side run={run} send={send} />;
  const centre = (
    <>
      {back && (
        <Interrupted
          view={view}
          onGoOn={() => {
            setBack(false);
          }}
        />
      )}
      {handle.notice && <Notice text={handle.notice} onClose={handle.clearNotice} />}
      {slow && (
        <Notice
          text={`${handle.waitingFor} ${handle.waitingCount === 1 ? 'One entry is' : `${handle.waitingCount} entries are`} kept here and sent as soon as it answers.`}
        />
      )}
      {stopping && (
        <StopForNow
          send={send}
          onClose={() => {
            setStopping(false);
          }}
        />
      )}
      <Now
        run={run}
        who={who}
        send={send}
        states={states}
        setStates={setStates}
        onOtherTurn={() => {
          setTurning(true);
        }}
      />
    </>
  );
  // a rule without a mark says something only to the one who is about to read it
  const [first, ...others] = view.rules.filter((r) => r.marks.length > 0 || r.id === reading?.point);
  const rules = (
    <>
      {first && <RuleView rule={first} />}
      {others.length > 0 && (
        <Box
          sx={{
            display: 'grid',
            gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: 'repeat(2, minmax(0, 1fr))' },
            columnGap: 3,
          }}
        >
          {others.map((r) => (
            <RuleView key={r.id} rule={r} small />
          ))}
        </Box>
      )}
    </>
  );
  const foot = (
    <RunFoot
      run={run}
      send={send}
      onTurn={() => {
        setTurning(true);
      }}
      onStop={() => {
        setStopping(true);
      }}
    />
  );
  if (phone) {
    return (
      <>
        <RailStrip steps={view.steps} />
        <Box component="main" sx={{ px: 2, pt: 2, flex: 1 }}>
          {centre}
          <Box sx={{ mt: 2 }}>{side}</Box>
          {view.line && (
            <Box sx={{ mt: 2 }}>
              <LineView
                line={view.line}
                {...(reading
                  ? { proved: reading.states.filter((s) => states.split(' ').includes(s.id)).map((s) => s.name) }
                  : {})}
              />
            </Box>
          )}
          {rules}
          <Box sx={{ my: 2 }}>{soFar}</Box>
        </Box>
        {foot}
      </>
    );
  }
  return (
    <>
      <Box component="main" sx={{ flex: 1, minHeight: 0, display: 'flex', flexDirection: 'column' }}>
        {view.line && (
          <Box sx={{ px: 1 }}>
            <LineView
              line={view.line}
              {...(reading
                ? { proved: reading.states.filter((s) => states.split(' ').includes(s.id)).map((s) => s.name) }
                : {})}
            />
          </Box>
        )}
        <Box
          sx={{
            flex: 1,
            minHeight: 0,
            display: 'grid',
            gridTemplateColumns: { xs: '1fr 300px', lg: '216px minmax(0, 1fr) 320px' },
            borderTop: view.line ? 'none' : '1px solid',
            borderColor: 'divider',
          }}
        >
          <Box
            sx={{
              display: { xs: 'none', lg: 'block' },
              borderRight: '1px solid',
              borderColor: 'divider',
              overflowY: 'auto',
            }}
            tabIndex={0}
          >
            <Rail steps={view.steps} />
          </Box>
          <Box tabIndex={0} sx={{ px: 4, py: 2, minWidth: 0, overflowY: { lg: 'auto' } }}>
            <Box sx={{ display: { xs: 'block', lg: 'none' }, mb: 2 }}>
              <RailStrip steps={view.steps} />
            </Box>
            {centre}
            {rules}
          </Box>
          <Box
            component="section"
            aria-label="Pad"
            tabIndex={-1}
            sx={{
              bgcolor: 'sheet',
              borderLeft: '1px solid',
              borderColor: 'divider',
              px: 2,
              py: 1,
              overflowY: { lg: 'auto' },
            }}
          >
            {side ?? soFar}
          </Box>
        </Box>
      </Box>
      {foot}
    </>
  );
}

function Notice({ text, onClose }: { text: string; onClose?: () => void }) {
  return (
    <Box
      role="status"
      sx={{
        display: 'flex',
        alignItems: 'center',
        gap: 2,
        border: '2px solid',
        borderColor: 'text.primary',
        px: 2,
        py: 0.75,
        mb: 2,
        fontSize: 17,
        fontWeight: 500,
      }}
    >
      <Box sx={{ flex: 1 }}>{text}</Box>
      {onClose && (
        <Button variant="text" onClick={onClose}>
          Seen
        </Button>
      )}
    </Box>
  );
}

function StopForNow({ send, onClose }: { send: Send; onClose: () => void }) {
  const [why, setWhy] = useState('');
  const [error, setError] = useState('');
  const go = useNavigate();
  const stop = async () => {
    const problem = await send('paused', { text: why });
    if (problem) setError(problem.detail);
    else void go('/');
  };
  return (
    <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'flex-end', gap: 1.5, mb: 2 }}>
      <Blank label="what cuts in" value={why} onChange={setWhy} error={error} width={300} autoFocus />
      <Button variant="contained" onClick={() => void stop()}>
        Stop for now
      </Button>
      <Button variant="text" onClick={onClose}>
        go on
      </Button>
    </Box>
  );
}
