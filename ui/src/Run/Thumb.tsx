import Box from '@mui/material/Box';
import type { RunView } from '../api/client';

type Photo = RunView['view']['photos'][number];

/** A photo of a run, small; a tap opens the whole of it. */
export function Thumb({ run, photo }: { run: string; photo: Photo }) {
  const at = `/api/v1/runs/${run}/photos/${photo.sha256}`;
  return (
    <Box component="a" href={at} target="_blank" rel="noreferrer">
      <Box
        component="img"
        src={`${at}?small=yes`}
        alt={photo.says}
        sx={{ display: 'block', width: '100%', aspectRatio: `${photo.width} / ${photo.height}` }}
      />
    </Box>
  );
}

/** Photos of what is asked now, as it was found, beside it. */
export function Was({ run, photos }: { run: string; photos: Photo[] }) {
  if (photos.length === 0) return null;
  return (
    <Box component="section" aria-label="As it was found" sx={{ mt: 1.5 }}>
      <Box sx={{ fontSize: 'note', color: 'quiet' }}>as it was found</Box>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, mt: 0.5, '& img': { width: 'auto', height: 120 } }}>
        {photos.map((p) => (
          <Thumb key={p.seq} run={run} photo={p} />
        ))}
      </Box>
    </Box>
  );
}
