import type { Turn } from '../api/client';

/** A turn that was made as asked, as it is sent. */
export const made = (t: Turn) => ({
  setting: t.setting,
  adjuster: t.adjuster,
  turns: t.until ? '' : t.turns_say,
  way: t.way,
  until: t.until,
  value: 0,
});
