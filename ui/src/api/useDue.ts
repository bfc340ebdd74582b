import { useQuery } from '@tanstack/react-query';
import { useChange } from './ask';
import { api, answered, type CalendarAddress, type DueList } from './client';
import { keys } from './keys';

/** What comes due, and the visits that would do it. */
export const useDue = () => useQuery({ queryKey: keys.due, queryFn: () => answered(api.GET('/api/v1/due')) });

/** Agrees on the day on which a machine comes in; without one it is taken back. */
export function usePlan() {
  const change = useChange<DueList>((data, client) => {
    client.setQueryData(keys.due, data);
  });
  return (machine: string, day: string) => change(() => api.POST('/api/v1/due/plan', { body: { machine, day } }));
}

/** The secret addresses of the calendar. */
export const useCalendars = (wanted: boolean) =>
  useQuery({ queryKey: keys.calendars, enabled: wanted, queryFn: () => answered(api.GET('/api/v1/calendars')) });

export function useCalendarChange() {
  const make = useChange<CalendarAddress>((_, client) => client.invalidateQueries({ queryKey: keys.calendars }));
  const revoke = useChange<CalendarAddress[]>((data, client) => {
    client.setQueryData(keys.calendars, data);
  });
  return {
    make: () => make(() => api.POST('/api/v1/calendars')),
    revoke: (id: string) => revoke(() => api.POST('/api/v1/calendars/{id}/revoke', { params: { path: { id } } })),
  };
}
