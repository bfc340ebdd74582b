import { expect, test } from 'vitest';
import { lay } from '../parts/drawings/conduitPath';
import { keyOf, rowCount, withoutRow } from './rows';

test('a row that is left out takes its cells along and the others move up', () => {
  const values = {
    'readings.0.now': '1',
    'readings.1.now': '2',
    'readings.2.now': '3',
    'influence.1.0': 'b',
    'influence.2.0': 'c',
    aim: 'centre',
  };
  expect(rowCount(values, 'readings')).toBe(3);
  expect(withoutRow(values, 'readings', 1)).toEqual({
    'readings.0.now': '1',
    'readings.1.now': '3',
    'influence.1.0': 'c',
    aim: 'centre',
  });
});

test('an adjuster that is left out takes its column along', () => {
  const values = {
    'adjusters.0.id': 'left',
    'adjusters.1.id': 'right',
    'influence.0.0': '1',
    'influence.0.1': '2',
    'influence.1.1': '4',
  };
  expect(withoutRow(values, 'adjusters', 0)).toEqual({
    'adjusters.0.id': 'right',
    'influence.0.0': '2',
    'influence.1.0': '4',
  });
  expect(keyOf('adjusters[].id', 1)).toBe('adjusters.1.id');
});

test('a routing is drawn from left to right, whatever its bends', () => {
  const piece = (length: number, bend = 0) => ({
    length,
    bend,
    radius: bend > 0 ? length / ((bend * Math.PI) / 180) : 0,
    tight: false,
  });
  const { laid, box, end } = lay([piece(400), piece(300, 90), piece(700), piece(300, 90)]);
  expect(laid).toHaveLength(4);
  expect(end[0]).toBeGreaterThan(0);
  expect(Math.abs(end[1])).toBeLessThan(1e-6);
  expect(box[2] - box[0]).toBeGreaterThan(box[3] - box[1]);
});
