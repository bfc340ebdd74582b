import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';

/** An address that carries all it takes: copied where the browser lets us, else shown to be copied by hand. */
export function Share({ of, copied, address = window.location.href }: { of: string; copied: string; address?: string }) {
  const [said, setSaid] = useState<'copied' | 'by hand' | ''>('');
  const copy = async () => {
    try {
      await navigator.clipboard.writeText(address);
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
        {said === 'copied' && copied}
      </Box>
      {said === 'by hand' && (
        <Box
          component="input"
          readOnly
          aria-label={`link to ${of}`}
          value={address}
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
