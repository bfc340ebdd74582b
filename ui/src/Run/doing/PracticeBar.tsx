import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import type { RunView } from '../../api/client';
import { useEnd } from '../../api/usePractice';
import { Finding } from '../../parts/Finding';

const grades = ['', 'first', 'second', 'third'];

/** That this is an exercise, on every screen of it, and the way to its end. */
export function PracticeBar({ run }: { run: RunView }) {
  const p = run.practice;
  const [ending, setEnding] = useState(false);
  const [cause, setCause] = useState('');
  const [problem, setProblem] = useState('');
  const end = useEnd(run.id);
  const go = useNavigate();
  if (!p) return null;
  const over = async () => {
    const { problem } = await end(cause);
    setProblem(problem?.detail ?? '');
    if (!problem) await go(`/practice/${run.id}`);
  };
  const signed = Boolean(run.view.signed);
  return (
    <Box
      component="section"
      aria-label="Practice"
      sx={{ bgcolor: 'wash', borderBottom: '1px solid', borderColor: 'divider', px: { xs: 1.5, md: 2.75 }, py: 0.5 }}
    >
      <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', columnGap: 2 }}>
        <Box sx={{ fontSize: 'text', fontWeight: 600 }}>Practice, on no record</Box>
        <Box sx={{ fontSize: 'note', color: 'quiet', flex: '1 1 200px' }}>
          {grades[p.grade]} grade · seed {p.seed} · {Math.round(p.minutes)} min of hands
        </Box>
        {p.ended ? (
          <Button variant="contained" component={Link} to={`/practice/${run.id}`} sx={{ minHeight: 44, py: 0.5 }}>
            how it went
          </Button>
        ) : (
          <Button
            variant={signed ? 'contained' : 'text'}
            sx={{ minHeight: 44, py: 0.5 }}
            onClick={() => {
              if (signed) void over();
              else setEnding(!ending);
            }}
          >
            {signed ? 'see how it went' : 'end it'}
          </Button>
        )}
      </Box>
      {ending && !signed && (
        <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'flex-end', gap: 1.5, py: 1 }}>
          <Box>
            <Box component="label" htmlFor="end-cause" sx={{ display: 'block', fontSize: 'note', color: 'quiet' }}>
              it is not to be set: what is wrong
            </Box>
            <Box
              component="select"
              id="end-cause"
              value={cause}
              onChange={(e: React.ChangeEvent<HTMLSelectElement>) => {
                setCause(e.target.value);
              }}
              sx={{ font: 'inherit', fontSize: 'plain', minHeight: 48, maxWidth: '100%', bgcolor: 'sheet', color: 'text.primary' }}
            >
              <option value="">I do not know</option>
              {p.causes.map((c) => (
                <option key={c.id} value={c.id}>
                  {c.says}
                </option>
              ))}
            </Box>
          </Box>
          <Button variant="contained" sx={{ minHeight: 48, py: 0.5 }} onClick={() => void over()}>
            Stop here, see how it went
          </Button>
        </Box>
      )}
      {!signed && <Box sx={{ fontSize: 'text', lineHeight: 1.3, display: { xs: 'none', md: 'block' } }}>{p.complaint}</Box>}
      {problem && <Finding>{problem}</Finding>}
    </Box>
  );
}
