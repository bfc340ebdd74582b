import Box from '@mui/material/Box';
import type { TroubleView } from '../api/client';
import { Mark } from './Mark';
import { Answers } from './NextTest';

/** What must be excluded before any cable is touched, each with the look that does it. */
export function Excludes({ view, answer }: { view: TroubleView; answer: (test: string, text: string) => void }) {
  return (
    <>
      {view.exclude.map((e) => (
        <Box key={e.id} sx={{ border: '2px solid', borderColor: 'error.main', px: 1.5, py: 1, mb: 1 }}>
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
