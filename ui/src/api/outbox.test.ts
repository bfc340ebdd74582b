import { expect, test, vi } from 'vitest';
import { notTaken, put, runsHeld, waiting } from './box';
import type { Problem } from './client';
import { clashOf, sendFirst, settleClash, waitingFor } from './outbox';
import * as photos from './photos';
import { answers, kept, last, parcel, problem, view, type Answer } from './server.testing';

test('what waits is in order, run by run, and outlives a reload', () => {
  put('a', parcel('1'));
  put('a', parcel('2'));
  put('b', parcel('3'));
  expect(waiting('a').map((p) => p.id)).toEqual(['1', '2']);
  expect(waiting('b').map((p) => p.id)).toEqual(['3']);
  localStorage.setItem('brankel.outbox.c.1', '{"torn');
  localStorage.setItem('brankel.outbox.c.2', '{}');
  localStorage.setItem('brankel.outbox.c.3', 'null');
  expect(waiting('c'), 'what can not be read is nothing').toEqual([]);
});

test('an entry that arrived leaves the outbox, the next one stays', async () => {
  put('a', parcel('1'));
  put('a', parcel('2'));
  const after = answers({ data: view(4) });
  expect(await sendFirst('a', 'Ines')).toEqual({ view: view(4), missed: '', id: '1' });
  expect(after).toEqual([3]);
  expect(waiting('a').map((p) => p.id)).toEqual(['2']);
});

test('when others wrote in between it is sent again behind theirs, and their names are told', async () => {
  put('a', parcel('1'));
  const missed = [{ by: 'Tobin' }, { by: 'Tobin' }, { by: 'Maud' }] as Problem['missed'];
  const after = answers({ error: problem(409, { run: view(6), ...(missed ? { missed } : {}) }) }, { data: view(7) });
  const outcome = await sendFirst('a', 'Ines');
  expect(after).toEqual([3, 6]);
  expect(outcome).toMatchObject({ missed: 'Tobin and Maud wrote 3 entries in between; yours now stands after.' });
});

for (const [says, answer] of [
  ['no network', 'no network'],
  ['an answer that can not be read', { error: problem(0) }],
  ['a session that is locked', { error: problem(401) }],
  ['too many at once', { error: problem(429) }],
  ['a store that is away', { error: problem(503) }],
  ['a fault of the server', { error: problem(500) }],
] as [string, Answer][]) {
  test(`${says}: the entry is kept`, async () => {
    put('a', parcel('1'));
    answers(answer);
    expect(await sendFirst('a', 'Ines')).toEqual({ kept: true });
    expect(waiting('a')).toHaveLength(1);
  });
}

for (const [says, refusal] of [
  ['one that says nothing', problem(422, { field: 'body.text' })],
  ['one whose id another entry has', problem(409, { field: 'id' })],
  ['one into a run whose chain is broken', problem(409, { field: 'run' })],
  ['one that may not be made', problem(403)],
] as [string, Problem][]) {
  test(`${says} is refused, stays with why, and keeps no other`, async () => {
    put('a', parcel('1'));
    put('a', parcel('2'));
    answers({ error: refusal }, { data: view(4) });
    expect(await sendFirst('a', 'Ines')).toEqual({ refused: refusal, id: '1', held: true });
    expect(waiting('a').map((p) => p.id)).toEqual(['2']);
    expect(notTaken('a')).toMatchObject([{ id: '1', refused: { detail: refusal.detail } }]);
    expect(runsHeld()).toEqual(['a']);
    expect(await sendFirst('a', 'Ines')).toMatchObject({ id: '2' });
    expect(notTaken('a'), 'it is there until somebody says what becomes of it').toHaveLength(1);
  });
}

test('what its maker had heard of goes along: what this device sent before, and no more', async () => {
  put('a', parcel('1'));
  put('a', parcel('2'));
  const own = [{ id: '1', seq: 4 }] as Problem['missed'];
  answers({ data: view(4) }, { error: problem(409, { run: view(5), ...(own ? { missed: own } : {}) }) }, { data: view(6) });
  await sendFirst('a', 'Ines');
  await sendFirst('a', 'Ines');
  expect(last.seen, 'not event 5: somebody else wrote it meanwhile').toEqual([3, 3, 4]);
});

test('what waits behind one another goes one behind the other, and the run is shown once with the last', async () => {
  for (const id of ['1', '2', '3']) put('a', parcel(id));
  const after = answers({ data: kept(4) }, { data: kept(5) }, { data: view(6) });
  expect(await sendFirst('a', 'Ines')).toEqual({ view: null, missed: '', id: '1' });
  expect(await sendFirst('a', 'Ines')).toMatchObject({ view: null });
  expect(await sendFirst('a', 'Ines')).toMatchObject({ view: view(6) });
  expect(after, 'none is sent twice').toEqual([3, 4, 5]);
  expect(last.seen).toEqual([3, 4, 5]);
  expect(last.least).toEqual([true, true, false]);
});

test('what others wrote before an entry that arrived is not taken for heard by what waits behind it', async () => {
  put('a', parcel('1'));
  put('a', parcel('2'));
  const missed = [{ id: 'theirs', seq: 4, by: 'Tobin' }] as Problem['missed'];
  answers({ error: problem(409, { run: view(4), ...(missed ? { missed } : {}) }) }, { data: kept(5) }, { data: view(6) });
  await sendFirst('a', 'Ines');
  await sendFirst('a', 'Ines');
  expect(last.seen).toEqual([3, 3, 3]);

  put('b', parcel('1')); // an answer was lost: sent again, it stands further on than where it was to go
  put('b', parcel('2'));
  answers({ data: kept(7) }, { data: view(8) });
  await sendFirst('b', 'Ines');
  await sendFirst('b', 'Ines');
  expect(last.seen.slice(3)).toEqual([3, 3]);
});

test('an entry waits until its maker is back', async () => {
  put('a', parcel('1', 'Tobin'));
  const after = answers({ data: view(1) });
  expect(await sendFirst('a', 'Ines')).toEqual({ kept: true });
  expect(after, 'nothing was sent in the name of somebody else').toEqual([]);
  expect(waitingFor('a', 'Ines')).toBe('Tobin is not signed in.');
  expect(waitingFor('a', 'Tobin')).toBe('No answer from the server.');
});

test('a run that never stands still is tried a few times, then kept', async () => {
  put('a', parcel('1'));
  const after = answers(...Array.from({ length: 9 }, (_, i): Answer => ({ error: problem(409, { run: view(i + 1), missed: [] }) })));
  expect(await sendFirst('a', 'Ines')).toEqual({ kept: true });
  expect(after).toHaveLength(5);
  expect(waiting('a')).toHaveLength(1);
});

test('a device that is full says so, and nothing is taken for kept', () => {
  vi.spyOn(localStorage, 'setItem').mockImplementation(() => {
    throw new DOMException('full');
  });
  expect(put('a', parcel('1'))).toBe(false);
  expect(waiting('a')).toEqual([]);
});

const clashing = (seq: number, id = 'theirs') =>
  problem(409, {
    run: view(seq),
    clash: {
      mine: 'eye read: 142.9 mm',
      theirs: [{ id, by: 'Tobin', at: '2026-11-24T09:00:00Z', says: 'eye read: 143.4 mm' }],
      turned: false,
    },
  });

test('two versions of the same thing wait for a tap; both, and ours is sent behind theirs', async () => {
  put('a', parcel('1'));
  put('a', parcel('2'));
  const after = answers({ error: clashing(6) }, { data: view(7) });
  const outcome = await sendFirst('a', 'Ines');
  expect(outcome).toMatchObject({ clash: { id: '1', seq: 6, mine: 'eye read: 142.9 mm' } });
  expect(await sendFirst('a', 'Ines'), 'nothing goes on before that').toEqual({ kept: true });
  const clash = clashOf('a');
  expect(clash?.theirs[0]?.by, 'it outlives a reload').toBe('Tobin');
  if (clash) settleClash('a', clash, 'after');
  expect(await sendFirst('a', 'Ines')).toMatchObject({ view: view(7) });
  expect(after).toEqual([3, 6]);
  expect(last.seen).toEqual([3, 6]);
  expect(waiting('a').map((p) => p.id)).toEqual(['2']);
});

test('ours was before: it goes behind theirs, and says that it had not heard of them', async () => {
  put('a', parcel('1'));
  const after = answers({ error: clashing(6) }, { data: view(7) });
  await sendFirst('a', 'Ines');
  const clash = clashOf('a');
  if (clash) settleClash('a', clash, 'before');
  await sendFirst('a', 'Ines');
  expect(after).toEqual([3, 6]);
  expect(last.seen).toEqual([3, 3]);
});

test('left out, ours is gone and the next one goes on', async () => {
  put('a', parcel('1'));
  put('a', parcel('2'));
  answers({ error: clashing(6) });
  await sendFirst('a', 'Ines');
  const clash = clashOf('a');
  if (clash) settleClash('a', clash, 'out');
  expect(clashOf('a')).toBeNull();
  expect(waiting('a').map((p) => p.id)).toEqual(['2']);
});

test('what this device itself sent before is no other version', async () => {
  put('a', parcel('1'));
  put('a', parcel('2'));
  const after = answers({ data: view(4) }, { error: clashing(4, '1') }, { data: view(5) });
  await sendFirst('a', 'Ines');
  expect(await sendFirst('a', 'Ines')).toMatchObject({ view: view(5), missed: '' });
  expect(after).toEqual([3, 3, 4]);
});

test('a photo taken without a network is sent before the entry that names it, and kept until both arrived', async () => {
  const photo = new Blob(['x']);
  const forgotten = vi.spyOn(photos, 'forgetPhoto').mockImplementation(() => Promise.resolve());
  vi.spyOn(photos, 'keptPhoto').mockImplementation((id) => Promise.resolve(id === 'here' ? photo : undefined));
  const upload = vi.spyOn(photos, 'upload').mockResolvedValueOnce(problem(0)).mockResolvedValue({ sha256: 'abc' });
  put('a', { ...parcel('1'), kind: 'photo', body: { stage: 'as found', local: 'here' } });
  expect(await sendFirst('a', 'Ines'), 'no network yet').toEqual({ kept: true });
  answers('no network');
  expect(await sendFirst('a', 'Ines')).toEqual({ kept: true });
  expect(forgotten).not.toHaveBeenCalled();
  answers({ data: view(4) });
  expect(await sendFirst('a', 'Ines')).toMatchObject({ view: view(4) });
  expect(last.sent).toEqual({ stage: 'as found', sha256: 'abc' });
  expect(forgotten.mock.calls).toEqual([['here']]);
  expect(upload).toHaveBeenCalledTimes(3);

  put('a', { ...parcel('2'), kind: 'photo', body: { local: 'gone' } });
  expect(await sendFirst('a', 'Ines'), 'one that is gone is told').toMatchObject({ refused: { status: 422 } });
  expect(waiting('a')).toEqual([]);
});
