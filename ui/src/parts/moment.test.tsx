// @vitest-environment jsdom
import { QueryClient, QueryClientProvider, useQuery } from '@tanstack/react-query';
import { act, cleanup, render, screen } from '@testing-library/react';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { Moment } from './Moment';

beforeEach(() => {
  vi.useFakeTimers();
});
afterEach(() => {
  cleanup();
  vi.useRealTimers();
});

function Asks({ ask }: { ask: () => Promise<string> }) {
  return <p>{useQuery({ queryKey: ['due'], queryFn: ask }).data ?? ''}</p>;
}

const passes = (ms: number) => act(() => vi.advanceTimersByTimeAsync(ms));

it('what a screen waits for longer than a blink is told until it is there', async () => {
  let give: (what: string) => void = () => undefined;
  const ask = () => new Promise<string>((done) => (give = done));
  render(
    <QueryClientProvider client={new QueryClient()}>
      <Moment />
      <Asks ask={ask} />
    </QueryClientProvider>,
  );
  await passes(300);
  expect(screen.queryByText('one moment …'), 'a blink is not told').toBeNull();
  await passes(600);
  expect(screen.getByText('one moment …')).toBeTruthy();
  give('three visits');
  await passes(50);
  expect(screen.getByText('three visits')).toBeTruthy();
  expect(screen.queryByText('one moment …')).toBeNull();
});
