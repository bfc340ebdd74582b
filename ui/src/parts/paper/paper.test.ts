import { expect, test } from 'vitest';
import { placeOf } from './Elsewhere';
import { valueAt } from '../form/form';
import { idOf } from './paper';

test('ids are made from names and stand once', () => {
  expect(idOf('Slack at the cam, pedal cable', [])).toBe('slack-at-the-cam-pedal-cable');
  expect(idOf('Éye to pin', ['eye-to-pin'])).toBe('eye-to-pin-2');
  expect(idOf('eye to pin', ['eye-to-pin', 'eye-to-pin-2'])).toBe('eye-to-pin-3');
  expect(idOf('¼"', [])).toBe('1-4');
  expect(idOf('…', ['one'])).toBe('one-2');
});

test('a fault names its place in words, not by its key', () => {
  const sheet = {
    points: [{ id: 'p', name: 'free play' }],
    settings: [{ id: 's', title: 'Rod nut' }],
    voids: [{ moving: 'nut' }],
    steps: [],
  };
  expect(placeOf(sheet, 'points[0].target')).toBe('what is read free play');
  expect(placeOf(sheet, 'settings[0].after[1]')).toBe('setting Rod nut');
  expect(placeOf(sheet, 'voids[0].reopens[0]')).toBe('a move reopens nut');
  expect(placeOf(sheet, 'steps')).toBe('step');
  expect(placeOf(sheet, 'rig.geometry.throw')).toBe('its rig');
});

test('a draft of any shape has places', () => {
  expect(valueAt({ a: [{ b: 2 }] }, ['a', 0, 'b'])).toBe(2);
  expect(valueAt({ a: null }, ['a', 0, 'b'])).toBeUndefined();
  expect(valueAt(undefined, ['a'])).toBeUndefined();
});
