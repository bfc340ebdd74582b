import { useRef } from 'react';
import { useKey } from './useKey';

/** A field that the key / jumps to. */
export function useSlash() {
  const field = useRef<HTMLInputElement>(null);
  useKey(
    (key) => key === '/',
    (e) => {
      e.preventDefault();
      field.current?.focus();
    },
  );
  return field;
}
