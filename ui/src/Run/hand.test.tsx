import { renderToStaticMarkup } from 'react-dom/server';
import { expect, test, vi } from 'vitest';
import type { Rule, Turn, View } from '../api/client';
import { BackTo } from './BackTo';
import { ActionPanel, ChoosePanel, InspectPanel } from './HandPanels';
import { made } from './made';
import { MovePanel } from './MovePanel';
import { CheckPanel } from './CheckPanel';
import { LockPanel } from './panels';
import { TurnPad } from './TurnPad';
import { advice } from './taps.testing';

vi.stubGlobal('localStorage', { getItem: () => null });
vi.stubGlobal('window', { matchMedia: () => ({ matches: false }) });

const words = (html: string) =>
  html
    .replace(/<style[^>]*>.*?<\/style>/gs, ' ')
    .replace(/<[^>]+>/g, ' ')
    .replace(/\s+/g, ' ')
    .trim();
const draw = (node: React.ReactElement) => words(renderToStaticMarkup(node));
const send = () => Promise.resolve(null);
const nothing = () => undefined;

const turn = (adjuster: string, more: Partial<Turn> = {}): Turn => ({
  setting: 'cables',
  adjuster,
  name: adjuster,
  turns: 1.5,
  turns_say: '1½',
  text: '1½ turns',
  way: 'in',
  way_says: 'in',
  seen: 'clockwise',
  seen_from: 'the tail',
  after: 0,
  ...more,
});
const rule = (id: string, verdict: Rule['verdict']): Rule => ({
  id,
  name: id,
  unit: 'N',
  min: 1,
  max: 2,
  from: 0,
  to: 3,
  tick: 1,
  tick_say: '',
  doubt: 0,
  says: '',
  marks: [],
  verdict,
  words: '',
});
test('the turns of a coupled move are ticked off; only the next one can be tapped', () => {
  const plan = [turn('left direct', { done: true }), turn('right direct'), turn('crossover')];
  const said = draw(<MovePanel run="r" rules={[]} turn={plan[1] as Turn} plan={plan} send={send} onOther={nothing} />);
  expect(said).toContain('✓ left direct: turned 1½ turns in');
  expect(said).toContain('right direct: turned 1½ in Turned another amount It is stuck');
  expect(said).toContain('· then crossover: 1½ turns in');
  expect(said.match(/It is stuck/g)).toHaveLength(1);
});

test('one turn alone says what was turned, and what locks says until when', () => {
  const one = draw(<MovePanel run="r" rules={[]} turn={turn('barrel')} plan={[]} send={send} onOther={nothing} />);
  expect(one).toContain('Turned 1½ Turned another amount');
  const until = turn('star', { until: true, turns_say: '0', text: 'until it is locked' });
  expect(draw(<MovePanel run="r" rules={[]} turn={until} plan={[]} send={send} onOther={nothing} />)).toContain(
    'Turned in until it is locked',
  );
  expect(made(until)).toEqual({ setting: 'cables', adjuster: 'star', turns: '', way: 'in', until: true, value: 0 });
  expect(made(turn('barrel')).turns).toBe('1½');
});

test('what is left out by request is chosen among what lies outside', () => {
  const rules = [rule('tension', 'out'), rule('left', 'in'), rule('right', 'out')];
  const said = draw(<MovePanel run="r" rules={rules} turn={turn('a')} plan={[]} send={send} onOther={nothing} />);
  expect(said).toContain('Leave it out by request tension right');
  expect(said).not.toContain('left right');
});

const view = (back: View['back'], adjusters: string[]): View =>
  ({ back, adjusters: adjusters.map((id) => ({ id, name: id, out: 'out', in: 'in' })) }) as unknown as View;

test('each adjuster has its own way back to as found; several are told behind one tap', () => {
  const a = { adjuster: 'a', turns: '1', way: 'in', says: 'a: 1 turn in' };
  expect(draw(<BackTo view={view([], ['a'])} send={send} link={{}} />)).toBe('back to as found: nothing turned');
  expect(draw(<BackTo view={view([a], ['a'])} send={send} link={{}} />)).toBe('back to as found: a: 1 turn in');
  expect(draw(<BackTo view={view([a, { ...a, adjuster: 'b' }], ['a', 'b'])} send={send} link={{}} />)).toBe(
    'back to as found: 2 adjusters',
  );
});

test('a turn that is logged names its adjuster and counts as that one is counted', () => {
  const all = [
    { id: 'nut', name: 'nut', out: 'looser', in: 'tighter' },
    { id: 'star', name: 'star wheel', out: 'out', in: 'in', unit: 'click' },
  ];
  const pad = (t: Turn | undefined) => draw(<TurnPad run="r" all={all} turn={t} send={send} onDone={nothing} />);
  expect(pad(undefined)).toMatch(/nut star wheel.*looser tighter/);
  expect(pad(turn('star'))).toContain('clicks');
});

test('a part is chosen with the one argued for first; an action is tapped when it is done', () => {
  const choose = {
    setting: 's',
    title: 'Spring',
    options: [
      { id: 'm', name: 'middle spring' },
      { id: 's', name: 'soft spring' },
    ],
  };
  expect(draw(<ChoosePanel advice={advice({ do: 'choose', choose })} send={send} />)).toBe('Fitted: middle spring Fitted: soft spring');
  expect(draw(<ActionPanel advice={advice({ do: 'action', action: { action: 'pull' } })} send={send} />)).toBe('Done');
});

test('the second inspector gives a verdict on each thing, once', () => {
  const inspect = [
    { item: 'free', says: 'Full and free travel.', done: true },
    { item: 'sense', says: 'Sense.', done: false },
  ];
  const said = draw(<InspectPanel advice={advice({ do: 'inspect', inspect })} send={send} />);
  expect(said).toBe('✓ Full and free travel. Sense. Right Refuse');
});

test('a wrong answer offers its cure in one tap', () => {
  const check = {
    check: 'c',
    ask: 'Does it hold?',
    answers: [
      { id: 'holds', says: 'holds' },
      { id: 'slips', says: 'slips' },
    ],
    conditions: [],
  };
  const cure = turn('slot', { name: 'slot pin', text: '2 millimetres', way_says: 'up the slot' });
  const said = draw(<CheckPanel advice={advice({ do: 'check', check, cure })} run="r" send={send} />);
  expect(said).toContain('✓ holds ✕ slips slot pin: turned 2 millimetres up the slot');
  expect(draw(<CheckPanel advice={advice({ do: 'check', check })} run="r" send={send} />)).not.toContain('slot pin');
});

test('a lock that is not backed off asks for no part of a turn', () => {
  const lock = { adjuster: 'a', back_off: '0', least: '0', most: '0', nut: 'lock nut' };
  expect(draw(<LockPanel advice={advice({ do: 'lock', lock })} send={send} />)).toBe('Locked');
  expect(draw(<LockPanel advice={advice({ do: 'lock', lock: { ...lock, most: '½' } })} send={send} />)).toContain('part of a turn');
});
