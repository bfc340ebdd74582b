import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { answered, api } from './client';
import { keys } from './keys';
import { useDelayed } from '../useDelayed';

/** The mechanisms that words speak of, the likeliest first. */
export function useWhose(text: string) {
  const late = useDelayed(text.trim(), 200);
  return useQuery({
    queryKey: keys.troubleWhose(late),
    enabled: late.length > 2,
    placeholderData: keepPreviousData,
    queryFn: () => answered(api.GET('/api/v1/trouble/whose', { params: { query: { text: late } } })),
  });
}
