import { expect, test } from 'vitest';
import { plannedIn } from './Planned';

test('a plan in the address is read move by move; what is none is passed over', () => {
  expect(plannedIn('barrel:3.5:out,star.left:2:in')).toEqual([
    { adjuster: 'barrel', turns: '3.5', way: 'out' },
    { adjuster: 'star.left', turns: '2', way: 'in' },
  ]);
  expect(plannedIn('barrel:x:out,barrel:-1:in,barrel:1:up,:1:in,')).toEqual([]);
});
