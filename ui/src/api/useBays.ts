import { useQuery, useQueryClient } from '@tanstack/react-query';
import { api, answered } from './client';
import { useLive } from './live';
import { keys } from './keys';

/** The floor, followed live; looked at now and then where that cannot be. */
export function useBays() {
  const client = useQueryClient();
  const live = useLive(() => {
    const stream = new EventSource('/api/v1/stream');
    stream.addEventListener('floor', () => void client.invalidateQueries({ queryKey: keys.bays }));
    return stream;
  }, 'floor');
  return useQuery({
    queryKey: keys.bays,
    refetchInterval: live ? 60_000 : 15_000,
    queryFn: () => answered(api.GET('/api/v1/bays')),
  });
}
