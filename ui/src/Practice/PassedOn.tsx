import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import type { Offer } from '../api/client';
import { Finding } from '../parts/Finding';
import { grades } from './grades';

/** A rig that somebody passed on by its address: the same one as theirs, one tap away. */
export function PassedOn({
  one,
  offer,
  inside,
  onBegin,
}: {
  one: { exercise: string; seed?: number };
  offer: Offer;
  inside: boolean;
  onBegin: (one: { exercise: string; seed?: number }) => void;
}) {
  const e = offer.exercises.find((e) => e.id === one.exercise);
  if (!e)
    return (
      <Finding>
        {inside
          ? 'The rig that was passed on is none that is here for you: whoever made it must hand it to you first. Take another below.'
          : 'The rig that was passed on is open to whoever is signed in, if it is here at all. Sign in and open the link once more, or take one below.'}
      </Finding>
    );
  return (
    <Box
      component="section"
      aria-label="Passed on"
      sx={{
        display: 'flex',
        flexWrap: 'wrap',
        alignItems: 'center',
        gap: 2,
        border: '2px solid',
        borderColor: 'text.primary',
        p: 1.5,
        mb: 2,
      }}
    >
      <Box sx={{ flex: 1, minWidth: 200, lineHeight: 1.25 }}>
        <Box sx={{ fontSize: 'note', color: 'quiet' }}>passed on to you, {one.seed === undefined ? 'any rig of' : 'the same rig of'}</Box>
        <Box sx={{ fontSize: 'name', fontWeight: 600 }}>“{e.title}”</Box>
        <Box sx={{ fontSize: 'note', color: 'quiet' }}>{grades[e.grade]}</Box>
      </Box>
      <Button
        variant="contained"
        onClick={() => {
          onBegin(one);
        }}
      >
        Begin this one
      </Button>
    </Box>
  );
}
