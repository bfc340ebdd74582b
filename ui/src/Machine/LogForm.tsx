import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import type { Entry, Machine } from '../api/client';
import { Blank } from '../parts/Blank';
import { OneOf, Toggle } from '../parts/Toggle';
import { useTimes } from '../api/useTimes';
import { readDay } from '../days';
import { useCard } from '../api/useMachine';

type Field = 'name' | 'shows' | 'says' | 'was' | 'now' | 'approved' | 'basis' | 'until';
const kinds: { id: string; name: string; fields: [Field, string][] }[] = [
  {
    id: 'meter',
    name: 'usage',
    fields: [
      ['name', 'meter: km, hours, engine hours'],
      ['shows', 'it shows'],
    ],
  },
  {
    id: 'defect',
    name: 'a fault',
    fields: [
      ['says', 'what is wrong'],
      ['until', 'deferred until (a day, or empty)'],
    ],
  },
  {
    id: 'swap',
    name: 'a swap',
    fields: [
      ['says', 'which part'],
      ['was', 'was'],
      ['now', 'is now'],
    ],
  },
  {
    id: 'lubrication',
    name: 'lubrication',
    fields: [['says', 'with what']],
  },
  {
    id: 'modification',
    name: 'a modification',
    fields: [
      ['says', 'what was added or made'],
      ['approved', 'approved by'],
      ['basis', 'on what basis'],
    ],
  },
  { id: 'bulletin', name: 'a bulletin', fields: [['says', 'what it asks']] },
];

/** One line for the card. What was typed stays when it is refused. */
export function LogForm({ machine }: { machine: Machine }) {
  const [kind, setKind] = useState('meter');
  const [on, setOn] = useState(useTimes().today());
  const [texts, setTexts] = useState<Partial<Record<Field, string>>>({ name: machine.meters?.[0]?.name ?? '' });
  const [refused, setRefused] = useState({ field: '', detail: '' });
  const [wrong, setWrong] = useState(''); // the reading that this one corrects
  const [changed, setChanged] = useState(false); // it is another meter than before
  const [cable, setCable] = useState(machine.cables[0]?.id ?? ''); // the one that was lubricated
  const { log } = useCard();
  const readings = (machine.meters?.find((m) => m.name === texts.name)?.readings ?? []).filter((r) => r.id && !r.struck);
  const known = machine.meters?.some((m) => m.name === texts.name && m.readings.length > 0); // also from a file, without ids
  const shown = kinds.find((k) => k.id === kind);
  const send = async () => {
    const fields = Object.fromEntries((shown?.fields ?? []).map(([f]) => [f, texts[f] ?? '']));
    const entry: Entry = {
      kind,
      on,
      ...fields,
      ...(kind === 'lubrication' ? { cable } : {}),
      ...(kind === 'meter' && wrong ? { id: wrong } : {}),
      ...(kind === 'meter' && changed ? { new: true } : {}),
    };
    const done = await log(machine.id, entry);
    if (done.problem) {
      setRefused({ field: done.problem.field ?? '', detail: done.problem.detail });
      return;
    }
    setRefused({ field: '', detail: '' });
    setTexts({ name: texts.name ?? '' });
    setWrong('');
    setChanged(false);
  };
  const at = (field: string) => (refused.field === field ? refused.detail : '');
  return (
    <Box
      component="form"
      noValidate
      aria-label="Log"
      onSubmit={(e) => {
        e.preventDefault();
        void send();
      }}
      sx={{ display: 'flex', flexDirection: 'column', gap: 1, bgcolor: 'sheet', p: 2 }}
    >
      <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 1 }}>
        <Box sx={{ fontSize: 'plain', fontWeight: 600 }}>Log</Box>
        <OneOf
          label="what to log"
          options={kinds}
          value={kind}
          onChange={(k) => {
            setKind(k);
            setRefused({ field: '', detail: '' });
          }}
        />
      </Box>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 2 }}>
        <Blank label="day" value={on} onChange={setOn} width={150} error={at('on')} />
        {shown?.fields.map(([f, label]) => (
          <Blank
            key={f}
            label={label}
            value={texts[f] ?? ''}
            onChange={(t) => {
              setTexts({ ...texts, [f]: t });
            }}
            width={f === 'shows' ? 150 : 260}
            error={at(f) || (f === 'shows' ? at('value') || at('id') : '')}
          />
        ))}
      </Box>
      {kind === 'lubrication' && <OneOf label="which cable" options={machine.cables} value={cable} onChange={setCable} />}
      {kind === 'meter' && known && (
        <Box>
          <Toggle
            on={changed}
            onToggle={() => {
              setChanged(!changed);
            }}
          >
            the meter was changed: it counts on from here
          </Toggle>
        </Box>
      )}
      {kind === 'meter' && readings.length > 0 && (
        <Box component="label" sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 1, fontSize: 'note' }}>
          instead of a mistyped one
          <Box
            component="select"
            aria-label="instead of"
            value={wrong}
            onChange={(e: React.ChangeEvent<HTMLSelectElement>) => {
              setWrong(e.target.value);
            }}
            sx={{ font: 'inherit', minHeight: 48, px: 1, bgcolor: 'sheet', color: 'text.primary', border: '2px solid' }}
          >
            <option value="">none</option>
            {readings.map((r) => (
              <option key={r.id} value={r.id}>
                {readDay(r.on)}: {r.value}
              </option>
            ))}
          </Box>
        </Box>
      )}
      {refused.detail && !['on', 'name', 'shows', 'value', 'says', 'was', 'now', 'approved', 'basis', 'until'].includes(refused.field) && (
        <Box role="alert" sx={{ color: 'error.main', fontWeight: 500 }}>
          {refused.detail}
        </Box>
      )}
      <Box>
        <Button type="submit" sx={{ minHeight: 48, py: 0 }}>
          Log it
        </Button>
      </Box>
    </Box>
  );
}
