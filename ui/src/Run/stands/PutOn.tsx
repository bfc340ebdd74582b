import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import type { View } from '../../api/client';
import type { Send } from '../../api/useRun';
import { Blank } from '../../parts/Blank';
import { Finding } from '../../parts/Finding';
import { idOf } from '../../parts/paper/paper';
import { OneOf } from '../../parts/Toggle';
import { useAsk } from '../panels';

/** Something that is on no sheet: what it is and why it is there, so that it comes off again. */
export function PutOn({ view, send, onDone }: { view: View; send: Send; onDone: () => void }) {
  const [kind, setKind] = useState(view.put_on[0]?.kind ?? 'held');
  const [name, setName] = useState('');
  const [why, setWhy] = useState('');
  const { ask, at, problem } = useAsk(send);
  const found = view.arriving;
  const taken = view.stands.map((h) => h.thing);
  const way = view.put_on.find((p) => p.kind === kind)?.way;
  const body = { thing: idOf(name, taken), kind, name, way, why, ...(found ? { found } : {}) };
  const told = at('name') || at('why');
  return (
    <Box
      component="form"
      noValidate
      aria-label="Something put on"
      onSubmit={(e: React.SyntheticEvent) => {
        e.preventDefault();
        void ask('set_up', body, onDone, onDone);
      }}
      sx={{ px: { xs: 1.5, md: 2.75 }, py: 1, bgcolor: 'sheet', display: 'grid', gap: 1 }}
    >
      <OneOf label="what kind of thing" options={view.put_on.map((p) => ({ id: p.kind, name: p.name }))} value={kind} onChange={setKind} />
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
