import Box from '@mui/material/Box';
import { Link, useNavigate } from 'react-router';
import { ChooseCable } from '../parts/ChooseCable';

/** Where What if begins: a family in its usual proportions, a sheet or a run of one's own, or a path to lay out. */
export function Begin() {
  const go = useNavigate();
  return (
    <>
      <Box component="p" sx={{ fontSize: 'plain', mt: 1, mb: 1.5, maxWidth: 900 }}>
        Try a setting before it is touched. On a machine of your own, begin at its{' '}
        <Box component={Link} to="/sheets" sx={{ color: 'inherit' }}>
          sheet
        </Box>{' '}
        or at the run; here in usual proportions. Before a cable is ordered,{' '}
        <Box component={Link} to="/routing" sx={{ color: 'inherit' }}>
          lay out its path
        </Box>
        .
      </Box>
      <ChooseCable onChoose={(family) => void go(`/whatif?family=${family}`)} />
    </>
  );
}
