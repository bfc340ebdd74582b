import Box from '@mui/material/Box';
import { useIsFetching } from '@tanstack/react-query';
import { useDelayed } from '../useDelayed';

/** Says that something is on its way which this screen has not shown yet, once that takes longer than a blink; it moves nothing. */
export function Moment() {
  const asks = useIsFetching({ type: 'active', predicate: (q) => q.state.status === 'pending' }) > 0;
  const late = useDelayed(asks, 700);
  return (
    <Box aria-live="polite" sx={{ position: 'relative', height: 0, zIndex: 3, pointerEvents: 'none' }}>
      {asks && late && (
        <Box sx={{ position: 'absolute', right: 0, top: 0, px: 2, py: 0.5, bgcolor: 'pale', color: 'text.primary', fontSize: 'note' }}>
          one moment …
        </Box>
      )}
    </Box>
  );
}
