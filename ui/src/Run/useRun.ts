import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useCallback, useEffect, useRef, useState } from 'react';
import { api, answered, problemIn, type Problem, type RunView } from '../api/client';
import { newID } from '../api/ids';
import { useRunLive, type Told } from './useRunLive';
import { clashOf, put, sendFirst, settleClash, waiting, waitingFor, type Clash, type Outcome, type Parcel } from '../api/outbox';

export type Send = (kind: string, body: object) => Promise<Problem | null>;

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
  settle: (both: boolean) => void;
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

/** One run: its view, kept fresh, and the way to add an event to it. */
export function useRun(id: string, who: string): RunHandle {
  const client = useQueryClient();
  const [notice, setNotice] = useState('');
  const [kept, setKept] = useState(() => waiting(id));
  const [clash, setClash] = useState(() => clashOf(id));
  const busy = useRef<Promise<Problem | null>>(Promise.resolve(null));

  const { told, live } = useRunLive(id, who);

  const query = useQuery({
    queryKey: ['run', id],
    queryFn: async () => {
      const fresh = await answered(api.GET('/api/v1/runs/{run}', { params: { path: { run: id } } }));
      const known = client.getQueryData<RunView>(['run', id]);
      return known && known.view.seq > fresh.view.seq ? known : fresh; // an answer that came late takes nothing back
    },
    refetchInterval: live ? 30_000 : 4000,
    retry: false,
    structuralSharing: true,
  });

  const flush = useCallback((): Promise<Problem | null> => {
    busy.current = busy.current.then(async () => {
      while (waiting(id).length > 0) {
        const outcome: Outcome = await sendFirst(id, who);
        setKept(waiting(id));
        setClash(clashOf(id));
        if ('kept' in outcome || 'clash' in outcome) return null;
        if ('refused' in outcome) return outcome.refused;
        await client.cancelQueries({ queryKey: ['run', id] });
        client.setQueryData(['run', id], outcome.view);
        if (outcome.missed) setNotice(outcome.missed);
      }
      return null;
    });
    return busy.current;
  }, [client, id, who]);

  const send: Send = useCallback(
    (kind, body) => {
      const seen = client.getQueryData<RunView>(['run', id])?.view.seq ?? 0;
      if (!put(id, { id: newID(), kind, by: who, at: new Date().toISOString(), body, seen })) return Promise.resolve(noRoom);
      setKept(waiting(id));
      return flush();
    },
    [client, flush, id, who],
  );

  const settle = useCallback(
    (both: boolean) => {
      const now = clashOf(id);
      if (now) settleClash(id, now, both);
      setClash(null);
      setKept(waiting(id));
      void flush();
    },
    [flush, id],
  );

  // what waits is sent as soon as the server answers again
  const answers = query.dataUpdatedAt;
  useEffect(() => {
    if (waiting(id).length > 0 && answers > 0) void flush();
  }, [answers, flush, id]);

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
    waitingCount: kept.length,
    waiting: kept,
    waitingFor: waitingFor(id, who),
    clash,
    settle,
    told,
    live,
  };
}
