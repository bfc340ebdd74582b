import Box from '@mui/material/Box';

/** What is brought along, until the work begins: a plate or a new part may have changed it since the opening. */
export function Fetch({ list, open = false }: { list: string[]; open?: boolean }) {
  if (list.length === 0) return null;
  return (
    <Box component="details" open={open} sx={{ mt: open ? 3.5 : 2 }}>
      <Box component="summary" sx={{ fontSize: 'plain', fontWeight: 600, cursor: 'pointer', minHeight: 32 }}>
        Fetch first, so that you crawl once
      </Box>
      <Box component="ul" sx={{ m: 0, mt: 0.5, pl: 0, listStyle: 'none', columns: { xs: 1, sm: 2 }, maxWidth: 620 }}>
        {list.map((f) => (
          <Box component="li" key={f} sx={{ py: 0.4, fontSize: 'plain', '&::before': { content: '"▢  "' } }}>
            {f}
          </Box>
        ))}
      </Box>
    </Box>
  );
}
