import { useQuery, useQueryClient } from '@tanstack/react-query';
import { api, answered, problemOf, type Gauge, type Person, type Problem } from '../api/client';

export const usePeople = () => useQuery({ queryKey: ['people'], queryFn: () => answered(api.GET('/api/v1/people')) });
export const useGauges = () => useQuery({ queryKey: ['gauges'], queryFn: () => answered(api.GET('/api/v1/gauges')) });

export interface Change {
  role?: Person['role'];
  password?: string;
  pin?: string;
  sign_out?: boolean;
}

/** Keeps people and gauges; gives the problem, null when it is done. */
export function useKeeping() {
  const client = useQueryClient();
  const done = async (call: Promise<{ data?: unknown; error?: unknown }>): Promise<Problem | null> => {
    const { data, error } = await call.catch(() => ({ data: undefined, error: undefined }));
    if (data === undefined) return problemOf(error);
    await client.invalidateQueries();
    return null;
  };
  return {
    add: (name: string, role: string, password: string, pin: string) =>
      done(api.POST('/api/v1/people', { body: { name, role, password, ...(pin ? { pin } : {}) } })),
    change: (id: string, body: Change) => done(api.POST('/api/v1/people/{id}', { params: { path: { id } }, body })),
    gauge: (gauge: Gauge & { shows?: string; tells?: string }) => done(api.POST('/api/v1/gauges', { body: gauge })),
  };
}
