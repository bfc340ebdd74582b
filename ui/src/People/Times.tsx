import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { useSession, useSigning } from '../api/useSession';
import { useProblem } from '../parts/useProblem';
import { Zone } from '../parts/Zone';

/** Whose clocks days and times are told by; what is chained and exported stays in UTC. */
export function Times() {
  const session = useSession().data;
  const [zone, setZone] = useState<string | null>(null);
  const { at, rest, setProblem } = useProblem();
  const { times } = useSigning();
  const keep = async () => {
    const problem = await times(zone ?? '');
    setProblem(problem);
    if (!problem) setZone(null);
  };
  return (
    <Box component="section" aria-label="Times" sx={{ mt: 3 }}>
      <Box component="h2" sx={{ m: 0, fontSize: 'name', fontWeight: 600 }}>
        Times
      </Box>
      {zone === null ? (
        <Box sx={{ fontSize: 'text', display: 'flex', flexWrap: 'wrap', alignItems: 'center', columnGap: 1 }}>
          <span>
            Days and times are told by the clocks of <b>{session?.times}</b>.
          </span>
          {session?.manage && (
            <Button
              variant="text"
              onClick={() => {
                setZone(session.times);
              }}
            >
              change
            </Button>
          )}
        </Box>
      ) : (
        <Box
          component="form"
          noValidate
          onSubmit={(e) => {
            e.preventDefault();
            void keep();
          }}
          sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'flex-end', gap: 1.5, mt: 1 }}
        >
          <Zone value={zone} onChange={setZone} error={at('zone')} />
          <Button type="submit" variant="contained">
            Keep it
          </Button>
          <Button
            variant="text"
            onClick={() => {
              setZone(null);
            }}
          >
            leave it
          </Button>
          {rest()}
        </Box>
      )}
    </Box>
  );
}
