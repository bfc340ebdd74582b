import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import type { FallbackProps } from 'react-error-boundary';
import { Finding } from './Finding';
import { Foot, Head } from './Frame';

/** A screen that could not be drawn, and the ways on. */
export function Broken({ resetErrorBoundary }: FallbackProps) {
  return (
    <Box sx={{ minHeight: '100dvh', display: 'flex', flexDirection: 'column' }}>
      <Head title="Brankel" rooms />
      <Box component="main" sx={{ flex: 1, px: { xs: 1.5, md: 2.75 }, py: 1 }}>
        <Finding>This screen can not be drawn. What was entered is kept: on the run when it was taken, on this device until then.</Finding>
        <Button variant="contained" onClick={resetErrorBoundary}>
          Draw it again
        </Button>
      </Box>
      <Foot />
    </Box>
  );
}
