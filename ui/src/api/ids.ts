import { v4 } from 'uuid';

/** A new id for what is made on this device: also over plain HTTP, where browsers keep their own maker of ids to themselves. */
export const newID = (): string => v4();

/** The id of this device among those at a run. */
export function deviceID(): string {
  const key = 'brankel.device';
  const kept = localStorage.getItem(key);
  if (kept) return kept;
  const made = newID();
  localStorage.setItem(key, made);
  return made;
}

/** Whether a run is an exercise, by its id. */
export const isPractice = (run: string): boolean => run.startsWith('practice-');

/** What whoever practises without an account is called. */
export const apprentice = 'apprentice';
