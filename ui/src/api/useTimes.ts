import { useMemo } from 'react';
import { readDay } from '../days';
import { useSession } from './useSession';

/** The clock and the day of a moment in a zone; of one no browser knows, in UTC. */
export function timesIn(zone: string) {
  const parts = (at: string | Date) => {
    const of = new Intl.DateTimeFormat('en-CA', {
      timeZone: zone,
      year: 'numeric',
      month: '2-digit',
      day: '2-digit',
      hour: '2-digit',
      minute: '2-digit',
      hourCycle: 'h23',
    });
    const got = Object.fromEntries(of.formatToParts(new Date(at)).map((p) => [p.type, p.value]));
    return { day: `${got.year ?? ''}-${got.month ?? ''}-${got.day ?? ''}`, clock: `${got.hour ?? ''}:${got.minute ?? ''}` };
  };
  return {
    zone,
    /** 09:42 */
    clock: (at: string) => parts(at).clock,
    /** 25 Nov 2026 09:42 */
    moment: (at: string) => `${readDay(parts(at).day)} ${parts(at).clock}`,
    /** The day it is now, as the server writes days: 2026-11-25. */
    today: () => parts(new Date()).day,
  };
}

const known = (zone: string): string => {
  try {
    new Intl.DateTimeFormat('en', { timeZone: zone });
    return zone;
  } catch {
    return 'UTC';
  }
};

/** Days and times as the clocks of the workshop show them, wherever the device believes to be. */
export function useTimes() {
  const zone = useSession().data?.times ?? 'UTC';
  return useMemo(() => timesIn(known(zone)), [zone]);
}
