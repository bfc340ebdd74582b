import Box from '@mui/material/Box';
import type { BenchBlank, Echo } from '../api/client';

interface Props {
  id: string;
  blank: BenchBlank;
  label: string;
  value: string;
  example: string;
  echo: Echo | undefined;
  onChange: (text: string) => void;
  onFocus?: () => void;
}

const sign: Record<string, string> = { deg: '°', count: '' };

/** A blank in the sentence: takes what a mechanic writes, says beneath what it was read as, or what to write instead. */
export function BlankField({ id, blank, label, value, example, echo, onChange, onFocus }: Props) {
  const fault = echo?.fault ?? '';
  const hint = example || (blank.preset ?? '');
  const shown = value || hint;
  const width = `${Math.min(Math.max(shown.length, blank.kind === 'text' ? 8 : 4), 26) + 1.5}ch`;
  const unit = blank.unit ? (sign[blank.unit] ?? blank.unit) : '';
  const field = {
    font: 'inherit',
    fontWeight: 600,
    fontSize: 'inherit',
    height: 40,
    px: 0.75,
    py: 0,
    border: 0,
    borderBottom: '2px solid',
    borderRadius: 0,
    borderColor: fault ? 'error.main' : blank.optional ? 'quiet' : 'text.primary',
    bgcolor: 'sheet',
    color: 'text.primary',
    '&::placeholder': { color: 'quiet', fontWeight: 400, fontStyle: 'italic', opacity: 1 },
  } as const;
  const aria = { id, 'aria-label': label, 'aria-invalid': fault !== '', 'aria-describedby': `${id}-echo` };
  return (
    <Box component="span" sx={{ display: 'inline-block', verticalAlign: 'top', mx: 0.5, maxWidth: '100%' }}>
      <Box component="span" sx={{ display: 'inline-flex', alignItems: 'baseline', gap: 0.5, maxWidth: '100%' }}>
        {blank.kind === 'words' ? (
          <Box
            component="select"
            {...aria}
            value={value}
            onChange={(e: React.ChangeEvent<HTMLSelectElement>) => {
              onChange(e.target.value);
            }}
            sx={{
              ...field,
              ...(value === '' && !blank.preset ? { color: 'quiet', fontWeight: 400, fontStyle: 'italic' } : {}),
            }}
          >
            <option value="">{hint || '…'}</option>
            {(blank.words ?? []).map((w) => (
              <option key={w} value={w}>
                {w}
              </option>
            ))}
          </Box>
        ) : (
          <Box
            component="input"
            {...aria}
            value={value}
            onChange={(e: React.ChangeEvent<HTMLInputElement>) => {
              onChange(e.target.value);
            }}
            {...(onFocus ? { onFocus } : {})}
            placeholder={hint}
            autoComplete="off"
            spellCheck={false}
            sx={{
              ...field,
              width,
              maxWidth: '100%',
              textAlign: blank.kind === 'text' || blank.kind === 'list' ? 'left' : 'center',
            }}
          />
        )}
        {unit && !/[a-z°″"'’]/i.test(shown) && (
          <Box component="span" sx={{ color: 'quiet', fontSize: '0.85em' }}>
            {unit}
          </Box>
        )}
      </Box>
      <Box
        component="span"
        id={`${id}-echo`}
        role={fault ? 'alert' : undefined}
        sx={{
          display: 'block',
          fontSize: 'fine',
          lineHeight: '20px',
          minHeight: 20,
          maxWidth: fault ? 360 : 240,
          fontWeight: fault ? 500 : 400,
          color: fault ? 'error.main' : 'quiet',
        }}
      >
        {fault || echo?.says}
      </Box>
    </Box>
  );
}
