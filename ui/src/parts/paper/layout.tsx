import Box from '@mui/material/Box';
import { useContext, type ReactNode } from 'react';
import { PaperContext } from './paper';

/** A part of the page under its heading; what of the sheet it shows is as usual, all of it, is one line that a tap opens. */
export function Part({ title, of = [], children }: { title: string; of?: string[]; children: ReactNode }) {
  const paper = useContext(PaperContext);
  const usual = !paper?.set && of.length > 0 && of.every((field) => paper?.usual?.includes(field));
  if (usual)
    return (
      <Box component="details" aria-label={title} sx={{ breakInside: 'avoid', mb: 1.5, borderBottom: '1px solid', borderColor: 'divider' }}>
        <Box
          component="summary"
          sx={{
            minHeight: 44,
            display: 'list-item',
            alignContent: 'center',
            fontSize: 'note',
            fontWeight: 500,
            color: 'quiet',
            cursor: 'pointer',
          }}
        >
          {title}: as usual
        </Box>
        {children}
      </Box>
    );
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
