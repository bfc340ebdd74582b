import { expect, test } from 'vitest';
import { readDay, readMoment, today } from './days';

test('a day is read one way on every screen', () => {
  expect(readDay('2026-11-25')).toBe('25 Nov 2026');
  expect(readDay('2026-01-05T23:59:00Z')).toBe('5 Jan 2026');
  expect(readDay('someday'), 'what is no day stays as it is').toBe('someday');
  expect(readDay('')).toBe('');
  expect(readMoment('2026-11-20T09:42:00Z')).toBe('20 Nov 2026 09:42');
});

test('the day of the device is written as the server writes days', () => {
  expect(today()).toMatch(/^\d{4}-\d{2}-\d{2}$/);
});
