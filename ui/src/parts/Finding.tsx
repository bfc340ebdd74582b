import Box from '@mui/material/Box';
import type { ReactNode } from 'react';

/** Something found that speaks against going on: told by its bar and its words. */
export function Finding({ children }: { children: ReactNode }) {
  return (
    <Box
      role="alert"
      sx={{
        borderLeft: '6px solid',
        borderColor: 'error.main',
        bgcolor: 'sheet',
        px: 2,
        py: 1.25,
        my: 1.5,
        fontSize: 'name',
        fontWeight: 500,
      }}
    >
      {children}
    </Box>
  );
}
