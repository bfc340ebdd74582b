import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { api, answered, type Lesson, type Problem, type SheetPage } from '../api/client';
import { useChange } from '../api/ask';
import { keys } from '../api/keys';
import { useSession } from '../api/useSession';
import { Finding } from './Finding';

/** What a signed run teaches of its sheet, with its evidence; whoever leads takes it over by one tap. */
export function Lessons({ run }: { run: string }) {
  const manage = useSession().data?.manage ?? false;
  const { data } = useQuery({
    queryKey: keys.lessons(run),
    retry: false,
    meta: { told: 'all' }, // a run that teaches nothing says nothing
    queryFn: () => answered(api.GET('/api/v1/runs/{run}/lessons', { params: { path: { run } } })),
  });
  const [kept, setKept] = useState<SheetPage | null>(null);
  const [problem, setProblem] = useState<Problem | null>(null);
  const change = useChange<SheetPage>((_, client) => client.invalidateQueries({ queryKey: keys.lessons(run) }));
  const take = async (path: string) => {
    const done = await change(() => api.POST('/api/v1/runs/{run}/learn', { params: { path: { run } }, body: { path } }));
    setProblem(done.problem ?? null);
    if (done.data) setKept(done.data);
  };
  if ((data ?? []).length === 0 && !kept) return null;
  return (
    <Box component="section" aria-label="What this run teaches" sx={{ mt: 3, maxWidth: 760 }}>
      <Box component="h3" sx={{ m: 0, fontSize: 'head', fontWeight: 600 }}>
        What this run teaches
      </Box>
      {(data ?? []).map((l) => (
        <LessonView key={l.path} lesson={l} manage={manage} onTake={() => void take(l.path)} />
      ))}
      {problem && <Finding>{problem.detail}</Finding>}
      {kept && <RevisedTo page={kept} />}
    </Box>
  );
}

/** A figure that the next revision of a sheet should have, with its evidence. */
export function LessonView({ lesson: l, manage, onTake }: { lesson: Lesson; manage: boolean; onTake: () => void }) {
  return (
    <Box sx={{ mt: 1 }}>
      <Box sx={{ fontSize: 'plain' }}>{l.says}</Box>
      {l.sourced && (
        <Box sx={{ fontSize: 'note', color: 'quiet' }}>Its source gives {l.was}: look there again before you write another figure.</Box>
      )}
      {l.measured && !l.sourced && (
        <Box sx={{ fontSize: 'note', color: 'quiet' }}>{l.runs.length} runs agree: it is measured, and assumed no longer.</Box>
      )}
      {manage ? (
        <Button variant="outlined" sx={{ mt: 1 }} onClick={onTake}>
          {`Write ${String(l.value)} ${l.unit} on the sheet`}
        </Button>
      ) : (
        <Box sx={{ fontSize: 'note', color: 'quiet' }}>Whoever leads can write it on the sheet.</Box>
      )}
    </Box>
  );
}

/** The revision that a lesson became. */
export function RevisedTo({ page }: { page: SheetPage }) {
  return (
    <Box role="status" sx={{ mt: 1, fontSize: 'plain' }}>
      <Box component={Link} to={`/sheets/${page.hash}`} sx={{ color: 'text.primary' }}>
        Sheet {page.sheet.id} is revision {page.sheet.revision} now
      </Box>
      : the next run begins with it.
    </Box>
  );
}
