import Box from '@mui/material/Box';
import ButtonBase from '@mui/material/ButtonBase';
import { useState, type ReactNode } from 'react';
import { Link } from 'react-router';
import { useEnterDemo } from '../api/demo';
import { useSession } from '../api/useSession';
import { Finding } from '../parts/Finding';

const look = (first: boolean) => ({
  display: 'block',
  width: '100%',
  p: 2,
  mb: 1.5,
  textAlign: 'left',
  font: 'inherit',
  textDecoration: 'none',
  color: first ? 'background.default' : 'text.primary',
  bgcolor: first ? 'text.primary' : 'sheet',
  border: '2px solid',
  borderColor: 'text.primary',
});

const Way = ({ name, takes, says }: { name: string; takes: string; says: ReactNode }) => (
  <>
    <Box component="span" sx={{ display: 'flex', justifyContent: 'space-between', gap: 2, alignItems: 'baseline' }}>
      <Box component="span" sx={{ fontSize: 'title', fontWeight: 600 }}>
        {name}
      </Box>
      <Box component="span" sx={{ fontSize: 'note', whiteSpace: 'nowrap' }}>
        {takes}
      </Box>
    </Box>
    <Box component="span" sx={{ fontSize: 'plain' }}>
      {says}
    </Box>
  </>
);

/** The way into the demo workshop; nothing where there is none. */
function Demo() {
  const there = useSession().data?.demo === 'beside';
  const enter = useEnterDemo();
  const [going, setGoing] = useState(false);
  const [refused, setRefused] = useState('');
  if (!there) return null;
  const go = async () => {
    setGoing(true);
    const problem = await enter();
    setRefused(problem?.detail ?? '');
    setGoing(!problem); // until the other page is there
  };
  return (
    <>
      <ButtonBase sx={look(false)} disabled={going} onClick={() => void go()}>
        <Way
          name={going ? 'The demo workshop is being set up …' : 'Look around in the demo workshop'}
          takes="five minutes"
          says="A floor beside this one with machines, sheets and runs to try anything on. It is left without a trace by one tap."
        />
      </ButtonBase>
      {refused && <Finding>{refused}</Finding>}
    </>
  );
}

/** A floor with nothing on it: the ways to begin, and how long each takes. */
export function Empty({ manage }: { manage: boolean }) {
  return (
    <Box component="section" aria-label="Begin" sx={{ maxWidth: 860, pt: { xs: 1, md: 3 } }}>
      <Box component="h2" sx={{ m: 0, mb: 2, fontSize: 'title', fontWeight: 600 }}>
        {manage ? 'The floor is empty.' : 'Nothing is on the floor yet: whoever leads the workshop puts the first machine there.'}
      </Box>
      {manage && (
        <Box component={Link} to="/set" sx={look(true)}>
          <Way
            name="Set a cable now"
            takes="ten minutes"
            says="Its kind by a picture, the figures its manual gives, the machine by a name: a led run."
          />
        </Box>
      )}
      <Demo />
      {manage && (
        <>
          <Box component={Link} to="/sheets" sx={look(false)}>
            <Way
              name="Bring a folder"
              takes="a minute"
              says="Sheets of another workshop, one or all of them, as a file. Nothing that is here is written over."
            />
          </Box>
          <Box component={Link} to="/machine/new" sx={{ fontSize: 'plain', color: 'text.primary' }}>
            or put a machine on the floor by its card
          </Box>
        </>
      )}
    </Box>
  );
}
