import { useLayoutEffect, useRef } from 'react';

/** A field that the key / jumps to. */
export function useSlash() {
  const field = useRef<HTMLInputElement>(null);
  // before it is painted: whoever sees the field may press the key at once
  useLayoutEffect(() => {
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
