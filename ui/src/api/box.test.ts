import { expect, test } from 'vitest';
import { keepAsNote, notTaken, put, runsHeld, sendAgain, takeOver, throwAway, waiting, type Parcel } from './box';
import { sendFirst } from './outbox';
import { answers, parcel, problem, view } from './server.testing';

test('what was only written wrongly just now stands in its blank still, and is not kept twice', async () => {
  put('a', parcel('1'));
  answers({ error: problem(422, { field: 'body.text' }) });
  await sendFirst('a', 'Ines', { id: '1', held: false });
  expect(notTaken('a')).toEqual([]);
  put('a', parcel('2'));
  answers({ error: problem(422, { field: 'at' }) });
  await sendFirst('a', 'Ines', { id: '2', held: true });
  expect(notTaken('a'), 'so does what a pad holds').toEqual([]);
  put('a', { ...parcel('3'), body: { id: 'chock' } });
  answers({ error: problem(422, { field: 'kind' }) });
  await sendFirst('a', 'Ines', { id: '3', held: false });
  expect(notTaken('a'), 'a tap is told where it was made').toEqual([]);
  put('a', parcel('4'));
  answers({ error: problem(422, { field: 'kind' }) });
  expect(await sendFirst('a', 'Ines', { id: '4', held: false })).toMatchObject({ held: true });
  const ids = notTaken('a').map((p) => p.id);
  expect(ids, 'but words that a panel would lose are kept').toEqual(['4']);
});

test('an entry that was not taken is sent again, taken over, kept as a note, or thrown away', async () => {
  const refused = async (id: string, more: Partial<Parcel> = {}) => {
    put('a', { ...parcel(id), kind: 'reading', ...more });
    answers({ error: problem(403) });
    await sendFirst('a', 'Ines');
  };
  await refused('1', { at: '2999-01-01T00:00:00Z' });
  sendAgain('a', '1');
  expect(notTaken('a')).toEqual([]);
  expect(waiting('a')[0]?.at.slice(0, 2), 'no longer in the future').toBe('20');
  answers({ data: view(4) });
  await sendFirst('a', 'Ines');

  await refused('2');
  takeOver('a', '2', 'Maud', 'new');
  expect(waiting('a')).toMatchObject([{ id: 'new', by: 'Maud', kind: 'reading', body: { text: '2' } }]);
  answers({ data: view(5) });
  await sendFirst('a', 'Maud');

  await refused('3');
  keepAsNote('a', '3', 'Ines', 'note', 'not taken: reading');
  expect(waiting('a')).toMatchObject([{ id: 'note', kind: 'note', at: '2026-11-24T09:00:00Z', body: { text: 'not taken: reading' } }]);
  answers({ data: view(6) });
  await sendFirst('a', 'Ines');

  await refused('4');
  throwAway('a', '4');
  expect(runsHeld()).toEqual([]);

  await refused('5');
  put('a', { ...parcel('6'), kind: 'reading', body: { text: '5' } });
  answers({ data: view(7) });
  await sendFirst('a', 'Ines');
  expect(notTaken('a'), 'the same, taken at the second try, is not told of any more').toEqual([]);
});
