// @vitest-environment jsdom
import { cleanup, render, screen } from '@testing-library/react';
import { afterEach, beforeEach, expect, test } from 'vitest';
import type { RunView } from '../api/client';
import { ComplaintPanel } from './ComplaintPanel';
import { AgainPanel } from './Tested';
import { refusing, taken, tap, write } from './taps.testing';

// the complaint as a figure, before and after

const view = { goes: [], fetch: [] } as unknown as RunView['view'];

beforeEach(() => {
  localStorage.clear();
});
afterEach(cleanup);

test('what is usual is named by a tap, and goes with the complaint; nothing is asked of whoever has no figure', async () => {
  const send = taken();
  const shown = render(<ComplaintPanel run="r" send={send} view={view} tests={['height at which it bites']} />);
  await write('the owner’s words', 'slips');
  await tap('height at which it bites');
  await write('it shows, such as 12 mm', '40 mm');
  await tap('It shows');
  expect(send).toHaveBeenLastCalledWith('complaint', {
    words: 'slips',
    shows: 'yes',
    test: { name: 'height at which it bites', text: '40 mm', value: 0 },
  });
  shown.unmount();
  render(<ComplaintPanel run="s" send={send} view={view} tests={[]} />);
  await write('the owner’s words', 'slips');
  await tap('It shows');
  expect(send).toHaveBeenLastCalledWith('complaint', { words: 'slips', shows: 'yes' });
});

test('a figure that is refused says so at its blank, and stays', async () => {
  render(<ComplaintPanel run="r" send={refusing('body.test.text', 'write the unit too')} view={view} tests={[]} />);
  await tap('name it');
  await write('what is measured', 'lash');
  await write('it shows, such as 12 mm', '12');
  await tap('It shows');
  expect(await screen.findByText('write the unit too')).toBeTruthy();
  expect(screen.getByLabelText<HTMLInputElement>('it shows, such as 12 mm').value).toBe('12');
});

test('the same test is done again, or it is said why it can not be', async () => {
  const send = taken();
  const before = { name: 'lash', was: '12 mm' };
  const shown = render(<AgainPanel run="r" test={before} send={send} />);
  await write('lash: it was 12 mm, now', '3');
  await tap('cured');
  expect(send).toHaveBeenLastCalledWith('retried', { outcome: 'cured', test: { text: '3', value: 0 } });
  await tap('it can not be measured');
  await write('why the lash can not be measured', 'no gauge');
  await tap('better');
  expect(send).toHaveBeenLastCalledWith('retried', { outcome: 'better', note: 'no gauge' });
  shown.rerender(<AgainPanel run="r" test={undefined} send={send} />);
  await tap('cured');
  expect(send).toHaveBeenLastCalledWith('retried', { outcome: 'cured' });
});
