import { expect, test } from 'vitest';
import { timesIn } from './useTimes';

test('times are those of the workshop’s clocks, over a change of them', () => {
  const there = timesIn('America/Halifax');
  expect(there.moment('2026-11-25T01:30:00Z')).toBe('24 Nov 2026 21:30');
  expect(there.clock('2026-11-01T04:30:00Z')).toBe('01:30'); // summer time still
  expect(there.clock('2026-11-01T05:30:00Z')).toBe('01:30'); // the clocks went back
  expect(timesIn('Pacific/Chatham').moment('2026-11-24T12:00:00Z')).toBe('25 Nov 2026 01:45');
});
