import Box from '@mui/material/Box';
import type { ReactNode } from 'react';

/** A part of the page under its heading. */
export function Part({ title, children }: { title: string; children: ReactNode }) {
  return (
    <Box component="section" aria-label={title} sx={{ breakInside: 'avoid', mb: 2.5 }}>
      <Box
        component="h2"
        sx={{ m: 0, mb: 0.5, fontSize: 'note', fontWeight: 500, color: 'quiet', borderBottom: '1px solid', borderColor: 'divider' }}
      >
        {title}
      </Box>
      {children}
    </Box>
  );
}

/** One line of it. */
export const Row = ({ head, children }: { head?: ReactNode; children?: ReactNode }) => (
  <Box sx={{ py: 0.5, fontSize: 'text', lineHeight: 1.4 }}>
    {head !== undefined && (
      <Box component="span" sx={{ fontWeight: 600, mr: 0.75 }}>
        {head}
      </Box>
    )}
    {children}
  </Box>
);
