import { useQuery } from '@tanstack/react-query';
import type { LiveGauge, Want } from '../api/client';
import { keys } from '../api/keys';

/** What a connected gauge shows that reads what is wanted: the one that is named, else any of its kind. The stream of the run keeps it. */
export function useLiveGauge(want: Want, named: string): LiveGauge | undefined {
  const { data } = useQuery<LiveGauge[]>({ queryKey: keys.liveGauges, enabled: false, queryFn: () => [] });
  const reads = (data ?? []).filter((g) => g.kind === want.quantity || g.kind === want.read_at?.quantity);
  return reads.find((g) => g.number === named) ?? reads.find((g) => g.trouble !== 'silent') ?? reads[0];
}

const mayPass = ['overdue', 'battery'];

/** Whether what it shows may be taken at all. */
export const shows = (g: LiveGauge | undefined): g is LiveGauge => Boolean(g?.text && (!g.trouble || mayPass.includes(g.trouble)));

/** A reading as the gauge itself told it. */
export const toldBy = (g: LiveGauge) => ({
  text: g.text,
  unit: g.in,
  source: {
    number: g.number,
    name: g.name,
    doubt: g.within,
    spread: g.spread,
    held: g.held,
    ...(g.calibrated ? { calibrated: g.calibrated } : {}),
    ...(g.due ? { due: g.due } : {}),
  },
});
