import Box from '@mui/material/Box';
import type { Debriefed } from '../api/client';

const cell = { py: 0.5, pr: 2, borderTop: '1px solid', borderColor: 'divider', textAlign: 'left', fontWeight: 400 } as const;

/** What was believed, and what is so. */
export function Truths({ list, after }: { list: Debriefed['debrief']['truths']; after: number }) {
  if (list.length === 0) return null;
  return (
    <Box component="table" sx={{ mt: 2, borderCollapse: 'collapse', fontSize: 'text', width: '100%', maxWidth: 760 }}>
      <Box component="thead" sx={{ color: 'quiet', fontSize: 'note' }}>
        <tr>
          {[after > 0 ? `after entry ${String(after)}` : 'in the end', 'you wrote', after > 0 ? 'it was' : 'it is', 'allowed'].map((h) => (
            <Box key={h} component="th" sx={{ ...cell, borderTop: 0 }}>
              {h}
            </Box>
          ))}
        </tr>
      </Box>
      <tbody>
        {list.map((t) => (
          <tr key={t.name}>
            <Box component="th" sx={cell}>
              {t.name}
            </Box>
            <Box component="td" sx={cell}>
              {t.read || '–'}
            </Box>
            <Box component="td" sx={{ ...cell, fontWeight: 600, color: t.inside ? 'success.main' : 'error.main', whiteSpace: 'nowrap' }}>
              {t.inside ? '✓ ' : '✕ '}
              {t.is}
            </Box>
            <Box component="td" sx={cell}>
              {t.within}
            </Box>
          </tr>
        ))}
      </tbody>
    </Box>
  );
}
