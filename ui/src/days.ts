const months = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];

/** A day of the server as it is read on every screen: 25 Nov 2026. */
export function readDay(iso: string): string {
  const m = /^(\d{4})-(\d{2})-(\d{2})/.exec(iso);
  return m ? `${Number(m[3])} ${months[Number(m[2]) - 1] ?? ''} ${m[1] ?? ''}` : iso;
}
