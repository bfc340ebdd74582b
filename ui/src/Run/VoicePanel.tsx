import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import type { RunView } from '../api/client';
import { keepPhoto, upload } from '../api/photos';
import { Blank } from '../parts/Blank';
import { Finding } from '../parts/Finding';
import { useAsk } from './panels';
import { Pick } from '../parts/Pick';
import type { Send } from '../api/useRun';
import { canRecord, longest, useRecorder } from './useRecorder';

interface Said {
  sha256: string;
  type: string;
}

/** A voice note: recorded here where the browser can, else by the phone's own recorder or from a file; heard before it is kept. */
export function VoicePanel({ run, send, onDone }: { run: RunView; send: Send; onDone: () => void }) {
  const [said, setSaid] = useState<Said | null>(null);
  const [local, setLocal] = useState<Blob | null>(null); // said without a network: sent later
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState('');
  const [text, setText] = useState('');
  const { ask, problem: refused } = useAsk(send);
  const take = async (sound: Blob | undefined) => {
    if (!sound) return;
    setBusy(true);
    const got = await upload<Said>(run.id, sound, 'voice');
    setBusy(false);
    const away = 'status' in got && (got.status === 0 || got.status >= 500);
    if ('sha256' in got) setSaid(got);
    else if (away) setLocal(sound);
    setProblem('sha256' in got || away ? '' : got.detail);
  };
  const recorder = useRecorder((sound) => void take(sound));
  const keep = async () => {
    const about = { step: run.view.advice.step, text };
    if (!local) {
      await ask('voice', { ...about, sha256: said?.sha256 }, onDone);
      return;
    }
    const id = await keepPhoto(local).catch(() => '');
    if (id) await ask('voice', { ...about, local: id }, onDone);
    else setProblem('This device has no room for the recording: free some space, then say it again.');
  };
  const there = said ?? local;
  return (
    <Box component="section" aria-label="Voice note">
      <Box component="h2" sx={{ m: 0, fontSize: 'head', fontWeight: 600 }}>
        A voice note
      </Box>
      {!there && (
        <Box sx={{ display: 'grid', gap: 1.5, mt: 1 }}>
          {canRecord() && (
            <Button
              variant="contained"
              disabled={busy}
              sx={{ minHeight: 64 }}
              onClick={() => {
                if (recorder.seconds < 0) void recorder.start();
                else recorder.stop();
              }}
            >
              {recorder.seconds < 0 ? 'Record' : `Stop (${recorder.seconds} of ${longest} s)`}
            </Button>
          )}
          {recorder.seconds < 0 && (
            <>
              {!canRecord() && <Pick label="Record" accept="audio/*" capture="user" busy={busy} onFile={(f) => void take(f)} />}
              <Pick label="From a file" accept="audio/*" busy={busy} onFile={(f) => void take(f)} />
            </>
          )}
          <Box sx={{ fontSize: 'note', color: 'quiet' }}>Up to two minutes, 2 MB. It is kept as it was recorded.</Box>
        </Box>
      )}
      {(problem || recorder.problem) && <Finding>{problem || recorder.problem}</Finding>}
      {said && (
        <Box sx={{ mt: 1 }}>
          <Box
            component="audio"
            controls
            src={`/api/v1/runs/${run.id}/voices/${said.sha256}`}
            aria-label="what was said"
            sx={{ width: '100%' }}
          />
        </Box>
      )}
      {local && (
        <Box role="status" sx={{ mt: 1, fontSize: 'text', fontWeight: 500 }}>
          The server does not answer: the recording is kept on this device and sent when it is back.
        </Box>
      )}
      {there && (
        <Box sx={{ mt: 1 }}>
          <Blank label="what it is about" value={text} onChange={setText} width={300} />
        </Box>
      )}
      {refused && <Finding>{refused.detail}</Finding>}
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1.5, mt: 1.5 }}>
        {there && (
          <Button variant="contained" onClick={() => void keep()}>
            Keep the voice note
          </Button>
        )}
        <Button variant="text" onClick={onDone}>
          no voice note
        </Button>
      </Box>
    </Box>
  );
}
