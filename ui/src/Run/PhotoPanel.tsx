import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import type { RunView } from '../api/client';
import { keepPhoto, upload, type PhotoTaken } from '../api/photos';
import { Blank } from '../parts/Blank';
import { Finding } from '../parts/Finding';
import { OneOf } from '../parts/Toggle';
import { useAsk } from './panels';
import { Pick } from '../parts/Pick';
import { MeasureIn, useMeasuring } from './MeasureIn';
import type { Send } from '../api/useRun';

/** What a camera gives that is taken. */
export const images = 'image/jpeg,image/png,image/webp';
const stages = ['', 'as found', 'as left', 'released', 'applied'].map((id) => ({ id, name: id || 'anything' }));

/** What of the sheet a photo is of, as its entry names it. */
interface About {
  point?: string | undefined;
  check?: string | undefined;
  of?: string | undefined;
}
const aboutOf = ({ point, check, of }: About = {}) => JSON.stringify({ point, check, of });

/** All it may be of, each once: nothing, what is asked now, the points and the adjusters. */
function thingsOf(view: RunView['view']): { of: string; name: string }[] {
  const { photo } = view.advice;
  const all = [
    { of: aboutOf(), name: 'nothing of the sheet' },
    ...(photo ? [{ of: aboutOf(photo), name: photo.name }] : []),
    ...view.points.map((p) => ({ of: aboutOf({ point: p.id }), name: p.name })),
    ...view.adjusters.map((a) => ({ of: aboutOf({ of: a.id }), name: a.name })),
  ];
  return all.filter((t, i) => all.findIndex((u) => u.of === t.of) === i);
}

/** A photo on the run: taken or picked, what it shows, and two taps with a known thing for a length. */
export function PhotoPanel({ run, send, onDone, onVoice }: { run: RunView; send: Send; onDone: () => void; onVoice: () => void }) {
  const { view } = run;
  const [taken, setTaken] = useState<PhotoTaken | null>(null);
  const [local, setLocal] = useState<File | null>(null); // taken without a network: sent later
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState('');
  const [stage, setStage] = useState(view.advice.photo?.stage ?? '');
  const [of, setOf] = useState(aboutOf(view.advice.photo));
  const [text, setText] = useState('');
  const things = thingsOf(view);
  const measuring = useMeasuring(run.id, taken);
  const { ask, problem: refused } = useAsk(send);
  const pick = async (file: File | undefined) => {
    if (!file) return;
    setBusy(true);
    const got = await upload(run.id, file);
    setBusy(false);
    const away = 'status' in got && (got.status === 0 || got.status >= 500);
    if ('sha256' in got) setTaken(got);
    else if (away) setLocal(file);
    setProblem('sha256' in got || away ? '' : got.detail);
  };
  const keep = async () => {
    const about = { stage, ...(JSON.parse(of) as About), step: view.advice.step, text };
    if (!local) {
      await ask('photo', { ...about, sha256: taken?.sha256, ...(measuring.body ? { measured: measuring.body } : {}) }, onDone);
      return;
    }
    const id = await keepPhoto(local).catch(() => '');
    if (id) await ask('photo', { ...about, local: id }, onDone);
    else setProblem('This device has no room for the photo: free some space, then take it again.');
  };
  return (
    <Box component="section" aria-label="Photo">
      <Box component="h2" sx={{ m: 0, fontSize: 'head', fontWeight: 600 }}>
        A photo
      </Box>
      {!taken && !local && (
        <Box sx={{ display: 'grid', gap: 1.5, mt: 1 }}>
          <Pick label="Take a photo" accept={images} capture="environment" busy={busy} onFile={(f) => void pick(f)} />
          <Pick label="From a file" accept={images} busy={busy} onFile={(f) => void pick(f)} />
          <Box sx={{ fontSize: 'note', color: 'quiet' }}>JPEG, PNG or WebP, up to 10 MB. Place and time in it are taken off.</Box>
        </Box>
      )}
      {problem && <Finding>{problem}</Finding>}
      {(taken ?? local) && (
        <>
          {taken && <MeasureIn run={run.id} photo={taken} measuring={measuring} />}
          {local && (
            <Box role="status" sx={{ mt: 1, fontSize: 'text', fontWeight: 500 }}>
              The server does not answer: {local.name || 'the photo'} is kept on this device and sent when it is back.
            </Box>
          )}
          <Box sx={{ mt: 1.5, fontSize: 'note', color: 'quiet' }}>it shows</Box>
          <OneOf label="what it shows" options={stages} value={stage} onChange={setStage} />
          {things.length > 1 && (
            <Box sx={{ mt: 1 }}>
              <Box component="label" htmlFor="photo-of" sx={{ fontSize: 'note', color: 'quiet', mr: 1 }}>
                of
              </Box>
              <Box
                component="select"
                id="photo-of"
                value={of}
                onChange={(e: React.ChangeEvent<HTMLSelectElement>) => {
                  setOf(e.target.value);
                }}
                sx={{ font: 'inherit', fontSize: 'text', minHeight: 48, maxWidth: '100%', bgcolor: 'sheet', color: 'text.primary' }}
              >
                {things.map((t) => (
                  <option key={t.of} value={t.of}>
                    {t.name}
                  </option>
                ))}
              </Box>
            </Box>
          )}
          <Box sx={{ mt: 1 }}>
            <Blank label="a word on it" value={text} onChange={setText} width={300} />
          </Box>
          {refused && <Finding>{refused.detail}</Finding>}
        </>
      )}
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1.5, mt: 1.5 }}>
        {(taken ?? local) && (
          <Button variant="contained" onClick={() => void keep()}>
            Keep the photo
          </Button>
        )}
        <Button variant="text" onClick={onDone}>
          no photo
        </Button>
        {!taken && !local && (
          <Button variant="text" onClick={onVoice}>
            say it instead
          </Button>
        )}
      </Box>
    </Box>
  );
}
