// @vitest-environment jsdom
import { cleanup, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import type { Advice, View } from '../../api/client';
import type { Send } from '../../api/useRun';
import { Stands } from './Stands';
import { StopPanel } from './StopPanel';
import { refusing, taken, tap } from '../taps.testing';

beforeEach(() => {
  localStorage.clear();
});
afterEach(cleanup);

const stop = (of: NonNullable<Advice['stop']>): Advice => ({ step: 's', do: 'set-up', say: [], more: [], choices: [], stop: of });

const changes = [
  { thing: 'key', kind: 'key' as const, name: 'key', way: 'pocket', says: 'out, in your pocket' },
  { thing: 'cover', kind: 'part' as const, name: 'cover', way: 'off', says: 'off', torque: 6, cautions: ['It is hot.'] },
];

test('changes that come together go out by one tap, an entry each, in their order', async () => {
  const send = taken();
  render(<StopPanel advice={stop({ changes, then: 'Read it.' })} send={send} waiting={false} />);
  expect(screen.getByText('⚠ It is hot.')).toBeTruthy();
  expect(screen.getByText('Then: Read it.')).toBeTruthy();
  await tap('It stands so');
  expect(send.mock.calls).toEqual([
    ['set_up', { thing: 'key', way: 'pocket' }],
    ['set_up', { thing: 'cover', way: 'off' }],
  ]);
});

test('a change that is refused says why, and those after it are not made', async () => {
  const send = refusing('body.way', 'not yet, first: the key out');
  render(<StopPanel advice={stop({ changes })} send={send} waiting={false} />);
  await tap('It stands so');
  expect(await screen.findByText('not yet, first: the key out')).toBeTruthy();
  expect(send).toHaveBeenCalledOnce();
});

test('while an entry is on its way the stop may be another in a moment: nobody says that it stands so', async () => {
  const send = taken();
  const shown = render(<StopPanel advice={stop({ changes })} send={send} waiting />);
  expect(screen.getByRole<HTMLButtonElement>('button', { name: 'It stands so' }).disabled).toBe(true);
  shown.rerender(<StopPanel advice={stop({ changes })} send={send} waiting={false} />);
  await tap('It stands so');
  expect(send).toHaveBeenCalledTimes(2);
});

test('what may be left as it stands is left with a reason, and a refusal keeps what was typed', async () => {
  const changes = [{ thing: 'cover', kind: 'part' as const, name: 'linkage cover', way: 'on', says: 'on', leave: 'off' }];
  const send = vi
    .fn<Send>()
    .mockResolvedValue({ type: 'about:blank', title: 'no', status: 422, field: 'body.why', detail: 'say why it stays so' });
  const shown = render(<StopPanel advice={stop({ changes })} send={send} waiting={false} />);
  await userEvent.type(screen.getByLabelText('why it stays so'), 'x');
  await tap('linkage cover: leave it so');
  expect(send).toHaveBeenLastCalledWith('set_up', { thing: 'cover', way: 'off', stays: true, why: 'x' });
  expect(await screen.findByText('say why it stays so', { selector: '[role=alert]' })).toBeTruthy();
  expect(screen.getByLabelText<HTMLInputElement>('why it stays so').value).toBe('x');
  shown.rerender(
    <StopPanel
      advice={stop({ changes: [{ thing: 'cover', kind: 'part', name: 'linkage cover', way: 'on', says: 'on' }] })}
      send={send}
      waiting={false}
    />,
  );
  expect(screen.queryByText('Leave it so, with a reason')).toBeNull();
});

const how = (more: object) => ({
  thing: 'chock',
  kind: 'chocks' as const,
  name: 'wheel chocks',
  way: 'off',
  says: 'off',
  rest: true,
  ways: [
    { way: 'off', says: 'off', cautions: [] },
    { way: 'on', says: 'under', cautions: ['Both sides.'] },
  ],
  ...more,
});
const stands = (more: object) =>
  ({ stands: [how({})], arriving: false, hands: 'clear', put_on: [{ kind: 'held', name: 'tie', way: 'on' }], ...more }) as unknown as View;

test('a tap on a thing shows how else it can stand, and another makes it so', async () => {
  const send = taken();
  render(<Stands view={stands({})} send={send} />);
  await tap(/wheel chocks/);
  expect(screen.getByText('⚠ Both sides.')).toBeTruthy();
  await tap('under');
  expect(send).toHaveBeenLastCalledWith('set_up', { thing: 'chock', way: 'on' });
  expect(screen.queryByRole('group', { name: 'wheel chocks stands' })).toBeNull();
});

test('on arrival what stands otherwise came so, and what is on no sheet says why', async () => {
  const send = taken();
  render(<Stands view={stands({ arriving: true })} send={send} />);
  await tap(/wheel chocks/);
  await tap('under');
  expect(send).toHaveBeenLastCalledWith('set_up', { thing: 'chock', way: 'on', found: true });
  await tap('+ put on');
  await userEvent.type(screen.getByLabelText('what it is'), 'Cable tie');
  await userEvent.type(screen.getByLabelText('why it is there'), 'to get home');
  await tap('It came so');
  expect(send).toHaveBeenLastCalledWith('set_up', {
    thing: 'cable-tie',
    kind: 'held',
    name: 'Cable tie',
    way: 'on',
    why: 'to get home',
    found: true,
  });
});

test('a refusal of what was put on stands at its blank, and what was typed stays', async () => {
  render(<Stands view={stands({})} send={refusing('body.why', 'say why it is there')} />);
  await tap('+ put on');
  await userEvent.type(screen.getByLabelText('what it is'), 'brick');
  await tap('It is on');
  expect(await screen.findByText('say why it is there')).toBeTruthy();
  expect(screen.getByLabelText<HTMLInputElement>('what it is').value).toBe('brick');
});

test('what somebody is choosing or writing stays while entries of others arrive', async () => {
  const send = taken();
  const shown = render(<Stands view={stands({})} send={send} />);
  await tap(/wheel chocks/);
  const others = [how({}), { ...how({}), thing: 'key', name: 'key' }];
  shown.rerender(<Stands view={stands({ stands: others, seq: 9 })} send={send} />);
  expect(screen.getByRole('group', { name: 'wheel chocks stands' })).toBeTruthy();
  await tap('+ put on');
  await userEvent.type(screen.getByLabelText(/why/), 'to get home');
  shown.rerender(<Stands view={stands({ stands: others, seq: 10 })} send={send} />);
  expect(screen.getByLabelText<HTMLInputElement>(/why/).value).toBe('to get home');
});
