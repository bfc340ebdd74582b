import { expect, test } from 'vitest';
import type { RunView } from '../api/client';
import { spoken, wordsOf } from './aloud';

test('fractions and units are spoken as words', () => {
  expect(spoken('3½ turns away from the eye')).toBe('3 and a half turns away from the eye');
  expect(spoken('½ turn in')).toBe('a half turn in');
  expect(spoken('143 ± 0.5 mm, at 20°')).toBe('143 plus or minus 0.5 millimetres, at 20 degrees');
});

test('the last value comes before the next move', () => {
  const view = {
    readings: [{ name: 'barrel to eye', text: '139.4 mm' }],
    advice: { say: [{ text: 'Turn the barrel ' }, { text: '3½ turns in' }, { text: '.' }], finding: '' },
  } as unknown as RunView['view'];
  expect(wordsOf(view)).toBe('barrel to eye: 139.4 millimetres. Turn the barrel 3 and a half turns in.');
});
