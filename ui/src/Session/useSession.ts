import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import { api, answered, problemOf, type Problem, type SessionView } from '../api/client';

/** Who is at the bench; looked at again now and then, since a device locks itself. */
export function useSession() {
  return useQuery({
    queryKey: ['session'],
    refetchInterval: 30_000,
    staleTime: 10_000,
    queryFn: () => answered(api.GET('/api/v1/session')),
  });
}

/** The name of who is signed in, '' while nobody is. */
export const useWho = (): string => useSession().data?.person?.name ?? '';

type Answer = Promise<{ data?: SessionView; error?: unknown }>;

/** Signs in, switches, or signs out; gives the problem, null when it is done. */
export function useSigning() {
  const client = useQueryClient();
  const done = async (call: Answer): Promise<Problem | null> => {
    const { data, error } = await call.catch(() => ({ data: undefined, error: undefined }));
    if (!data) return problemOf(error);
    client.setQueryData(['session'], data);
    if (data.state === 'out') client.removeQueries({ predicate: (q) => q.queryKey[0] !== 'session' }); // nothing of it stays here
    await client.invalidateQueries({ predicate: (q) => q.queryKey[0] !== 'session' });
    return null;
  };
  return {
    signIn: (name: string, password: string) => done(api.POST('/api/v1/session', { body: { name, password } })),
    switchTo: (name: string, pin: string) => done(api.POST('/api/v1/session', { body: { name, pin } })),
    first: (name: string, password: string) => done(api.POST('/api/v1/first', { body: { name, password } })),
    out: () => done(api.POST('/api/v1/session/out')),
    outEverywhere: () => done(api.POST('/api/v1/session/out-everywhere')),
    secrets: (now: string, password: string, pin: string) =>
      done(api.POST('/api/v1/me', { body: { now, ...(password ? { password } : {}), ...(pin ? { pin } : {}) } })),
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
