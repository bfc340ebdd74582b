import { useQuery, useQueryClient } from '@tanstack/react-query';
import { api, answered, problemOf, type Entry, type Machine, type MachineView, type Problem } from '../api/client';

export const useMachine = (id: string) =>
  useQuery({
    queryKey: ['machine', id],
    enabled: id !== 'new',
    retry: false,
    queryFn: () => answered(api.GET('/api/v1/machines/{id}', { params: { path: { id } } })),
  });

type Done = { view: MachineView } | { problem: Problem };

/** Changes a card, or logs on it; gives the card as it is then, or the problem. */
export function useCard() {
  const client = useQueryClient();
  const done = async (call: Promise<{ data?: MachineView; error?: unknown }>): Promise<Done> => {
    const { data, error } = await call.catch(() => ({ data: undefined, error: undefined }));
    if (!data) return { problem: problemOf(error) };
    client.setQueryData(['machine', data.machine.id], data);
    await client.invalidateQueries({ queryKey: ['bays'] });
    return { view: data };
  };
  return {
    put: (machine: Machine) => done(api.POST('/api/v1/machines', { body: machine })),
    log: (id: string, entry: Entry) => done(api.POST('/api/v1/machines/{id}/log', { params: { path: { id } }, body: entry })),
  };
}
