import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import type { Exercise, Offer } from '../api/client';
import { useBegin, useOffer } from '../api/usePractice';
import { useSession } from '../api/useSession';
import { Finding } from '../parts/Finding';
import { Foot, Head } from '../parts/Frame';
import { OneOf } from '../parts/Toggle';
import { Forget } from './Forget';
import { HandOut } from './HandOut';
import { HabitPlot } from './HabitPlot';
import { HabitsOf } from './HabitsOf';
import { gradeChoices, grades } from './grades';
import { passed } from './passedOn';
import { PassedOn } from './PassedOn';

type Start = (what: { exercise?: string; family?: string; grade?: number; seed?: number }) => void;

/** The room where it is learnt: a rig with something hidden in it, by surprise or by its complaint. */
export function PracticeScreen() {
  const { data } = useOffer();
  const session = useSession().data;
  const inside = session?.state === 'in';
  const manage = session?.manage ?? false;
  const { begin } = useBegin();
  const [problem, setProblem] = useState('');
  const [family, setFamily] = useState('');
  const go = useNavigate();
  const one = passed(useSearchParams()[0]);
  const start: Start = (what) =>
    void begin(what).then(({ data, problem }) => {
      setProblem(problem?.detail ?? '');
      if (data) void go(`/run/${data.id}`);
    });
  return (
    <Box sx={{ minHeight: '100dvh', display: 'flex', flexDirection: 'column' }}>
      <Head title="Brankel" tab="Practice" rooms={inside} home={inside} />
      <Box component="main" sx={{ flex: 1, px: { xs: 1.5, md: 2.75 }, py: 2 }}>
        <Box component="h1" sx={{ m: 0, fontSize: 'large', fontWeight: 600, lineHeight: 1.15 }}>
          Practice
        </Box>
        <Box sx={{ fontSize: 'plain', color: 'quiet', mb: 1.5 }}>
          A rig with something hidden in it: find it, set it or leave it, sign. It is on no record.
        </Box>
        {problem && <Finding>{problem}</Finding>}
        {data && (
          <Box sx={{ display: 'grid', gridTemplateColumns: { xs: 'minmax(0, 1fr)', lg: 'minmax(0, 1fr) 320px' }, columnGap: 5, rowGap: 3 }}>
            <Box>
              {one && <PassedOn one={one} offer={data} inside={inside} onBegin={start} />}
              <Surprise offer={data} family={family} setFamily={setFamily} onBegin={start} grown={inside} />
              {data.begun.map((b) => (
                <Box
                  key={b.run}
                  component={Link}
                  to={`/run/${b.run}`}
                  sx={{ display: 'block', py: 1, fontSize: 'plain', color: 'text.primary' }}
                >
                  go on with “{b.title}”
                </Box>
              ))}
              {data.families
                .filter((f) => family === '' || f.id === family)
                .map((f) => (
                  <Family key={f.id} says={f.says} list={data.exercises.filter((e) => e.family === f.id)} onBegin={start} manage={manage} />
                ))}
            </Box>
            {inside && (
              <Box>
                <Own offer={data} />
                {manage && <HabitsOf />}
              </Box>
            )}
          </Box>
        )}
      </Box>
      <Foot>
        {manage && (
          <Box component={Link} to="/sheets" sx={{ color: 'text.primary', py: 1 }}>
            make one of a sheet
          </Box>
        )}
      </Foot>
    </Box>
  );
}

/** One tap for any of a family and grade. */
function Surprise({
  offer,
  family,
  setFamily,
  onBegin,
  grown,
}: {
  offer: Offer;
  family: string;
  setFamily: (f: string) => void;
  onBegin: Start;
  grown: boolean; // all grades are open
}) {
  const [grade, setGrade] = useState('1');
  return (
    <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'flex-end', gap: 1.5, mb: 1 }}>
      <Box sx={{ minWidth: 0 }}>
        <Box component="label" htmlFor="family" sx={{ display: 'block', fontSize: 'note', color: 'quiet' }}>
          kind of rig
        </Box>
        <Box
          component="select"
          id="family"
          value={family}
          onChange={(e: React.ChangeEvent<HTMLSelectElement>) => {
            setFamily(e.target.value);
          }}
          sx={{ font: 'inherit', fontSize: 'plain', minHeight: 44, maxWidth: '100%', bgcolor: 'sheet', color: 'text.primary' }}
        >
          <option value="">any</option>
          {offer.families.map((f) => (
            <option key={f.id} value={f.id}>
              {f.says}
            </option>
          ))}
        </Box>
      </Box>
      {grown && (
        <Box>
          <Box sx={{ fontSize: 'note', color: 'quiet' }}>grade</Box>
          <OneOf label="grade" options={gradeChoices} value={grade} onChange={setGrade} />
        </Box>
      )}
      <Button
        variant="contained"
        onClick={() => {
          onBegin({ ...(family ? { family } : {}), grade: grown ? Number(grade) : 1 });
        }}
      >
        Surprise me
      </Button>
    </Box>
  );
}

function Family({ says, list, onBegin, manage }: { says: string; list: Exercise[]; onBegin: Start; manage: boolean }) {
  if (list.length === 0) return null;
  return (
    <Box component="section" aria-label={says} sx={{ mt: 2 }}>
      <Box component="h2" sx={{ m: 0, fontSize: 'name', fontWeight: 600, borderBottom: '1px solid', borderColor: 'divider' }}>
        {says}
      </Box>
      {list.map((e) => (
        <Box key={e.id} sx={{ display: 'flex', alignItems: 'center', gap: 2, py: 0.5, borderBottom: '1px solid', borderColor: 'divider' }}>
          <Box sx={{ flex: 1, minWidth: 0, lineHeight: 1.25 }}>
            <Box sx={{ fontSize: 'plain', fontWeight: 500 }}>“{e.title}”</Box>
            <Box sx={{ fontSize: 'note', color: 'quiet' }}>
              {grades[e.grade]}
              {e.by ? ` · by ${e.by}` : ''}
              {e.ended > 0 ? ` · best ${String(Math.round(e.best))} of 100` : ''}
            </Box>
          </Box>
          {e.by && manage && <HandOut exercise={e} />}
          <Button
            aria-label={`Begin ${e.title}`}
            sx={{ minHeight: 48, py: 0.5, px: 2, fontSize: 'text' }}
            onClick={() => {
              onBegin({ exercise: e.id });
            }}
          >
            {e.ended > 0 ? 'again' : 'begin'}
          </Button>
        </Box>
      ))}
    </Box>
  );
}

/** What one made of it so far: for oneself and a lead to see, gone with one tap. */
function Own({ offer }: { offer: Offer }) {
  const told = offer.habits.filter((h) => h.kept.length > 0);
  return (
    <Box component="section" aria-label="Your habits">
      <Box component="h2" sx={{ m: 0, fontSize: 'name', fontWeight: 600 }}>
        Your habits
      </Box>
      {told.length === 0 && <Box sx={{ fontSize: 'text', color: 'quiet', mt: 0.5 }}>They are seen here after the first exercise.</Box>}
      {told.map((h) => (
        <HabitPlot key={h.mark} habit={h} />
      ))}
      {told.length > 0 && <Forget />}
    </Box>
  );
}
