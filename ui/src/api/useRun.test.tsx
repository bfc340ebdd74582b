// @vitest-environment jsdom
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { act, renderHook, waitFor } from '@testing-library/react';
import type { ReactNode } from 'react';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { api } from './client';
import { keys } from './keys';
import { useRun } from './useRun';

class Silent extends EventTarget {
  static CLOSED = 2;
  static now: Silent;
  constructor() {
    super();
    Silent.now = this;
  }
  says = (entry: object) => this.dispatchEvent(new MessageEvent('entry', { data: JSON.stringify(entry) }));
  readyState = 1;
  onopen = null;
  onerror = null;
  close = () => undefined;
}

beforeEach(() => {
  vi.stubGlobal('EventSource', Silent);
});
afterEach(() => {
  vi.restoreAllMocks();
  vi.unstubAllGlobals();
});

const view = (seq: number) => ({ data: { id: 'r', view: { seq } } });

test('an answer that came late takes nothing back', async () => {
  let late: (v: unknown) => void = () => undefined;
  const get = vi.spyOn(api, 'GET');
  get.mockResolvedValueOnce(view(3) as never);
  const client = new QueryClient();
  const around = ({ children }: { children: ReactNode }) => <QueryClientProvider client={client}>{children}</QueryClientProvider>;
  const { result } = renderHook(() => useRun('r', 'Ines'), { wrapper: around });
  await waitFor(() => {
    expect(result.current.run?.view.seq).toBe(3);
  });
  get.mockReturnValueOnce(new Promise((answer) => (late = answer)) as never);
  void client.refetchQueries({ queryKey: keys.run('r') });
  act(() => {
    client.setQueryData(keys.run('r'), view(5).data); // what was entered meanwhile
  });
  act(() => {
    late(view(4)); // asked for before that
  });
  await new Promise((done) => setTimeout(done, 20));
  expect(result.current.run?.view.seq).toBe(5);
});

test('an entry on its way is not asked for again when the stream tells of it; one of somebody else is', async () => {
  const get = vi.spyOn(api, 'GET').mockResolvedValue(view(3) as never);
  let answer: (v: unknown) => void = () => undefined;
  const post = vi.spyOn(api, 'POST').mockReturnValue(new Promise((a) => (answer = a)) as never);
  const client = new QueryClient();
  const around = ({ children }: { children: ReactNode }) => <QueryClientProvider client={client}>{children}</QueryClientProvider>;
  const { result } = renderHook(() => useRun('r', 'Ines'), { wrapper: around });
  await waitFor(() => {
    expect(result.current.run?.view.seq).toBe(3);
  });
  act(() => void result.current.send('note', { text: 'dry' }));
  const sent = () => (post.mock.calls as unknown as [string, { body: { id: string } }][]).find(([path]) => path.endsWith('/events'));
  await waitFor(() => {
    expect(sent()).toBeDefined();
  });
  const asked = get.mock.calls.length;
  const id = sent()?.[1].body.id;
  act(() => void Silent.now.says({ id, seq: 4, by: 'Ines', kind: 'note', says: '', received: new Date().toISOString() }));
  await new Promise((done) => setTimeout(done, 20));
  expect(get.mock.calls).toHaveLength(asked);
  act(() => void Silent.now.says({ id: 'another', seq: 5, by: 'Tobin', kind: 'note', says: 'dry', received: new Date().toISOString() }));
  await waitFor(() => {
    expect(get.mock.calls.length).toBeGreaterThan(asked);
  });
  await act(async () => {
    answer(view(5));
    await Promise.resolve();
  });
  expect(result.current.told?.by).toBe('Tobin');
});
