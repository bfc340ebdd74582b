import Box from '@mui/material/Box';
import InputBase from '@mui/material/InputBase';
import { useId } from 'react';

/** A blank of a sentence, with its message beside it. */
export function Blank({
  label,
  value,
  onChange,
  error = '',
  width = '100%',
  lines = 1,
  autoFocus = false,
  secret = false,
  figures = false,
  list,
}: {
  label: string;
  value: string;
  onChange: (text: string) => void;
  error?: string;
  width?: number | string;
  lines?: number;
  autoFocus?: boolean;
  secret?: boolean;
  figures?: boolean;
  list?: string; // id of a datalist that offers what may be written
}) {
  const id = useId();
  return (
    <Box sx={{ width, maxWidth: '100%' }}>
      <Box component="label" htmlFor={id} sx={{ display: 'block', fontSize: 'note', color: 'quiet' }}>
        {label}
      </Box>
      <InputBase
        id={id}
        fullWidth
        multiline={lines > 1}
        minRows={lines}
        type={secret ? 'password' : 'text'}
        value={value}
        autoFocus={autoFocus}
        onChange={(e) => {
          onChange(e.target.value);
        }}
        inputProps={{
          'aria-invalid': error !== '',
          'aria-describedby': `${id}-error`,
          autoComplete: secret && !figures ? 'current-password' : 'off',
          ...(list ? { list } : {}),
          ...(figures ? { inputMode: secret ? ('numeric' as const) : ('decimal' as const) } : {}),
        }}
        sx={{ px: 1.25, minHeight: 48, border: '2px solid', borderColor: error ? 'error.main' : 'text.primary' }}
      />
      <Box id={`${id}-error`} role={error ? 'alert' : undefined} sx={{ fontSize: 'note', fontWeight: 500, color: 'error.main' }}>
        {error}
      </Box>
    </Box>
  );
}
