import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import type { Library, Machine } from '../api/client';
import { Blank } from '../parts/Blank';
import { ChooseCable } from '../parts/ChooseCable';

type Cable = Machine['cables'][number];

/** One cable of a card: its name, its kind of rig, its chain of parts. */
export function CableForm({
  no,
  cable,
  families,
  names,
  chain,
  at,
  onCable,
  onChain,
  onOut,
}: {
  no: number;
  cable: Cable;
  families: Library['families'];
  names: string[]; // that sheets of its kind of rig have for it
  chain: string; // as typed
  at: (field: string) => string;
  onCable: (change: Partial<Cable>) => void;
  onChain: (text: string) => void;
  onOut: () => void;
}) {
  return (
    <Box
      sx={{
        display: 'flex',
        flexWrap: 'wrap',
        columnGap: 2,
        alignItems: 'flex-start',
        borderLeft: '3px solid',
        borderColor: 'divider',
        pl: 2,
        mb: 1,
      }}
    >
      <Kind
        no={no}
        family={cable.family}
        families={families}
        error={at(`cables[${String(no)}].family`)}
        onFamily={(family) => {
          onCable({ family });
        }}
      />
      <Blank
        label="cable"
        value={cable.name}
        list={`names-${no}`}
        onChange={(name) => {
          onCable({ name });
        }}
        width={240}
        error={at(`cables[${no}].name`)}
      />
      <datalist id={`names-${no}`}>
        {names.map((n) => (
          <option key={n} value={n} />
        ))}
      </datalist>
      <Blank label="chain: role = part, a part a line" value={chain} onChange={onChain} width={340} lines={2} />
      <Button variant="text" sx={{ mt: 2.5 }} aria-label={`take out cable ${no + 1}`} onClick={onOut}>
        ✕
      </Button>
    </Box>
  );
}

/** Its kind of rig, chosen by its picture or the words people have for it. */
function Kind({
  no,
  family,
  families,
  error,
  onFamily,
}: {
  no: number;
  family: string;
  families: Library['families'];
  error: string;
  onFamily: (family: string) => void;
}) {
  const [open, setOpen] = useState(false);
  const name = families.find((f) => f.id === family)?.name;
  return (
    <Box sx={{ flexBasis: open ? '100%' : 'auto', mb: 1 }}>
      <Box sx={{ fontSize: 'note', color: 'quiet' }}>kind of rig</Box>
      <Button
        aria-expanded={open}
        aria-label={`kind of rig of cable ${String(no + 1)}: ${name ?? 'choose it'}`}
        sx={{ minHeight: 48, py: 0, px: 2, fontSize: 'plain', borderColor: error ? 'error.main' : 'text.primary' }}
        onClick={() => {
          setOpen(!open);
        }}
      >
        {name ?? 'choose it'}
      </Button>
      <Box role={error ? 'alert' : undefined} sx={{ fontSize: 'note', fontWeight: 500, color: 'error.main' }}>
        {error}
      </Box>
      {open && (
        <Box sx={{ mt: 1 }}>
          <ChooseCable
            onChoose={(one) => {
              onFamily(one);
              setOpen(false);
            }}
          />
        </Box>
      )}
    </Box>
  );
}
