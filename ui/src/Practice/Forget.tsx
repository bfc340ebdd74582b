import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { useForget } from '../api/usePractice';
import { Finding } from '../parts/Finding';

/** All that one practised, gone. */
export function Forget() {
  const forget = useForget();
  const [problem, setProblem] = useState('');
  return (
    <Box sx={{ mt: 2 }}>
      <Button
        variant="text"
        sx={{ ml: -1.25 }}
        onClick={() =>
          void forget().then(({ problem }) => {
            setProblem(problem?.detail ?? '');
          })
        }
      >
        forget all I practised
      </Button>
      {problem && <Finding>{problem}</Finding>}
    </Box>
  );
}
