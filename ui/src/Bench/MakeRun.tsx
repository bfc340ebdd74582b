import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { api, type RunView, type BenchView, type Problem } from '../api/client';
import { crafts } from '../parts/crafts';
import { useChange } from '../api/ask';
import { newID } from '../api/ids';
import { useBays } from '../api/useBays';
import { Blank } from '../parts/Blank';
import { Finding } from '../parts/Finding';
import { Toggle } from '../parts/Toggle';
import type { Values } from '../api/useBench';

const field = {
  font: 'inherit',
  fontSize: 'plain',
  minHeight: 48,
  px: 1,
  border: '2px solid',
  borderColor: 'text.primary',
  bgcolor: 'sheet',
};

/** A worked sentence goes to the machine: a run of one setting, led and recorded. */
export function MakeRun({ name, values, view }: { name: string; values: Values; view: BenchView }) {
  const [open, setOpen] = useState(false);
  return open ? (
    <Form name={name} values={values} view={view} />
  ) : (
    <Button
      variant="contained"
      sx={{ mt: 2 }}
      onClick={() => {
        setOpen(true);
      }}
    >
      Set it, and keep a record
    </Button>
  );
}

function Form({ name, values, view }: { name: string; values: Values; view: BenchView }) {
  const [id] = useState(newID);
  const [cable, setCable] = useState('');
  const [source, setSource] = useState('');
  const [assumed, setAssumed] = useState(false);
  const [on, setOn] = useState('');
  const [careful, setCareful] = useState(false);
  const [problem, setProblem] = useState<Problem | null>(null);
  const machines = (useBays().data?.machines ?? []).filter((m) => m.id !== '');
  const go = useNavigate();
  const change = useChange<RunView>();
  const machine = machines.find((m) => m.id === on);
  const craft = machine ? machine.craft : crafts.find((c) => on === `a ${c}`);
  const caution = craft ? (view.cautions[craft] ?? '') : '';
  const at = (field: string) => (problem?.field === field ? problem.detail : '');
  const start = async () => {
    const body = { id, cable, ...(craft ? { craft } : {}), source, assumed, careful, values, ...(machine ? { machine: machine.id } : {}) };
    const { data, problem } = await change(() => api.POST('/api/v1/bench/{name}/run', { params: { path: { name } }, body }));
    setProblem(problem ?? null);
    if (data) await go(`/run/${data.id}`);
  };
  const elsewhere = problem && !['cable', 'source', 'craft', 'careful'].includes(problem.field ?? '');
  return (
    <Box component="section" aria-label="Set it, and keep a record" sx={{ mt: 2, display: 'grid', gap: 1.25 }}>
      <Blank label="what is set" value={cable} onChange={setCable} error={at('cable')} />
      <Box>
        <Box component="label" htmlFor="bench-on" sx={{ display: 'block', fontSize: 'note', color: 'quiet' }}>
          on
        </Box>
        <Box
          component="select"
          id="bench-on"
          value={on}
          onChange={(e: React.ChangeEvent<HTMLSelectElement>) => {
            setOn(e.target.value);
            setCareful(false);
          }}
          sx={{ ...field, color: 'text.primary', width: '100%' }}
        >
          <option value="">choose</option>
          {Object.keys(view.cautions).map((c) => (
            <option key={c} value={`a ${c}`}>
              {/^[aeiou]/.test(c) ? 'an' : 'a'} {c} that is not on the floor
            </option>
          ))}
          {machines.map((m) => (
            <option key={m.id} value={m.id}>
              {m.name}
            </option>
          ))}
        </Box>
        {at('craft') && <Finding>{at('craft')}</Finding>}
      </Box>
      {!assumed && <Blank label="where the figures come from" value={source} onChange={setSource} error={at('source')} />}
      <Toggle
        on={assumed}
        onToggle={() => {
          setAssumed(!assumed);
        }}
      >
        Nobody looked them up: assumed
      </Toggle>
      {caution && (
        <Toggle
          on={careful}
          onToggle={() => {
            setCareful(!careful);
          }}
        >
          {caution}
        </Toggle>
      )}
      {at('careful') && <Finding>{at('careful')}</Finding>}
      {elsewhere && <Finding>{problem.detail}</Finding>}
      <Box>
        <Button variant="contained" onClick={() => void start()}>
          Start
        </Button>
      </Box>
    </Box>
  );
}
