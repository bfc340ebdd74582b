import { useEffect, useRef } from 'react';

/** A field that the key / jumps to. */
export function useSlash() {
  const field = useRef<HTMLInputElement>(null);
  useEffect(() => {
    const slash = (e: KeyboardEvent) => {
      if (e.key !== '/' || e.target instanceof HTMLInputElement || e.target instanceof HTMLTextAreaElement) return;
      e.preventDefault();
      field.current?.focus();
    };
    window.addEventListener('keydown', slash);
    return () => {
      window.removeEventListener('keydown', slash);
    };
  }, []);
  return field;
}
