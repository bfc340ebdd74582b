import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import type { ReactNode } from 'react';

/** One person or gauge of a list; its form stands beneath while it is open. Without onChange it is only read. */
export function Row({
  name,
  says,
  open,
  onChange,
  children,
}: {
  name: string;
  says: ReactNode;
  open: boolean;
  onChange?: () => void;
  children: ReactNode;
}) {
  return (
    <Box sx={{ borderTop: '1px solid', borderColor: 'divider', py: 0.75 }}>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', columnGap: 2 }}>
        <Box sx={{ fontSize: 'name', fontWeight: 600, minWidth: 150 }}>{name}</Box>
        <Box sx={{ flex: 1, minWidth: 200, fontSize: 'text' }}>{says}</Box>
        {onChange && (
          <Button variant="text" aria-expanded={open} onClick={onChange}>
            change
          </Button>
        )}
      </Box>
      {open && children}
    </Box>
  );
}
