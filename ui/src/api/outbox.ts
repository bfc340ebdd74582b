import { api, problemOf, type EventIn, type Problem, type RunView } from './client';

export type Parcel = Omit<EventIn, 'after'>;
export type Outcome = { view: RunView; missed: string } | { refused: Problem } | { kept: true };

const key = (run: string) => `brankel.outbox.${run}`;

/** The events of a run that have not reached the server yet, oldest first. They outlive a reload. */
export function waiting(run: string): Parcel[] {
  try {
    const list: unknown = JSON.parse(localStorage.getItem(key(run)) ?? '[]');
    return Array.isArray(list) ? (list as Parcel[]) : [];
  } catch {
    return [];
  }
}

function keep(run: string, list: Parcel[]) {
  if (list.length === 0) localStorage.removeItem(key(run));
  else localStorage.setItem(key(run), JSON.stringify(list));
}

export function put(run: string, parcel: Parcel) {
  keep(run, [...waiting(run), parcel]);
}

/** Why entries wait, in words: those of somebody else wait until they are back. */
export function waitingFor(run: string, who: string): string {
  const [first] = waiting(run);
  return first && first.by !== who ? `${first.by} is not signed in.` : 'No answer from the server.';
}

/** Who wrote what came in between, in words. */
function between(missed: Problem['missed']): string {
  if (!missed || missed.length === 0) return '';
  const by = [...new Set(missed.map((e) => e.by))].join(' and ');
  return `${by} wrote ${missed.length === 1 ? 'an entry' : `${missed.length} entries`} in between; yours now stands after.`;
}

/**
 * Sends the oldest waiting event after event number `seq`. When others wrote in between it is sent again
 * behind theirs: what was read or turned stays true. A refused event leaves the outbox; without a network it stays.
 */
export async function sendFirst(run: string, seq: number, who: string): Promise<Outcome> {
  const [first] = waiting(run);
  if (first?.by !== who) return { kept: true };
  let after = seq;
  let missed = '';
  for (let tries = 0; tries < 5; tries++) {
    let answer;
    try {
      answer = await api.POST('/api/v1/runs/{run}/events', { params: { path: { run } }, body: { ...first, after } });
    } catch {
      return { kept: true };
    }
    if (answer.data) {
      drop(run, first.id);
      return { view: answer.data, missed };
    }
    const problem = problemOf(answer.error);
    if (problem.status === 409 && problem.run) {
      after = problem.run.view.seq;
      missed = between(problem.missed);
      continue;
    }
    if (problem.status === 0 || problem.status === 401 || problem.status === 429 || problem.status >= 500) return { kept: true };
    drop(run, first.id);
    return { refused: problem };
  }
  return { kept: true };
}

function drop(run: string, id: string) {
  keep(
    run,
    waiting(run).filter((p) => p.id !== id),
  );
}
