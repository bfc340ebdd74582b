// @vitest-environment jsdom
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { cleanup, render, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { api } from '../api/client';
import { CheckPanel } from './CheckPanel';
import { advice, refusing, taken, tap } from './taps.testing';
import type { Send } from '../api/useRun';

// what is read with a proof: in its table, kept over a refusal, dictated

beforeEach(() => {
  localStorage.clear();
});
afterEach(() => {
  cleanup();
  vi.restoreAllMocks();
});

const speed = (id: string, row: string, column: string) => ({
  id,
  name: `${column}, at ${row}`,
  unit: 'km/h',
  row,
  column,
  wants: '24 to 32 km/h',
});
const road = {
  check: 'road',
  ask: 'Does it shift where the table says?',
  answers: [
    { id: 'right', says: 'as the table says' },
    { id: 'early', says: 'early' },
  ],
  conditions: [],
  figures: [speed('light-up', 'light', 'up'), speed('light-down', 'light', 'down'), speed('half-up', 'half', 'up')],
};
const shown = (send: Send) =>
  render(
    <QueryClientProvider client={new QueryClient()}>
      <CheckPanel advice={advice({ do: 'check', check: road })} run="r" send={send} />
    </QueryClientProvider>,
  );
const cell = (row: string, column: string) =>
  within(screen.getByRole('group', { name: row })).getByLabelText<HTMLInputElement>(new RegExp(`^${column},`));

test('figures go out with the answer, and a refusal stands at the one it is about, with all of them kept', async () => {
  const send = refusing('body.figures.light-down', 'the first lies below the second');
  shown(send);
  await userEvent.type(cell('light', 'up'), '27');
  await userEvent.type(cell('light', 'down'), '29');
  await tap(/early/);
  const figures = [
    { figure: 'light-up', text: '27', value: 0 },
    { figure: 'light-down', text: '29', value: 0 },
  ];
  expect(send).toHaveBeenLastCalledWith('check', { check: 'road', answer: 'early', says: 'early', conditions: {}, figures });
  expect((await screen.findByRole('alert')).textContent).toBe('the first lies below the second');
  expect(cell('light', 'down').getAttribute('aria-invalid')).toBe('true');
  cleanup();
  const now = taken();
  shown(now);
  expect(cell('light', 'down').value).toBe('29');
  await tap(/early/);
  cleanup();
  shown(now);
  expect(cell('light', 'down').value).toBe('');
});

test('what is dictated fills the blanks it names, and says what it did not take', async () => {
  const heard = { figures: [{ figure: 'half-up', text: '46', value: 0 }], aside: ['rattles'] };
  vi.spyOn(api, 'POST').mockResolvedValue({ data: heard, response: new Response() });
  shown(taken());
  await userEvent.type(cell('light', 'up'), '27');
  await userEvent.type(screen.getByLabelText(/^Say or type it/), 'half up 46 rattles{Enter}');
  expect(await screen.findByText('Not taken: rattles')).toBeTruthy();
  expect(cell('half', 'up').value).toBe('46');
  expect(cell('light', 'up').value).toBe('27');
});
