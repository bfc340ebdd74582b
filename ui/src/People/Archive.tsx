import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import LinearProgress from '@mui/material/LinearProgress';
import { useState } from 'react';
import { useArchiving, useMakeArchive } from '../api/useArchive';
import { Finding } from '../parts/Finding';

/** The whole workshop as one file: made on the server, with how far it is, then saved. */
export function Archive() {
  const { data } = useArchiving(true);
  const make = useMakeArchive();
  const [problem, setProblem] = useState('');
  const begin = async () => {
    setProblem((await make()).problem?.detail ?? '');
  };
  const making = data?.state === 'making';
  return (
    <Box component="section" aria-label="The whole workshop" sx={{ mt: 3 }}>
      <Box component="h2" sx={{ m: 0, fontSize: 'name', fontWeight: 600 }}>
        The whole workshop as one file
      </Box>
      <Box sx={{ fontSize: 'text' }}>
        Everything but what lets somebody in: runs with their chains, photos, sheets, the floor. brankel import loads it into an empty
        database.
      </Box>
      {data?.says && (
        <Box role="status" sx={{ fontSize: 'plain', mt: 0.5 }}>
          {data.says}
        </Box>
      )}
      {making && (
        <LinearProgress
          aria-label="how far it is"
          variant={data.all > 0 ? 'determinate' : 'indeterminate'}
          value={data.all > 0 ? (100 * data.done) / data.all : 0}
          sx={{ mt: 1, height: 8 }}
        />
      )}
      {problem && <Finding>{problem}</Finding>}
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1.5, mt: 1 }}>
        {data?.state === 'ready' && (
          <Button variant="contained" href="/api/v1/archive.tar" download>
            Save it
          </Button>
        )}
        {!making && (
          <Button variant="outlined" onClick={() => void begin()}>
            {data?.state === 'ready' ? 'Make it anew' : 'Make the file'}
          </Button>
        )}
      </Box>
    </Box>
  );
}
