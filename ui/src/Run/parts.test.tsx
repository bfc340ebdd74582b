import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import type { ReactNode } from 'react';
import { renderToStaticMarkup } from 'react-dom/server';
import { expect, test, vi } from 'vitest';
import type { Parcel } from '../api/box';
import type { Kind, Rule, RunView, StepState, View } from '../api/client';
import { Interrupted } from './Interrupted';
import { Rail, RailStrip } from './Rail';
import { Rules } from './Rules';
import { Side } from './Side';
import { ClashPanel, Kept } from './notices';

vi.stubGlobal('localStorage', { getItem: () => null });

const draw = renderToStaticMarkup;
const words = (html: string) =>
  html
    .replace(/<style[^>]*>.*?<\/style>/gs, ' ')
    .replace(/<[^>]+>/g, ' ')
    .replace(/\s+/g, ' ');

const step = (id: string, status: StepState['status'], more: Partial<StepState> = {}): StepState => ({
  id,
  kind: 'setting',
  title: `step ${id}`,
  status,
  ...more,
});
const steps = [
  step('a', 'done', { summary: 'shows when tried: yes' }),
  step('b', 'skipped', { summary: 'a new cable' }),
  step('c', 'now', { hands: 'two pairs of hands, helm and drive' }),
  step('d', 'again'),
  step('e', 'open'),
  step('f', 'later'),
];

test('the rail tells each status in words, and marks the one step that is now', () => {
  const html = draw(<Rail steps={steps} />);
  const text = words(html);
  for (const says of [
    'step a , done',
    'step b , left out',
    'step c , now',
    'step d , to be done again',
    'step e , left open',
    'step f , later',
    'shows when tried: yes',
    'two pairs of hands, helm and drive',
  ])
    expect(text).toContain(says);
  expect(html.match(/aria-current="step"/g)).toHaveLength(1);
});

test('on a phone the strip says how far along the work is', () => {
  expect(words(draw(<RailStrip steps={steps} />))).toContain('step c 3 of 6');
  expect(words(draw(<RailStrip steps={[step('a', 'done')]} />))).toContain('All steps done');
});

const view = (more: object): View =>
  ({
    stands: [],
    kept: [],
    never: [],
    readings: [],
    photos: [],
    voices: [],
    earlier: 0,
    resume: { last: 'barrel turned 3 turns', finger_tight: [], next: 'Read it.' },
    ...more,
  }) as unknown as View;

test('coming back tells what was last done, what is loose, what stands otherwise, and nothing that is not so', () => {
  const html = words(
    draw(
      <Interrupted
        view={view({
          stands: [
            { thing: 'key', name: 'key', says: 'in, engine off', rest: true },
            { thing: 'cover', name: 'linkage cover', says: 'off', rest: false },
          ],
          resume: { last: 'barrel turned 3 turns', finger_tight: ['joint nut'], next: 'x', paused: 'the tide' },
        })}
        onGoOn={() => undefined}
      />,
    ),
  );
  for (const says of [
    'Where it stood: the tide',
    'Last done: barrel turned 3 turns',
    'Only finger tight: joint nut',
    'Stands otherwise: linkage cover off',
    'Carry on',
  ])
    expect(html).toContain(says);
  const bare = words(draw(<Interrupted view={view({})} onGoOn={() => undefined} />));
  for (const not of ['finger tight', 'Still on', 'Still off']) expect(bare).not.toContain(not);
});

const run = (more: object): RunView => ({ id: 'r', view: view(more) }) as unknown as RunView;

const asked = (children: ReactNode) => <QueryClientProvider client={new QueryClient()}>{children}</QueryClientProvider>;

const parcel = (kind: Kind, body: object): Parcel => ({ id: kind, kind, by: 'Ines', at: '', seen: 1, body });

test('what is kept here is told in words, and two versions side by side with both ways to settle them', () => {
  const list = [
    parcel('reading', { point: 'eye', text: '142.9', unit: 'mm' }),
    parcel('move', { adjuster: 'barrel', turns: '3½', way: 'out' }),
    parcel('check', { check: 'neutral', answer: 'turns-free', says: 'turns free' }),
  ];
  const kept = words(draw(<Kept list={list} why="No answer from the server." />));
  for (const text of ['Kept here: 3.', 'reading eye 142.9 mm', 'turn barrel 3½ out', 'answer neutral turns free'])
    expect(kept).toContain(text);
  const clash = {
    id: 'x',
    seq: 4,
    mine: 'barrel to eye read: 142.9 mm',
    theirs: [{ id: 'y', by: 'Tobin', at: '2026-11-24T09:12:00Z', says: 'read: 143.4 mm' }],
    turned: false,
  };
  const both = words(draw(asked(<ClashPanel clash={clash} settle={() => undefined} />)));
  for (const text of ['yours: barrel to eye read: 142.9 mm', 'Tobin', 'read: 143.4 mm', 'mine came after', 'Leave mine out'])
    expect(both).toContain(text);
  const turned = words(draw(asked(<ClashPanel clash={{ ...clash, turned: true }} settle={() => undefined} />)));
  for (const text of ['moved meanwhile', 'Mine was before: it counts as of then', 'Mine came after']) expect(turned).toContain(text);
});

test('beside the work stand the newest readings, and how many are on the record before them', () => {
  const readings = [
    { event: '1', name: 'barrel to eye', stage: 'as found', text: '139.4 mm', by: 'Ines' },
    { event: '2', name: 'barrel to eye', stage: 'set', text: '142.9 mm', note: 'not judged', by: 'Ines' },
  ];
  const text = words(draw(<Side run={run({ readings, earlier: 12, last_event: '2' })} send={() => Promise.resolve(null)} />));
  expect(text).toContain('12 earlier ones stand on the record.');
  expect(text).toContain('barrel to eye · as found 139.4 mm');
  expect(text, 'why it counts not is told instead of its stage').toContain('barrel to eye · not judged 142.9 mm');
  expect(text).toContain('Last entry was wrong: barrel turned 3 turns');
  const signed = words(draw(<Side run={run({ last_event: '2', signed: 'signed by Ines' })} send={() => Promise.resolve(null)} />));
  expect(signed, 'a signed run is not struck out').not.toContain('Strike it out');
  expect(signed).toContain('None yet.');
  const photos = [{ seq: 9, sha256: 'abc', stage: 'as found', says: 'photo, as found', by: 'Ines', width: 4, height: 3 }];
  const shown = draw(<Side run={run({ photos })} send={() => Promise.resolve(null)} />);
  expect(shown).toContain('/api/v1/runs/r/photos/abc?small=yes');
  expect(shown).toContain('alt="photo, as found"');
});

test('a rule nobody read is shown only to the one who is about to read it', () => {
  const rule = (id: string, marks: Rule['marks']): Rule => ({
    id,
    name: id,
    unit: 'mm',
    min: 1,
    max: 2,
    from: 0,
    to: 3,
    tick: 1,
    tick_say: 'one tick is 1 mm',
    doubt: 0,
    says: '',
    marks,
    verdict: '',
    words: `rule ${id}`,
  });
  const rules = [rule('length', [{ kind: 'found', at: 1, label: 'x' }]), rule('threads', []), rule('lost', [])];
  const shown = (point: string) => [...draw(<Rules rules={rules} point={point} />).matchAll(/aria-label="rule (\w+)"/g)].map((m) => m[1]);
  expect(shown('')).toEqual(['length']);
  expect(shown('lost')).toEqual(['length', 'lost']);
});
