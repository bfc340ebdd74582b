import Button from '@mui/material/Button';
import { useRef } from 'react';

/** A button that opens the camera or the recorder of a phone, or the files. */
export function Pick({
  label,
  accept,
  capture,
  busy,
  onFile,
}: {
  label: string;
  accept: string;
  capture?: 'environment' | 'user';
  busy: boolean;
  onFile: (f: File | undefined) => void;
}) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <Button variant={capture ? 'contained' : 'outlined'} disabled={busy} sx={{ minHeight: 64 }} onClick={() => input.current?.click()}>
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
