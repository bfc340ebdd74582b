import type { Sheet } from '../api/client';

type Point = Sheet['points'][number];
type Adjuster = Sheet['adjusters'][number];

const sign: Record<string, string> = { length: 'mm', angle: '°', force: 'N', torque: 'Nm', speed: 'rpm', count: '' };
const n = (v: number) => String(Number(v.toFixed(3)));

/** The limits of a point as they stand on a sheet. */
export function limits(p: Point): string {
  const unit = sign[p.quantity] ?? '';
  if (p.target === undefined) return p.chart ? 'on the chart' : 'noted only';
  const [minus, plus] = [p.minus ?? 0, p.plus ?? 0];
  const band = minus === plus ? (minus === 0 ? '' : ` ± ${n(minus)}`) : ` +${n(plus)} −${n(minus)}`;
  return `${n(p.target)}${band} ${unit}`.trim();
}

/** What one step of an adjuster is, in words. */
export function step(a: Adjuster): string {
  if (a.measure_only) return 'cannot be turned: measured only';
  if (a.pitch) return `${n(a.pitch)} mm a turn${a.step ? `, locked every ${n(a.step)} turn` : ''}`;
  return a.hooks ? a.hooks.join(', ') : `${n(a.step)} ${a.notch ?? 'step'} at a time`;
}

export function lock(a: Adjuster): string {
  const l = a.lock;
  if (!l) return '';
  const parts = [l.says];
  if (l.order) parts.push(`in the order ${l.order.join(', then ')}`);
  if (l.back_off_max > 0) parts.push(`backed off ${n(l.back_off_min)} to ${n(l.back_off_max)} of a turn`);
  if (l.torque !== undefined) parts.push(`${n(l.torque)} Nm`);
  if (l.pin) parts.push(l.pin);
  if (l.witness) parts.push(l.witness);
  if (l.choice) parts.push(`either ${l.choice.join(' or ')}`);
  return parts.join('; ');
}
