import { keepPreviousData, useQuery, useQueryClient } from '@tanstack/react-query';
import { useChange } from './ask';
import {
  api,
  answered,
  type Act,
  type ActDone,
  type Composed,
  type Debriefed,
  type Offer,
  type OpenExercise,
  type RunView,
} from './client';
import { keys } from './keys';

/** What may be practised, and what one made of it so far. */
export const useOffer = () => useQuery({ queryKey: keys.practice, queryFn: () => answered(api.GET('/api/v1/practice')) });

const path = (run: string) => ({ params: { path: { run } } });

/** Begins an exercise: one by its name, any that fits, or one again from an entry on. */
export function useBegin() {
  const change = useChange<RunView>(async (run, client) => {
    client.setQueryData(keys.run(run.id), run);
    await client.invalidateQueries({ queryKey: keys.practice, exact: true });
  });
  return {
    begin: (body: { exercise?: string; family?: string; grade?: number; seed?: number }) =>
      change(() => api.POST('/api/v1/practice', { body })),
    again: (run: string, from: number) => change(() => api.POST('/api/v1/practice/{run}/again', { ...path(run), body: { from } })),
  };
}

/** Does one thing at an exercise, and has the room look at what was signed. */
export function useActs(run: string) {
  const client = useQueryClient();
  const done = useChange<ActDone>((data) => {
    client.setQueryData<RunView>(keys.run(run), (was) => (was ? { ...was, practice: data.practice } : was));
  });
  const seen = useChange<RunView>((data) => {
    client.setQueryData(keys.run(run), data);
  });
  return {
    act: (body: Act) => done(() => api.POST('/api/v1/practice/{run}/do', { ...path(run), body })),
    inspect: () => seen(() => api.POST('/api/v1/practice/{run}/inspect', path(run))),
  };
}

/** Ends an exercise. */
export function useEnd(run: string) {
  const change = useChange<Debriefed>(async (data, client) => {
    client.setQueryData(keys.debrief(run), data);
    await client.invalidateQueries({ queryKey: keys.practice, exact: true });
    await client.invalidateQueries({ queryKey: keys.run(run) });
  });
  return (cause: string) => change(() => api.POST('/api/v1/practice/{run}/end', { ...path(run), body: cause ? { cause } : {} }));
}

/** What was made of an exercise that is over. */
export const useDebrief = (run: string) =>
  useQuery({
    queryKey: keys.debrief(run),
    retry: false,
    meta: { told: 'all' },
    queryFn: () => answered(api.GET('/api/v1/practice/{run}/debrief', path(run))),
  });

/** The rig of an exercise that is over, as it truly stood after an entry; 0 asks nothing. */
export const useStep = (run: string, at: number) =>
  useQuery({
    queryKey: keys.practiceStep(run, at),
    enabled: at > 0,
    placeholderData: keepPreviousData,
    queryFn: () => answered(api.GET('/api/v1/practice/{run}/step', { params: { path: { run }, query: { at: String(at) } } })),
  });

/** Forgets all that one practised. */
export function useForget() {
  const change = useChange<Offer>((data, client) => {
    client.setQueryData(keys.practice, data);
  });
  return () => change(() => api.POST('/api/v1/practice/forget'));
}

/** The faults that can be put into the rig of a sheet. */
export const useComposable = (sheet: string) =>
  useQuery({
    queryKey: keys.composable(sheet),
    retry: false,
    meta: { told: 'all' },
    queryFn: () => answered(api.GET('/api/v1/practice/faults', { params: { query: { sheet } } })),
  });

/** Makes an exercise. */
export function useCompose() {
  const change = useChange<OpenExercise>((_, client) => client.invalidateQueries({ queryKey: keys.practice, exact: true }));
  return (body: Composed) => change(() => api.POST('/api/v1/practice/sets', { body }));
}

/** Hands an exercise to somebody, '' for all. */
export function useHandOut() {
  const change = useChange<Offer>((data, client) => {
    client.setQueryData(keys.practice, data);
  });
  return (id: string, person: string) =>
    change(() => api.POST('/api/v1/practice/sets/{id}/hand', { params: { path: { id } }, body: { person } }));
}

/** What somebody is to work on, for a lead. */
export const useHabitsOf = (person: string) =>
  useQuery({
    queryKey: keys.habits(person),
    meta: { told: 'all' },
    enabled: person !== '',
    queryFn: () => answered(api.GET('/api/v1/practice/habits/{id}', { params: { path: { id: person } } })),
  });
