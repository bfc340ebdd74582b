import type { Want } from '../api/client';

const of: Record<string, { id: string; name: string }[]> = {
  length: [
    { id: 'mm', name: 'mm' },
    { id: 'in', name: 'in' },
  ],
  force: [
    { id: 'N', name: 'N' },
    { id: 'kgf', name: 'kg' },
    { id: 'lb', name: 'lb' },
  ],
};
const leaves = [
  { id: 'mm', name: 'mm' },
  { id: 'thou', name: 'thou' },
];

/** The units in which the instrument of a reading is marked, its own unit among them; where it may be held elsewhere, those too. */
export function unitsOf(want: Want): { id: string; name: string }[] {
  const marked = want.instrument === 'feeler' ? leaves : (of[want.read_at?.quantity ?? want.quantity] ?? []);
  return want.read_at ? [...marked, { id: want.unit, name: want.unit_says }] : marked;
}
