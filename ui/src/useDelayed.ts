import { useEffect, useState } from 'react';

/** The value as it was a moment ago, so that not every keystroke asks the server. */
export function useDelayed<T>(value: T, ms: number): T {
  const [late, setLate] = useState(value);
  useEffect(() => {
    const timer = setTimeout(() => {
      setLate(value);
    }, ms);
    return () => {
      clearTimeout(timer);
    };
  }, [value, ms]);
  return late;
}
