import { useQuery } from '@tanstack/react-query';
import { useChange } from './ask';
import { api, answered, type OwnRule, type RuleIn, type SheetPage } from './client';
import { keys } from './keys';

const quietly = { told: 'all' } as const; // a sheet of which there is nothing to say says nothing

/** When things are done again, by a sheet and by the workshop. */
export const useRules = (hash: string) =>
  useQuery({ queryKey: keys.rules(hash), queryFn: () => answered(api.GET('/api/v1/sheets/{hash}/rules', { params: { path: { hash } } })) });

export function useSetRule(hash: string) {
  const change = useChange<OwnRule[]>((data, client) => {
    client.setQueryData(keys.rules(hash), data);
    return client.invalidateQueries({ queryKey: keys.due });
  });
  return (body: RuleIn) => change(() => api.POST('/api/v1/sheets/{hash}/rules', { params: { path: { hash } }, body }));
}

/** The sheets whose first advice needed a second move most often. */
export const useSecondMoves = () =>
  useQuery({ queryKey: keys.secondMoves, meta: quietly, queryFn: () => answered(api.GET('/api/v1/second-moves')) });

/** What the runs of a sheet say against its figures. */
export const useCorrections = (hash: string) =>
  useQuery({
    queryKey: keys.corrections(hash),
    meta: quietly,
    queryFn: () => answered(api.GET('/api/v1/sheets/{hash}/corrections', { params: { path: { hash } } })),
  });

export function useCorrect(hash: string) {
  const change = useChange<SheetPage>((_, client) => client.invalidateQueries({ queryKey: keys.corrections(hash) }));
  return (path: string) => change(() => api.POST('/api/v1/sheets/{hash}/correct', { params: { path: { hash } }, body: { path } }));
}
