import Box from '@mui/material/Box';
import { useState } from 'react';
import { keepPhoto, upload } from '../api/photos';
import type { Send } from '../api/useRun';
import { Finding } from '../parts/Finding';
import { Pick } from '../parts/Pick';
import { images } from './PhotoPanel';
import { useAsk } from './panels';

/** What a photo is of, a check or an adjuster of the sheet, and its stage. */
type About = { stage: string } & ({ check: string } | { of: string });

/** A photo of what is looked at: one tap opens the camera, and what it took stands on the record with the look. */
export function LookPhoto({ run, about, send }: { run: string; about: About; send: Send }) {
  const [busy, setBusy] = useState(false);
  const [taken, setTaken] = useState(0);
  const [problem, setProblem] = useState('');
  const { ask, problem: refused } = useAsk(send);
  const take = async (file: File | undefined) => {
    if (!file) return;
    setBusy(true);
    const got = await upload(run, file);
    const away = 'status' in got && (got.status === 0 || got.status >= 500);
    const local = away ? await keepPhoto(file).catch(() => '') : '';
    const named = 'sha256' in got ? { sha256: got.sha256 } : { local };
    const full = away && !local ? 'This device has no room for the photo: free some space, then take it again.' : '';
    setProblem('sha256' in got || away ? full : got.detail);
    if ('sha256' in got || local)
      await ask('photo', { ...about, text: '', ...named }, () => {
        setTaken((n) => n + 1);
      });
    setBusy(false);
  };
  return (
    <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 1.5 }}>
      <Pick label="Photo of it" accept={images} capture="environment" quiet busy={busy} onFile={(f) => void take(f)} />
      {taken > 0 && (
        <Box role="status" sx={{ fontSize: 'text' }}>
          {taken === 1 ? '✓ taken' : `✓ ${taken} taken`}
        </Box>
      )}
      {(problem || refused) && <Finding>{problem || refused?.detail}</Finding>}
    </Box>
  );
}
