import { useQuery } from '@tanstack/react-query';
import { api, answered, problemIn, type Meaning, type Problem } from '../api/client';
import { useDelayed } from '../useDelayed';
import { keys } from '../api/keys';

export interface Typed {
  point: string;
  text: string;
  start: string;
  end: string;
  unit: string;
  side?: string;
}

/** What the typed reading means, or what to write instead; worked out by the server, kept by nobody. */
export function useMeaning(run: string, typed: Typed, marks: boolean): { meaning: Meaning | null; problem: Problem | null } {
  const late = useDelayed(JSON.stringify(typed), 120);
  const now = JSON.parse(late) as Typed;
  const complete = marks ? now.start !== '' && now.end !== '' : now.text !== '';
  const { data, error } = useQuery({
    queryKey: keys.meaning(run, late, marks),
    meta: { told: 'all' }, // without a network the reading can still be taken
    enabled: complete,
    retry: false,
    staleTime: Infinity,
    queryFn: () => {
      const what = marks
        ? { point: now.point, start: now.start, end: now.end, unit: now.unit, value: 0 }
        : { point: now.point, text: now.text, unit: now.unit, value: 0 };
      const body = { ...what, ...(now.side ? { side: now.side } : {}) };
      return answered(api.POST('/api/v1/runs/{run}/understand', { params: { path: { run } }, body }));
    },
  });
  if (!complete || late !== JSON.stringify(typed)) return { meaning: null, problem: null };
  // without a network there is nothing to say: the reading can still be taken
  return { meaning: data ?? null, problem: problemIn(error) };
}
