import { expect, test } from 'vitest';
import { blank, pathOf, put, typed, type Schema } from './draft';

const schema: Schema = {
  type: 'object',
  required: ['id', 'points'],
  properties: { id: { type: 'string' }, points: { type: 'array', items: { $ref: '#/$defs/Point' } } },
  $defs: {
    Point: {
      type: 'object',
      required: ['kind', 'target'],
      properties: { kind: { type: 'string', enum: ['length', 'angle'] }, target: { type: 'number' } },
    },
  },
};

test('a new row has its blanks and no figure', () => {
  expect(blank(schema, { $ref: '#/$defs/Point' })).toEqual({ kind: 'length', target: '' });
  expect(blank(schema, schema)).toEqual({ id: '', points: [] });
});

test('one place is changed, the rest stays; taking out closes the gap', () => {
  const before = { id: 'a', points: [{ target: 1 }, { target: 2 }] };
  expect(put(before, ['points', 1, 'target'], 9)).toEqual({ id: 'a', points: [{ target: 1 }, { target: 9 }] });
  expect(put(before, ['points', 0], undefined)).toEqual({ id: 'a', points: [{ target: 2 }] });
  expect(put(before, ['id'], undefined)).toEqual({ points: before.points });
  expect(before.points).toHaveLength(2);
});

test('faults are found by the path they name; numbers are numbers, other text is kept', () => {
  expect(pathOf(['points', 2, 'target'])).toBe('points[2].target');
  expect([typed('12,5'), typed('−3'), typed(' 7 '), typed('7-9'), typed('')]).toEqual([12.5, -3, 7, '7-9', '']);
});
