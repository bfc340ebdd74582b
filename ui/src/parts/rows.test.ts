import { expect, test } from 'vitest';
import { placeBar, placeLabels } from './rows';

test('a label stands in its bar, behind it, before it, and always inside the drawing', () => {
  expect(placeBar(10, 200, 150, 600)).toEqual({ from: 10, to: 210, text: 18 });
  expect(placeBar(10, 40, 150, 600), 'too long for the bar: behind it').toEqual({ from: 10, to: 200, text: 64 });
  expect(placeBar(560, 30, 150, 600), 'no room behind: before it').toEqual({ from: 410, to: 590, text: 410 });
  for (let at = 0; at < 340; at += 7) {
    const p = placeBar(at, 12, 200, 352);
    expect(p.text, `${at}`).toBeGreaterThanOrEqual(0);
    expect(p.text + 200, `${at}`).toBeLessThanOrEqual(352 + 20);
    expect(p.from <= at && p.to >= at + 12).toBe(true);
  }
});

test('labels that would run into one another stand in rows', () => {
  const placed = placeLabels(
    [
      { at: 100, text: 'as found 139.4' },
      { at: 130, text: 'should be 142.9' },
      { at: 300, text: 'x' },
    ],
    400,
  );
  expect(placed.map((p) => p.row)).toEqual([0, 1, 0]);
});
