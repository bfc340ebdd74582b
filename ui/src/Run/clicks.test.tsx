// @vitest-environment jsdom
import { cleanup, render, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import type { Rule, Turn, View } from '../api/client';
import { InspectPanel } from './HandPanels';
import { MovePanel } from './MovePanel';
import { CheckPanel } from './CheckPanel';
import { LockPanel } from './panels';
import { Rights } from './Rights';
import { TurnPad } from './TurnPad';
import { advice, refusing, taken, tap } from './taps.testing';

// what is tapped and typed, and what goes out

beforeEach(() => {
  localStorage.clear();
  vi.stubGlobal('matchMedia', () => ({ matches: false }));
});
afterEach(cleanup);

const turn: Turn = {
  setting: 'length',
  adjuster: 'barrel',
  name: 'barrel',
  turns: 3.5,
  turns_say: '3½',
  text: '3½ turns',
  way: 'out',
  way_says: 'away from the eye',
  seen: 'anticlockwise',
  seen_from: 'the drive',
  after: 142.9,
};
const adjusters: View['adjusters'] = [
  { id: 'barrel', name: 'barrel', out: 'away from the eye', in: 'toward the eye' },
  { id: 'upper', name: 'upper end', out: 'off', in: 'on' },
];

test('a turn made as asked goes out in one tap, and so does one that would not turn', async () => {
  const send = taken();
  const other = vi.fn();
  render(<MovePanel run="r" rules={[]} turn={turn} plan={[turn]} send={send} onOther={other} />);
  await tap('Turned 3½');
  expect(send).toHaveBeenLastCalledWith('move', {
    setting: 'length',
    adjuster: 'barrel',
    turns: '3½',
    way: 'out',
    until: undefined,
    value: 0,
  });
  await tap('It is stuck');
  expect(send).toHaveBeenLastCalledWith('stuck', { adjuster: 'barrel', way: 'out' });
  await tap('I turned it the other way');
  expect(send).toHaveBeenLastCalledWith('move', {
    setting: 'length',
    adjuster: 'barrel',
    turns: '3½',
    way: 'in',
    until: undefined,
    value: 0,
  });
  await tap('Turned another amount');
  expect(other).toHaveBeenCalledOnce();
});

test('what is at its end says how much shows there, and a refusal keeps it', async () => {
  const send = refusing('body.showing', 'write how many show there, from 0 to 60');
  const shown = render(<MovePanel run="r" rules={[]} turn={turn} plan={[turn]} send={send} onOther={vi.fn()} />);
  await tap('It is at its end');
  await userEvent.type(screen.getByLabelText(/showing there/), 'some');
  await tap('At its end');
  expect(send).toHaveBeenLastCalledWith('stuck', { adjuster: 'barrel', way: 'out', end: true, showing: 'some' });
  expect(await screen.findByText('write how many show there, from 0 to 60')).toBeTruthy();
  expect(screen.getByLabelText<HTMLInputElement>(/showing there/).value).toBe('some');
  shown.rerender(<MovePanel run="r" rules={[]} turn={turn} plan={[turn]} send={taken()} onOther={vi.fn()} />);
  await tap('At its end');
  expect(screen.queryByLabelText(/showing there/)).toBeNull();
});

test('what the last turns truly did is put right by one tap where it is asked, and lies folded where it is not', async () => {
  const send = taken();
  const right = [
    { move: 'm1', way: 'in', label: 'The barrel went 2 turns toward the eye, the other way', asked: true },
    { move: 'm1', way: 'out', turns: '0', label: 'The barrel did not turn at all', asked: true },
  ];
  const shown = render(<Rights advice={advice({ do: 'decide', right })} send={send} />);
  await tap('The barrel went 2 turns toward the eye, the other way');
  expect(send).toHaveBeenLastCalledWith('righted', { move: 'm1', way: 'in', value: 0 });
  await tap('The barrel did not turn at all');
  expect(send).toHaveBeenLastCalledWith('righted', { move: 'm1', way: 'out', turns: '0', value: 0 });
  expect(document.querySelector('details')).toBeNull();
  shown.rerender(<Rights advice={advice({ do: 'decide', right: right.map((r) => ({ ...r, asked: false })) })} send={send} />);
  expect(document.querySelector('details')).not.toBeNull();
});

test('what is left out by request keeps who asked until it is taken, and shows what is missing at its blank', async () => {
  const rule = { id: 'eye', name: 'barrel to eye', verdict: 'out' } as Rule;
  const send = refusing('body.why', 'say what was asked for, and what it risks');
  const shown = render(<MovePanel run="r" rules={[rule]} turn={turn} plan={[turn]} send={send} onOther={vi.fn()} />);
  await userEvent.type(screen.getByLabelText('who asked for it'), 'the owner');
  await tap('Leave it so');
  expect(send).toHaveBeenLastCalledWith('deviation', { point: 'eye', asked_by: 'the owner', why: '' });
  expect(await screen.findByText('say what was asked for, and what it risks')).toBeTruthy();
  expect(screen.getByLabelText<HTMLInputElement>('who asked for it').value).toBe('the owner');
  shown.rerender(<MovePanel run="r" rules={[rule]} turn={turn} plan={[turn]} send={taken()} onOther={vi.fn()} />);
  await tap('Leave it so');
  expect(screen.getByLabelText<HTMLInputElement>('who asked for it').value).toBe('');
});

test('turns of another adjuster go out as its own, and a refusal leaves what was typed', async () => {
  const send = refusing('body.turns', 'write the turns made');
  const done = vi.fn();
  const shown = render(<TurnPad run="r" all={adjusters} turn={turn} send={send} onDone={done} />);
  await userEvent.click(screen.getByRole('radio', { name: 'upper end' }));
  await userEvent.click(screen.getByRole('radio', { name: 'on' }));
  await tap('2');
  await tap('one half');
  await tap('Log the turns');
  expect(send).toHaveBeenLastCalledWith('move', { adjuster: 'upper', turns: '2½', way: 'in', value: 0 }, true);
  expect(await screen.findByText('write the turns made')).toBeTruthy();
  expect(screen.getByRole<HTMLInputElement>('textbox').value).toBe('2½');
  expect(done).not.toHaveBeenCalled();
  await tap('rub out');
  expect(screen.queryByText('write the turns made')).toBeNull();
  const good = taken();
  shown.rerender(<TurnPad run="r" all={adjusters} turn={turn} send={good} onDone={done} />);
  await userEvent.click(screen.getByRole('radio', { name: 'barrel' }));
  await userEvent.click(screen.getByRole('radio', { name: 'away from the eye' }));
  await userEvent.type(screen.getByRole('textbox'), '{Enter}');
  expect(good).toHaveBeenLastCalledWith(
    'move',
    { setting: 'length', until: undefined, adjuster: 'barrel', turns: '2', way: 'out', value: 0 },
    true,
  );
  expect(done).toHaveBeenCalledOnce();
  expect(screen.getByRole<HTMLInputElement>('textbox').value).toBe('');
});

test('a lock goes out with how far its nut was backed off and whether its pin is in', async () => {
  const send = taken();
  const lock = { setting: 'length', adjuster: 'barrel', back_off: '¼', least: '¼', most: '½', nut: 'joint nut', pin: 'split pin' };
  render(<LockPanel advice={advice({ do: 'lock', lock })} send={send} />);
  const blank = screen.getByLabelText('joint nut backed off, part of a turn');
  await userEvent.clear(blank);
  await userEvent.type(blank, '1/2');
  await tap('split pin in');
  await tap('Locked');
  expect(send).toHaveBeenLastCalledWith('locked', { setting: 'length', adjuster: 'barrel', back_off: '1/2', pin: true, value: 0 });
});

test('a check is answered with what it was made under, which a refusal does not lose', async () => {
  const check = {
    check: 'on-the-water',
    ask: 'How does it go?',
    answers: [
      { id: 'clean', says: 'clean both ways' },
      { id: 'jumps', says: 'jumps out' },
    ],
    conditions: ['rpm'],
    loaded: true,
  };
  const send = refusing('', 'this run is signed');
  const shown = render(<CheckPanel advice={advice({ do: 'check', check })} run="r" send={send} />);
  await userEvent.type(screen.getByLabelText('rpm'), '2400');
  await tap(/jumps out/);
  expect(send).toHaveBeenLastCalledWith('check', {
    check: 'on-the-water',
    answer: 'jumps',
    says: 'jumps out',
    conditions: { rpm: '2400' },
  });
  expect(await screen.findByText('this run is signed')).toBeTruthy();
  shown.unmount();
  render(<CheckPanel advice={advice({ do: 'check', check })} run="r" send={taken()} />);
  expect(screen.getByLabelText<HTMLInputElement>('rpm').value).toBe('2400');
});

test('an inspector finds each thing right, or says why it is refused', async () => {
  const send = taken();
  const inspect = [
    { item: 'pins', says: 'every pin with its split pin', done: false },
    { item: 'fair', says: 'ailerons fair', done: true },
  ];
  render(<InspectPanel advice={advice({ do: 'inspect', inspect })} send={send} />);
  expect(screen.getAllByRole('button', { name: 'Right' })).toHaveLength(1);
  await tap('Right');
  expect(send).toHaveBeenLastCalledWith('inspected', { item: 'pins', verdict: 'right' });
  await tap('Refuse');
  await userEvent.type(screen.getByLabelText('why it is refused'), 'one pin is bent');
  const form = screen.getByLabelText('why it is refused').closest('div')?.parentElement?.parentElement as HTMLElement;
  await userEvent.click(within(form).getAllByRole('button')[0] as HTMLElement);
  expect(send).toHaveBeenLastCalledWith('inspected', { item: 'pins', verdict: 'refused', note: 'one pin is bent' });
});
