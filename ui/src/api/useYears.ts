import { useQuery } from '@tanstack/react-query';
import { api, answered } from './client';
import { keys } from './keys';

/** What the visits to a machine say together. */
export const useYears = (id: string, wanted = true) =>
  useQuery({
    queryKey: keys.years(id),
    enabled: wanted,
    queryFn: () => answered(api.GET('/api/v1/machines/{id}/years', { params: { path: { id } } })),
  });
