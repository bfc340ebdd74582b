import { useQuery } from '@tanstack/react-query';
import { api, answered } from './client';
import { keys } from './keys';

/** The sentence of the log: what is empty asks for any. */
export interface LogAsk {
  machine: string;
  cable: string;
  person: string;
  cause: string;
  from: string;
  to: string;
  moved: string;
  signed: string; // yes
}

/** What is not empty of it. */
export const filled = (ask: LogAsk): Record<string, string> =>
  Object.fromEntries(Object.entries(ask).filter(([, v]) => (v as string) !== ''));

/** What was done. */
export const useLog = (ask: LogAsk) =>
  useQuery({
    queryKey: keys.log(filled(ask)),
    meta: { told: 'all' },
    retry: false,
    placeholderData: (before) => before,
    queryFn: () => answered(api.GET('/api/v1/log', { params: { query: filled(ask) } })),
  });

/** The same as a file. */
export const logFile = (ask: LogAsk, ending: 'csv' | 'json' | 'pdf') =>
  `/api/v1/log.${ending}?${new URLSearchParams(filled(ask)).toString()}`;

/** What is open, what was signed, what was left out or done by request. */
export const useWeek = () => useQuery({ queryKey: keys.week, queryFn: () => answered(api.GET('/api/v1/week')) });
