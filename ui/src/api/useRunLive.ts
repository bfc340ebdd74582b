import { useQueryClient } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { waiting } from './box';
import type { RunView } from './client';
import { useLive } from './live';
import { apprentice, isPractice } from './ids';
import { keys } from './keys';

/** An entry of somebody else, as it came. */
export interface Told {
  seq: number;
  by: string;
  says: string;
  kind: string;
}

/** How long an entry of somebody else stays in sight. */
const inSight = 8_000;

/** Follows a run: what others enter is fetched and told, and who is there is known. */
export function useRunLive(id: string, who: string): { told: Told | null; live: boolean } {
  const client = useQueryClient();
  const [told, setTold] = useState<Told | null>(null);
  const live = useLive(
    () => {
      const after = client.getQueryData<RunView>(keys.run(id))?.view.seq ?? 0;
      const stream = new EventSource(`/api/v1/runs/${encodeURIComponent(id)}/stream?after=${after}`);
      const opened = Date.now();
      stream.addEventListener('open', () => {
        // the server is back: the run is looked at, and what waits here is sent
        const at = client.getQueryState(keys.run(id))?.dataUpdatedAt ?? 0;
        if (Date.now() - at > 2_000) void client.invalidateQueries({ queryKey: keys.run(id) });
      });
      stream.addEventListener('entry', (e: MessageEvent<string>) => {
        const entry = JSON.parse(e.data) as Told & { id: string; received: string };
        const known = client.getQueryData<RunView>(keys.run(id))?.view.seq ?? 0;
        const ours = waiting(id).some((p) => p.id === entry.id); // the answer to it brings the run
        if (entry.seq > known && !ours) void client.invalidateQueries({ queryKey: keys.run(id) });
        if (entry.by !== who && Date.parse(entry.received) > opened - inSight) setTold(entry);
      });
      stream.addEventListener('gauges', (e: MessageEvent<string>) => {
        client.setQueryData(keys.liveGauges, JSON.parse(e.data));
      });
      stream.addEventListener('hands', (e: MessageEvent<string>) => {
        client.setQueryData(keys.hands(id), JSON.parse(e.data));
      });
      return stream;
    },
    isPractice(id) && who === apprentice ? '' : `${id} ${who}`,
  ); // without an account there is nothing to follow
  useEffect(() => {
    if (!told) return;
    const timer = setTimeout(() => {
      setTold(null);
    }, inSight);
    return () => {
      clearTimeout(timer);
    };
  }, [told]);
  return { told, live };
}
