import Box from '@mui/material/Box';
import { usePlate } from '../api/usePlate';
import type { Mechanism } from '../api/client';
import { ShapeView } from './PictureView';

/** All mechanisms by their pictures, each a tap; those that words speak of come first. */
export function Plate({ first, onChoose }: { first: string[]; onChoose: (family: string) => void }) {
  const plate = usePlate().data ?? [];
  const rank = (m: Mechanism) => (first.includes(m.family) ? first.indexOf(m.family) : first.length);
  const list = [...plate].sort((a, b) => rank(a) - rank(b)); // those alike stay in their order
  return (
    <Box
      component="ul"
      aria-label="Which mechanism"
      sx={{
        listStyle: 'none',
        m: 0,
        p: 0,
        display: 'grid',
        gap: 1,
        gridTemplateColumns: { xs: 'repeat(2, minmax(0, 1fr))', sm: 'repeat(auto-fill, minmax(260px, 1fr))' },
      }}
    >
      {list.map((m) => (
        <li key={m.family}>
          <Box
            component="button"
            type="button"
            onClick={() => {
              onChoose(m.family);
            }}
            sx={{
              font: 'inherit',
              color: 'inherit',
              textAlign: 'left',
              width: '100%',
              height: '100%',
              p: 1,
              cursor: 'pointer',
              bgcolor: 'sheet',
              display: 'flex',
              flexDirection: 'column',
              border: first[0] === m.family ? '3px solid' : '1px solid',
              borderColor: first.includes(m.family) ? 'text.primary' : 'divider',
            }}
          >
            {m.picture && (
              <svg viewBox="0 0 1200 230" width="100%" aria-hidden="true" style={{ display: 'block' }}>
                {m.picture.shapes.map((s, i) => (
                  <ShapeView key={i} shape={s} thin />
                ))}
              </svg>
            )}
            <Box component="span" sx={{ fontSize: { xs: 'text', sm: 'name' }, fontWeight: 600, lineHeight: 1.2, mt: 0.5 }}>
              {m.name}
            </Box>
            <Box component="span" sx={{ fontSize: 'note', color: 'quiet', lineHeight: 1.25 }}>
              {m.words.slice(0, 3).join(' · ')}
            </Box>
          </Box>
        </li>
      ))}
    </Box>
  );
}
