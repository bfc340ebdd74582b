import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { pathOf, typed } from './draft';
import { field, inText, small } from './looks';
import { useForm, type Path } from './form';

/** What is wrong or questioned at a place, beside its blank. */
export function Told({ at }: { at: Path }) {
  const { faults, questions, confirm, edit } = useForm();
  const path = pathOf(at);
  const fault = faults.get(path);
  const question = questions.get(path);
  if (!edit || !(fault ?? question)) return null;
  return (
    <Box
      component="span"
      id={`tell-${path}`}
      role="alert"
      sx={{ display: 'block', fontSize: 'note', fontWeight: 500, color: fault ? 'error.main' : 'primary.main' }}
    >
      {fault ? '✕ ' : '! '}
      {fault ?? question}
      {!fault && (
        <Button variant="text" sx={small} onClick={() => confirm?.(path)}>
          it is so
        </Button>
      )}
    </Box>
  );
}

/** A word or a figure where it is read: text, or a blank where it is written. */
export function W({
  at,
  label,
  unit = '',
  number = false,
  hint = number ? '' : label,
  silent = false,
}: {
  at: Path;
  label: string;
  unit?: string;
  number?: boolean;
  hint?: string;
  silent?: boolean; // what is wrong with it is told at the end of its line
}) {
  const { get, set, edit, faults, questions, assumed: all, sure } = useForm();
  const assumed = all?.includes(pathOf(at));
  const [text, setText] = useState<string | null>(null);
  const value = get(at);
  const plain = typeof value === 'string' || typeof value === 'number' ? String(value) : '';
  const tail = unit ? ` ${unit}` : '';
  if (!edit)
    return plain === '' ? null : (
      <>
        {number ? plain.replace('-', '−') : plain}
        {tail}
        {assumed ? ' (assumed)' : ''}
      </>
    );
  const path = pathOf(at);
  const wrong = faults.has(path);
  const shown = text ?? plain;
  return (
    <Box component="span" sx={inText}>
      <span>
        <Box
          component="input"
          id={`at-${path}`}
          aria-label={label}
          aria-invalid={wrong}
          aria-describedby={wrong || questions.has(path) ? `tell-${path}` : undefined}
          placeholder={hint}
          value={shown}
          autoComplete="off"
          spellCheck={!number}
          inputMode={number ? 'decimal' : undefined}
          onBlur={() => {
            setText(null);
          }}
          onChange={(x: React.ChangeEvent<HTMLInputElement>) => {
            setText(x.target.value);
            const next = x.target.value;
            set?.(at, next === '' ? (number ? undefined : '') : number ? typed(next) : next);
          }}
          sx={{
            ...field,
            borderColor: wrong ? 'error.main' : questions.has(path) ? 'primary.main' : 'quiet',
            width: number ? 84 : `${Math.min(Math.max((shown || hint).length + 2, 6), 60)}ch`,
            '&::placeholder': { color: 'quiet', fontWeight: 400, opacity: 1 },
          }}
        />
        {tail && <span>{tail}</span>}
      </span>
      {assumed && (
        <Button variant="text" sx={{ ...small, color: 'primary.main' }} onClick={() => sure?.(pathOf(at))}>
          assumed: confirm
        </Button>
      )}
      {!silent && <Told at={at} />}
    </Box>
  );
}

/** One of several, by their names. */
export function Pick({
  at,
  label,
  options,
  none = '',
}: {
  at: Path;
  label: string;
  options: { id: string; name: string }[];
  none?: string;
}) {
  const { get, set, edit, faults } = useForm();
  const value = get(at);
  const id = typeof value === 'string' ? value : '';
  if (!edit) return <>{options.find((o) => o.id === id)?.name ?? id}</>;
  const path = pathOf(at);
  return (
    <Box component="span" sx={inText}>
      <Box
        component="select"
        id={`at-${path}`}
        aria-label={label}
        aria-invalid={faults.has(path)}
        value={id}
        onChange={(x: React.ChangeEvent<HTMLSelectElement>) => set?.(at, x.target.value === '' ? undefined : x.target.value)}
        sx={{ ...field, borderColor: faults.has(path) ? 'error.main' : 'quiet' }}
      >
        {(none !== '' || !options.some((o) => o.id === id)) && <option value="">{none || '…'}</option>}
        {options.map((o) => (
          <option key={o.id} value={o.id}>
            {o.name}
          </option>
        ))}
      </Box>
      <Told at={at} />
    </Box>
  );
}
