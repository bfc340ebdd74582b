import Box from '@mui/material/Box';
import { useState } from 'react';
import type { Exercise } from '../api/client';
import { usePeople } from '../api/usePeople';
import { useHandOut } from '../api/usePractice';
import { Finding } from '../parts/Finding';

/** For whom an exercise is that a lead composed. */
export function HandOut({ exercise }: { exercise: Exercise }) {
  const people = usePeople().data ?? [];
  const hand = useHandOut();
  const [problem, setProblem] = useState('');
  return (
    <Box sx={{ minWidth: 0 }}>
      <Box
        component="select"
        aria-label={`for whom: ${exercise.title}`}
        value={exercise.for ?? ''}
        onChange={(e: React.ChangeEvent<HTMLSelectElement>) =>
          void hand(exercise.id, e.target.value).then(({ problem }) => {
            setProblem(problem?.detail ?? '');
          })
        }
        sx={{ font: 'inherit', fontSize: 'text', minHeight: 48, maxWidth: 140, bgcolor: 'sheet', color: 'text.primary' }}
      >
        <option value="">for all</option>
        {people.map((p) => (
          <option key={p.id} value={p.id}>
            for {p.name}
          </option>
        ))}
      </Box>
      {problem && <Finding>{problem}</Finding>}
    </Box>
  );
}
