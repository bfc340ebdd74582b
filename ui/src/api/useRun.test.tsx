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
