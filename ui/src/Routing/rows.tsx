import Box from '@mui/material/Box';
import type { ReactNode } from 'react';
import type { RouteView } from '../api/client';

/** A word and its blank, which stay together. */
export function Said({ says, children }: { says: ReactNode; children: ReactNode }) {
  return (
    <Box component="span" sx={{ display: 'inline-block', maxWidth: '100%' }}>
      {says} {children}
    </Box>
  );
}

/** One line of a list, with what is done to it at its end. */
export function Row({ children, last }: { children: ReactNode; last?: ReactNode }) {
  return (
    <Box
      component="li"
      sx={{ display: 'flex', alignItems: 'baseline', borderTop: '1px solid', borderColor: 'divider', py: 0.5, minHeight: 48 }}
    >
      <Box sx={{ flex: 1, minWidth: 0 }}>{children}</Box>
      {last}
    </Box>
  );
}

/** What follows from a line. */
export function Told({ line }: { line: RouteView['near'][number] | undefined }) {
  if (!line?.text) return null;
  return (
    <Box
      component="span"
      sx={{ display: 'inline-block', fontSize: 'note', color: line.good ? 'quiet' : 'error.main', fontWeight: line.good ? 400 : 600 }}
    >
      {line.good ? '' : '✕ '}
      {line.text}
    </Box>
  );
}

/** The head of a part of the page. */
export function Title({ children }: { children: ReactNode }) {
  return (
    <Box component="h2" sx={{ fontSize: 'plain', fontWeight: 600, m: 0 }}>
      {children}
    </Box>
  );
}
