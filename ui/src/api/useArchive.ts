import { useQuery } from '@tanstack/react-query';
import { useChange } from './ask';
import { api, answered, type Archiving } from './client';
import { keys } from './keys';

const soon = 700; // ms between two looks at what is being made

/** How far the archive is that the server makes. */
export const useArchiving = (wanted: boolean) =>
  useQuery({
    queryKey: keys.archiving,
    enabled: wanted,
    refetchInterval: (q) => (q.state.data?.state === 'making' ? soon : false),
    queryFn: () => answered(api.GET('/api/v1/archive')),
  });

export function useMakeArchive() {
  const change = useChange<Archiving>((data, client) => {
    client.setQueryData(keys.archiving, data);
  });
  return () => change(() => api.POST('/api/v1/archive'));
}
