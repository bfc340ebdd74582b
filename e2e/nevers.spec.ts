// What must never be, tapped all the same: each is refused where it was tapped, with what comes first, and nothing stands otherwise.
import type { Page } from '@playwright/test';
import { randomUUID } from 'node:crypto';
import { readFile } from 'node:fs/promises';
import { begin, Hand, view, workUntil } from './hand';
import { expect, test, type Server } from './server';

type Way = [thing: string, way: string];

async function enter(page: Page, server: Server, run: string, kind: string, body: object) {
  const after = (await view(page, server, run)).seq;
  const data = { id: randomUUID(), kind, by: 'Ines', at: new Date().toISOString(), after, body };
  const answer = await page.request.post(`${server.url}/api/v1/runs/${run}/events`, { data });
  expect(answer.ok(), await answer.text()).toBe(true);
}

/** A run whose sheet is known, on a machine that stands so. */
async function toWork(page: Page, server: Server, machine: string, cable: string, serial: string, stood: Way[]): Promise<string> {
  const run = await begin(page, server, machine, cable);
  await enter(page, server, run, 'complaint', { words: 'as it came', shows: 'yes' });
  await enter(page, server, run, 'identified', { serial, hand: 'standard' });
  for (const [thing, way] of stood) await enter(page, server, run, 'set_up', { thing, way });
  return run;
}

/** Taps that a thing stands otherwise, and sees that it does not. */
async function refused(hand: Hand, server: Server, run: string, [thing, way]: Way, says: string) {
  const before = await hand.asItStands(server, run);
  const how = before.stands.find((s) => s.thing === thing);
  const to = how?.ways.find((w) => w.way === way)?.says ?? '';
  expect(to, `${thing} can stand ${way}`).not.toBe('');
  await hand
    .how(how?.name ?? '')
    .first()
    .click();
  const group = hand.page.getByRole('group', { name: `${how?.name ?? ''} stands` });
  await group.getByRole('button', { name: to, exact: true }).click();
  await expect(group).toContainText(says);
  await expect(group, 'and what comes first').toContainText('First: ');
  expect((await view(hand.page, server, run)).seq, 'nothing was entered').toBe(before.seq);
}

/** What never may be, where, how it comes to stand, and the tap that would make it so. */
const byChange: [says: string, machine: string, cable: string, serial: string, stood: Way[], tap: Way][] = [
  ['the engine would turn a chocked propeller', 'teal', 'lower', '2207', [['propeller', 'chocked']], ['key', 'running']],
  ['the engine of a boat runs ashore without water', 'teal', 'lower', '2207', [['key', 'pocket']], ['key', 'running']],
  [
    'it would move with something not as it must be',
    'teal',
    'lower',
    '2207',
    [
      ['key', 'pocket'],
      ['linkage-cover', 'off'],
      ['ground', 'afloat'],
    ],
    ['ground', 'water'],
  ],
  [
    'it stands on stands without chocks',
    'reed',
    'overrun',
    '2009',
    [
      ['chocks', 'on'],
      ['chocks', 'off'],
    ],
    ['ground', 'stands'],
  ],
  [
    "nothing holds it: chocks off and the brake's cable loose",
    'reed',
    'overrun',
    '2009',
    [
      ['chocks', 'on'],
      ['cables', 'off'],
    ],
    ['chocks', 'off'],
  ],
  [
    'it is down with a wheel off',
    'oyster',
    'parking',
    '40125',
    [
      ['chocks', 'on'],
      ['ground', 'stands'],
      ['wheel.left', 'off'],
    ],
    ['ground', 'wheels'],
  ],
];

test('what must never stand together is not taken, and says what comes first', async ({ page, server }) => {
  test.slow();
  const hand = new Hand(page);
  for (const [says, machine, cable, serial, stood, tap] of byChange) {
    const run = await toWork(page, server, machine, cable, serial, stood);
    await refused(hand, server, run, tap, says);
  }
});

test('what a sheet itself never allows is refused the same way', async ({ page, server }) => {
  const file = JSON.parse(await readFile('../demo/sheets/114.json', 'utf8')) as { revision: number };
  const stricter = { ...file, revision: file.revision + 1, never: [{ 'linkage-cover': 'off', propeller: 'chocked' }] };
  const kept = await page.request.post(`${server.url}/api/v1/sheets`, { data: { sheet: stricter } });
  expect(kept.ok(), await kept.text()).toBe(true);
  const run = await toWork(page, server, 'teal', 'lower', '2207', [
    ['key', 'pocket'],
    ['linkage-cover', 'off'],
  ]);
  await refused(
    new Hand(page),
    server,
    run,
    ['propeller', 'chocked'],
    'propeller chocked with linkage cover off: the sheet forbids it. First: the linkage cover on',
  );
});

const withHandsIn: [says: string, machine: string, cable: string, serial: string, stood: Way[]][] = [
  [
    'hands are in while the engine runs',
    'teal',
    'lower',
    '2207',
    [
      ['key', 'pocket'],
      ['ground', 'afloat'],
      ['key', 'running'],
    ],
  ],
  [
    'hands are in while the power is on',
    'mail',
    'flap',
    '118',
    [
      ['wing-panel', 'off'],
      ['power', 'on'],
    ],
  ],
];

test('nothing is turned while it runs or moves by power', async ({ page, server }) => {
  const hand = new Hand(page);
  for (const [says, machine, cable, serial, stood] of withHandsIn) {
    const run = await toWork(page, server, machine, cable, serial, stood);
    const { seq } = await hand.asItStands(server, run);
    await hand.tap('log a turn');
    await hand.type('1');
    await hand.tap('Log the turns');
    await expect(page.getByText(new RegExp(`that must never be: ${says}.* First: `))).toBeVisible();
    await expect(hand.field(), 'what was written stays').toHaveValue('1');
    expect((await view(page, server, run)).seq, 'nothing was entered').toBe(seq);
  }
});

test('the engine is not run with something finger tight', async ({ page, server }) => {
  const hand = new Hand(page);
  hand.readings = { 'idle-slack': 3 };
  const run = await begin(page, server, 'ferry', 'kickdown');
  const v = await workUntil(hand, server, run, (is) => is.resume.finger_tight.length > 0);
  expect(v.resume.finger_tight, 'it was come to').not.toEqual([]);
  await refused(hand, server, run, ['key', 'running'], 'the engine runs with something finger tight');
});
