import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import type { CardNow, Machine, MachineView } from '../api/client';
import { crafts } from '../parts/crafts';
import { CardMoved } from './CardMoved';
import { Plate } from './Plate';
import { Blank } from '../parts/Blank';
import { Finding } from '../parts/Finding';
import { OneOf } from '../parts/Toggle';
import { useLibrary } from '../api/useSheets';
import { CableForm } from './CableForm';
import { useCard } from '../api/useMachine';
import { keys } from '../api/keys';

const choices = crafts.map((c) => ({ id: c, name: c }));
const empty: Machine = { id: '', name: '', craft: 'boat', note: '', cables: [{ id: '', name: '', family: '' }] };

/** The card of a machine as it is written: what it is, its plate, its cables and their chains. */
export function CardForm({ view, onDone }: { view?: MachineView; onDone?: () => void }) {
  const [m, setM] = useState<Machine>(view?.machine ?? empty);
  const [chains, setChains] = useState(() => m.cables.map((c) => chainText(c.chain))); // as typed
  const [refused, setRefused] = useState({ field: '', detail: '' });
  const [moved, setMoved] = useState<CardNow | null>(null);
  const library = useLibrary().data;
  const { put } = useCard();
  const go = useNavigate();
  const client = useQueryClient();
  const at = (field: string) => (refused.field === field ? refused.detail : '');
  const unit = m.unit ?? { serial: '', hand: 'standard' };
  const cable = (i: number, change: Partial<Machine['cables'][number]>) => {
    setM({ ...m, cables: m.cables.map((c, j) => (j === i ? { ...c, ...change } : c)) });
  };
  const identity = m.identity ?? [];
  const send = async (version = m.version) => {
    const { unit: u, ...rest } = {
      ...m,
      ...(version ? { version } : {}),
      cables: m.cables.map((c, i) => ({ ...c, chain: chainOf(chains[i] ?? '') })),
    };
    const done = await put(u && u.serial.trim() !== '' ? { ...rest, unit: u } : rest);
    if (done.problem) {
      setMoved(done.problem.card ?? null);
      setRefused({ field: done.problem.field ?? '', detail: done.problem.detail });
      return;
    }
    onDone?.();
    if (!view) await go(`/machine/${done.data.machine.id}`);
  };
  const known = ['name', 'craft', 'unit.serial', 'unit.hand', ...(moved ? ['version'] : [])];
  return (
    <Box
      component="form"
      noValidate
      onSubmit={(e) => {
        e.preventDefault();
        void send();
      }}
      sx={{ maxWidth: 1000 }}
    >
      <Box component="h1" sx={{ m: 0, mb: 1, fontSize: 'large', fontWeight: 600 }}>
        {view ? view.machine.name : 'Another machine'}
      </Box>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 2 }}>
        <Blank
          label="what it is called"
          value={m.name}
          onChange={(name) => {
            setM({ ...m, name });
          }}
          width={300}
          error={at('name')}
          autoFocus
        />
        <Blank
          label="owner’s reference"
          value={m.owner ?? ''}
          onChange={(owner) => {
            setM({ ...m, owner });
          }}
          width={260}
        />
        <Blank
          label="note"
          value={m.note}
          onChange={(note) => {
            setM({ ...m, note });
          }}
          width={300}
        />
        <Box sx={{ flexBasis: '100%' }}>
          <OneOf
            label="craft"
            options={choices}
            value={m.craft}
            onChange={(craft) => {
              setM({ ...m, craft });
            }}
          />
        </Box>
      </Box>
      <Plate
        craft={m.craft}
        unit={unit}
        error={at('unit.serial')}
        onChange={(changed) => {
          setM({ ...m, unit: changed });
        }}
      />
      <Box component="h2" sx={{ fontSize: 'plain', fontWeight: 600, mb: 0.5 }}>
        Other marks
      </Box>
      {identity.map((x, i) => (
        <Box key={i} sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 2 }}>
          <Blank
            label="what"
            value={x.name}
            onChange={(name) => {
              setM({ ...m, identity: identity.map((y, j) => (j === i ? { ...y, name } : y)) });
            }}
            width={200}
          />
          <Blank
            label="it says"
            value={x.value}
            onChange={(value) => {
              setM({ ...m, identity: identity.map((y, j) => (j === i ? { ...y, value } : y)) });
            }}
            width={240}
            error={at(`identity[${i}].value`)}
          />
        </Box>
      ))}
      <Button
        variant="text"
        onClick={() => {
          setM({ ...m, identity: [...identity, { name: '', value: '' }] });
        }}
      >
        another mark
      </Button>
      <Box component="h2" sx={{ fontSize: 'plain', fontWeight: 600, mb: 0.5 }}>
        Cables
      </Box>
      {m.cables.map((c, i) => (
        <CableForm
          key={i}
          no={i}
          cable={c}
          families={library?.families ?? []}
          names={[...new Set(library?.axes.filter((a) => c.family === '' || a.family === c.family).map((a) => a.cable))]}
          chain={chains[i] ?? ''}
          at={at}
          onCable={(change) => {
            cable(i, change);
          }}
          onChain={(text) => {
            setChains(chains.map((old, j) => (j === i ? text : old)));
          }}
          onOut={() => {
            setM({ ...m, cables: m.cables.filter((_, j) => j !== i) });
            setChains(chains.filter((_, j) => j !== i));
          }}
        />
      ))}
      <Button
        variant="text"
        onClick={() => {
          setM({ ...m, cables: [...m.cables, { id: '', name: '', family: '' }] });
          setChains([...chains, '']);
        }}
      >
        another cable
      </Button>
      {moved && (
        <CardMoved
          card={moved}
          onMine={() => void send(moved.version)}
          onTheirs={() => {
            void client.invalidateQueries({ queryKey: keys.machine(m.id) });
            onDone?.();
          }}
        />
      )}
      {refused.detail && !known.includes(refused.field) && !/^(cables|identity)\[/.test(refused.field) && (
        <Finding>{refused.detail}</Finding>
      )}
      {!moved && (
        <Box sx={{ display: 'flex', gap: 1.5, mt: 2 }}>
          <Button type="submit" variant="contained">
            Keep the card
          </Button>
          <Button
            onClick={() => {
              if (onDone) onDone();
              else void go('/');
            }}
          >
            Leave it
          </Button>
        </Box>
      )}
    </Box>
  );
}

type Links = NonNullable<Machine['cables'][number]['chain']>;
const chainText = (chain: Links | undefined) => (chain ?? []).map((l) => `${l.role} = ${l.name}${l.note ? `, ${l.note}` : ''}`).join('\n');
const chainOf = (text: string): Links =>
  text
    .split('\n')
    .filter((line) => line.trim() !== '')
    .map((line) => {
      const [role = '', rest = ''] = line.split('=', 2);
      const [name = '', ...note] = rest.split(',');
      return { role: role.trim(), name: name.trim(), ...(note.length > 0 ? { note: note.join(',').trim() } : {}) };
    });
