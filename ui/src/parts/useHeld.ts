import { useSyncExternalStore } from 'react';
import { notTaken, runsHeld, waiting, watchHeld } from '../api/box';

const count = (): string => {
  const runs = runsHeld();
  const of = (list: (run: string) => unknown[]) => runs.reduce((n, run) => n + list(run).length, 0);
  return `${of(waiting)} ${of(notTaken)}`;
};

/** How many entries this device holds over all runs: those that wait for an answer, and those that were not taken. */
export function useHeld(): { waits: number; refused: number } {
  const [waits = 0, refused = 0] = useSyncExternalStore(watchHeld, count).split(' ').map(Number);
  return { waits, refused };
}
