import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { api, type TroubleBegin, type TroubleView } from '../api/client';
import { useChange } from '../api/ask';
import { Toggle } from '../parts/Toggle';
import { keys } from '../api/keys';
import { query, type About, type Asked } from './useTrouble';

interface Props {
  about: About;
  begin: TroubleBegin;
  asked: Asked;
  view: TroubleView;
  turn: (key: string, value: string) => void;
}

/** What words were taken for: those that are not sure are asked, those left aside stay to be tapped to a meaning. */
export function Heard({ about, begin, asked, view, turn }: Props) {
  const own = asked.said.some((s) => !begin.list.symptoms.some((one) => one.id === s));
  const asks = view.asks.filter((a) => !a.matches.some((m) => asked.said.includes(m.id)));
  if (!own && view.notes.length === 0) return null;
  return (
    <Box role="group" aria-label="What was understood" sx={{ mt: 1.5, display: 'grid', gap: 1, fontSize: 'text' }}>
      {own && view.known.length > 0 && (
        <Box>
          <Box sx={{ fontSize: 'note', color: 'quiet' }}>taken as</Box>
          {view.known.map((k) => (
            <Box key={k}>
              <span aria-hidden="true">✓ </span>
              {k}
            </Box>
          ))}
        </Box>
      )}
      {asks.map((a) => (
        <Box key={a.words} sx={{ display: 'grid', gap: 0.75 }}>
          <Box>“{a.words}”: is this it?</Box>
          {a.matches.map((m) => (
            <Toggle
              key={m.id}
              on={false}
              onToggle={() => {
                turn('said', m.id);
              }}
            >
              {m.says}
            </Toggle>
          ))}
        </Box>
      ))}
      {view.aside.map((words) => (
        <Left key={words} words={words} about={about} begin={begin} asked={asked} turn={turn} />
      ))}
      {view.notes.map((n) => (
        <Box key={n} role="status">
          {n}
        </Box>
      ))}
    </Box>
  );
}

/** Words left aside: a tap says what they mean, and they mean it here from then on. */
function Left({ words, about, begin, asked, turn }: Omit<Props, 'view'> & { words: string }) {
  const [open, setOpen] = useState(false);
  const [refused, setRefused] = useState('');
  const change = useChange<unknown>((_, client) => client.invalidateQueries({ queryKey: keys.trouble }));
  const mean = async (symptom: string) => {
    const { problem } = await change(() =>
      api.POST('/api/v1/trouble/words', { params: { query: query(about) }, body: { symptom, words } }),
    );
    if (problem) setRefused(problem.detail);
    else setOpen(false);
    if (!asked.said.includes(symptom)) turn('said', symptom);
  };
  return (
    <Box sx={{ display: 'grid', gap: 0.75 }}>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', columnGap: 1.5 }}>
        <span>left aside: “{words}”</span>
        <Button
          variant="text"
          aria-expanded={open}
          sx={{ minHeight: 44, py: 0, fontSize: 'text' }}
          onClick={() => {
            setOpen(!open);
          }}
        >
          what does it mean?
        </Button>
      </Box>
      {refused && (
        <Box role="alert" sx={{ color: 'error.main', fontWeight: 500 }}>
          {refused}
        </Box>
      )}
      {open &&
        begin.list.symptoms.map((s) => (
          <Toggle
            key={s.id}
            on={false}
            onToggle={() => {
              void mean(s.id);
            }}
          >
            {s.says}
          </Toggle>
        ))}
    </Box>
  );
}
