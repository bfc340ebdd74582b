import Box from '@mui/material/Box';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { useWhose } from '../api/useWhose';
import { Blank } from '../parts/Blank';
import { Head } from '../parts/Frame';
import { Plate } from '../parts/Plate';

/** Which cable is to be set: by its picture, or by the words people have for it. */
export function SetNowScreen() {
  const [text, setText] = useState('');
  const go = useNavigate();
  const { data } = useWhose(text);
  const whose = text.trim().length > 2 ? (data ?? []).slice(0, 3) : [];
  const choose = (family: string) => void go(`/set/${family}`);
  return (
    <Box sx={{ minHeight: '100dvh' }}>
      <Head title="Which cable?" tab="Set a cable" />
      <Box component="main" sx={{ px: { xs: 1.5, md: 2.75 }, py: 1.5 }}>
        <Box
          component="form"
          sx={{ maxWidth: 560, mb: 1.5 }}
          onSubmit={(e: React.SyntheticEvent) => {
            e.preventDefault();
            if (whose[0]) choose(whose[0].family);
          }}
        >
          <Blank label="write what you call it, or tap its picture" value={text} onChange={setText} />
        </Box>
        <Plate first={whose.map((w) => w.family)} onChoose={choose} />
      </Box>
    </Box>
  );
}
