import { change, drop, forgetTries, refuse, waiting, type Parcel } from './box';
import { api, problemOf, type Kept, type Problem, type RunView } from './client';
import { isPractice } from './ids';
import { forgetPhoto, keptPhoto, upload } from './photos';

/** Both versions of the same thing, until somebody says what is so. `seq` is how far the run is by now. */
export type Clash = NonNullable<Problem['clash']> & { id: string; seq: number };

/** `view` is null of an entry behind which others wait: the run is shown once the last of them is in. */
export type Outcome =
  | { view: RunView | null; missed: string; id: string }
  | { refused: Problem; id: string; held: boolean }
  | { kept: true }
  | { clash: Clash };

/** The entry just made; held tells that what was typed stays in its blank until it is taken. */
export interface Made {
  id: string;
  held: boolean;
}

/** Whether somebody wrote something for an entry: a tap is made again as quickly as it is thrown away. */
const hasWords = (p: Parcel): boolean =>
  ['text', 'words', 'reason', 'note', 'why', 'start'].some((k) => {
    const v = (p.body as Record<string, unknown>)[k];
    return typeof v === 'string' && v !== '';
  });

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

/** What is so of two versions: ours came after theirs, ours is of before theirs, or theirs alone stands. */
export type Settled = 'after' | 'before' | 'out';

export function settleClash(run: string, clash: Clash, so: Settled) {
  if (so === 'out') drop(run, clash.id);
  else change(run, clash.id, (p) => ({ ...p, after: clash.seq, ...(so === 'after' ? { seen: clash.seq } : {}) }));
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
const passes = (p: Problem) => p.status === 0 || p.status === 401 || p.status === 408 || p.status === 429 || p.status >= 500;

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

/** Whoever made what waits behind an entry, on this device, had heard of it: so it goes behind it without asking twice. */
function heardOf(run: string, sent: Parcel, seq: number) {
  for (const p of waiting(run)) {
    if (p.by === sent.by && p.seen >= sent.seen && p.seen < seq) change(run, p.id, (was) => ({ ...was, seen: seq }));
  }
}

/**
 * Sends the oldest waiting entry behind the last event its maker had seen. When others wrote in between it is sent
 * again behind theirs: what was read or turned stays true. When they wrote of the same thing it waits for a tap. An
 * entry that is refused stays, with why, and the next one is the first; but for `made`, the one just made, where nothing
 * of it is lost: it is told where it was made, and stands in its blank still. Without a network all stay.
 */
export async function sendFirst(run: string, who: string, made?: Made): Promise<Outcome> {
  const [first, next] = waiting(run);
  if (first?.by !== who || clashOf(run)) return { kept: true };
  const least = next?.by === who && !isPractice(run); // an exercise is answered whole
  const { seen, after: from, ...entry } = first;
  const refused = (problem: Problem): Outcome => {
    const told = first.id === made?.id && (made.held || (problem.field?.startsWith('body.') ?? false) || !hasWords(first));
    if (told) drop(run, first.id);
    else refuse(run, first.id, problem);
    return { refused: problem, id: first.id, held: !told };
  };
  const whole = await withBeside(run, entry.kind, entry.body);
  if ('status' in whole) {
    return passes(whole) ? { kept: true } : refused(whole);
  }
  const body = { ...entry, body: whole.body, clock: new Date().toISOString() };
  let after = from ?? seen;
  let heard = seen; // of what this device itself sent before, its maker knew
  let missed = '';
  for (let tries = 0; tries < 5; tries++) {
    let answer;
    try {
      answer = await api.POST('/api/v1/runs/{run}/events', {
        params: { path: { run } },
        body: { ...body, after, seen: Math.min(heard, after) },
        ...(least && { headers: { Prefer: 'return=minimal' } }),
      });
    } catch {
      return { kept: true };
    }
    if (answer.data) {
      drop(run, first.id);
      remember(run, first.id);
      forgetTries(run, first);
      if (whole.local) void forgetPhoto(whole.local).catch(() => undefined);
      const became = answer.data as RunView | Kept;
      if ('view' in became) return { view: became, missed, id: first.id };
      if (heard >= after && became.seq === after + 1) heardOf(run, first, became.seq);
      return { view: null, missed, id: first.id };
    }
    const problem = problemOf(answer.error);
    if (problem.status === 409 && problem.run) {
      const own = sentFrom(run);
      const theirs = (problem.clash?.theirs ?? []).filter((t) => !own.includes(t.id));
      after = problem.run.view.seq;
      for (const e of problem.missed ?? []) if (own.includes(e.id)) heard = Math.max(heard, e.seq);
      if (theirs.length > 0) {
        const clash = { mine: problem.clash?.mine ?? '', theirs, turned: problem.clash?.turned ?? false, id: first.id, seq: after };
        localStorage.setItem(clashKey(run), JSON.stringify(clash));
        return { clash };
      }
      missed = between(problem.missed, own);
      continue;
    }
    // somebody else is signed in by now, as another page of this device knows already
    const others = problem.field === 'by' && entry.kind !== 'inspected';
    return passes(problem) || others ? { kept: true } : refused(problem);
  }
  return { kept: true };
}
