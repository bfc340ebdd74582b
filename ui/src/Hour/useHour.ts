import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { answered, api } from '../api/client';
import { keys } from '../api/keys';
import { useStored } from '../stored';
import { useDelayed } from '../useDelayed';

/** What is written on a page of figures; it outlives a reload. */
export function useTexts(family: string, school: string) {
  const [kept, keep] = useStored(`draft.hour.${family}.${school}`);
  const texts = (kept ? JSON.parse(kept) : {}) as Record<string, string>;
  return {
    texts,
    write: (change: Record<string, string>) => {
      keep(JSON.stringify({ ...texts, ...change }));
    },
    clear: () => {
      keep('');
    },
  };
}

/** What this shop left such a cable at, and it was good. */
export const useFoundGood = (family: string, school: string) =>
  useQuery({
    queryKey: keys.found(family, school),
    meta: { told: 'all' }, // an offer: where there is none, nothing is missed
    retry: false,
    queryFn: () => answered(api.GET('/api/v1/hour/found', { params: { query: { family, ...(school ? { school } : {}) } } })),
  });

/** The page as the server understands it, with the mechanism and what is touched on it. */
export function useHour(family: string, school: string, texts: Record<string, string>, touched: string) {
  const late = useDelayed(JSON.stringify(texts), 250);
  const body = { family, school, texts: JSON.parse(late) as Record<string, string>, touched };
  return useQuery({
    queryKey: keys.hour(body),
    placeholderData: keepPreviousData,
    queryFn: () => answered(api.POST('/api/v1/hour', { body })),
  });
}
