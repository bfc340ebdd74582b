import { dehydrate, hydrate, type DehydratedState, type QueryClient } from '@tanstack/react-query';

/** What is kept of the server's answers over a restart: who is here, the floor, and the runs that were open. */
const keptKinds = ['session', 'bays', 'run'];
const key = 'brankel.known';
const aDay = 24 * 3600_000;
/** How seldom it is written down. */
const rest = 1_000;

let keeps = true;

/** From here on nothing is written down: what this device knows is to be forgotten, and a write that waits would outlive that. */
export function keepNoMore() {
  keeps = false;
}

/** Brings back what was known last, so that without a network the work goes on by it, and goes on writing it down. */
export function keepKnown(client: QueryClient, build: string) {
  try {
    const kept = JSON.parse(localStorage.getItem(key) ?? 'null') as { at: number; build: string; state: DehydratedState } | null;
    if (kept?.build === build && Date.now() - kept.at < aDay) hydrate(client, kept.state); // another build may know other things
  } catch {
    // torn or of another kind: it is asked for anew
  }
  let timer: ReturnType<typeof setTimeout> | undefined;
  client.getQueryCache().subscribe((event) => {
    if (event.type !== 'updated' && event.type !== 'removed') return;
    timer ??= setTimeout(() => {
      timer = undefined;
      if (!keeps) return;
      const state = dehydrate(client, {
        shouldDehydrateQuery: (q) => q.state.data !== undefined && keptKinds.includes(String(q.queryKey[0])),
      });
      // that it could not be asked for again takes nothing from what is known, and what is known is asked for
      // at once when it comes back: somebody else may be signed in by then
      for (const q of state.queries) q.state = { ...q.state, status: 'success', error: null, isInvalidated: true };
      try {
        localStorage.setItem(key, JSON.stringify({ at: Date.now(), build, state }));
      } catch {
        localStorage.removeItem(key); // there is more need of room for what was entered
      }
    }, rest);
  });
}
