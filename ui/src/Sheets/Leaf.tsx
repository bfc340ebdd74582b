import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { pathOf, typed, type Schema, type Value } from './draft';

type Step = string | number;

export interface Editing {
  root: Schema;
  faults: Map<string, string>;
  questions: Map<string, string>;
  assumed: string[];
  set: (path: Step[], value: Value | undefined) => void;
  confirm: (path: string) => void;
}

/** What a piece of the draft is drawn from. */
export interface Piece {
  e: Editing;
  schema: Schema;
  path: Step[];
  value: Value | undefined;
  label: string;
}

const line = {
  fontSize: 17,
  minHeight: 40,
  px: 0.75,
  font: 'inherit',
  bgcolor: 'sheet',
  color: 'text.primary',
  border: 0,
  borderBottom: '2px solid',
  borderRadius: 0,
} as const;

/** One blank of the draft. What is typed stays as it is typed; what is wrong with it stands beneath. */
export function Leaf({ e, schema, path, value, label }: Piece) {
  const at = pathOf(path);
  const fault = e.faults.get(at);
  const question = e.questions.get(at);
  const number = schema.type === 'number' || schema.type === 'integer';
  const [text, setText] = useState<string | null>(null);
  const shown = text ?? (typeof value === 'string' || typeof value === 'number' ? String(value) : '');
  const tell = fault ?? question ?? '';
  const colour = fault ? 'error.main' : question ? 'primary.main' : 'divider';
  const named = { 'aria-label': at, 'aria-invalid': fault !== undefined, 'aria-describedby': `tell-${at}` };
  if (schema.type === 'boolean') {
    return (
      <Button
        aria-pressed={value === true}
        sx={{ minHeight: 40, py: 0, px: 1, fontSize: 16, borderWidth: 1 }}
        onClick={() => {
          e.set(path, value === true ? undefined : true);
        }}
      >
        {value === true ? '✓ ' : '○ '}
        {label}
      </Button>
    );
  }
  return (
    <Box sx={{ minWidth: 0, maxWidth: '100%' }}>
      <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 0.75, flexWrap: 'wrap' }}>
        <Box component="span" sx={{ color: 'quiet', fontSize: 16 }}>
          {label}
        </Box>
        {schema.enum ? (
          <Box
            component="select"
            {...named}
            value={shown}
            onChange={(x: React.ChangeEvent<HTMLSelectElement>) => {
              e.set(path, x.target.value === '' ? undefined : x.target.value);
            }}
            sx={{ ...line, borderColor: colour, maxWidth: '100%' }}
          >
            {!schema.enum.includes(shown) && <option value="">…</option>}
            {schema.enum.map((w) => (
              <option key={w}>{w}</option>
            ))}
          </Box>
        ) : (
          <Box
            component="input"
            {...named}
            value={shown}
            autoComplete="off"
            spellCheck={false}
            onBlur={() => {
              setText(null);
            }}
            onChange={(x: React.ChangeEvent<HTMLInputElement>) => {
              setText(x.target.value);
              e.set(path, x.target.value === '' ? (number ? undefined : '') : number ? typed(x.target.value) : x.target.value);
            }}
            sx={{
              ...line,
              borderColor: colour,
              fontWeight: 600,
              width: number ? 90 : `${Math.min(Math.max(shown.length + 2, 8), 44)}ch`,
              maxWidth: '100%',
            }}
          />
        )}
        {e.assumed.includes(at) && (
          <Button
            variant="text"
            sx={{ minHeight: 36, py: 0, fontSize: 15, color: 'primary.main' }}
            onClick={() => {
              e.set(
                ['assumed'],
                e.assumed.filter((p) => p !== at),
              );
            }}
          >
            assumed: confirm
          </Button>
        )}
      </Box>
      <Box
        id={`tell-${at}`}
        role={tell ? 'alert' : undefined}
        sx={{ fontSize: 15, fontWeight: 500, color: fault ? 'error.main' : 'primary.main' }}
      >
        {tell}
        {question && !fault && (
          <Button
            variant="text"
            sx={{ minHeight: 36, py: 0, fontSize: 15 }}
            onClick={() => {
              e.confirm(at);
            }}
          >
            it is so
          </Button>
        )}
      </Box>
    </Box>
  );
}
