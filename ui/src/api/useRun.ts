import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useCallback, useEffect, useRef, useState } from 'react';
import { api, answered, problemIn, type Kind, type Problem, type RunView } from './client';
import { newID } from './ids';
import { useRunLive, type Told } from './useRunLive';
import { notTaken, put, waiting, watchHeld, type Parcel } from './box';
import { clashOf, sendFirst, settleClash, waitingFor, type Clash, type Made, type Settled } from './outbox';
import { written } from './deep';
import { keys } from './keys';

/** What was wrong with an entry; held tells that this device keeps it with why, and shows it there. */
export type Said = Problem & { held?: boolean };

/** Sends an entry; held tells that what was typed stays in its blank until it is taken. */
export type Send = (kind: Kind, body: object, held?: boolean) => Promise<Said | null>;

export interface RunHandle {
  run: RunView | undefined;
  missing: string;
  send: Send;
  notice: string;
  clearNotice: () => void;
  waitingCount: number;
  waiting: Parcel[]; // what they are
  waitingFor: string; // why they wait
  clash: Clash | null; // two versions of the same thing
  settle: (so: Settled) => void;
  notTaken: Parcel[]; // what the server refused, until somebody says what becomes of it
  told: Told | null; // what somebody else entered just now
  live: boolean;
}

/** What a device says that can keep nothing more. */
const noRoom: Problem = {
  type: 'about:blank',
  title: 'no room',
  status: 0,
  detail: 'This device has no room to keep the entry: write it down, free some space, and enter it again.',
};

/** What this device holds of a run. */
const look = (id: string): { waiting: Parcel[]; notTaken: Parcel[]; clash: Clash | null } => ({
  waiting: waiting(id),
  notTaken: notTaken(id),
  clash: clashOf(id),
});

/** One run: its view, kept fresh, and the way to add an event to it. */
export function useRun(id: string, who: string): RunHandle {
  const client = useQueryClient();
  const [notice, setNotice] = useState('');
  const [held, setHeld] = useState(() => look(id));
  const busy = useRef(Promise.resolve());
  const problems = useRef(new Map<string, Said>()); // of entries that were refused, until whoever made them asks

  const { told, live } = useRunLive(id, who);

  const query = useQuery({
    queryKey: keys.run(id),
    meta: { told: 'all' },
    queryFn: async () => {
      const fresh = await answered(api.GET('/api/v1/runs/{run}', { params: { path: { run: id } } }));
      const known = client.getQueryData<RunView>(keys.run(id));
      return known && known.view.seq > fresh.view.seq ? known : fresh; // an answer that came late takes nothing back
    },
    refetchInterval: live && held.waiting.length === 0 ? 30_000 : 4000,
    retry: false,
    structuralSharing: true,
  });

  useEffect(
    () =>
      watchHeld(() => {
        setHeld(look(id));
      }),
    [id],
  );

  // one entry that is refused keeps none of the others
  const flush = useCallback(
    (made?: Made): Promise<void> => {
      busy.current = busy.current.then(async () => {
        let shown = true;
        while (waiting(id).length > 0) {
          const outcome = await sendFirst(id, who, made);
          if (!('view' in outcome)) await written(); // "kept here" is said of what a cut of power leaves
          setHeld(look(id));
          if ('kept' in outcome || 'clash' in outcome) break;
          if ('refused' in outcome) {
            problems.current.set(outcome.id, { ...outcome.refused, held: outcome.held });
            continue;
          }
          shown = outcome.view !== null;
          if (outcome.view) {
            await client.cancelQueries({ queryKey: keys.run(id) });
            client.setQueryData(keys.run(id), outcome.view);
          }
          if (outcome.missed) setNotice(outcome.missed);
        }
        if (!shown) void client.invalidateQueries({ queryKey: keys.run(id) }); // what stopped the rest showed nothing
      });
      return busy.current;
    },
    [client, id, who],
  );

  const send: Send = useCallback(
    async (kind, body, held = false) => {
      const seen = client.getQueryData<RunView>(keys.run(id))?.view.seq ?? 0;
      const entry = newID();
      if (!put(id, { id: entry, kind, by: who, at: new Date().toISOString(), body, seen })) return noRoom;
      await flush({ id: entry, held });
      const problem = problems.current.get(entry) ?? null;
      problems.current.delete(entry);
      return problem;
    },
    [client, flush, id, who],
  );

  const settle = useCallback(
    (so: Settled) => {
      const now = clashOf(id);
      if (now) settleClash(id, now, so);
      setHeld(look(id));
      void flush();
    },
    [flush, id],
  );

  // what waits is sent as soon as the server answers again, if only that there is no such run
  const answers = query.dataUpdatedAt + (problemIn(query.error)?.status === 404 ? query.errorUpdatedAt : 0);
  const due = held.waiting.length;
  useEffect(() => {
    if (due > 0 && answers > 0) void flush();
  }, [answers, due, flush]);

  return {
    run: query.data,
    missing: query.data
      ? ''
      : (problemIn(query.error)?.detail ??
        (query.error ? 'The server does not answer. What you typed is still here; this page looks again by itself.' : '')),
    send,
    notice,
    clearNotice: useCallback(() => {
      setNotice('');
    }, []),
    waitingCount: held.waiting.length,
    waiting: held.waiting,
    waitingFor: waitingFor(id, who),
    clash: held.clash,
    settle,
    notTaken: held.notTaken,
    told,
    live,
  };
}
