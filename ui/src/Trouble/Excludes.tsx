import Box from '@mui/material/Box';
import type { TroubleView } from '../api/client';
import { answered } from './answered';
import { Mark } from './Mark';
import { Answers } from './NextTest';

/** What must be excluded before any cable is touched, each with the look that does it. */
export function Excludes({
  view,
  done,
  answer,
}: {
  view: TroubleView;
  done: string[]; // tests that were answered or left out
  answer: (test: string, text: string) => void;
}) {
  return (
    <>
      {view.exclude.map((e) => (
        <Box
          key={e.id}
          aria-busy={done.includes(e.test)}
          sx={{ border: '2px solid', borderColor: 'error.main', px: 1.5, py: 1, mb: 1, ...(done.includes(e.test) ? answered : {}) }}
        >
          <Box sx={{ display: 'flex', alignItems: 'center', gap: 1, color: 'error.main', fontWeight: 600 }}>
            <Mark text="!" sharp />
            exclude first: {e.says}
          </Box>
          <Box sx={{ fontSize: 'text', my: 0.75 }}>
            {e.asks}
            {e.how ? ` – ${e.how}` : ''}
          </Box>
          <Answers test={e} answer={answer} />
        </Box>
      ))}
    </>
  );
}
