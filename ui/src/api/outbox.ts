import { api, problemOf, type EventIn, type Problem, type RunView } from './client';
import { forgetPhoto, keptPhoto, upload } from './photos';

/** An entry on its way: what was made here, and the last event of the run that its maker had seen. */
export type Parcel = Omit<EventIn, 'after'> & { seen: number };

/** Both versions of the same thing, until somebody says what is so. `seq` is how far the run is by now. */
export type Clash = NonNullable<Problem['clash']> & { id: string; seq: number };

export type Outcome = { view: RunView; missed: string } | { refused: Problem } | { kept: true } | { clash: Clash };

const prefix = (run: string) => `brankel.outbox.${run}.`;

// each entry stands under a key of its own, so that two pages of one device never write over each other
const keysOf = (run: string): string[] =>
  Array.from({ length: localStorage.length }, (_, i) => localStorage.key(i) ?? '')
    .filter((k) => k.startsWith(prefix(run)))
    .sort();

function parcelAt(key: string): Parcel | null {
  try {
    const one = JSON.parse(localStorage.getItem(key) ?? '') as Partial<Parcel> | null;
    return one && typeof one.id === 'string' && typeof one.kind === 'string' ? (one as Parcel) : null;
  } catch {
    return null;
  }
}

/** The entries of a run that have not reached the server yet, oldest first. They outlive a reload and a restart. */
export const waiting = (run: string): Parcel[] => keysOf(run).flatMap((k) => parcelAt(k) ?? []);

let made = 0;

/** Keeps an entry; false when this device has no room for it. */
export function put(run: string, parcel: Parcel): boolean {
  const at = `${Date.now().toString().padStart(15, '0')}.${(made++).toString().padStart(6, '0')}`;
  try {
    localStorage.setItem(`${prefix(run)}${at}.${parcel.id}`, JSON.stringify(parcel));
    return true;
  } catch {
    return false;
  }
}

function drop(run: string, id: string) {
  for (const key of keysOf(run)) if (key.endsWith(`.${id}`)) localStorage.removeItem(key);
}

/** Why entries wait, in words: those of somebody else wait until they are back. */
export function waitingFor(run: string, who: string): string {
  const [first] = waiting(run);
  return first && first.by !== who ? `${first.by} is not signed in.` : 'No answer from the server.';
}

const sentKey = (run: string) => `brankel.sent.${run}`;
const mostSent = 100;

/** What this device sent already: that is nobody else's version. */
function sentFrom(run: string): string[] {
  try {
    const list: unknown = JSON.parse(localStorage.getItem(sentKey(run)) ?? '[]');
    return Array.isArray(list) ? (list as string[]) : [];
  } catch {
    return [];
  }
}

function remember(run: string, id: string) {
  try {
    localStorage.setItem(sentKey(run), JSON.stringify([...sentFrom(run), id].slice(-mostSent)));
  } catch {
    // without room it is only asked once more than needed
  }
}

const clashKey = (run: string) => `brankel.clash.${run}`;

/** The clash that waits for a tap, null when there is none. */
export function clashOf(run: string): Clash | null {
  try {
    const clash = JSON.parse(localStorage.getItem(clashKey(run)) ?? 'null') as Clash | null;
    return clash && waiting(run)[0]?.id === clash.id ? clash : null;
  } catch {
    return null;
  }
}

/** Says what is so: both, then ours stands behind theirs; or theirs alone, then ours is left out. */
export function settleClash(run: string, clash: Clash, both: boolean) {
  const key = keysOf(run).find((k) => k.endsWith(`.${clash.id}`));
  const parcel = key ? parcelAt(key) : null;
  if (key && parcel && both) localStorage.setItem(key, JSON.stringify({ ...parcel, seen: clash.seq }));
  else drop(run, clash.id);
  localStorage.removeItem(clashKey(run));
}

/** Who wrote what came in between, in words. */
function between(missed: Problem['missed'], own: string[]): string {
  const theirs = (missed ?? []).filter((e) => !own.includes(e.id));
  if (theirs.length === 0) return '';
  const by = [...new Set(theirs.map((e) => e.by))].join(' and ');
  return `${by} wrote ${theirs.length === 1 ? 'an entry' : `${theirs.length} entries`} in between; yours now stands after.`;
}

/** Whether a problem goes away by itself: what it is about is kept and sent again. */
const passes = (p: Problem) => p.status === 0 || p.status === 401 || p.status === 429 || p.status >= 500;

/** The body of an entry whose photo or recording was made without a network, once that is sent: it names it by its hash. */
async function withBeside(run: string, kind: string, body: unknown): Promise<{ body: unknown; local: string } | Problem> {
  const { local = '', ...rest } = (body ?? {}) as { local?: string };
  if (!local) return { body, local };
  const what = kind === 'voice' ? 'voice' : 'photo';
  const kept = await keptPhoto(local).catch(() => undefined);
  if (!kept) return problemOf({ detail: `The ${what} is not on this device any more: take it again.`, status: 422 });
  const sent = await upload<{ sha256: string }>(run, kept, what);
  return 'sha256' in sent ? { body: { ...rest, sha256: sent.sha256 }, local } : sent;
}

/**
 * Sends the oldest waiting entry behind the last event its maker had seen. When others wrote in between it is sent
 * again behind theirs: what was read or turned stays true. When they wrote of the same thing it waits for a tap. A
 * refused entry leaves the outbox; without a network it stays.
 */
export async function sendFirst(run: string, who: string): Promise<Outcome> {
  const [first] = waiting(run);
  if (first?.by !== who || clashOf(run)) return { kept: true };
  const { seen, ...entry } = first;
  const whole = await withBeside(run, entry.kind, entry.body);
  if ('status' in whole) {
    if (passes(whole)) return { kept: true };
    drop(run, first.id);
    return { refused: whole };
  }
  const body = { ...entry, body: whole.body };
  let after = seen;
  let missed = '';
  for (let tries = 0; tries < 5; tries++) {
    let answer;
    try {
      answer = await api.POST('/api/v1/runs/{run}/events', { params: { path: { run } }, body: { ...body, after } });
    } catch {
      return { kept: true };
    }
    if (answer.data) {
      drop(run, first.id);
      remember(run, first.id);
      if (whole.local) void forgetPhoto(whole.local).catch(() => undefined);
      return { view: answer.data, missed };
    }
    const problem = problemOf(answer.error);
    if (problem.status === 409 && problem.run) {
      const own = sentFrom(run);
      const theirs = (problem.clash?.theirs ?? []).filter((t) => !own.includes(t.id));
      after = problem.run.view.seq;
      if (theirs.length > 0) {
        const clash = { mine: problem.clash?.mine ?? '', theirs, id: first.id, seq: after };
        localStorage.setItem(clashKey(run), JSON.stringify(clash));
        return { clash };
      }
      missed = between(problem.missed, own);
      continue;
    }
    if (passes(problem)) return { kept: true };
    drop(run, first.id);
    return { refused: problem };
  }
  return { kept: true };
}
