import { QueryClient } from '@tanstack/react-query';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { keepKnown, keepNoMore } from './known';

beforeEach(() => {
  vi.useFakeTimers();
  const kept = new Map<string, string>();
  vi.stubGlobal('localStorage', {
    getItem: (k: string) => kept.get(k) ?? null,
    setItem: (k: string, v: string) => kept.set(k, v),
    removeItem: (k: string) => kept.delete(k),
  });
});

afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

const client = () => new QueryClient({ defaultOptions: { queries: { retry: false, gcTime: Infinity } } });

test('what was known is known again after a restart, also when it could not be asked for since; the rest is not kept', async () => {
  const first = client();
  keepKnown(first, 'b1');
  first.setQueryData(['run', 'r'], { seq: 4 });
  first.setQueryData(['people'], ['Ines']);
  await first.query({ queryKey: ['run', 'r'], queryFn: () => Promise.reject(new Error('away')) }).catch(() => null);
  expect(first.getQueryState(['run', 'r'])?.status).toBe('error');
  vi.advanceTimersByTime(1_500);

  const again = client();
  keepKnown(again, 'b1');
  expect(again.getQueryData(['run', 'r'])).toEqual({ seq: 4 });
  expect(again.getQueryState(['run', 'r'])?.status).toBe('success');
  expect(again.getQueryState(['run', 'r'])?.isInvalidated, 'it is asked for at once').toBe(true);
  expect(again.getQueryData(['people'])).toBeUndefined();

  const other = client();
  keepKnown(other, 'b2');
  expect(other.getQueryData(['run', 'r']), 'another build may know other things').toBeUndefined();

  again.removeQueries({ queryKey: ['run'] });
  vi.advanceTimersByTime(1_500);
  const out = client();
  keepKnown(out, 'b1');
  expect(out.getQueryData(['run', 'r']), 'what was taken away is gone here too').toBeUndefined();

  const late = client();
  keepKnown(late, 'b1');
  late.setQueryData(['run', 'r'], { seq: 5 });
  vi.advanceTimersByTime(1_500);
  vi.setSystemTime(Date.now() + 23 * 3600_000);
  const nextDay = client();
  keepKnown(nextDay, 'b1');
  expect(nextDay.getQueryData(['run', 'r'])).toEqual({ seq: 5 });
  vi.setSystemTime(Date.now() + 2 * 3600_000);
  const tooLate = client();
  keepKnown(tooLate, 'b1');
  expect(tooLate.getQueryData(['run', 'r']), 'what is more than a day old is not gone by').toBeUndefined();

  localStorage.setItem('brankel.known', '{"torn');
  expect(() => {
    keepKnown(client(), 'b1');
  }).not.toThrow();
});

test('what waits to be written down when all is forgotten is not written after it', () => {
  const last = client();
  keepKnown(last, 'b1');
  last.setQueryData(['run', 'r'], { seq: 6 });
  keepNoMore();
  localStorage.removeItem('brankel.known');
  vi.advanceTimersByTime(1_500);
  expect(localStorage.getItem('brankel.known')).toBeNull();
});
