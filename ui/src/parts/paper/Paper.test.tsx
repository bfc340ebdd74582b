import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { renderToStaticMarkup } from 'react-dom/server';
import { expect, test } from 'vitest';
import type { Sheet, SheetPage } from '../../api/client';
import { Paper } from './Paper';
import { list } from './paper';

const sheet = (id: string) => JSON.parse(readFileSync(join(import.meta.dirname, `../../../../demo/sheets/${id}.json`), 'utf8')) as Sheet;
const words = (s: Sheet) => ({
  limits: list(s.points).map((p) => `limits of ${p.name}`),
  steps: list(s.adjusters).map(() => 'steps'),
  locks: list(s.adjusters).map(() => ''),
});

function draw(s: Sheet, more: { edit?: boolean; faults?: [string, string][]; proofs?: SheetPage['proofs'] } = {}) {
  const html = renderToStaticMarkup(
    <QueryClientProvider client={new QueryClient()}>
      <Paper
        sheet={s}
        words={words(s)}
        proofs={more.proofs ?? []}
        faults={new Map(more.faults)}
        questions={new Map()}
        {...(more.edit ? { set: () => undefined } : {})}
      />
    </QueryClientProvider>,
  );
  const text = html
    .replace(/<style[^>]*>.*?<\/style>/gs, ' ')
    .replace(/<[^>]+>/g, ' ')
    .replace(/\s+/g, ' ');
  return { html, text };
}

const order = (text: string, parts: string[]) => {
  const at = parts.map((p) => text.indexOf(p));
  expect(at, parts.join(' | ')).not.toContain(-1);
  expect(at).toEqual([...at].sort((a, b) => a - b));
};

test('a sheet is read in the order of the work, each thing once', () => {
  const { text, html } = draw(sheet('136'));
  order(text, [
    'What it commands',
    'How it stands',
    'What must be so',
    '1. Lower cable',
    '2. Upper cable: to fit',
    '3. Upper cable: four turns',
    '5. Slot pin',
  ]);
  order(text, ['Proved at the end', 'A move reopens', 'Source']);
  expect(text).toContain('From upper cable end to its stud, 4 steps in; proved by upper cable end after its preload');
  expect(text).toContain('Stands on: Upper cable: four turns of preload');
  expect(text).toContain('As above: upper cable end');
  expect(text.split('limits of upper cable end to its stud').length - 1, 'shown once').toBe(1);
  expect(text).toContain('Cure: slot pin, 2 millimetres up the slot.');
  expect(html).not.toContain('<input');
});

test('places, schools, finishes and what sets itself are said in words', () => {
  const shoes = draw(sheet('501')).text;
  expect(shoes).toContain('Each by itself: left, right');
  expect(shoes).toContain('Turn until drag says is locked , then back off 6 to 8 steps');
  expect(shoes).toContain('pull the lever hard and let it go, to square the shoes in between');
  const trailer = draw(sheet('601')).text;
  expect(trailer).toContain('✓ a whisper');
  expect(trailer).not.toContain('✓ silent');
  const slider = draw(sheet('401')).text;
  expect(slider).toContain('A first reading, not a result');
  expect(slider).toContain('by the school self-set and leave');
  expect(draw(sheet('502')).text).toContain('Nothing is set here.');
  expect(draw(sheet('701')).text).toContain('soft spring, middle spring, strong spring');
});

test('a draft has its blanks where they are read, with what is wrong beneath, and no key of the format', () => {
  const s = sheet('114');
  const { html, text } = draw(s, {
    edit: true,
    faults: [
      ['points[2].target', 'write a number'],
      ['settings[0].adjusters', 'name what is turned'],
    ],
  });
  for (const label of [
    'target of barrel to eye',
    'pitch of barrel',
    'what the cable commands',
    'caution of key running, 1',
    'how Barrel to eye is set',
  ])
    expect(html, label).toContain(`aria-label="${label}"`);
  expect(html).toContain('aria-invalid="true"');
  expect(text).toContain('✕ write a number');
  expect(text).toContain('✕ name what is turned');
  for (const key of ['measure_only', 'points_to', 'does_not_set', 'back_off', 'settings[', 'adjusters['])
    expect(text, key).not.toContain(key);
});

test('what the rig shows stands beside what the sheet wants, in agreement or not', () => {
  const met = { field: 'points[2].target', name: 'barrel to eye', wants: '143 ± 0.5 mm', shows: '143 mm', met: true };
  expect(draw(sheet('114'), { proofs: [met] }).text).toContain('✓ its rig shows 143 mm');
  const not = { ...met, wants: '144 ± 0.5 mm', met: false };
  expect(draw(sheet('114'), { proofs: [not] }).text).toContain('✕ its rig shows 143 mm; wanted 144 ± 0.5 mm');
});

test('a draft of any shape is drawn', () => {
  for (const odd of [
    {},
    { points: [{}] },
    { settings: [{ title: 'a', method: 'felt' }], checks: [{ name: 'c' }] },
    { points: 'x', line: null },
  ])
    expect(draw(odd as unknown as Sheet, { edit: true }).text).toContain('Settings, in their order');
});
