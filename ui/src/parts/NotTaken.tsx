import { useTimes } from '../api/useTimes';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { Link } from 'react-router';
import { newID } from '../api/ids';
import { keepAsNote, sendAgain, takeOver, throwAway, type Parcel } from '../api/box';
import { wordsOf } from './entryWords';

/** Entries that the server did not take: each with why, and what can be done. Nothing goes but by a tap. */
export function NotTaken({ run, list, who, newest = false }: { run: string; list: Parcel[]; who: string; newest?: boolean }) {
  if (list.length === 0) return null;
  const more = newest ? list.length - 1 : 0;
  return (
    <Box
      component="section"
      role="alert"
      aria-label="Not taken"
      sx={{ border: '4px solid', borderColor: 'error.main', px: 2, py: 1, mb: 2, fontSize: 'plain' }}
    >
      {(more > 0 ? list.slice(-1) : list).map((p) => (
        <One key={p.id} run={run} parcel={p} who={who} />
      ))}
      {more > 0 && (
        <Box component={Link} to="/held" sx={{ color: 'text.primary', display: 'inline-block', py: 1.25, fontSize: 'note' }}>
          {more} more {more === 1 ? 'was' : 'were'} not taken
        </Box>
      )}
    </Box>
  );
}

const small = { minHeight: 48, py: 0.5, px: 1.5, fontSize: 'text' };

function One({ run, parcel, who }: { run: string; parcel: Parcel; who: string }) {
  const says = wordsOf(parcel);
  const why = parcel.refused?.detail ?? '';
  const made = useTimes().moment(parcel.at);
  const theirs = who !== '' && who !== parcel.by;
  const handed = parcel.refused?.status === 403 && !theirs;
  return (
    <Box sx={{ '& + &': { mt: 1, pt: 1, borderTop: '1px solid', borderColor: 'divider' } }}>
      <Box sx={{ overflowWrap: 'anywhere' }}>
        Not taken: <b>{says}</b>{' '}
        <Box component="span" sx={{ color: 'quiet', fontSize: 'note' }}>
          {parcel.by}, {made}
        </Box>
      </Box>
      <Box sx={{ overflowWrap: 'anywhere', fontWeight: 500 }}>{why}</Box>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, mt: 0.75 }}>
        {handed && (
          <Button variant="contained" sx={small} component={Link} to="/who">
            Somebody who may signs in
          </Button>
        )}
        {theirs && (
          <Button
            variant="contained"
            sx={small}
            onClick={() => {
              takeOver(run, parcel.id, who, newID());
            }}
          >
            Enter it as {who}
          </Button>
        )}
        {!theirs && (
          <Button
            variant={handed ? 'outlined' : 'contained'}
            sx={small}
            onClick={() => {
              sendAgain(run, parcel.id);
            }}
          >
            Send again
          </Button>
        )}
        {parcel.kind !== 'note' && (
          <Button
            sx={small}
            onClick={() => {
              keepAsNote(run, parcel.id, who || parcel.by, newID(), `Not taken as an entry (${why}): ${says}, ${parcel.by}, ${made}`);
            }}
          >
            Keep as a note
          </Button>
        )}
        <Button
          variant="text"
          sx={small}
          onClick={() => {
            throwAway(run, parcel.id);
          }}
        >
          Throw away
        </Button>
      </Box>
    </Box>
  );
}
