import { useQuery } from '@tanstack/react-query';
import { answered, api } from './client';
import { keys } from './keys';

/** Every mechanism with its picture. */
export const usePlate = () => useQuery({ queryKey: keys.plate, staleTime: Infinity, queryFn: () => answered(api.GET('/api/v1/plate')) });
