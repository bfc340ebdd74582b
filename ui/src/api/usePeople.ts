import { useQuery } from '@tanstack/react-query';
import { api, answered, type Gauge, type Person, type Problem, type Role } from './client';
import { useChange } from './ask';
import { keys } from './keys';

export const usePeople = () => useQuery({ queryKey: keys.people, queryFn: () => answered(api.GET('/api/v1/people')) });
export const useGauges = () => useQuery({ queryKey: keys.gauges, queryFn: () => answered(api.GET('/api/v1/gauges')) });

export interface Change {
  role?: Person['role'];
  password?: string;
  pin?: string;
  sign_out?: boolean;
}

/** Keeps people and gauges; gives the problem, null when it is done. */
export function useKeeping() {
  const change = useChange<unknown>((_, client) => client.invalidateQueries());
  const done = async (call: Parameters<typeof change>[0]): Promise<Problem | null> => (await change(call)).problem ?? null;
  return {
    add: (name: string, role: Role, password: string, pin: string) =>
      done(() => api.POST('/api/v1/people', { body: { name, role, password, ...(pin ? { pin } : {}) } })),
    change: (id: string, body: Change) => done(() => api.POST('/api/v1/people/{id}', { params: { path: { id } }, body })),
    gauge: (gauge: Gauge & { shows?: string; tells?: string }) => done(() => api.POST('/api/v1/gauges', { body: gauge })),
  };
}
