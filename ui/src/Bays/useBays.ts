import { useQuery } from '@tanstack/react-query';
import { api, answered } from '../api/client';

export function useBays() {
  return useQuery({
    queryKey: ['bays'],
    refetchInterval: 15_000,
    queryFn: () => answered(api.GET('/api/v1/bays')),
  });
}
