import { useEffect, useRef } from 'react';

/** How long something is pressed before it counts. */
const half = 500;

/** What a button takes to count only when it is pressed for half a second, by finger, mouse or key. */
export function usePressed(then: () => void) {
  const timer = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);
  const stop = () => {
    clearTimeout(timer.current);
    timer.current = undefined;
  };
  const begin = () => {
    timer.current ??= setTimeout(() => {
      timer.current = undefined;
      then();
    }, half);
  };
  useEffect(() => stop, []);
  const isKey = (e: React.KeyboardEvent) => e.key === 'Enter' || e.key === ' ';
  return {
    onPointerDown: begin,
    onPointerUp: stop,
    onPointerLeave: stop,
    onPointerCancel: stop,
    onContextMenu: (e: React.MouseEvent) => {
      e.preventDefault();
    },
    onKeyDown: (e: React.KeyboardEvent) => {
      if (isKey(e)) begin();
    },
    onKeyUp: stop,
  };
}
