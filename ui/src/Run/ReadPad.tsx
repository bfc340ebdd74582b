import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import type { Gauge, Want } from '../api/client';
import { useStored } from '../stored';
import { Pad } from './Pad';
import { OneOf, Toggle } from './Toggle';
import { useMeaning } from './useMeaning';
import type { Send } from './useRun';

interface Props { run: string; want: Want; gauges: Gauge[]; send: Send }

/** The pad for one reading: its states, its gauge, its unit, and what the text means while it is typed. */
export function ReadPad({ run, want, gauges, send }: Props) {
  const draft = `draft.${run}.${want.point}`;
  const [text, setText] = useStored(draft);
  const [start, setStart] = useStored(`${draft}.start`);
  const [end, setEnd] = useStored(`${draft}.end`);
  const [unit, setUnit] = useStored(`unit.${want.quantity}`, want.unit);
  const [marks, setMarks] = useStored('marks');
  const [states, setStates] = useStored(`${draft}.states`);
  const [refused, setRefused] = useState({ field: '', says: '', of: '' });
  const fitting = gauges.filter((g) => g.quantity === want.quantity);
  const [kept, setGauge] = useStored(`gauge.${want.quantity}`, fitting[0]?.id ?? '');
  const gauge = fitting.some((g) => g.id === kept) ? kept : '';

  const length = want.quantity === 'length';
  const byMarks = length && marks !== '';
  const typed = JSON.stringify([text, start, end, byMarks]);
  const { meaning, problem } = useMeaning(run, { point: want.point, text, start, end, unit }, byMarks);
  const confirmed = states === '' ? [] : states.split(' ');
  const complete = byMarks ? start !== '' && end !== '' : text !== '';
  const open = want.states.filter((s) => !confirmed.includes(s.id));

  const error = problem ? problem.detail : refused.of === typed ? refused.says : '';
  const says = meaning ? `= ${meaning.says}${meaning.also ? ` · ${meaning.also}` : ''}` : byMarks && !complete ? 'write the start mark, then the end mark' : '';

  const take = async () => {
    if (!complete) { setRefused({ field: 'text', says: 'write what the gauge shows first', of: typed }); return; }
    const what = byMarks ? { start, end } : { text };
    const problemNow = await send('reading', { point: want.point, ...what, unit, states: confirmed, gauge, value: 0 });
    if (problemNow) { setRefused({ field: problemNow.field ?? '', says: problemNow.detail, of: typed }); return; }
    for (const clear of [setText, setStart, setEnd, setStates]) clear('');
  };

  const units = length ? [{ id: 'mm', name: 'mm' }, { id: 'in', name: 'in' }] : [];
  return (
    <Pad label={byMarks ? `${want.name}: end mark on the tape` : want.name} value={byMarks ? end : text} onChange={byMarks ? setEnd : setText}
      onTake={() => void take()} says={says} error={error} take="Take the reading" ready={complete && !error && open.length === 0}
      unit={units.length > 0 ? <OneOf label="unit" options={units} value={unit} onChange={setUnit} /> : <Box sx={{ fontSize: 20, color: 'quiet' }}>{want.quantity === 'count' ? 'threads' : want.unit}</Box>}
      above={byMarks && (
        <Box sx={{ display: 'flex', alignItems: 'center', gap: 1, fontSize: 17 }}>
          <label htmlFor="start-mark">start mark</label>
          <Box component="input" id="start-mark" value={start} onChange={(e) => { setStart(e.target.value); }} autoComplete="off"
            sx={{ font: 'inherit', fontSize: 22, fontWeight: 600, width: '100%', minHeight: 44, px: 1, bgcolor: 'sheet', color: 'text.primary', border: '1.5px solid', borderColor: refused.field === 'body.start' && refused.of === typed ? 'error.main' : 'text.primary' }} />
        </Box>
      )}>
      {want.states.length > 0 && (
        <Box role="group" aria-label="states" sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.75 }}>
          {want.states.map((s) => (
            <Toggle key={s.id} on={confirmed.includes(s.id)} title={s.how}
              onToggle={() => { setStates((confirmed.includes(s.id) ? confirmed.filter((c) => c !== s.id) : [...confirmed, s.id]).join(' ')); }}>
              {s.name}
            </Toggle>
          ))}
        </Box>
      )}
      {fitting.length > 0 && (
        <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 0.75 }}>
          <OneOf label="gauge" options={fitting.map((g) => ({ id: g.id, name: `${g.name} ±${g.doubt}` }))} value={gauge} onChange={setGauge} />
          {length && <Button type="button" variant="text" onClick={() => { setMarks(marks ? '' : 'yes'); }}>{byMarks ? 'one number' : 'two marks'}</Button>}
        </Box>
      )}
    </Pad>
  );
}
