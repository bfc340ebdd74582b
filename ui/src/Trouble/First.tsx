import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState, type ReactNode } from 'react';
import { Blank } from '../parts/Blank';
import { Plate } from '../parts/Plate';
import { useWhose } from '../api/useWhose';
import type { About } from './useTrouble';

const most = 3;

/** It begins with what is felt: the words tell which mechanism it is, or its picture is tapped. */
export function First({ start, floor }: { start: (of: Partial<About> & { said?: string }) => void; floor: ReactNode }) {
  const [text, setText] = useState('');
  const said = text.trim();
  const { data } = useWhose(text);
  const whose = said.length > 2 ? (data ?? []).slice(0, most) : [];
  const best = whose[0];
  return (
    <Box component="section" aria-label="What is felt" sx={{ pt: 1.5 }}>
      <Box component="h2" sx={{ m: 0, mb: 1, fontSize: 'title', fontWeight: 600 }}>
        What is wrong, and on what?
      </Box>
      <Box
        component="form"
        sx={{ maxWidth: 720, display: 'flex', alignItems: 'flex-start', gap: 1 }}
        onSubmit={(e: React.SyntheticEvent) => {
          e.preventDefault();
          if (best) start({ family: best.family, said });
        }}
      >
        <Blank label="write what is felt, in your own words" value={text} onChange={setText} />
        <Button type="submit" variant="contained" disabled={!best} sx={{ mt: 2.75, minHeight: 48, px: 2, flexShrink: 0 }}>
          Say it
        </Button>
      </Box>
      <Box role="status" sx={{ mt: 1, mb: 1.5, fontSize: 'note', color: 'quiet' }}>
        {best
          ? `Taken for the ${best.name}. Tap another if it is not that.`
          : said.length > 2 && data
            ? 'The words do not tell which mechanism it is: tap it.'
            : 'Or tap the mechanism it is about.'}
      </Box>
      {floor}
      <Plate
        first={whose.map((w) => w.family)}
        onChoose={(family) => {
          start({ family, said });
        }}
      />
    </Box>
  );
}
