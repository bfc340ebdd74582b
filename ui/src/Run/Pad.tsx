import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import InputBase from '@mui/material/InputBase';
import { useId, useRef, type ReactNode } from 'react';
import { useKey } from '../parts/useKey';
import { addFraction, backspace } from './padText';

const rows: string[][] = [
  ['7', '8', '9', '½'],
  ['4', '5', '6', '¼'],
  ['1', '2', '3', '⅛'],
  ['.', '0', '⌫', '1/16'],
];
const spoken: Record<string, string> = {
  '⌫': 'rub out',
  '½': 'one half',
  '¼': 'one quarter',
  '⅛': 'one eighth',
  '1/16': 'one sixteenth',
  '.': 'point',
};

export interface PadProps {
  label: string;
  value: string;
  onChange: (text: string) => void;
  onTake: () => void;
  unit: ReactNode;
  says: string;
  loud?: boolean; // what it says must not be passed over
  error: string;
  take: string;
  ready: boolean;
  vulgar?: boolean;
  by?: ReactNode;
  above?: ReactNode;
  instead?: ReactNode; // in the place of the keys
  children?: ReactNode;
}

/** The pad: keys for a gloved thumb beside a blank that takes what a mechanic writes. Enter takes it. */
export function Pad({
  label,
  value,
  onChange,
  onTake,
  unit,
  says,
  loud = false,
  error,
  take,
  ready,
  vulgar = false,
  by,
  above,
  instead,
  children,
}: PadProps) {
  const field = useRef<HTMLInputElement>(null);
  const id = useId();
  const coarse = window.matchMedia('(pointer: coarse)').matches;
  useKey(
    (key) => /^[\d.]$/.test(key), // it is written where it is led to
    () => field.current?.focus(),
  );
  const press = (key: string) => {
    onChange(key === '⌫' ? backspace(value) : /^[\d.]$/.test(key) ? value + key : addFraction(value, key, vulgar));
    if (!coarse) field.current?.focus();
  };
  return (
    <Box
      component="form"
      noValidate
      onSubmit={(e) => {
        e.preventDefault();
        onTake();
      }}
      sx={{ display: 'flex', flexDirection: 'column', gap: 0.5 }}
    >
      <Box
        sx={{
          display: 'flex',
          alignItems: 'baseline',
          flexWrap: 'wrap',
          columnGap: 1,
          fontSize: 'note',
          '[data-gloves] &': { alignItems: 'center' },
        }}
      >
        <Box component="label" htmlFor={id} sx={{ color: 'quiet' }}>
          {label}
        </Box>
        {by && (
          <>
            <span>by</span>
            {by}
          </>
        )}
      </Box>
      {above}
      <Box
        sx={{
          display: 'flex',
          alignItems: 'baseline',
          borderBottom: '3px solid',
          borderColor: error ? 'error.main' : 'text.primary',
        }}
      >
        <InputBase
          id={id}
          inputRef={field}
          fullWidth
          autoFocus={!coarse}
          value={value}
          onChange={(e) => {
            onChange(e.target.value);
          }}
          inputProps={{
            inputMode: coarse ? 'none' : 'text',
            'aria-invalid': error !== '',
            'aria-describedby': `${id}-says`,
            autoComplete: 'off',
            spellCheck: false,
          }}
          sx={{ fontSize: 'large', fontWeight: 600, bgcolor: 'transparent', '& input': { p: 0, height: 42 } }}
        />
        <Box sx={{ flexShrink: 0 }}>{unit}</Box>
      </Box>
      <Box
        id={`${id}-says`}
        role={error ? 'alert' : 'status'}
        sx={{ minHeight: 24, fontSize: loud && !error ? 'head' : 'note', fontWeight: 500, color: error ? 'error.main' : 'text.primary' }}
      >
        {error || says}
      </Box>
      {instead ?? (
        <Box sx={{ display: 'grid', gridTemplateColumns: 'repeat(4, 1fr)', gap: 0.75 }}>
          {rows.flat().map((key) => (
            <Button
              key={key}
              type="button"
              aria-label={spoken[key] ?? key}
              onClick={() => {
                press(key);
              }}
              sx={{
                minWidth: 0,
                minHeight: 48,
                p: 0,
                fontSize: 'head',
                borderWidth: 1,
                borderColor: 'divider',
                bgcolor: /[½¼⅛/]/.test(key) ? 'wash' : 'sheet',
                '&:hover': { borderWidth: 1 },
              }}
            >
              {key}
            </Button>
          ))}
        </Box>
      )}
      <Button type="submit" variant={ready ? 'contained' : 'outlined'}>
        {take}
      </Button>
      {children}
    </Box>
  );
}
