import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import type { Gauge, GaugeCard, GaugeKind } from '../api/client';
import { useProblem } from '../parts/useProblem';
import { Blank } from '../parts/Blank';
import { OneOf } from '../parts/Toggle';
import { Row } from './Row';
import { useGauges, useKeeping } from '../api/usePeople';

const all: GaugeKind[] = ['tape', 'rule', 'caliper', 'feeler', 'protractor', 'pull scale', 'tension gauge', 'torque wrench', 'tachometer'];
const kinds = all.map((k) => ({ id: k, name: k }));
const sign: Record<string, string> = { length: 'mm', angle: '°', force: 'N', torque: 'Nm', speed: 'rpm' };

/** The gauges: how fine they are, what they can tell, and when their calibration runs out. */
export function Gauges({ manage }: { manage: boolean }) {
  const { data } = useGauges();
  const [open, setOpen] = useState('');
  return (
    <Box component="section" aria-label="Gauges">
      <Box component="h1" sx={{ m: 0, mb: 1, fontSize: 'title', fontWeight: 600 }}>
        Gauges
      </Box>
      {data?.map((g) => (
        <Row
          key={g.id}
          name={g.name}
          says={<Says gauge={g} />}
          open={open === g.id}
          {...(manage && {
            onChange: () => {
              setOpen(open === g.id ? '' : g.id);
            },
          })}
        >
          <GaugeForm
            gauge={g}
            onDone={() => {
              setOpen('');
            }}
          />
        </Row>
      ))}
      {manage &&
        (open === 'new' ? (
          <GaugeForm
            gauge={{ id: '', name: '', quantity: 'length', doubt: 0, kind: 'tape' }}
            onDone={() => {
              setOpen('');
            }}
          />
        ) : (
          <Button
            variant="text"
            onClick={() => {
              setOpen('new');
            }}
          >
            another gauge
          </Button>
        ))}
    </Box>
  );
}

/** What a gauge tells and how its calibration stands. */
function Says({ gauge: g }: { gauge: GaugeCard }) {
  const unit = sign[g.quantity] ?? '';
  const risers = (g.risers ?? []).map((r) => r.name).join(', ');
  return (
    <>
      {g.resolution ? `shows ${g.resolution} ${unit}, ` : ''}tells to{' '}
      <b>
        ± {g.doubt} {unit}
      </b>
      {risers && `; ${risers}`}
      <Box sx={{ color: g.overdue ? 'error.main' : 'quiet', fontWeight: g.overdue ? 600 : 400 }}>
        {g.due ? (g.overdue ? `✕ calibration ran out on ${g.until}` : `calibrated until ${g.until}`) : 'no calibration asked'}
      </Box>
    </>
  );
}

/** The gauge alone, without how it stands today. */
function own({ id, name, quantity, doubt, due, kind, resolution, risers }: Gauge): Gauge {
  return {
    id,
    name,
    quantity,
    doubt,
    ...(due ? { due } : {}),
    ...(kind ? { kind } : {}),
    ...(resolution ? { resolution } : {}),
    ...(risers ? { risers } : {}),
  };
}

function GaugeForm({ gauge, onDone }: { gauge: Gauge; onDone: () => void }) {
  const [g, setG] = useState(gauge);
  const [resolution, setResolution] = useState(String(gauge.resolution ?? ''));
  const [doubt, setDoubt] = useState(gauge.doubt ? String(gauge.doubt) : '');
  const { at, rest, setProblem } = useProblem();
  const { gauge: keep } = useKeeping();
  const risers = g.risers ?? [];
  const send = async () => {
    const p = await keep({ ...own(g), shows: resolution, tells: doubt });
    setProblem(p);
    if (!p) onDone();
  };
  const riser = (i: number, change: Partial<(typeof risers)[number]>) => {
    setG({ ...g, risers: risers.map((r, j) => (j === i ? { ...r, ...change } : r)) });
  };
  return (
    <Box
      component="form"
      noValidate
      aria-label={gauge.id ? `gauge ${gauge.name}` : 'another gauge'}
      onSubmit={(e) => {
        e.preventDefault();
        void send();
      }}
      sx={{
        display: 'flex',
        flexWrap: 'wrap',
        columnGap: 2,
        rowGap: 0.5,
        alignItems: 'flex-start',
        bgcolor: 'sheet',
        p: 1.5,
      }}
    >
      <Box sx={{ flexBasis: '100%' }}>
        <OneOf
          label="kind"
          options={kinds}
          value={g.kind ?? 'tape'}
          onChange={(kind) => {
            setG({ ...g, kind });
          }}
        />
      </Box>
      <Blank
        label="name"
        value={g.name}
        onChange={(name) => {
          setG({ ...g, name });
        }}
        width={200}
        error={at('name')}
      />
      <Blank
        label="smallest step it shows"
        value={resolution}
        onChange={setResolution}
        width={170}
        error={at('shows') || at('resolution')}
      />
      <Blank label="it tells to ±" value={doubt} onChange={setDoubt} width={130} error={at('tells') || at('doubt')} />
      <Blank
        label="calibrated until (a day)"
        value={g.due ?? ''}
        onChange={(due) => {
          setG({ ...g, due });
        }}
        width={190}
        error={at('due')}
      />
      {g.kind === 'tension gauge' &&
        risers.map((r, i) => (
          <Box key={i} sx={{ flexBasis: '100%', display: 'flex', flexWrap: 'wrap', columnGap: 2 }}>
            <Blank
              label="riser"
              value={r.name}
              onChange={(name) => {
                riser(i, { name });
              }}
              width={160}
              error={at(`risers[${i}].name`)}
            />
            <Blank
              label="its table, a pair a line"
              value={r.table}
              onChange={(table) => {
                riser(i, { table });
              }}
              width={300}
              lines={3}
              error={at(`risers[${i}].table`)}
            />
          </Box>
        ))}
      {g.kind === 'tension gauge' && (
        <Button
          variant="text"
          onClick={() => {
            setG({ ...g, risers: [...risers, { name: '', table: '' }] });
          }}
        >
          another riser
        </Button>
      )}
      <Box sx={{ flexBasis: '100%', display: 'flex', gap: 1.5 }}>
        <Button type="submit" sx={{ minHeight: 48, py: 0 }}>
          Keep the gauge
        </Button>
        <Button variant="text" onClick={onDone}>
          leave it
        </Button>
      </Box>
      {rest()}
    </Box>
  );
}
