import { expect, test } from 'vitest';
import { placeBar, placeLabels } from './rows';

test('a label stands in its bar, behind it or before it, in the longest words that fit', () => {
  const words = ['702 r1 · assumed · from 60', '702 r1 · assumed', '702 r1'];
  expect(placeBar(10, 300, words, 600)).toMatchObject({ from: 10, to: 310, text: 18, says: words[0] });
  expect(placeBar(10, 40, words, 600), 'too long for the bar: behind it').toMatchObject({
    from: 10,
    text: 64,
    says: words[0],
  });
  expect(placeBar(560, 30, words, 600), 'no room behind: before it').toMatchObject({ to: 590, says: words[0] });
  expect(placeBar(175, 160, words, 366), 'no room at all: fewer words').toMatchObject({ text: 183, says: words[1] });
  for (let at = 0; at < 340; at += 7) {
    const p = placeBar(at, 12, words, 352);
    const inBar = p.text >= at && p.text + p.says.length * 7.2 <= at + 12;
    const behind = p.text >= at + 12;
    const before = p.text + p.says.length * 7.2 <= at;
    expect(inBar || behind || before, `${at}: the label crosses no edge of its bar`).toBe(true);
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
