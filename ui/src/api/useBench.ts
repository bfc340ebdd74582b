import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useCallback, useEffect, useState } from 'react';
import { useSearchParams } from 'react-router';
import { api, answered, type BenchView, type Problem, type Worked } from './client';
import { useDelayed } from '../useDelayed';
import { useChange } from './ask';
import { keys } from './keys';

/** The sentences, those that answer what one wants to know first, and what lies about on the bench. */
export function useBench(find: string) {
  const late = useDelayed(find, 120);
  return useQuery({
    queryKey: keys.benchOf(late),
    placeholderData: keepPreviousData,
    queryFn: () => answered(api.GET('/api/v1/bench', { params: { query: { find: late } } })),
  });
}

export type Values = Record<string, string>;

const filled = (params: URLSearchParams): Values => Object.fromEntries([...params].filter(([, text]) => text !== ''));

/** What is written in the blanks: it stands in the address, so that it can be sent, and is kept for the next time. */
export function useValues(name: string): [Values, (next: Values) => void] {
  const [params, setParams] = useSearchParams();
  const key = `brankel.bench.${name}`;
  const [values, setValues] = useState(() => filled(params.size > 0 ? params : new URLSearchParams(localStorage.getItem(key) ?? '')));
  useEffect(() => {
    const text = new URLSearchParams(values).toString();
    localStorage.setItem(key, text);
    if (text !== params.toString()) setParams(text, { replace: true });
    // the address follows what is written, not the other way round
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [key, values]);
  const set = useCallback((next: Values) => {
    setValues(Object.fromEntries(Object.entries(next).filter(([, text]) => text !== '')));
  }, []);
  return [values, set];
}

/** The sentence worked out by the server; the last answer stands until the next one comes. */
export function useWorked(name: string, values: Values): { worked: Worked | undefined; failed: boolean } {
  const late = useDelayed(JSON.stringify(values), 100);
  const { data, isError } = useQuery({
    queryKey: keys.worked(name, late),
    meta: { told: 'all' },
    placeholderData: (last: Worked | undefined, query) => (query?.queryKey[1] === name ? last : undefined),
    staleTime: Infinity,
    queryFn: () => answered(api.POST('/api/v1/bench/{name}', { params: { path: { name } }, body: { values: JSON.parse(late) as Values } })),
  });
  return { worked: data, failed: isError };
}

/** Keeps or forgets a thing that lies about; gives the problem, null when it is done. */
export function useKeep() {
  const change = useChange<BenchView>((_, client) => client.invalidateQueries({ queryKey: keys.bench }));
  const done = async (call: Parameters<typeof change>[0]): Promise<Problem | null> => (await change(call)).problem ?? null;
  return {
    thin: (name: string, thickness: string) => done(() => api.POST('/api/v1/thin-things', { body: { name, thickness } })),
    dropThin: (name: string) => done(() => api.DELETE('/api/v1/thin-things/{name}', { params: { path: { name } } })),
    table: (name: string, text: string) => done(() => api.POST('/api/v1/tables', { body: { name, text } })),
    dropTable: (name: string) => done(() => api.DELETE('/api/v1/tables/{name}', { params: { path: { name } } })),
  };
}
