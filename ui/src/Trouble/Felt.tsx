import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState, type ReactNode } from 'react';
import type { TroubleBegin } from '../api/client';
import { Blank } from '../parts/Blank';
import { Toggle } from '../parts/Toggle';
import { useMatches, type About, type Asked } from './useTrouble';

/** What is felt, in the mechanic's words: a sentence said whole, or what comes close tapped; then when it shows. */
export function Felt({
  about,
  begin,
  asked,
  turn,
  heard,
}: {
  about: About;
  begin: TroubleBegin;
  asked: Asked;
  turn: (key: string, value: string) => void;
  heard?: ReactNode; // what the words were taken for
}) {
  const [text, setText] = useState('');
  const { data } = useMatches(about, text);
  const { symptoms, whens, histories } = begin.list;
  const wanted = text.trim().length > 2;
  const found = wanted ? (data ?? []) : [];
  const offered = (wanted ? found.map((m) => m.id) : asked.said.length > 0 ? [] : symptoms.map((s) => s.id)).filter(
    (id) => !asked.said.includes(id),
  );
  const says = (id: string) => symptoms.find((s) => s.id === id)?.says ?? `“${id}”`;
  const ofRun = begin.known.said ?? [];
  const known = histories.filter((h) => asked.history[h.id]);
  const history = (id: string) => {
    if (!begin.known.history?.[id]) turn('history', id);
  };
  const hint = { mt: 1.5, mb: 0.75, fontSize: 'note', color: 'quiet' } as const;
  return (
    <Box component="section" aria-label="What is felt">
      <Box component="h2" sx={{ m: 0, mb: 1, fontSize: 'title', fontWeight: 600 }}>
        What is wrong?
      </Box>
      <Box
        component="form"
        sx={{ maxWidth: 520, display: 'flex', alignItems: 'flex-start', gap: 1 }}
        onSubmit={(e: React.SyntheticEvent) => {
          e.preventDefault();
          const sentence = text.trim();
          if (sentence !== '' && !asked.said.includes(sentence)) turn('said', sentence);
          setText('');
        }}
      >
        <Blank label="write what is felt, in your own words" value={text} onChange={setText} />
        <Button type="submit" variant="contained" disabled={!wanted} sx={{ mt: 2.75, minHeight: 48, px: 2, flexShrink: 0 }}>
          Say it
        </Button>
      </Box>
      <Box role="status" sx={hint}>
        {wanted && data
          ? offered.length > 0
            ? 'Say it whole, or tap what is true.'
            : found.length > 0
              ? 'That is said already.'
              : 'Say it whole, or tap what comes close.'
          : asked.said.length > 0
            ? 'It is felt so:'
            : 'Or tap what is true:'}
      </Box>
      <Box sx={{ display: 'grid', gap: 0.75, gridTemplateColumns: 'repeat(auto-fill, minmax(min(100%, 300px), 1fr))' }}>
        {asked.said.map((id) => (
          <Toggle
            key={id}
            on
            onToggle={() => {
              if (!ofRun.includes(id)) turn('said', id);
            }}
          >
            {says(id)}
            {ofRun.includes(id) ? ' (of the run)' : ''}
          </Toggle>
        ))}
        {(wanted && data && found.length === 0 ? symptoms.map((s) => s.id).filter((id) => !asked.said.includes(id)) : offered).map((id) => (
          <Toggle
            key={id}
            on={false}
            onToggle={() => {
              turn('said', id);
              setText('');
            }}
          >
            {says(id)}
          </Toggle>
        ))}
      </Box>
      {heard}
      <Box sx={hint}>It shows</Box>
      <Taps
        list={whens.map((w) => ({ id: w.id, says: w.says }))}
        on={asked.when}
        onTap={(id) => {
          turn('when', id);
        }}
      />
      {known.length > 0 && (
        <>
          <Box sx={hint}>known of the machine</Box>
          <Taps list={known} on={Object.keys(asked.history)} onTap={history} />
        </>
      )}
      <Box component="details" sx={{ mt: 1.5 }}>
        <Box component="summary" sx={{ cursor: 'pointer', minHeight: 40, fontSize: 'note', color: 'quiet' }}>
          what else is known of the machine
        </Box>
        <Taps list={histories.filter((h) => !known.includes(h))} on={Object.keys(asked.history)} onTap={history} />
      </Box>
    </Box>
  );
}

function Taps({ list, on, onTap }: { list: { id: string; says: string }[]; on: string[]; onTap: (id: string) => void }) {
  return (
    <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.75 }}>
      {list.map((one) => (
        <Toggle
          key={one.id}
          on={on.includes(one.id)}
          onToggle={() => {
            onTap(one.id);
          }}
        >
          {one.says}
        </Toggle>
      ))}
    </Box>
  );
}
