import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import type { ReactNode } from 'react';
import { pathOf } from './draft';
import { Told } from './blanks';
import { small } from './looks';
import { useForm, type Path } from './form';

/** Any of several, by their names; each a button that is in or out. */
export function Any({ at, label, options }: { at: Path; label: string; options: { id: string; name: string }[] }) {
  const { get, set, edit } = useForm();
  const value = get(at);
  const chosen = Array.isArray(value) ? (value as string[]) : [];
  if (!edit) return <>{chosen.map((id) => options.find((o) => o.id === id)?.name ?? id).join(', ')}</>;
  const gone = chosen.filter((id) => !options.some((o) => o.id === id)).map((id) => ({ id, name: id }));
  return (
    <Box
      component="span"
      id={`at-${pathOf(at)}`}
      role="group"
      aria-label={label}
      sx={{ display: 'inline-flex', flexWrap: 'wrap', gap: 0.5, maxWidth: '100%', verticalAlign: 'baseline' }}
    >
      {[...options, ...gone].map((o) => {
        const on = chosen.includes(o.id);
        return (
          <Button
            key={o.id}
            aria-pressed={on}
            sx={{ ...small, borderWidth: 1, color: 'text.primary', fontWeight: on ? 600 : 400 }}
            onClick={() => {
              const next = on ? chosen.filter((id) => id !== o.id) : [...chosen, o.id];
              set?.(at, next.length > 0 ? next : undefined);
            }}
          >
            {on ? '✓ ' : ''}
            {o.name}
          </Button>
        );
      })}
      <Told at={at} />
    </Box>
  );
}

/** Something that is so or not; a plain one says no too, where nothing would mean something else. */
export function Yes({ at, says, plain = false }: { at: Path; says: string; plain?: boolean }) {
  const { get, set, edit } = useForm();
  const on = get(at) === true;
  if (!edit) return on ? <>{says}</> : null;
  return (
    <Button
      id={`at-${pathOf(at)}`}
      aria-pressed={on}
      sx={{ ...small, borderWidth: 1 }}
      onClick={() => set?.(at, on ? (plain ? false : undefined) : true)}
    >
      {on ? '✓ ' : '○ '}
      {says}
    </Button>
  );
}

/** A sentence around blanks: shown when something stands there, and always where it is written. */
export function When({ at, children }: { at: Path; children: ReactNode }) {
  const { get, edit } = useForm();
  const v = get(at);
  const there = v !== undefined && v !== '' && v !== null && !(Array.isArray(v) && v.length === 0);
  return edit || there ? <>{children}</> : null;
}
