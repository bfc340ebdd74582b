import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useCallback } from 'react';
import { useSearchParams } from 'react-router';
import { api, answered, type TroubleBegin } from '../api/client';
import { useDelayed } from '../useDelayed';
import { keys } from '../api/keys';

export interface About {
  family: string;
  sheet: string;
  run: string;
  machine: string;
  cable: string;
}

export interface Given {
  test: string;
  answer?: string;
  value?: number;
}

export interface Asked {
  said: string[];
  when: string[];
  answers: Given[];
  skipped: string[];
  history: Record<string, boolean>;
  at: Record<string, number>; // what readings were taken at: the air
}

const given = (text: string): Given => {
  const at = text.lastIndexOf('=');
  const [test, answer] = [text.slice(0, at), text.slice(at + 1)];
  return answer.startsWith('~') ? { test, value: Number(answer.slice(1)) } : { test, answer };
};

/** What was said and answered: it stands in the address, so that nothing is lost and it can be sent. */
export function useAsked() {
  const [params, setParams] = useSearchParams();
  const one = (key: string) => params.get(key) ?? '';
  const about: About = { family: one('family'), sheet: one('sheet'), run: one('run'), machine: one('machine'), cable: one('cable') };
  const own: Asked = {
    said: params.getAll('said'),
    when: params.getAll('when'),
    answers: params.getAll('answer').map(given),
    skipped: params.getAll('skip'),
    history: Object.fromEntries(params.getAll('history').map((id) => [id, true])),
    at: Object.fromEntries(params.getAll('at').map((one) => [one.split('=')[0] ?? '', Number(one.split('=')[1])])),
  };
  const change = useCallback(
    (make: (next: URLSearchParams) => void) => {
      setParams(
        (old) => {
          const next = new URLSearchParams(old);
          make(next);
          return next;
        },
        { replace: true },
      );
    },
    [setParams],
  );
  /** Adds a value of a key, or takes it away where it is there. */
  const turn = (key: string, value: string) => {
    change((next) => {
      if (next.getAll(key).includes(value)) next.delete(key, value);
      else next.append(key, value);
    });
  };
  const answer = (test: string, text: string) => {
    change((next) => {
      const others = next.getAll('answer').filter((a) => given(a).test !== test);
      next.delete('answer');
      for (const other of others) next.append('answer', other);
      if (text !== '') next.append('answer', `${test}=${text}`);
    });
  };
  /** At what readings are taken: one figure for each name, none for "". */
  const standAt = (name: string, value: string) => {
    change((next) => {
      const others = next.getAll('at').filter((a) => !a.startsWith(`${name}=`));
      next.delete('at');
      for (const other of value === '' ? others : [...others, `${name}=${value}`]) next.append('at', other);
    });
  };
  const begin = (of: Partial<About> & { said?: string }) => {
    setParams(Object.fromEntries(Object.entries(of).filter(([, v]) => v !== '')));
  };
  return { about, own, turn, answer, standAt, begin };
}

/** About what, as a question asks it. */
export const query = (about: About) => Object.fromEntries(Object.entries(about).filter(([, v]) => v !== '')) as Partial<About>;

/** What is known of a family, a sheet, a cable or a run before anything is said. */
export function useBegin(about: About) {
  return useQuery({
    queryKey: keys.troubleBegin(about),
    meta: { told: 'all' },
    enabled: about.family + about.sheet + about.run + about.machine !== '',
    retry: false,
    queryFn: () => answered(api.GET('/api/v1/trouble/begin', { params: { query: query(about) } })),
  });
}

/** Everything known: what a run knew, then what was said and answered here. */
export function together(begin: TroubleBegin | undefined, own: Asked): Asked {
  const known = begin?.known;
  const here = own.answers.map((a) => a.test);
  return {
    said: [...new Set([...(known?.said ?? []), ...own.said])],
    when: [...new Set([...(known?.when ?? []), ...own.when])],
    answers: [...(known?.answers ?? []).filter((a) => !here.includes(a.test)), ...own.answers],
    skipped: own.skipped,
    history: { ...known?.history, ...own.history },
    at: own.at,
  };
}

/** What could be wrong; the last answer stands until the next one comes. */
export function useTrouble(about: About, asked: Asked, ready: boolean) {
  const body = {
    ...(about.run
      ? { run: about.run }
      : about.machine
        ? { machine: about.machine, cable: about.cable }
        : about.sheet
          ? { sheet: about.sheet }
          : { family: about.family }),
    ...asked,
  };
  return useQuery({
    queryKey: keys.troubleAsked(body),
    meta: { told: 'all' },
    enabled: ready && asked.said.length + asked.answers.length + asked.when.length > 0,
    placeholderData: keepPreviousData,
    retry: false,
    queryFn: () => answered(api.POST('/api/v1/trouble/ask', { body: body as never })),
  });
}

/** The symptoms that words may mean, as they are written. */
export function useMatches(about: About, text: string) {
  const late = useDelayed(text.trim(), 120);
  return useQuery({
    queryKey: keys.troubleMatch(about, late),
    enabled: late.length > 2,
    placeholderData: keepPreviousData,
    queryFn: () => answered(api.GET('/api/v1/trouble/match', { params: { query: { ...query(about), text: late } } })),
  });
}
