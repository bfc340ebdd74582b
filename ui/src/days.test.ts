import { expect, test } from 'vitest';
import { readDay } from './days';

test('a day is read one way on every screen', () => {
  expect(readDay('2026-11-25')).toBe('25 Nov 2026');
  expect(readDay('2026-01-05T23:59:00Z')).toBe('5 Jan 2026');
  expect(readDay('someday'), 'what is no day stays as it is').toBe('someday');
  expect(readDay('')).toBe('');
});
