import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import type { Hands } from '../../api/client';
import { other, partnerOf, saidNow } from './useHands';

beforeEach(() => {
  vi.stubGlobal('localStorage', { getItem: () => 'mine', setItem: () => undefined });
});

afterEach(() => {
  vi.unstubAllGlobals();
});

type Hand = Hands['here'][number];
const hand = (device: string, more: Partial<Hand> = {}): Hand => ({
  device,
  name: device,
  place: 'caller',
  says: 'holds',
  seq: 7,
  since: '',
  heard: 1,
  ...more,
});

test('the partner is at the other end: one who is there before one who dropped out, never oneself or one who left', () => {
  const here = [
    hand('mine'),
    hand('gone', { left: true, heard: 0 }),
    hand('away', { away: true, heard: 40 }),
    hand('old', { heard: 4 }),
    hand('near', { heard: 2 }),
    hand('looks on', { place: '' }),
  ];
  expect(partnerOf({ here }, 'reader')?.device).toBe('near');
  expect(partnerOf({ here: here.slice(0, 3) }, 'reader')?.device, 'that one dropped out is still told').toBe('away');
  expect(partnerOf({ here }, 'caller')).toBeUndefined();
  expect([other('caller'), other('reader')]).toEqual(['reader', 'caller']);
});

test('what was said of an earlier state of the run, or by one who dropped out, holds no longer', () => {
  expect(saidNow(hand('a'), 7)).toBe('holds');
  expect(saidNow(hand('a'), 8)).toBe('');
  expect(saidNow(hand('a', { away: true }), 7)).toBe('');
  expect(saidNow(undefined, 7)).toBe('');
});
