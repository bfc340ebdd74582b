import { afterEach, beforeEach, vi } from 'vitest';
import { api, type Kept, type Problem, type RunView } from './client';
import type { Parcel } from './box';

/** What the tests of the outbox share: entries, and a server that answers in turn. */
export const parcel = (id: string, by = 'Ines', seen = 3): Parcel => ({
  id,
  kind: 'note',
  by,
  at: '2026-11-24T09:00:00Z',
  body: { text: id },
  seen,
});
export const view = (seq: number) => ({ id: 'r', view: { seq } }) as unknown as RunView;
export const problem = (status: number, more: Partial<Problem> = {}): Problem => ({
  type: 'about:blank',
  title: '',
  status,
  detail: `status ${status}`,
  ...more,
});

export const kept = (seq: number) => ({ seq, last: seq }) as unknown as Kept;

export type Answer = { data: RunView | Kept } | { error: Problem } | 'no network';

/** What the server was sent last, how far each maker had seen, and which were to be answered with the least. */
export const last: { sent: unknown; seen: (number | undefined)[]; least: boolean[] } = { sent: undefined, seen: [], least: [] };

/** Lets the server answer in turn, and notes after which event each was sent. */
export function answers(...list: Answer[]): number[] {
  const after: number[] = [];
  vi.spyOn(api, 'POST').mockImplementation(((
    _path: string,
    init: { body: { after: number; seen?: number; body: unknown }; headers?: { Prefer: string } },
  ) => {
    after.push(init.body.after);
    last.least.push(init.headers?.Prefer === 'return=minimal');
    last.seen.push(init.body.seen);
    last.sent = init.body.body;
    const next = list.shift();
    if (next === undefined || next === 'no network') return Promise.reject(new TypeError('failed to fetch'));
    return Promise.resolve(next);
  }) as unknown as typeof api.POST);
  return after;
}

beforeEach(() => {
  last.seen = [];
  last.least = [];
  vi.stubGlobal('window', new EventTarget());
  const kept = new Map<string, string>();
  vi.stubGlobal('localStorage', {
    getItem: (k: string) => kept.get(k) ?? null,
    setItem: (k: string, v: string) => kept.set(k, v),
    removeItem: (k: string) => kept.delete(k),
    key: (i: number) => [...kept.keys()][i] ?? null,
    get length() {
      return kept.size;
    },
  });
});

afterEach(() => {
  vi.restoreAllMocks();
  vi.unstubAllGlobals();
});
