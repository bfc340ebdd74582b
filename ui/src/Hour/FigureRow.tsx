import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import InputBase from '@mui/material/InputBase';
import { useId } from 'react';
import type { Ask, Understood } from '../api/client';
import { OneOf } from '../parts/Toggle';

/** One figure that manuals give: what it is called, its blank with the usual one faint in it, and what was understood. */
export function FigureRow({
  ask,
  text,
  read,
  fault,
  touched,
  offers,
  onWrite,
  onTouch,
}: {
  ask: Ask;
  text: string;
  read: Understood | undefined;
  fault: string; // what was refused of it
  touched: boolean;
  offers: { text: string; says: string }[]; // what this shop found good
  onWrite: (text: string) => void;
  onTouch: () => void;
}) {
  const id = useId();
  const wrong = fault || (text.trim() ? (read?.fault ?? '') : '');
  const understood = wrong || (text.trim() ? (read?.says ?? '') : '');
  return (
    <Box
      sx={{
        display: 'grid',
        gridTemplateColumns: { xs: 'minmax(0, 1fr) 132px', sm: 'minmax(0, 1fr) 210px' },
        columnGap: 1.5,
        alignItems: 'center',
        borderBottom: '1px solid',
        borderColor: 'divider',
        py: { xs: 0.4, sm: 0.75 },
      }}
      onFocus={onTouch}
    >
      <Box>
        <Box component="label" htmlFor={id} sx={{ fontSize: { xs: 'text', sm: 'name' }, lineHeight: 1.2, display: 'block' }}>
          {ask.says}
          {ask.required && <span title="nothing can be set without it"> *</span>}
        </Box>
        <Box
          id={`${id}-says`}
          role={wrong ? 'alert' : undefined}
          sx={{
            display: { xs: understood || touched ? 'block' : 'none', sm: 'block' },
            fontSize: { xs: 'fine', sm: 'note' },
            lineHeight: 1.2,
            color: wrong ? 'error.main' : 'quiet',
            fontWeight: wrong ? 500 : 400,
          }}
        >
          {understood || ask.where}
        </Box>
        {touched &&
          text === '' &&
          offers.map((o) => (
            <Button
              key={o.says}
              type="button"
              variant="text"
              sx={{ display: 'block', textAlign: 'left', minHeight: 44, py: 0, ml: -1, fontSize: 'note' }}
              onClick={() => {
                onWrite(o.text);
              }}
            >
              {o.says}
            </Button>
          ))}
      </Box>
      {ask.kind === 'choice' ? (
        <OneOf
          label={ask.says}
          options={(ask.choices ?? []).map((c) => ({ id: c, name: c }))}
          value={text}
          onChange={(c) => {
            onWrite(c === text ? '' : c);
          }}
        />
      ) : (
        <InputBase
          id={id}
          fullWidth
          value={text}
          placeholder={ask.faint}
          onChange={(e) => {
            onWrite(e.target.value);
          }}
          inputProps={{ 'aria-invalid': wrong !== '', 'aria-describedby': `${id}-says`, autoComplete: 'off' }}
          sx={{
            px: 1,
            minHeight: 48,
            fontSize: { xs: 'text', sm: 'name' },
            fontWeight: 600,
            borderBottom: '3px solid',
            borderColor: wrong ? 'error.main' : 'text.primary',
            '&.Mui-focused': { outline: '3px solid', outlineColor: 'primary.main' },
            '& input::placeholder': { color: 'quiet', opacity: 1, fontWeight: 400 },
          }}
        />
      )}
    </Box>
  );
}
