import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import type { WhatIfView } from '../api/client';

type Asked = WhatIfView['asked'][number];

const shown = (v: number | undefined) => (v === undefined ? '' : String(Math.round(v * 100) / 100).replace('-', '−'));
const read = (text: string) => Number(text.replace('−', '-').replace(',', '.'));
const field = {
  font: 'inherit',
  fontSize: 'text',
  fontWeight: 600,
  height: 44,
  boxSizing: 'border-box',
  px: 0.75,
  border: 0,
  borderBottom: '2px solid',
  bgcolor: 'sheet',
  color: 'text.primary',
} as const;

/** Asks for something else than the sheet wants: more free play and a clean release. */
export function AskFor({
  asked,
  begun,
  wrong,
  set,
}: {
  asked: Asked[];
  begun: boolean; // something else is asked for already
  wrong: { name: string; says: string } | null;
  set: (change: Record<string, string>) => void;
}) {
  const [shownAll, setShownAll] = useState(begun);
  return (
    <Box
      component="details"
      open={shownAll}
      onToggle={(e: React.SyntheticEvent<HTMLDetailsElement>) => {
        setShownAll(e.currentTarget.open);
      }}
      sx={{ mt: 1 }}
    >
      <Box component="summary" sx={{ minHeight: 44, fontSize: 'plain', fontWeight: 600, cursor: 'pointer' }}>
        Ask for something else
      </Box>
      {asked.map((a) => (
        <Line key={a.id} asked={a} wrong={wrong?.name === a.id ? wrong.says : ''} set={set} />
      ))}
    </Box>
  );
}

function Line({ asked: a, wrong, set }: { asked: Asked; wrong: string; set: (change: Record<string, string>) => void }) {
  const [typed, setTyped] = useState<{ from?: string; to?: string }>({});
  const write = (end: 'from' | 'to', text: string) => {
    const now = { ...typed, [end]: text };
    setTyped(now);
    const [from, to] = [now.from ?? shown(a.from), now.to ?? shown(a.to)].map(read);
    if (text.trim() !== '' && Number.isFinite(from) && Number.isFinite(to)) set({ [`w.${a.id}`]: `${from}~${to}` });
  };
  const end = (which: 'from' | 'to') => (
    <Box
      component="input"
      inputMode="decimal"
      aria-label={`${a.says}, ${which}`}
      aria-invalid={wrong !== ''}
      value={typed[which] ?? shown(a[which])}
      onChange={(e: React.ChangeEvent<HTMLInputElement>) => {
        write(which, e.target.value);
      }}
      sx={{ ...field, width: 62, textAlign: 'center', borderColor: wrong ? 'error.main' : a.other ? 'primary.main' : 'quiet' }}
    />
  );
  return (
    <Box sx={{ py: 0.5, borderTop: '1px solid', borderColor: 'divider', fontSize: 'text' }}>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', columnGap: 1 }}>
        <Box sx={{ flex: '1 1 120px', minWidth: 0, fontWeight: a.other ? 600 : 400 }}>{a.says}</Box>
        {a.answers ? (
          <Box
            component="select"
            aria-label={a.says}
            value={a.answer}
            onChange={(e: React.ChangeEvent<HTMLSelectElement>) => {
              set({ [`t.${a.id}`]: e.target.value });
            }}
            sx={{ ...field, borderColor: a.other ? 'primary.main' : 'quiet', maxWidth: 220 }}
          >
            {a.answers.map((one) => (
              <option key={one.id} value={one.id}>
                {one.says}
              </option>
            ))}
          </Box>
        ) : (
          <span>
            {end('from')} to {end('to')} {a.unit}
          </span>
        )}
        {a.other && (
          <Button
            variant="text"
            sx={{ minWidth: 40, minHeight: 40, p: 0 }}
            aria-label={`${a.says}: as the sheet wants`}
            onClick={() => {
              setTyped({});
              set({ [`w.${a.id}`]: '', [`t.${a.id}`]: '' });
            }}
          >
            ✕
          </Button>
        )}
      </Box>
      {wrong && (
        <Box role="alert" sx={{ fontSize: 'note', fontWeight: 600, color: 'error.main' }}>
          ✕ {wrong}
        </Box>
      )}
    </Box>
  );
}
