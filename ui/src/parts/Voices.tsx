import Box from '@mui/material/Box';
import type { Record as RecordData } from '../api/client';

/** What was said instead of written, to be heard again. */
export function Voices({ run, voices }: { run: string; voices: RecordData['voices'] }) {
  if (voices.length === 0) return null;
  return (
    <Box component="section" aria-label="Voice notes" sx={{ mt: 2, display: 'grid', gap: 1 }}>
      {voices.map((v) => (
        <Box key={v.seq}>
          <Box sx={{ fontSize: 'note' }}>
            {v.seq} · {v.says} · {v.by}
          </Box>
          <Box
            component="audio"
            controls
            preload="none"
            aria-label={`${v.says}, by ${v.by}`}
            src={`/api/v1/runs/${run}/voices/${v.sha256}`}
            sx={{ width: '100%', maxWidth: 420 }}
          />
        </Box>
      ))}
    </Box>
  );
}
