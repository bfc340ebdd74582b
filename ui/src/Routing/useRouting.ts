import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useCallback, useEffect, useRef, useState } from 'react';
import { useSearchParams } from 'react-router';
import { api, answered, type RouteDraft, type RouteView } from '../api/client';
import { put, type Value } from '../parts/form/draft';
import type { Path } from '../parts/form/form';
import { useDelayed } from '../useDelayed';
import { keys } from '../api/keys';

const empty: RouteDraft = { starts: 'ahead', pieces: [{ length: '' }], near: [], ends: [{}, {}], conduit: {}, order: {} };

/** The draft that an address holds; what cannot be read is an empty one. */
export function draftIn(params: URLSearchParams): RouteDraft {
  const run = params.get('run');
  const begin = run ? { ...empty, run } : empty;
  try {
    const d: unknown = JSON.parse(params.get('d') ?? '');
    return typeof d === 'object' &&
      d !== null &&
      'pieces' in d &&
      Array.isArray(d.pieces) &&
      d.pieces.every((p) => typeof p === 'object' && p !== null)
      ? { ...begin, ...(d as RouteDraft) }
      : begin;
  } catch {
    return begin;
  }
}

const work = (body: RouteDraft) => answered(api.POST('/api/v1/route', { body }));

/** A cable's path: the address follows it, so that it can be sent and opened again. */
export function useRouting() {
  const [params, setParams] = useSearchParams();
  const [{ draft, before }, setHeld] = useState(() => ({ draft: draftIn(params), before: [] as RouteDraft[] }));
  const text = JSON.stringify(draft);
  const late = useDelayed(text, 60);
  const { data, error, isPlaceholderData } = useQuery({
    queryKey: keys.route(late),
    meta: { told: 'all' },
    placeholderData: keepPreviousData,
    retry: false,
    queryFn: () => work(JSON.parse(late) as RouteDraft),
  });
  useEffect(() => {
    setParams({ d: late }, { replace: true });
  }, [late, setParams]);
  const write = useCallback((next: (draft: RouteDraft) => RouteDraft, keep: boolean) => {
    setHeld((old) => ({ draft: next(old.draft), before: keep ? [...old.before.slice(-30), old.draft] : old.before }));
  }, []);
  const set = (path: Path, value: Value | undefined) => {
    const whole = typeof value === 'object' || value === undefined; // a piece came or went
    write((old) => put(old, path, value) as unknown as RouteDraft, whole);
  };
  const drag = useDrag(draft, (next) => {
    write(() => next, true);
  });
  const back = () => {
    setHeld((old) => ({ draft: old.before.at(-1) ?? old.draft, before: old.before.slice(0, -1) }));
  };
  // where a corner was let go stands until the path was worked out afresh
  const { seen } = drag;
  const stale = late !== text || isPlaceholderData;
  const shown = seen && (seen.held || (stale && JSON.stringify(seen.view.draft) === text)) ? seen : undefined;
  return {
    draft: seen?.held ? seen.view.draft : draft,
    view: shown?.view ?? data,
    error,
    set,
    drag: drag.drag,
    back: before.length > 0 ? back : undefined,
  };
}

/** Where a handle is dragged to: in a view's own unit. */
export interface Grip {
  handle: string;
  view: string;
  x: number;
  y: number;
}

/** Shows the path while a corner is dragged, one question at a time, and writes it where it is let go. */
function useDrag(draft: RouteDraft, write: (next: RouteDraft) => void) {
  const [seen, setSeen] = useState<{ view: RouteView; held: boolean } | null>(null);
  const wanted = useRef<{ drag: RouteDraft['drag']; done: boolean }[]>([]);
  const busy = useRef(false);
  const from = useRef(draft); // a drag begun before the last one was answered goes on from its answer
  useEffect(() => {
    if (!busy.current) from.current = draft;
  }, [draft]);
  const ask = async () => {
    busy.current = true;
    try {
      for (let next = wanted.current.shift(); next; next = wanted.current.shift()) {
        const view = await work({ ...from.current, ...(next.drag ? { drag: next.drag } : {}) });
        setSeen({ view, held: !next.done });
        if (!next.done || view.faults.length > 0) continue;
        from.current = view.draft;
        write(view.draft);
      }
    } catch {
      setSeen(null); // the server does not answer: the path stays as it was
    } finally {
      busy.current = false;
    }
  };
  const drag = (grip: Grip, sights: RouteView['sights'], done: boolean) => {
    // a place a corner was only on its way through gives way to the next; where one was let go never does
    const waiting = wanted.current.filter((w) => w.done);
    wanted.current = [...waiting, { drag: { ...grip, frames: sights.map((s) => s.frame) }, done }];
    if (!busy.current) void ask();
  };
  return { seen, drag };
}
