import Box from '@mui/material/Box';
import type { Debriefed } from '../api/client';

/** What was looked at, by the truth, and what was lost of it. */
export function Marks({ score }: { score: Debriefed['score'] }) {
  return (
    <Box sx={{ mt: 2 }}>
      <Box sx={{ display: 'flex', alignItems: 'baseline', fontSize: 'plain', fontWeight: 600 }}>
        <Box sx={{ flex: 1 }}>Truly</Box>
        <Box>
          {Math.round(score.points)} of {score.of}
        </Box>
      </Box>
      {score.marks.map((m) => {
        const whole = m.got === m.of;
        const elsewhere = m.lost.filter((l) => l.seq === 0);
        return (
          <Box key={m.mark} sx={{ borderTop: '1px solid', borderColor: 'divider', py: 0.5, fontSize: 'text', lineHeight: 1.3 }}>
            <Box sx={{ display: 'flex', gap: 1 }}>
              <Box sx={{ flex: 1 }}>{m.says}</Box>
              <Box sx={{ fontWeight: 600, color: whole ? 'success.main' : 'error.main', whiteSpace: 'nowrap' }}>
                {whole ? '✓ ' : '✕ '}
                {m.told}
              </Box>
            </Box>
            {elsewhere.map((l) => (
              <Box key={l.says} sx={{ fontSize: 'note', color: 'quiet' }}>
                {l.says}
              </Box>
            ))}
          </Box>
        );
      })}
    </Box>
  );
}
