import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { Link } from 'react-router';
import { newID } from '../api/ids';
import { keepAsNote, sendAgain, takeOver, throwAway, type Parcel } from '../api/box';
import { wordsOf } from './entryWords';

/** Entries that the server did not take: each with why, and what can be done. Nothing goes but by a tap. */
export function NotTaken({ run, list, who }: { run: string; list: Parcel[]; who: string }) {
  if (list.length === 0) return null;
  return (
    <Box
      component="section"
      role="alert"
      aria-label="Not taken"
      sx={{ border: '4px solid', borderColor: 'error.main', px: 2, py: 1.25, mb: 2, fontSize: 18 }}
    >
      <Box sx={{ fontWeight: 600 }}>
        {list.length === 1 ? 'One entry was not taken. It is still here.' : `${list.length} entries were not taken. They are still here.`}
      </Box>
      {list.map((p) => (
        <One key={p.id} run={run} parcel={p} who={who} />
      ))}
    </Box>
  );
}

function One({ run, parcel, who }: { run: string; parcel: Parcel; who: string }) {
  const says = wordsOf(parcel);
  const why = parcel.refused?.detail ?? '';
  const made = new Date(parcel.at).toLocaleString([], { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' });
  const theirs = who !== '' && who !== parcel.by;
  return (
    <Box sx={{ mt: 1.25, pt: 1, borderTop: '1px solid', borderColor: 'divider' }}>
      <Box sx={{ overflowWrap: 'anywhere' }}>
        <b>{says}</b>{' '}
        <Box component="span" sx={{ color: 'quiet', fontSize: 16 }}>
          {parcel.by}, {made}
        </Box>
      </Box>
      <Box sx={{ overflowWrap: 'anywhere' }}>{why}</Box>
      {parcel.refused?.status === 403 && !theirs && (
        <Box sx={{ fontSize: 16 }}>
          Hand it to somebody who may: they{' '}
          <Box component={Link} to="/who" sx={{ color: 'text.primary', display: 'inline-block', py: 1.25 }}>
            sign in on this device
          </Box>
          , and it can be entered as theirs.
        </Box>
      )}
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, mt: 0.75 }}>
        {theirs ? (
          <Button
            variant="contained"
            onClick={() => {
              takeOver(run, parcel.id, who, newID());
            }}
          >
            Enter it as {who}
          </Button>
        ) : (
          <Button
            variant="contained"
            onClick={() => {
              sendAgain(run, parcel.id);
            }}
          >
            Send again
          </Button>
        )}
        {parcel.kind !== 'note' && (
          <Button
            onClick={() => {
              keepAsNote(run, parcel.id, who || parcel.by, newID(), `Not taken as an entry (${why}): ${says}, ${parcel.by}, ${made}`);
            }}
          >
            Keep as a note
          </Button>
        )}
        <Button
          variant="text"
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
