import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import { api, answered, type Hands } from '../../api/client';
import { deviceID } from '../../api/ids';
import { keys } from '../../api/keys';

/** A device speaks so often; the server holds one that was silent for more than two of these for away. */
const every = 5_000;

export type Place = '' | 'caller' | 'reader';

export const other = (p: Place): Place => (p === 'caller' ? 'reader' : 'caller');

/** Who is at a run; kept fresh by the run's stream. */
export function useHands(run: string): Hands {
  const { data } = useQuery({
    queryKey: keys.hands(run),
    meta: { told: 'all' }, // the run beside it says that nothing answers
    queryFn: () => answered(api.GET('/api/v1/runs/{run}/hands', { params: { path: { run } } })),
  });
  return data ?? { here: [] };
}

/** Tells the others that this device is at the run, where, and what was said of the run as it stands. */
export function useHandHere(run: string, place: Place, says: string, seq: number) {
  const client = useQueryClient();
  useEffect(() => {
    let over = false;
    const tell = async (leave: boolean) => {
      const call = api.POST('/api/v1/runs/{run}/hands', {
        params: { path: { run } },
        body: { device: deviceID(), place, says: leave ? '' : says, seq, leave },
        keepalive: leave,
      });
      const answer = await call.catch(() => null); // the next time will tell
      if (answer?.data && !over) client.setQueryData(keys.hands(run), answer.data);
    };
    void tell(false);
    const timer = setInterval(() => void tell(false), every);
    const left = () => void tell(true);
    window.addEventListener('pagehide', left);
    return () => {
      over = true;
      clearInterval(timer);
      window.removeEventListener('pagehide', left);
    };
  }, [client, run, place, says, seq]);
  useEffect(
    () => () => {
      void api
        .POST('/api/v1/runs/{run}/hands', {
          params: { path: { run } },
          body: { device: deviceID(), place: '', says: '', seq: 0, leave: true },
        })
        .catch(() => null);
    },
    [run],
  );
}

type Hand = Hands['here'][number];

/** The other device at the other end: the one heard of last, if there are several. */
export function partnerOf(hands: Hands, place: Place): Hand | undefined {
  return hands.here
    .filter((h) => h.device !== deviceID() && !h.left && h.place === other(place))
    .sort((a, b) => Number(a.away ?? false) - Number(b.away ?? false) || a.heard - b.heard)[0];
}

/** What holds of a partner now: what was said of an earlier state of the run does not. */
export const saidNow = (h: Hand | undefined, seq: number): string => (h && !h.away && h.seq === seq ? h.says : '');
