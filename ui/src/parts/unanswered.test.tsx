// @vitest-environment jsdom
import { QueryClient, QueryClientProvider, useQuery } from '@tanstack/react-query';
import { cleanup, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { ErrorBoundary } from 'react-error-boundary';
import { MemoryRouter } from 'react-router';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { ProblemError } from '../api/client';
import { Broken } from './Broken';
import { Unanswered } from './Unanswered';

afterEach(cleanup);

const refused = (detail: string) => new ProblemError({ type: 'about:blank', title: 'no', status: 422, detail });

function Asks({ name, ask, told }: { name: string; ask: () => Promise<string>; told?: 'problem' | 'all' }) {
  const { data } = useQuery({ queryKey: [name], retry: false, queryFn: ask, ...(told ? { meta: { told } } : {}) });
  return <p>{data ?? `no ${name}`}</p>;
}

const shown = (children: React.ReactNode) =>
  render(
    <QueryClientProvider client={new QueryClient()}>
      <Unanswered />
      {children}
    </QueryClientProvider>,
  );

describe('a question that fails', () => {
  it('is told, and asked again by a tap', async () => {
    const ask = vi.fn<() => Promise<string>>().mockRejectedValueOnce(refused('the list is away')).mockResolvedValue('the list');
    shown(<Asks name="list" ask={ask} />);
    expect((await screen.findByRole('alert')).textContent).toContain('the list is away');
    await userEvent.click(screen.getByRole('button', { name: 'ask again' }));
    expect(await screen.findByText('the list')).toBeTruthy();
    expect(screen.queryByRole('alert')).toBeNull();
  });

  it('is not told twice where the screen tells its problems, but is where nobody answered', async () => {
    shown(<Asks name="own" told="problem" ask={() => Promise.reject(refused('its blank says so'))} />);
    await screen.findByText('no own');
    await new Promise((done) => setTimeout(done, 20));
    expect(screen.queryByRole('alert')).toBeNull();
    cleanup();
    shown(<Asks name="own" told="problem" ask={() => Promise.reject(new TypeError('no network'))} />);
    expect((await screen.findByRole('alert')).textContent).toContain('The server does not answer');
  });
});

it('a screen that can not be drawn leaves the others a tap away, and is drawn again by one', async () => {
  vi.spyOn(console, 'error').mockImplementation(() => undefined);
  let torn = true;
  const Torn = () => {
    if (torn) throw new Error('torn');
    return <p>the screen</p>;
  };
  render(
    <MemoryRouter>
      <QueryClientProvider client={new QueryClient()}>
        <ErrorBoundary FallbackComponent={Broken}>
          <Torn />
        </ErrorBoundary>
      </QueryClientProvider>
    </MemoryRouter>,
  );
  expect(screen.getByRole('alert').textContent).toContain('can not be drawn');
  expect(screen.getByRole('link', { name: 'Sheets' }).getAttribute('href')).toBe('/sheets');
  torn = false;
  await userEvent.click(screen.getByRole('button', { name: 'Draw it again' }));
  expect(screen.getByText('the screen')).toBeTruthy();
});
