import Box from '@mui/material/Box';
import type { View } from '../api/client';
import { TriesView } from '../parts/drawings/TriesView';
import { Places } from './Places';
import { Rules } from './Rules';

/** What is set at each place, what was tried, and each reading in its window. */
export function Measured({ view, point }: { view: View; point: string }) {
  return (
    <>
      <Places list={view.places} />
      {view.tries && (
        <Box sx={{ mt: 2, maxWidth: 760 }}>
          <TriesView tries={view.tries} says={`tried: ${view.tries.tries.map((t) => t.felt).join(', ')}`} zero="as found" />
        </Box>
      )}
      {view.advice.do === 'sign' && view.rules.length > 0 && (
        <Box component="h2" sx={{ m: 0, mt: 3, fontSize: 'name', fontWeight: 600 }}>
          Before, after
        </Box>
      )}
      <Rules rules={view.rules} point={point} />
    </>
  );
}
