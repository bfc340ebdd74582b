import Button from '@mui/material/Button';
import { useRef } from 'react';

/** A button that opens the camera or the recorder of a phone, or the files. */
export function Pick({
  label,
  accept,
  capture,
  busy,
  quiet = false,
  onFile,
}: {
  label: string;
  accept: string;
  capture?: 'environment' | 'user';
  busy: boolean;
  quiet?: boolean; // it is not the one thing to do
  onFile: (f: File | undefined) => void;
}) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <Button
        variant={capture && !quiet ? 'contained' : 'outlined'}
        disabled={busy}
        sx={{ minHeight: quiet ? 48 : 64 }}
        onClick={() => input.current?.click()}
      >
        {busy ? 'One moment …' : label}
      </Button>
      <input
        ref={input}
        type="file"
        hidden
        aria-label={label}
        accept={accept}
        {...(capture ? { capture } : {})}
        onChange={(e) => {
          onFile(e.target.files?.[0]);
          e.target.value = '';
        }}
      />
    </>
  );
}
