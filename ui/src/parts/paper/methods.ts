/** The ways of setting, as the page says them. */
export const methods = [
  { id: 'measured', name: 'measured' },
  { id: 'felt', name: 'felt' },
  { id: 'locked, then backed off', name: 'locked, then backed off' },
  { id: 'self-set', name: 'sets itself, then trimmed' },
  { id: 'counted', name: 'counted from a proved start' },
  { id: 'chosen', name: 'chosen' },
  { id: 'locked out', name: 'locked out and given back' },
];
