import { useQuery, type Query } from '@tanstack/react-query';
import { useEffect } from 'react';
import { api, answered, type Problem, type SessionView } from './client';
import { useChange } from './ask';
import { keys } from './keys';

/** Who is at the bench; looked at again now and then, since a device locks itself. */
export function useSession() {
  return useQuery({
    queryKey: keys.session,
    meta: { told: 'all' }, // every screen asks something of its own, and is answered as this is
    refetchInterval: 30_000,
    staleTime: 10_000,
    queryFn: () => answered(api.GET('/api/v1/session')),
  });
}

/** The name of who is signed in, '' while nobody is. */
export const useWho = (): string => useSession().data?.person?.name ?? '';

/** Signs in, switches, or signs out; gives the problem, null when it is done. */
export function useSigning() {
  const change = useChange<SessionView>(async (data, client) => {
    client.setQueryData(keys.session, data);
    const others = { predicate: (q: Query) => q.queryKey[0] !== keys.session[0] };
    if (data.state === 'out') client.removeQueries(others); // nothing of it stays here
    await client.invalidateQueries(others);
  });
  const done = async (call: Parameters<typeof change>[0]): Promise<Problem | null> => (await change(call)).problem ?? null;
  return {
    signIn: (name: string, password: string) => done(() => api.POST('/api/v1/session', { body: { name, password } })),
    switchTo: (name: string, pin: string) => done(() => api.POST('/api/v1/session', { body: { name, pin } })),
    first: (name: string, password: string, zone: string) => done(() => api.POST('/api/v1/first', { body: { name, password, zone } })),
    times: (zone: string) => done(() => api.POST('/api/v1/times', { body: { zone } })),
    out: () => done(() => api.POST('/api/v1/session/out')),
    outEverywhere: () => done(() => api.POST('/api/v1/session/out-everywhere')),
    secrets: (now: string, password: string, pin: string) =>
      done(() => api.POST('/api/v1/me', { body: { now, ...(password ? { password } : {}), ...(pin ? { pin } : {}) } })),
  };
}

/** Tells the server, once a minute at most, that somebody touches this device. */
export function useTouch(active: boolean) {
  useEffect(() => {
    if (!active) return;
    let told = Date.now();
    const touch = () => {
      if (Date.now() - told < 60_000) return;
      told = Date.now();
      void api.POST('/api/v1/session/here').catch(() => undefined);
    };
    window.addEventListener('pointerdown', touch);
    window.addEventListener('keydown', touch);
    return () => {
      window.removeEventListener('pointerdown', touch);
      window.removeEventListener('keydown', touch);
    };
  }, [active]);
}
