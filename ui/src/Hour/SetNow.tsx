import Box from '@mui/material/Box';
import { useNavigate } from 'react-router';
import { ChooseCable } from '../parts/ChooseCable';
import { Foot, Head } from '../parts/Frame';

/** Which cable is to be set now. */
export function SetNowScreen() {
  const go = useNavigate();
  return (
    <Box sx={{ minHeight: '100dvh', display: 'flex', flexDirection: 'column' }}>
      <Head title="Which cable?" tab="Set a cable" />
      <Box component="main" sx={{ flex: 1, px: { xs: 1.5, md: 2.75 }, py: 1.5 }}>
        <ChooseCable onChoose={(family) => void go(`/set/${family}`)} />
      </Box>
      <Foot />
    </Box>
  );
}
