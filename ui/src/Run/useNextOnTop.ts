import { useEffect, useRef, useState, type RefObject } from 'react';
import type { Send } from '../api/useRun';

/** On a phone the thumb is at the foot of what was done: once it is entered, what is next is scrolled to the top. */
export function useNextOnTop(send: Send, phone: boolean): { send: Send; top: RefObject<HTMLDivElement | null> } {
  const top = useRef<HTMLDivElement>(null);
  const [taken, setTaken] = useState(0);
  useEffect(() => {
    if (taken > 0) top.current?.scrollIntoView({ block: 'start' });
  }, [taken]);
  return {
    send: async (...entry) => {
      const problem = await send(...entry);
      if (phone && !problem) setTaken((n) => n + 1);
      return problem;
    },
    top,
  };
}
