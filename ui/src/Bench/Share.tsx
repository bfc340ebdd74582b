import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';

/** The address carries the sum: copied where the browser lets us, else shown to be copied by hand. */
export function Share() {
  const [said, setSaid] = useState<'copied' | 'by hand' | ''>('');
  const copy = async () => {
    try {
      await navigator.clipboard.writeText(window.location.href);
      setSaid('copied');
    } catch {
      setSaid('by hand');
    }
  };
  return (
    <>
      <Button variant="text" onClick={() => void copy()}>
        copy the link
      </Button>
      <Box component="span" role="status" sx={{ fontSize: 'note' }}>
        {said === 'copied' && 'Copied: whoever opens it sees these figures.'}
      </Box>
      {said === 'by hand' && (
        <Box
          component="input"
          readOnly
          aria-label="link to this sum"
          value={window.location.href}
          onFocus={(e: React.FocusEvent<HTMLInputElement>) => {
            e.target.select();
          }}
          autoFocus
          sx={{ font: 'inherit', flex: '1 1 300px', minHeight: 44 }}
        />
      )}
    </>
  );
}
