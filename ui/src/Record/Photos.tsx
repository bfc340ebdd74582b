import Box from '@mui/material/Box';
import type { Record as RecordData } from '../api/client';

/** The photos of a record: two that belong beside each other stand so. */
export function Photos({ r }: { r: RecordData }) {
  if (r.photos.length === 0) return null;
  return (
    <Box component="section" aria-label="Photos" sx={{ mt: 3 }}>
      <Box component="h2" sx={{ m: 0, fontSize: 'plain', fontWeight: 600 }}>
        Photos
      </Box>
      <Box sx={{ display: 'grid', gridTemplateColumns: { xs: 'minmax(0, 1fr)', sm: 'minmax(0, 1fr) minmax(0, 1fr)' }, gap: 2, mt: 1 }}>
        {r.photos.map((p) => (
          <Box component="figure" key={p.seq} sx={{ m: 0 }}>
            <Box component="a" href={`/api/v1/runs/${r.heading.run}/photos/${p.sha256}`} target="_blank" rel="noreferrer">
              <Box
                component="img"
                src={`/api/v1/runs/${r.heading.run}/photos/${p.sha256}`}
                alt={p.says}
                loading="lazy"
                sx={{ display: 'block', width: '100%', maxHeight: 420, objectFit: 'contain', objectPosition: 'left top', bgcolor: 'wash' }}
              />
            </Box>
            <Box component="figcaption" sx={{ fontSize: 'note', mt: 0.5 }}>
              {p.seq} · {p.says} · {p.by}
            </Box>
          </Box>
        ))}
      </Box>
    </Box>
  );
}
