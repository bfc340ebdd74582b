import Box from '@mui/material/Box';
import useMediaQuery from '@mui/material/useMediaQuery';
import { useState } from 'react';
import { useParams } from 'react-router';
import type { HeldReading, RunView } from '../api/client';
import { apprentice, isPractice } from '../api/ids';
import { Finding } from '../parts/Finding';
import { Foot, Head, lasting } from '../parts/Frame';
import { NotTaken } from '../parts/NotTaken';
import { LineView } from '../parts/LineView';
import { Above } from './Above';
import { Doing } from './doing/Doing';
import { PracticeBar } from './doing/PracticeBar';
import { Pairs, useAlone } from './Alone';
import { Now } from './Now';
import { Unseen } from './panels';
import { Rail, RailStrip } from './Rail';
import { PictureView } from '../parts/PictureView';
import { padSide, type Aside } from './PadSide';
import { RunFoot } from './RunFoot';
import { Side } from './Side';
import { Stands } from './stands/Stands';
import { useSession, useWho } from '../api/useSession';
import { Measured } from './Measured';
import { useNextOnTop } from './useNextOnTop';
import { useStored } from '../stored';
import { useDelayed } from '../useDelayed';
import { useRun, type RunHandle } from '../api/useRun';

export function RunScreen() {
  const { id = '' } = useParams();
  const who = useWho() || (isPractice(id) ? apprentice : '');
  const shows = useSession().data?.shows ?? false;
  const handle = useRun(id, who);
  if (handle.missing)
    return (
      <>
        <Head title="Brankel" tab="Run" />
        <Box sx={{ p: 3 }}>
          <Finding>{handle.missing}</Finding>
          <NotTaken run={id} list={handle.notTaken} who={who} />
        </Box>
        <Foot />
      </>
    );
  if (!handle.run) return <Head title="Brankel" tab="Run" />;
  return (
    <Box sx={{ minHeight: '100dvh', height: { lg: '100dvh' }, display: 'flex', flexDirection: 'column' }}>
      <Head
        title={handle.run.practice ? `“${handle.run.practice.title}”` : `${handle.run.machine} · ${handle.run.cable}`}
        about={handle.run.view.applies ?? handle.run.machine_note}
      />
      <PracticeBar run={handle.run} />
      {/* at a wall everything is seen and nothing can be tapped */}
      <Box component="fieldset" disabled={shows} sx={{ display: 'contents', border: 0, m: 0, p: 0 }}>
        <Work key={id} handle={handle} run={handle.run} who={who} shows={shows} />
      </Box>
    </Box>
  );
}

function Work({ handle, run, who, shows }: { handle: RunHandle; run: RunView; who: string; shows: boolean }) {
  const { view } = run;
  const { alone, setAlone, send: entered } = useAlone(run, handle.send);
  const phone = useMediaQuery('(max-width: 899px)');
  const { send, top } = useNextOnTop(entered, phone);
  const [back, setBack] = useState(run.interrupted);
  // an entry on its way for a moment is no news, and a line that comes and goes would move what is about to be tapped
  const slow = useDelayed(handle.waitingCount > 0, 1500) && handle.waitingCount > 0;
  const [aside, setAside] = useState<Aside>('');
  const [stopping, setStopping] = useState(false);
  const reading = view.advice.read;
  const [states, setStates] = useStored(`draft.${run.id}.${reading?.point ?? ''}.states`);
  const [unseen, setUnseen] = useState('');
  const [held, setHeld] = useState<HeldReading | null>(null);
  const side = !shows && padSide({ run, send, states, setStates, aside, setAside, held });
  const soFar = <Side run={run} send={send} />;
  const centre = (
    <>
      <Above
        handle={handle}
        run={run}
        who={who}
        send={send}
        stopping={stopping}
        onStopped={() => {
          setStopping(false);
        }}
        back={back}
        onGoOn={() => {
          setBack(false);
        }}
        unseen={unseen}
        slow={slow}
      />
      <Box ref={top} sx={{ scrollMarginTop: 68 }} />
      <Now
        run={run}
        who={who}
        send={send}
        busy={handle.waitingCount > 0}
        waiting={handle.waitingCount > 0 && !slow}
        states={states}
        setStates={setStates}
        onOtherTurn={() => {
          setAside('turn');
        }}
        pairs={!run.practice && <Pairs run={run} alone={alone} setAlone={setAlone} />}
        doing={run.practice && <Doing run={run} onHeld={setHeld} states={states} setStates={setStates} />}
      />
    </>
  );
  const confirmed = states.split(' ');
  const proved = reading?.states.filter((s) => confirmed.includes(s.id)).map((s) => s.name);
  const drawing = view.picture ? (
    <PictureView picture={view.picture} proved={proved} />
  ) : (
    view.line && <LineView line={view.line} {...(proved ? { proved } : {})} />
  );
  const foot = !shows && (
    <RunFoot
      run={run}
      send={send}
      onTurn={() => {
        setAside('turn');
      }}
      onPhoto={() => {
        setAside('photo');
      }}
      onStop={() => {
        setStopping(true);
      }}
    />
  );
  if (phone) {
    return (
      <Unseen value={setUnseen}>
        <Stands view={view} send={send} />
        <RailStrip steps={view.steps} because={view.because} />
        <Box component="main" sx={{ px: 2, pt: 2, flex: 1 }}>
          {centre}
          <Box sx={{ mt: 1 }}>{side}</Box>
          {view.line && <Box sx={{ mt: 2 }}>{drawing}</Box>}
          <Measured view={view} point={reading?.point ?? ''} />
          <Box sx={{ my: 2 }}>{soFar}</Box>
        </Box>
        {foot}
      </Unseen>
    );
  }
  return (
    <Unseen value={setUnseen}>
      <Stands view={view} send={send} />
      <Box
        component="main"
        sx={{
          flex: 1,
          minHeight: 0,
          display: 'grid',
          gridTemplateColumns: { xs: '1fr 300px', lg: '216px minmax(0, 1fr) 320px' },
          gridTemplateRows: 'auto minmax(0, 1fr)',
          borderTop: view.line ? 'none' : '1px solid',
          borderColor: 'divider',
        }}
      >
        <Box
          sx={{ gridRow: 1, gridColumn: '1 / -1', px: view.line ? 1 : 0, minWidth: 0, '[data-gloves] &': { gridColumn: { lg: '1 / 3' } } }}
        >
          {view.line && drawing}
        </Box>
        <Box
          sx={{
            gridRow: 2,
            display: { xs: 'none', lg: 'flex' },
            flexDirection: 'column',
            minHeight: 0,
            borderRight: '1px solid',
            borderColor: 'divider',
          }}
        >
          <Box sx={{ flex: 1, overflowY: 'auto', position: 'relative' }} tabIndex={0}>
            <Rail steps={view.steps} because={view.because} />
          </Box>
          <Box sx={{ px: 2, py: 0.75, fontSize: 'fine', lineHeight: 1.25, color: 'quiet', borderTop: '1px solid', borderColor: 'divider' }}>
            {lasting}
          </Box>
        </Box>
        <Box tabIndex={0} sx={{ gridRow: 2, px: 4, py: 2, minWidth: 0, overflowY: { lg: 'auto' }, position: 'relative' }}>
          <Box sx={{ display: { xs: 'block', lg: 'none' }, mb: 2 }}>
            <RailStrip steps={view.steps} because={view.because} />
          </Box>
          {centre}
          <Measured view={view} point={reading?.point ?? ''} />
        </Box>
        <Box
          component="section"
          aria-label="Pad"
          tabIndex={-1}
          sx={{
            gridRow: 2,
            '[data-gloves] &': { gridRow: { lg: '1 / 3' }, gridColumn: { lg: 3 } }, // keys are larger: beside the picture they all are in sight
            bgcolor: 'sheet',
            borderLeft: '1px solid',
            borderColor: 'divider',
            px: 2,
            py: 1,
            overflowY: { lg: 'auto' },
            position: 'relative', // what is hidden for the eye lies in the pane, and makes no page longer
          }}
        >
          {side || soFar}
        </Box>
      </Box>
      {foot}
    </Unseen>
  );
}
