import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import type { Value } from '../draft';
import { field, small } from './looks';
import { usePaper, type Path } from './paper';

/** Takes an entry out of a list of the draft. */
export function TakeOut({ at, name }: { at: Path; name: string }) {
  const { set, edit } = usePaper();
  if (!edit) return null;
  return (
    <Button variant="text" aria-label={`take out ${name}`} sx={{ ...small, minWidth: 40 }} onClick={() => set?.(at, undefined)}>
      ✕
    </Button>
  );
}

/** Adds an entry to a list of the draft; one with a name asks for it first. */
export function Add({
  at,
  what,
  make,
  named = false,
  whole = false,
}: {
  at: Path;
  what: string;
  make: (name: string) => Value;
  named?: boolean;
  whole?: boolean; // it stands at the place itself, which is no list
}) {
  const { get, set, edit } = usePaper();
  const [name, setName] = useState<string | null>(null);
  if (!edit) return null;
  const here = get(at);
  const n = Array.isArray(here) ? here.length : 0;
  const add = (text: string) => {
    set?.(whole ? at : [...at, n], make(text));
    setName(null);
  };
  if (name === null)
    return (
      <Button
        variant="text"
        sx={{ ...small, color: 'primary.main' }}
        onClick={() => {
          if (named) setName('');
          else add('');
        }}
      >
        + {what}
      </Button>
    );
  return (
    <Box
      component="form"
      sx={{ display: 'flex', gap: 1, alignItems: 'center' }}
      onSubmit={(e: React.SyntheticEvent) => {
        e.preventDefault();
        if (name.trim() !== '') add(name.trim());
      }}
    >
      <Box
        component="input"
        autoFocus
        aria-label={`name of ${what}`}
        placeholder={`name of ${what}`}
        value={name}
        onChange={(x: React.ChangeEvent<HTMLInputElement>) => {
          setName(x.target.value);
        }}
        sx={{ ...field, borderColor: 'primary.main', width: 280 }}
      />
      <Button type="submit" sx={small}>
        add
      </Button>
    </Box>
  );
}
