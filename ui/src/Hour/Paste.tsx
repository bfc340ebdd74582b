import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { api, type Ask, type PastedRead, type Problem } from '../api/client';
import { useChange } from '../api/ask';
import { Blank } from '../parts/Blank';
import { Finding } from '../parts/Finding';
import { useStored } from '../stored';

/** A manual's text or table, pasted: each figure that is found in it is confirmed by a tap, and goes into its blank. */
export function Paste({
  family,
  school,
  asks,
  texts,
  onWrite,
}: {
  family: string;
  school: string;
  asks: Ask[];
  texts: Record<string, string>;
  onWrite: (change: Record<string, string>) => void;
}) {
  const [text, setText] = useStored(`draft.hour.${family}.paste`);
  const [read, setRead] = useState<PastedRead | null>(null);
  const [problem, setProblem] = useState<Problem | null>(null);
  const change = useChange<PastedRead>();
  const look = async () => {
    const done = await change(() => api.POST('/api/v1/hour/paste', { body: { family, text, ...(school ? { school } : {}) } }));
    setProblem(done.problem ?? null);
    if (done.data) setRead(done.data);
  };
  const open = (read?.found ?? []).filter((f) => texts[f.id] !== f.text);
  return (
    <Box component="details" open={text !== ''} sx={{ mt: 1 }}>
      <Box component="summary" sx={{ minHeight: 44, display: 'list-item', alignContent: 'center', fontSize: 'text', cursor: 'pointer' }}>
        Paste a text or a table
      </Box>
      <Blank label="what the manual says, as text or table" value={text} onChange={setText} lines={4} />
      <Box sx={{ display: 'flex', gap: 1.5, mt: 1 }}>
        <Button type="button" disabled={text.trim() === ''} sx={{ minHeight: 48, py: 0 }} onClick={() => void look()}>
          Look for figures
        </Button>
        {open.length > 1 && (
          <Button
            type="button"
            variant="contained"
            sx={{ minHeight: 48, py: 0 }}
            onClick={() => {
              onWrite(Object.fromEntries(open.map((f) => [f.id, f.text])));
            }}
          >
            Take all {open.length}
          </Button>
        )}
      </Box>
      {problem && <Finding>{problem.detail}</Finding>}
      {read && (
        <Box component="ul" aria-label="Found in it" sx={{ listStyle: 'none', m: 0, p: 0, mt: 1, fontSize: 'text' }}>
          {read.found.map((f) => (
            <Box component="li" key={f.id} sx={{ py: 0.75, borderTop: '1px solid', borderColor: 'divider' }}>
              <Box sx={{ display: 'flex', alignItems: 'center', gap: 1 }}>
                <Box sx={{ flex: 1 }}>
                  {asks.find((a) => a.id === f.id)?.says} <b>{f.text}</b>
                </Box>
                {texts[f.id] === f.text ? (
                  <Box sx={{ fontWeight: 600 }}>✓ taken</Box>
                ) : (
                  <Button
                    type="button"
                    sx={{ minHeight: 44, py: 0, px: 1.5, fontSize: 'text' }}
                    onClick={() => {
                      onWrite({ [f.id]: f.text });
                    }}
                  >
                    take it
                  </Button>
                )}
              </Box>
              <Box sx={{ color: 'quiet', fontSize: 'note' }}>“{f.line}”</Box>
            </Box>
          ))}
          {read.found.length === 0 && <li>No figure is found in it that is asked for here: write them into the blanks.</li>}
          {read.aside.map((line, i) => (
            <Box component="li" key={i} sx={{ color: 'quiet', fontSize: 'note', py: 0.5 }}>
              left aside: “{line}”
            </Box>
          ))}
        </Box>
      )}
    </Box>
  );
}
