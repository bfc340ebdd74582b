import Box from '@mui/material/Box';
import type { SheetPage } from '../api/client';
import { LineView } from '../parts/LineView';
import { PictureView } from '../parts/PictureView';
import { RuleView } from '../parts/RuleView';

/** The line and the rules of a sheet. */
export function Drawn({ preview }: { preview: SheetPage['preview'] }) {
  return (
    <>
      {preview.picture ? <PictureView picture={preview.picture} /> : preview.line && <LineView line={preview.line} />}
      <Box
        sx={{
          display: 'grid',
          gridTemplateColumns: {
            xs: 'minmax(0, 1fr)',
            md: 'repeat(2, minmax(0, 1fr))',
            lg: 'repeat(3, minmax(0, 1fr))',
          },
          columnGap: 4,
        }}
      >
        {preview.rules.map((r) => (
          <RuleView key={r.id} rule={r} small />
        ))}
      </Box>
    </>
  );
}
