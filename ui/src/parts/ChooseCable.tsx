import Box from '@mui/material/Box';
import { useState } from 'react';
import { useWhose } from '../api/useWhose';
import { Blank } from './Blank';
import { Plate } from './Plate';

/** Which kind of cable: by the words people have for it, or by its picture. */
export function ChooseCable({ onChoose }: { onChoose: (family: string) => void }) {
  const [text, setText] = useState('');
  const { data } = useWhose(text);
  const whose = text.trim().length > 2 ? (data ?? []).slice(0, 3) : [];
  return (
    <>
      <Box
        sx={{ maxWidth: 560, mb: 1.5 }}
        onKeyDown={(e) => {
          if (e.key !== 'Enter') return;
          e.preventDefault(); // it may stand within a form
          if (whose[0]) onChoose(whose[0].family);
        }}
      >
        <Blank label="write what you call it, or tap its picture" value={text} onChange={setText} />
      </Box>
      <Plate first={whose.map((w) => w.family)} onChoose={onChoose} />
    </>
  );
}
