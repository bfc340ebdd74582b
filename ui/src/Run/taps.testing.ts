// What the tests of the run's panels share: a server that takes or refuses, a tap, an advice.
import { screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { vi } from 'vitest';
import type { Advice } from '../api/client';
import type { Send } from '../api/useRun';

export const taken = () => vi.fn<Send>().mockResolvedValue(null);
export const refusing = (field: string, detail: string) =>
  vi.fn<Send>().mockResolvedValue({ type: 'about:blank', title: 'no', status: 422, field, detail });
export const tap = (name: string | RegExp) => userEvent.click(screen.getByRole('button', { name }));
export const advice = (more: Partial<Advice>): Advice => ({ step: 's', do: 'move', say: [], more: [], choices: [], ...more });
export const write = (label: string, text: string) => userEvent.type(screen.getByLabelText(label), text);
