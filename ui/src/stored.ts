import { useCallback, useState } from 'react';

/** State that outlives a reload: what was typed is never lost. An empty text is not kept. */
export function useStored(key: string, initial = ''): [string, (value: string) => void] {
  const full = `brankel.${key}`;
  const [held, setHeld] = useState(() => ({ key: full, value: localStorage.getItem(full) ?? initial }));
  const value = held.key === full ? held.value : (localStorage.getItem(full) ?? initial);
  const set = useCallback(
    (next: string) => {
      setHeld({ key: full, value: next });
      try {
        if (next === '') localStorage.removeItem(full);
        else localStorage.setItem(full, next);
      } catch {
        // a device that is full keeps it for as long as the page stands
      }
    },
    [full],
  );
  return [value, set];
}
