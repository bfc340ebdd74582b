import { useMutation, useQueryClient, type QueryClient } from '@tanstack/react-query';
import { answered, problemIn, problemOf, type Problem } from './client';

declare module '@tanstack/react-query' {
  interface Register {
    queryMeta: {
      /** The screen tells by itself why this question failed: its problems, or all of it. What it does not tell stands beneath the head. */
      told?: 'problem' | 'all';
    };
  }
}

/** What became of a change: what the server answered, or why it came to nothing. */
export type Changed<T> = { data: T; problem?: undefined } | { data?: undefined; problem: Problem };

/** The way to change something on the server; `kept` looks after what is known here, before anybody is told that it is done. */
export function useChange<T>(kept?: (data: T, client: QueryClient) => unknown) {
  const client = useQueryClient();
  const { mutateAsync } = useMutation({
    networkMode: 'always',
    mutationFn: (call: () => Promise<{ data?: T; error?: unknown }>) => answered(call()),
    onSuccess: (data) => kept?.(data, client),
  });
  return (call: () => Promise<{ data?: T; error?: unknown }>): Promise<Changed<T>> =>
    mutateAsync(call).then(
      (data) => ({ data }),
      (e: unknown) => ({ problem: problemIn(e) ?? problemOf(e) }),
    );
}

/** Why a question came to nothing, in words. */
export const whyNot = (error: unknown): string =>
  problemIn(error)?.detail ?? 'The server does not answer. This page looks again by itself.';
