import { expect, test } from 'vitest';
import type { Line } from '../../api/client';
import { places } from './places';

const line = (off: number) => ({ off }) as Line;

test('the drawing has three arrangements, and all of it lies inside', () => {
  expect([390, 659, 660, 820, 999, 1000, 1280, 2000].map((w) => places(line(0), w).room)).toEqual([
    'narrow',
    'narrow',
    'middle',
    'middle',
    'middle',
    'wide',
    'wide',
    'wide',
  ]);
  for (let width = 320; width <= 2000; width += 20) {
    const p = places(line(0), width);
    expect(p.hub <= p.anchor && p.anchor < p.target && p.target < p.rodEnd && p.rodEnd < p.eye && p.eye < width, `${width}`).toBe(true);
    expect(p.dimension).toBeLessThan(p.height);
  }
});

test('the barrel stands on the side it is off to, never past its room', () => {
  for (const width of [390, 820, 1280]) {
    const at = (off: number) => places(line(off), width).barrel - places(line(off), width).target;
    expect(at(0)).toBe(0);
    expect(at(2), 'too short: it stands too near the eye').toBeGreaterThan(0);
    expect(at(-2)).toBeLessThan(0);
    expect(at(1)).toBeLessThan(at(2));
    expect(at(500)).toBeCloseTo(-at(-500));
    expect(at(500)).toBeLessThan(46.01);
  }
});
