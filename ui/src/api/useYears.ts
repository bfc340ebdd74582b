import { useQuery } from '@tanstack/react-query';
import { api, answered } from './client';
import { keys } from './keys';

/** What the visits to a machine say together. */
export const useYears = (id: string, wanted = true) =>
  useQuery({
    queryKey: keys.years(id),
    enabled: wanted,
    staleTime: 60_000, // it changes with a signature, and not with every entry
    queryFn: () => answered(api.GET('/api/v1/machines/{id}/years', { params: { path: { id } } })),
  });
