import Box from '@mui/material/Box';
import { useState } from 'react';
import { Link } from 'react-router';
import type { Problem, SheetPage } from '../api/client';
import { useCorrect, useCorrections, useSecondMoves } from '../api/useRules';
import { Finding } from '../parts/Finding';
import { LessonView, RevisedTo } from '../parts/Lessons';

/** What the runs of a sheet say against its figures; whoever leads writes it by one tap. */
export function RunsSay({ hash, manage }: { hash: string; manage: boolean }) {
  const { data } = useCorrections(hash);
  const correct = useCorrect(hash);
  const [kept, setKept] = useState<SheetPage | null>(null);
  const [problem, setProblem] = useState<Problem | null>(null);
  const take = async (path: string) => {
    const done = await correct(path);
    setProblem(done.problem ?? null);
    if (done.data) setKept(done.data);
  };
  if (!data || (data.moved === 0 && !kept)) return null;
  return (
    <Box component="section" aria-label="What its runs say" sx={{ mt: 1.5, maxWidth: 760 }}>
      <Box component="h2" sx={{ m: 0, fontSize: 'plain', fontWeight: 600 }}>
        What its runs say
      </Box>
      <Box sx={{ fontSize: 'text' }}>{data.says}</Box>
      {data.lessons.map((l) => (
        <LessonView key={l.path} lesson={l} manage={manage} onTake={() => void take(l.path)} />
      ))}
      {problem && <Finding>{problem.detail}</Finding>}
      {kept && <RevisedTo page={kept} />}
    </Box>
  );
}

/** The sheets whose first advice needed a second move, the most often first. */
export function SecondMoves() {
  const { data } = useSecondMoves();
  if (!data || data.length === 0) return null;
  return (
    <Box component="section" aria-label="Second moves" sx={{ borderTop: '2px solid', borderColor: 'text.primary', mt: 3, pt: 1.5 }}>
      <Box component="h2" sx={{ m: 0, fontSize: 'head', fontWeight: 600 }}>
        Where the first advice did not suffice
      </Box>
      <Box component="ul" sx={{ m: 0, p: 0, listStyle: 'none', fontSize: 'plain' }}>
        {data.map((m) => (
          <Box component="li" key={m.sheet} sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 1.5, alignItems: 'center' }}>
            <Box component={Link} to={`/sheets/${m.hash}`} sx={{ color: 'text.primary', py: 1.25, fontWeight: 600 }}>
              Sheet {m.sheet} · {m.cable}
            </Box>
            <span>{m.says}</span>
          </Box>
        ))}
      </Box>
    </Box>
  );
}
