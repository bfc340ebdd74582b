import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { Finding } from '../parts/Finding';
import type { useTilt } from './useTilt';

const small = { minHeight: 48, py: 0.5, px: 1.5, fontSize: 'text' };

/** The phone as a protractor: laid along the datum it is zeroed, laid along the lever it tells. */
export function Tilt({ tilt }: { tilt: ReturnType<typeof useTilt> }) {
  return (
    <Box sx={{ display: 'grid', gap: 1 }}>
      {tilt.on ? (
        <>
          <Box sx={{ fontSize: 'note', lineHeight: 1.25 }}>
            Long edge along the datum: zero. Then along what is read, held still. It tells to ± 0.3°.
          </Box>
          <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1 }}>
            <Button type="button" sx={small} onClick={tilt.zero}>
              zero it here
            </Button>
            <Button type="button" variant="text" sx={small} onClick={tilt.end}>
              put the phone away
            </Button>
          </Box>
        </>
      ) : (
        <Button type="button" variant="text" sx={{ ...small, justifySelf: 'start', px: 0 }} onClick={() => void tilt.begin()}>
          this phone as a protractor
        </Button>
      )}
      {tilt.problem && <Finding>{tilt.problem}</Finding>}
    </Box>
  );
}
