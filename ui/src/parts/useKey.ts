import { useEffectEvent, useLayoutEffect } from 'react';

/** Where it is kept that single keys do nothing on this device: whoever speaks to it would press them with every word. */
export const keysOff = 'keys-off';

/** Hears single keys while nobody writes and nothing lies over the screen. */
export function useKey(hears: (key: string) => boolean, does: (e: KeyboardEvent) => void): void {
  const heard = useEffectEvent((e: KeyboardEvent) => {
    if (e.ctrlKey || e.metaKey || e.altKey || !hears(e.key) || localStorage.getItem(`brankel.${keysOff}`)) return;
    if (e.target instanceof Element && e.target.closest('input, textarea, select, dialog')) return;
    does(e);
  });
  // before it is painted: whoever sees what it leads to may press the key at once
  useLayoutEffect(() => {
    const on = (e: KeyboardEvent) => {
      heard(e);
    };
    window.addEventListener('keydown', on);
    return () => {
      window.removeEventListener('keydown', on);
    };
  }, []);
}
