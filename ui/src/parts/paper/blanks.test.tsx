import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { renderToStaticMarkup } from 'react-dom/server';
import { expect, test } from 'vitest';
import type { Sheet } from '../../api/client';
import { pathOf, resolve, type Schema, type Value } from '../form/draft';
import { methods } from './methods';
import { Paper } from './Paper';
import type { Path } from './paper';
import { keys } from '../../api/keys';

const root = join(import.meta.dirname, '../../../..');
const read = (file: string) => JSON.parse(readFileSync(join(root, file), 'utf8')) as Value;

function blanksOf(sheet: Value) {
  const client = new QueryClient();
  client.setQueryData(keys.rigSchema, read('ui/api/rig.schema.json'));
  const html = renderToStaticMarkup(
    <QueryClientProvider client={client}>
      <Paper
        sheet={sheet as unknown as Sheet}
        words={{ limits: [], steps: [], locks: [] }}
        proofs={[]}
        faults={new Map()}
        questions={new Map()}
        set={() => undefined}
      />
    </QueryClientProvider>,
  );
  return new Set([...html.matchAll(/ id="at-([^"]*)"/g)].map((m) => m[1] ?? ''));
}

/** Every word, figure and choice of a sheet with its place. */
function leaves(value: Value, path: Path = []): Path[] {
  if (value === null) return [];
  if (typeof value !== 'object') return [path];
  return Object.entries(value).flatMap(([key, v]) => leaves(v, [...path, Array.isArray(value) ? Number(key) : key]));
}

/** What the page makes itself: ids from names, the names of the formats. */
const made = (path: Path) =>
  (path.at(-1) === 'id' && path.length > 1) ||
  path.includes('format') ||
  path.at(-1) === 'family' ||
  ['assumed', 'learnt'].includes(String(path[0])); // what runs taught is made by them

test.each(readdirSync(join(root, 'demo/sheets')))('every word, figure and choice of %s has its blank where it is read', (file) => {
  const sheet = read(`demo/sheets/${file}`);
  const blanks = blanksOf(sheet);
  const has = (path: Path) => blanks.has(pathOf(path)) || blanks.has(pathOf(path.slice(0, -1)));
  const of = leaves(sheet).filter((p) => !made(p));
  expect(of.length).toBeGreaterThan(100);
  expect(of.filter((p) => !has(p)).map(pathOf)).toEqual([]);
});

/** A sheet that has everything the format knows, once. */
function whole(schema: Schema): Value {
  const fill = (at: Schema): Value => {
    const s = resolve(schema, at);
    if (s.type === 'array') return [fill(s.items ?? {}), fill(s.items ?? {})];
    if (s.type === 'boolean') return true;
    if (s.type === 'object') return Object.fromEntries(Object.entries(s.properties ?? {}).map(([k, v]) => [k, fill(v)]));
    return s.type === 'string' ? (s.enum?.[0] ?? 'a') : 1;
  };
  const sheet = fill(schema) as Record<string, Value[]>;
  const each = (list: string, others: Record<string, Value>[]) => {
    sheet[list] = others.map((other, i) => ({ ...(sheet[list]?.[0] as object), id: `${list}-${i}`, ...other }));
  };
  each(
    'settings',
    methods.map((m) => ({ method: m.id, trim: 'felt' })),
  );
  // threads are what a barrel can be set to, and a slider has none
  each('adjusters', [{ kind: 'barrel' }, { kind: 'slider', threads: null }, { kind: 'quadrant', threads: null }]);
  each('steps', [{ kind: 'setting' }]);
  each('checks', [{ wanted: '' }]); // an answer that is wanted stops nothing
  return sheet;
}

test('whatever the format knows has a blank', () => {
  const sheet = whole(read('rigging/sheet/schema.json') as unknown as Schema);
  const plain = (path: string) => path.replace(/\[\d+\]/g, '[]');
  const by = (blanks: Iterable<string>) => new Set([...blanks].map(plain));
  // a rig stands instead of what is written by hand
  const blanks = by([...blanksOf(sheet), ...blanksOf({ ...(sheet as object), rig: null })]);
  const has = (path: Path) => blanks.has(plain(pathOf(path))) || blanks.has(plain(pathOf(path.slice(0, -1))));
  const missing = leaves(sheet).filter((p) => !made(p) && !has(p) && p[0] !== 'rig');
  expect([...by(missing.map(pathOf))]).toEqual([]);
});
