import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import type { Value } from './draft';
import { W } from './blanks';
import { field, small } from './looks';
import { useForm, type Path } from './form';

/** Takes an entry out of a list of the draft. */
export function TakeOut({ at, name }: { at: Path; name: string }) {
  const { set, edit } = useForm();
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
  const { get, set, edit } = useForm();
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

/** Moves an entry before the one above it. */
export function Up({ at, name }: { at: Path; name: string }) {
  const { get, set, edit } = useForm();
  const i = Number(at.at(-1));
  const list = get(at.slice(0, -1));
  if (!edit || i === 0 || !Array.isArray(list)) return null;
  return (
    <Button
      variant="text"
      aria-label={`move ${name} up`}
      sx={{ ...small, minWidth: 40 }}
      onClick={() => {
        const [one] = list.slice(i, i + 1);
        if (one !== undefined) set?.(at.slice(0, -1), [...list.slice(0, i - 1), one, list[i - 1] ?? null, ...list.slice(i + 1)]);
      }}
    >
      ↑
    </Button>
  );
}

/** Several words in a row, each with a blank of its own. */
export function Many({ at, label, what }: { at: Path; label: string; what: string }) {
  const { get, edit } = useForm();
  const here = get(at);
  const all = Array.isArray(here) ? here : [];
  return (
    <>
      {all.map((one, i) => (
        <span key={i}>
          {i > 0 && !edit ? ', ' : ''}
          <W at={[...at, i]} label={`${label} ${i + 1}`} />
          <TakeOut at={[...at, i]} name={typeof one === 'string' && one ? one : `${label} ${i + 1}`} />
        </span>
      ))}
      <Add at={at} what={what} make={() => ''} />
    </>
  );
}
