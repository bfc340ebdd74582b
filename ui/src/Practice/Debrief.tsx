import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { whyNot } from '../api/ask';
import type { Debriefed } from '../api/client';
import { useBegin, useDebrief, useStep } from '../api/usePractice';
import { Finding } from '../parts/Finding';
import { Foot, Head } from '../parts/Frame';
import { PictureView } from '../parts/PictureView';
import { Share } from '../parts/Share';
import { grades } from './grades';
import { HabitPlot } from './HabitPlot';
import { Marks } from './Marks';
import { passedOn } from './passedOn';
import { Truths } from './Truths';
import { TwoLines } from './TwoLines';

/** What an exercise hid, beside what was made of it. */
export function DebriefScreen() {
  const { run = '' } = useParams();
  const { data, error } = useDebrief(run);
  return (
    <Box sx={{ minHeight: '100dvh', display: 'flex', flexDirection: 'column' }}>
      <Head
        title={data ? `Practice: “${data.title}”` : 'Practice'}
        tab="How it went"
        about={data ? `${grades[data.grade] ?? ''} · seed ${String(data.seed)} · on no record` : ''}
        home={false}
      >
        <Button variant="text" component={Link} to="/practice">
          another one
        </Button>
      </Head>
      {error && (
        <Box sx={{ p: 3 }}>
          <Finding>{whyNot(error)}</Finding>
        </Box>
      )}
      {data && <Went key={run} of={data} />}
      <Foot />
    </Box>
  );
}

function Went({ of }: { of: Debriefed }) {
  const [at, setAt] = useState(0); // the entry that is played back; 0 is the end
  const step = useStep(of.run, at).data;
  const picture = (at > 0 ? step?.picture : undefined) ?? of.picture;
  const truths = (at > 0 ? step?.truths : undefined) ?? of.debrief.truths;
  const { debrief, score } = of;
  const pair = (says: string, [you, other]: number[]) => `${says} ${String(you ?? 0)} against ${String(other ?? 0)}`;
  return (
    <Box component="main" sx={{ flex: 1 }}>
      {picture && (
        <Box sx={{ px: 1, pt: 1 }}>
          <PictureView picture={picture} />
        </Box>
      )}
      <Box
        sx={{
          display: 'grid',
          gridTemplateColumns: { xs: 'minmax(0, 1fr)', lg: 'minmax(0, 1fr) 380px' },
          borderTop: '1px solid',
          borderColor: 'divider',
        }}
      >
        <Box sx={{ px: { xs: 1.5, md: 2.75 }, py: 2, minWidth: 0 }}>
          <Box component="h2" sx={{ m: 0, fontSize: { xs: 'title', md: 'large' }, fontWeight: 600, lineHeight: 1.15 }}>
            {debrief.head}
          </Box>
          {score.failed && <Finding>{score.failed}</Finding>}
          <Box sx={{ mt: 1, fontSize: 'name', fontWeight: 600, color: 'error.main', lineHeight: 1.25 }}>
            this was hidden: {debrief.hidden}
          </Box>
          <Box sx={{ mt: 0.5, fontSize: 'plain', lineHeight: 1.3, maxWidth: 760 }}>
            {debrief.learns} Set wrong: {debrief.would}
          </Box>
          <TwoLines of={debrief} onAt={setAt} />
          <Box sx={{ mt: 1, fontSize: 'note', color: 'quiet' }}>
            {[pair('readings', debrief.readings), pair('turns', debrief.turns), pair('minutes', debrief.minutes.map(Math.round))].join(
              ' · ',
            )}
          </Box>
          <Truths list={truths} after={at} />
        </Box>
        <Aside of={of} />
      </Box>
    </Box>
  );
}

/** The one habit to work on, what was scored, and the way to do it again. */
function Aside({ of }: { of: Debriefed }) {
  const { debrief, score } = of;
  const { again } = useBegin();
  const [problem, setProblem] = useState('');
  const go = useNavigate();
  const back = (from: number) =>
    void again(of.run, from).then(({ data, problem }) => {
      setProblem(problem?.detail ?? '');
      if (data) void go(`/run/${data.id}`);
    });
  const plot = of.habits.find((h) => h.mark === debrief.habit.mark && h.kept.length > 1);
  const parted = debrief.parted ? debrief.you[debrief.parted.you]?.from : undefined;
  return (
    <Box
      component="section"
      aria-label="One habit"
      sx={{
        bgcolor: 'sheet',
        borderLeft: { lg: '1px solid' },
        borderTop: { xs: '1px solid', lg: 0 },
        borderColor: { xs: 'divider', lg: 'divider' },
        px: 3,
        py: 2,
      }}
    >
      {debrief.habit.says && (
        <>
          <Box sx={{ fontSize: 'plain', fontWeight: 600 }}>One habit</Box>
          <Box sx={{ fontSize: 'title', fontWeight: 600, lineHeight: 1.2, mb: 0.5 }}>{debrief.habit.says}</Box>
          {plot && <HabitPlot habit={{ ...plot, says: '' }} />}
        </>
      )}
      <Marks score={score} />
      <Box sx={{ display: 'grid', gap: 1, mt: 2 }}>
        {parted !== undefined && parted > 1 && (
          <Button
            variant="contained"
            onClick={() => {
              back(parted);
            }}
          >
            Again, from where you parted
          </Button>
        )}
        <Button
          onClick={() => {
            back(0);
          }}
        >
          The same rig again
        </Button>
      </Box>
      {problem && <Finding>{problem}</Finding>}
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, mt: 1, ml: -1.25 }}>
        <Button variant="text" component={Link} to={`/whatif?run=${of.run}`}>
          what if, on this rig
        </Button>
        <Button variant="text" component={Link} to={`/trouble?run=${of.run}`}>
          look for the trouble
        </Button>
        <Share
          of="this rig"
          copied="Copied: whoever opens it finds the same rig."
          address={`${window.location.origin}${passedOn(of.id, of.seed)}`}
        />
      </Box>
    </Box>
  );
}
