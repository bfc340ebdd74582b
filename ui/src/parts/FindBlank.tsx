import Box from '@mui/material/Box';
import type { ChangeEvent, Ref } from 'react';

/** Where one writes what one looks for, in the head of a screen. */
export function FindBlank({
  label,
  hint = label,
  value,
  onChange,
  field,
  wide = false,
}: {
  label: string;
  hint?: string;
  value: string;
  onChange: (text: string) => void;
  field?: Ref<HTMLInputElement>;
  wide?: boolean;
}) {
  return (
    <Box
      component="input"
      ref={field}
      type="search"
      aria-label={label}
      placeholder={hint}
      value={value}
      onChange={(e: ChangeEvent<HTMLInputElement>) => {
        onChange(e.target.value);
      }}
      sx={{
        font: 'inherit',
        width: wide ? { xs: 200, md: 245 } : { xs: 150, md: 220 },
        minHeight: 44,
        border: 0,
        borderBottom: '2px solid',
        borderColor: 'divider',
        bgcolor: 'transparent',
        color: 'text.primary',
        '&::placeholder': { color: 'quiet', opacity: 1 },
      }}
    />
  );
}
