import { useQuery } from '@tanstack/react-query';
import { api, answered, type Entry, type Machine, type MachineView } from './client';
import { useChange } from './ask';
import { keys } from './keys';

export const useMachine = (id: string) =>
  useQuery({
    queryKey: keys.machine(id),
    enabled: id !== 'new',
    retry: false,
    queryFn: () => answered(api.GET('/api/v1/machines/{id}', { params: { path: { id } } })),
  });

/** Changes a card, or logs on it; gives the card as it is then, or the problem. */
export function useCard() {
  const change = useChange<MachineView>((data, client) => {
    client.setQueryData(keys.machine(data.machine.id), data);
    return Promise.all([keys.bays, keys.due].map((queryKey) => client.invalidateQueries({ queryKey })));
  });
  return {
    put: (machine: Machine) => change(() => api.POST('/api/v1/machines', { body: machine })),
    log: (id: string, entry: Entry) => change(() => api.POST('/api/v1/machines/{id}/log', { params: { path: { id } }, body: entry })),
  };
}
