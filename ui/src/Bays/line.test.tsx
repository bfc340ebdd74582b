import { renderToStaticMarkup } from 'react-dom/server';
import { expect, test } from 'vitest';
import type { BayLine } from '../api/client';
import { BayLineView } from './BayLineView';
import { DueRuler } from '../parts/DueRuler';

const nothing = () => undefined;
const line = (sign: BayLine['sign'], more: Partial<BayLine> = {}): BayLine => ({
  cable: 'lower',
  name: 'lower drive cable',
  sign,
  part: 0.5,
  says: 'says so',
  sheets: true,
  ...more,
});
const buttons = (l: BayLine, work = true) =>
  [
    ...renderToStaticMarkup(
      <BayLineView line={l} work={work} shows={false} onOpen={nothing} onRecord={nothing} onSheet={nothing} />,
    ).matchAll(/<button[^>]*>(?:<[^>]+>)*([^<]+)/g),
  ].map((m) => m[1]);

test('each sign offers the one thing to do with the cable', () => {
  expect(buttons(line('none'))).toEqual(['Set it']);
  expect(buttons(line('open', { run: 'r' }))).toEqual(['Carry on']);
  expect(buttons(line('stop', { run: 'r' }))).toEqual(['Carry on']);
  expect(buttons(line('proof', { run: 'r' }))).toEqual(['Prove it', 'record']);
  expect(buttons(line('signed', { run: 'r' }))).toEqual(['Set again', 'record']);
  expect(buttons(line('none', { sheets: false, by_hand: true }))).toEqual(['which sheet']);
  expect(buttons(line('none', { sheets: false })), 'no sheet: nothing to begin').toEqual([]);
});

test('who only reads begins nothing', () => {
  expect(buttons(line('none'), false)).toEqual([]);
  expect(buttons(line('signed', { run: 'r' }), false)).toEqual(['record']);
});

test('what comes due is told as the server says, and never one over another', () => {
  const due = [
    { on: '2026-10-31', day: '31 Oct 2026', says: 'pull scale 2: calibration', overdue: true },
    { on: '2026-11-24', day: '24 Nov 2026', says: 'tape 1: calibration', overdue: false },
    { on: '2026-11-24', day: '24 Nov 2026', says: 'Launch Teal: lower drive cable, look again', overdue: false },
    { on: '2029-11-24', day: '24 Nov 2029', says: 'far away', overdue: false },
  ];
  const html = renderToStaticMarkup(
    <DueRuler due={due.map((d) => ({ ...d, id: d.says, kind: 'again', what: d.says }))} today="2026-11-24" />,
  );
  expect(html).toContain('overdue since 31 Oct 2026');
  expect(html).toContain('today, 24 Nov 2026');
  const at = [...html.matchAll(/<circle cx="14" cy="([\d.]+)"/g)].map((m) => Number(m[1]));
  expect(at).toHaveLength(4);
  for (const [i, y] of at.entries()) if (i > 0) expect(y - (at[i - 1] ?? 0)).toBeGreaterThanOrEqual(60);
});
