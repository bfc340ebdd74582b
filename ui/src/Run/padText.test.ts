import { expect, test } from 'vitest';
import { addFraction, backspace } from './padText';

test('fraction keys add up as on a tape', () => {
  const press = (...keys: string[]) => keys.reduce((text, key) => addFraction(text, key, false), '5');
  expect(press('½')).toBe('5 1/2');
  expect(press('½', '⅛')).toBe('5 5/8');
  expect(press('1/16', '1/16', '1/16')).toBe('5 3/16');
  expect(press('½', '½')).toBe('6');
  expect(addFraction('', '1/16', false)).toBe('1/16');
});

test('turns are written in quarters and eighths', () => {
  expect(addFraction('3', '½', true)).toBe('3½');
  expect(addFraction('3½', '¼', true)).toBe('3¾');
  expect(addFraction('', '¼', true)).toBe('¼');
});

test('what is no plain number stays as it was typed', () => {
  expect(addFraction('139.7', '½', false)).toBe('139.7');
  expect(addFraction('5 1/3', '½', false)).toBe('5 1/3');
});

test('rubbing out takes a fraction at once', () => {
  expect(backspace('5 11/16')).toBe('5');
  expect(backspace('3½')).toBe('3');
  expect(backspace('139')).toBe('13');
  expect(backspace('')).toBe('');
});
