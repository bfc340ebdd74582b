import type { EventIn, Problem } from './client';
import { dropDeep, keepDeep } from './deep';

/** Why an entry was not taken. */
export type Refusal = Pick<Problem, 'status' | 'detail' | 'field'>;

/**
 * An entry on its way: what was made here, and the last event of the run that its maker had seen. `after` is where it
 * is to stand when its maker said so; `refused` is why the server did not take it: then it stays until somebody says
 * what becomes of it.
 */
export type Parcel = Omit<EventIn, 'after' | 'seen' | 'clock'> & { seen: number; after?: number; refused?: Refusal };

const every = 'brankel.outbox.';
const prefix = (run: string) => `${every}${run}.`;

// each entry stands under a key of its own, so that two pages of one device never write over each other
const keysUnder = (start: string): string[] =>
  Array.from({ length: localStorage.length }, (_, i) => localStorage.key(i) ?? '')
    .filter((k) => k.startsWith(start))
    .sort();
const keysOf = (run: string): string[] => keysUnder(prefix(run));

function parcelAt(key: string): Parcel | null {
  try {
    const one = JSON.parse(localStorage.getItem(key) ?? '') as Partial<Parcel> | null;
    return one && typeof one.id === 'string' && typeof one.kind === 'string' ? (one as Parcel) : null;
  } catch {
    return null;
  }
}

/** The entries of a run that have not reached the server yet, oldest first. They outlive a reload and a restart. */
export const waiting = (run: string): Parcel[] =>
  keysOf(run)
    .flatMap((k) => parcelAt(k) ?? [])
    .filter((p) => !p.refused);

/** The entries of a run that the server did not take, oldest first. They outlive a reload and a restart too. */
export const notTaken = (run: string): Parcel[] =>
  keysOf(run)
    .flatMap((k) => parcelAt(k) ?? [])
    .filter((p) => p.refused);

/** The runs that this device holds entries of, each once. */
export const runsHeld = (): string[] => [
  ...new Set(keysUnder(every).flatMap((k) => (parcelAt(k) ? [k.slice(every.length).split('.')[0] ?? ''] : []))),
];

const news = 'brankel.held';

/** Tells whoever looks that what is held here is another thing now. */
const changed = () => window.dispatchEvent(new Event(news));

/** Looks at what is held here whenever it changes, on another page of this device too. */
export function watchHeld(look: () => void): () => void {
  window.addEventListener(news, look);
  window.addEventListener('storage', look);
  return () => {
    window.removeEventListener(news, look);
    window.removeEventListener('storage', look);
  };
}

let made = 0;

/** Keeps an entry; false when this device has no room for it. */
export function put(run: string, parcel: Parcel): boolean {
  const at = `${Date.now().toString().padStart(15, '0')}.${(made++).toString().padStart(6, '0')}`;
  const key = `${prefix(run)}${at}.${parcel.id}`;
  const text = JSON.stringify(parcel);
  try {
    localStorage.setItem(key, text);
    keepDeep(key, text);
    changed();
    return true;
  } catch {
    return false;
  }
}

export function drop(run: string, id: string) {
  for (const key of keysOf(run).filter((k) => k.endsWith(`.${id}`))) {
    localStorage.removeItem(key);
    dropDeep(key);
  }
  changed();
}

/** Writes an entry anew where it stands. Without room for that, what is known besides makes room: it can be asked for again. */
export function change(run: string, id: string, to: (p: Parcel) => Parcel) {
  for (const key of keysOf(run).filter((k) => k.endsWith(`.${id}`))) {
    const now = parcelAt(key);
    if (!now) continue;
    const text = JSON.stringify(to(now));
    try {
      localStorage.setItem(key, text);
    } catch {
      localStorage.removeItem('brankel.known');
      localStorage.setItem(key, text);
    }
    keepDeep(key, text);
  }
  changed();
}

/** Notes why an entry was not taken. */
export const refuse = (run: string, id: string, { status, detail, field }: Problem) => {
  change(run, id, (p) => ({ ...p, refused: { status, detail, ...(field ? { field } : {}) } }));
};

/** An entry without what the server said of it. */
function untouched(p: Parcel): Parcel {
  const copy = { ...p };
  delete copy.refused;
  return copy;
}

/** Sends an entry that was not taken once more; one that lay in the future by a clock that was out is of now. */
export function sendAgain(run: string, id: string) {
  const now = new Date().toISOString();
  change(run, id, (p) => ({ ...untouched(p), at: p.at > now ? now : p.at }));
}

/** Throws an entry away. */
export const throwAway = drop;

/** Makes an entry that was not taken somebody else's, who may make it. */
export function takeOver(run: string, id: string, by: string, newId: string) {
  const one = notTaken(run).find((p) => p.id === id);
  if (!one) return;
  if (put(run, { ...untouched(one), id: newId, by })) drop(run, id);
}

/** Keeps an entry that was not taken as a note on its run, in the words given. */
export function keepAsNote(run: string, id: string, by: string, newId: string, text: string) {
  const one = notTaken(run).find((p) => p.id === id);
  if (one && put(run, { id: newId, kind: 'note', by, at: one.at, body: { text }, seen: one.seen })) drop(run, id);
}

/** Drops entries that were not taken and say what was taken now, in their maker's second try. */
export function forgetTries(run: string, taken: Parcel) {
  const says = (p: Parcel) => JSON.stringify([p.kind, p.by, p.body]);
  for (const p of notTaken(run)) if (says(p) === says(taken)) drop(run, p.id);
}
