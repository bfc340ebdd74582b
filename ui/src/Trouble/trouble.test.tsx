import { renderToStaticMarkup } from 'react-dom/server';
import { expect, test } from 'vitest';
import type { TroubleBegin, TroubleView } from '../api/client';
import { Excludes } from './Excludes';
import { Expects } from './Expects';
import { Moved } from './Moved';
import { together, type Asked } from './useTrouble';

const cause = (id: string, share: number) => ({
  id,
  says: `${id} says`,
  place: 'works',
  kind: 'wear',
  share,
  why: [],
  also: [],
  end: { do: 'leave', why: '' },
});
const view = (moved: TroubleView['moved']): TroubleView => ({
  family: 'clutch',
  unknown: 0.05,
  causes: [cause('a', 0.6), cause('b', 0.3), cause('c', 0.1)],
  ruled_out: [],
  exclude: [],
  moved,
  asks: [],
  aside: [],
  notes: [],
  known: [],
  pairs: [],
  both: [],
});
const words = [
  { id: 'low', says: 'short' },
  { id: 'inside', says: 'right' },
  { id: 'high', says: 'long' },
];
const next = (would: Record<string, number>) => ({
  test: 't',
  asks: 'Length',
  cost: { minutes: 1, hands: 1 },
  takes: '',
  answers: words,
  expects: { a: 'low', b: 'inside', c: 'inside' },
  places: [],
  window: { low: 140, high: 144, unit: 'mm', doubt: 0.2, would },
});
const text = (html: string) => html.replace(/<[^>]*>/g, '|');

test('what each cause expects stands in words, and an answer that none expects is left out', () => {
  const html = text(renderToStaticMarkup(<Expects next={next({ a: 136, b: 142, c: 142.1 })} view={view([])} />));
  expect(html).toContain('short: cause 1');
  expect(html).toContain('right: cause 2 or 3');
  expect(html).not.toContain('long: cause');
});

test('a reading shows its window and where each cause would have it; marks at one place stand above one another', () => {
  const html = renderToStaticMarkup(<Expects next={next({ a: 136, b: 142, c: 142.1 })} view={view([])} />);
  const at = [...html.matchAll(/<circle cx="([\d.]+)" cy="(-?[\d.]+)"/g)].map((m) => [Number(m[1]), Number(m[2])] as const);
  expect(at).toHaveLength(3);
  const [a, b, c] = at as [readonly [number, number], readonly [number, number], readonly [number, number]];
  expect(a[0], 'the short one stands left of the others').toBeLessThan(b[0] - 50);
  expect(a[1]).toBe(b[1]);
  expect(c[1], 'the third above the second').toBeLessThan(b[1] - 20);
  expect(html).toContain('the window, 140 to 144 mm');
});

test('what the last answer moved is said of the first, and drawn from where it stood', () => {
  const html = renderToStaticMarkup(
    <Moved
      view={view([
        { cause: 'b', from: 1, to: 2, says: 'b down' },
        { cause: 'a', from: 2, to: 1, says: 'a up from second to first' },
      ])}
    />,
  );
  expect(html).toContain('a up from second to first');
  expect(html).not.toContain('b down');
  expect([...html.matchAll(/stroke-width="3"/g)], 'one went up').toHaveLength(1);
  expect(renderToStaticMarkup(<Moved view={view([])} />)).toBe('');
});

test('what is answered here stands in the place of what a run knew, and nothing of the run is lost', () => {
  const begin = {
    known: {
      said: ['grinds'],
      answers: [
        { test: 'eye', value: 2 },
        { test: 'water', answer: 'clean' },
      ],
      history: { 'open-fault': true },
    },
  } as unknown as TroubleBegin;
  const own: Asked = {
    said: ['grinds', 'stiff'],
    when: ['cold'],
    answers: [{ test: 'eye', answer: 'low' }],
    skipped: ['hub'],
    history: {},
    at: { air: 8 },
  };
  expect(together(begin, own)).toEqual({
    said: ['grinds', 'stiff'],
    when: ['cold'],
    answers: [
      { test: 'water', answer: 'clean' },
      { test: 'eye', answer: 'low' },
    ],
    skipped: ['hub'],
    history: { 'open-fault': true },
    at: { air: 8 },
  });
});

test('what is to be excluded first goes pale once it was answered, and the others stand', () => {
  const first = (id: string) => ({ ...next({}), id, test: id, says: `${id} says`, asks: `${id}?` });
  const two = { ...view([]), exclude: [first('reversed'), first('chock')] } as unknown as TroubleView;
  const html = renderToStaticMarkup(<Excludes view={two} done={['reversed']} answer={() => undefined} />);
  expect([...html.matchAll(/aria-busy="(\w+)"/g)].map((m) => m[1])).toEqual(['true', 'false']);
});
