import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import type { Send } from '../../api/useRun';
import { Blank } from '../../parts/Blank';
import { Finding } from '../../parts/Finding';
import { idOf } from '../../parts/paper/paper';
import { OneOf } from '../../parts/Toggle';
import { useAsk } from '../panels';

const kinds = [
  { id: 'held', name: 'tie, prop or clamp' },
  { id: 'chocks', name: 'chock or brick' },
  { id: 'pin', name: 'pin' },
  { id: 'lock', name: 'lock' },
  { id: 'part', name: 'a part is off' },
  { id: 'mark', name: 'tag or mark' },
] as const;
type Own = (typeof kinds)[number]['id'];

const ways: Record<Own, string> = { held: 'on', chocks: 'on', pin: 'in', lock: 'on', part: 'off', mark: 'on' };

/** Something that is on no sheet: what it is and why it is there, so that it comes off again. */
export function PutOn({ taken, found, send, onDone }: { taken: string[]; found: boolean; send: Send; onDone: () => void }) {
  const [kind, setKind] = useState<Own>('held');
  const [name, setName] = useState('');
  const [why, setWhy] = useState('');
  const { ask, at, problem } = useAsk(send);
  const body = { thing: idOf(name, taken), kind, name, way: ways[kind], why, ...(found ? { found } : {}) };
  const told = at('name') || at('why');
  return (
    <Box
      component="form"
      noValidate
      aria-label="Something put on"
      onSubmit={(e: React.SyntheticEvent) => {
        e.preventDefault();
        void ask('set_up', body, onDone);
      }}
      sx={{ px: { xs: 1.5, md: 2.75 }, py: 1, bgcolor: 'sheet', display: 'grid', gap: 1 }}
    >
      <OneOf label="what kind of thing" options={[...kinds]} value={kind} onChange={setKind} />
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1.5, alignItems: 'flex-end' }}>
        <Blank label="what it is" value={name} onChange={setName} error={at('name')} width={220} autoFocus />
        <Blank label={found ? 'why it is there' : 'why it goes on'} value={why} onChange={setWhy} error={at('why')} width={280} />
        <Button type="submit" variant="contained" sx={{ minHeight: 52 }}>
          {found ? 'It came so' : 'It is on'}
        </Button>
        <Button variant="text" onClick={onDone}>
          close
        </Button>
      </Box>
      {problem && !told && <Finding>{problem.detail}</Finding>}
    </Box>
  );
}
