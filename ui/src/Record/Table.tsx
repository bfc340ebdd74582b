import Box from '@mui/material/Box';
import type { Record as RecordData } from '../api/client';

type ProofTable = RecordData['tables'][number];

/** What was read with a proof over and over: as found, then as left, beside what is wanted. */
export function Table({ t }: { t: ProofTable }) {
  const found = t.rows.some((row) => row.cells.some((c) => c.found));
  return (
    <Box component="section" sx={{ mt: 2.5, overflowX: 'auto' }}>
      <Box component="h2" sx={{ m: 0, fontSize: 'plain', fontWeight: 600 }}>
        {t.title}
        {t.unit && `, ${t.unit}`}
      </Box>
      <Box
        component="table"
        sx={{
          borderCollapse: 'collapse',
          mt: 0.5,
          '& th': { textAlign: 'left', fontWeight: 400, color: 'quiet', pr: 2, py: 0.5, verticalAlign: 'bottom' },
          '& td': {
            pr: 2,
            py: 0.5,
            borderTop: '1px solid',
            borderColor: 'divider',
            whiteSpace: 'nowrap',
            fontVariantNumeric: 'tabular-nums',
          },
        }}
      >
        <thead>
          <tr>
            <th scope="col">{found && 'as found → as left'}</th>
            {t.columns.map((c) => (
              <th key={c} scope="col">
                {c}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {t.rows.map((row) => (
            <tr key={row.name}>
              <th scope="row">{row.name}</th>
              {row.cells.map((c, i) => (
                <td key={i}>
                  {found && c.found && <Box component="span">{c.found} → </Box>}
                  <Box component="b" sx={c.out ? { color: 'error.main' } : {}}>
                    {c.left ?? (found ? '…' : '')}
                  </Box>
                  {c.wants && (
                    <Box component="span" sx={{ color: 'quiet' }}>
                      {' '}
                      ({c.wants})
                    </Box>
                  )}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </Box>
      {t.found && (
        <Box sx={{ fontSize: 'note' }}>
          As found: {t.found}
          {t.left && `; as left: ${t.left}`}
        </Box>
      )}
    </Box>
  );
}
