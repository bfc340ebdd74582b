// The work as it comes: a new part, one nut, to taste, a look; and what does not turn as it should.
import { expect, Mechanic, states, test } from './server';
import { begin, Hand, view, workUntil } from './hand';

test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });

/** That the fault shows: the last of the opening. */
async function shows(hand: Hand) {
  await hand.tap('It shows');
  await expect(hand.page.getByLabel('the owner’s words')).toBeHidden();
}

/** Says what is to be done at the opening. */
async function opens(hand: Hand, job: string, words: string) {
  await hand.page.getByLabel('the owner’s words').fill(words);
  await hand.page.getByRole('radio', { name: job }).click();
}

test('a new outboard cable, from the box to the water', async ({ page, server }) => {
  const id = await begin(page, server, 'knot', 'shift');
  const hand = new Hand(page);
  await opens(hand, 'a new part goes in', 'Stiff, and frayed at the helm');
  await hand.tap('It shows');
  await expect(page.getByText('say which part goes in')).toBeVisible();
  await page.getByLabel('which part').fill('shift cable');
  await page.getByLabel('its length').fill('2 km');
  await hand.tap('It shows');
  await expect(page.getByText('write its length, from 10 mm to 30 m')).toBeVisible();
  await expect(page.getByLabel('which part')).toHaveValue('shift cable');
  await page.getByLabel('its length').fill('2.4 m');
  await shows(hand);
  await workUntil(hand, server, id, 'Noted');
  await hand.says('Length of the old one');
  await hand.tap('Noted');
  await expect(page.getByText('write it down')).toBeVisible();
  await page.getByLabel('as it is').fill('2400, red clip outboard of the stop');
  await hand.enters(server, id, 'Noted');
  const v = await workUntil(hand, server, id, '');
  expect(v.signed).not.toBe('');
  await page.goto(`${server.url}/record/${id}`);
  await expect(page.getByText('a new part goes in, shift cable, 2400.0 mm long', { exact: true })).toBeVisible();
  await expect(page.getByText('2400, red clip outboard of the stop').first()).toBeVisible();
  await expect(page.getByText('threads to spare').first()).toBeVisible();
  await expect(page.getByText('again after bedding in')).toBeVisible();
});

test('one nut from the seat: nothing else is turned, and what it leaves unproved is on the record', async ({ page, server }) => {
  const id = await begin(page, server, 'mussel', 'parking');
  const hand = new Hand(page);
  await opens(hand, 'one setting', 'Lever comes up too far');
  await shows(hand);
  await workUntil(hand, server, id, 'Which setting');
  await page.getByRole('radio', { name: /lever/i }).click();
  await hand.tap('That is to be done');
  await expect(page.getByText('say who asked for it')).toBeVisible();
  await page.getByLabel('at whose word').fill('the foreman');
  await hand.tap('That is to be done');
  await expect(page.getByLabel('at whose word')).toBeHidden();
  await workUntil(hand, server, id, '');
  await page.goto(`${server.url}/record/${id}`);
  await expect(page.getByText('left unproved')).toBeVisible();
  await expect(page.getByText(/asked for by the foreman/).first()).toBeVisible();
});

test('shift points to taste: the ends are drawn, a wish beyond them is refused, the risk stands on the record', async ({ page, server }) => {
  const id = await begin(page, server, 'ferry', 'kickdown');
  const hand = new Hand(page);
  await opens(hand, 'to taste', 'He wants it to shift later');
  await shows(hand);
  await workUntil(hand, server, id, 'to taste, how far');
  await expect(page.getByRole('img', { name: /^safe from/ })).toBeVisible();
  await page.getByLabel(/from as found/).fill('55');
  await page.getByLabel('at whose word').fill('the owner');
  await hand.tap('That is to be done');
  await expect(page.getByText('outside the safe ends')).toBeVisible();
  await expect(page.getByLabel(/from as found/)).toHaveValue('55');
  await page.getByLabel(/from as found/).fill('1');
  await hand.tap('That is to be done');
  await expect(page.getByLabel('at whose word')).toBeHidden();
  const shifts = async (said: string) => {
    await workUntil(hand, server, id, 'Say or type it');
    await page.getByLabel('Say or type it').fill(said);
    await hand.tap('Fill in');
    await expect(page.getByRole('group', { name: 'wide throttle' }).getByLabel(/^2 to 3, up/)).not.toHaveValue('');
  };
  await workUntil(hand, server, id, 'First as it came');
  await hand.enters(server, id, /^First as it came/);
  await shifts('light up 27, down 31, wide 71');
  await hand.tap('✓ as wished');
  await expect(page.getByText('swap them, or read them again')).toBeVisible();
  await page.getByRole('group', { name: 'light throttle' }).getByLabel(/^3 to 2, down/).fill('19');
  await hand.enters(server, id, '✕ early');
  await expect(page.getByText('As it came: this proves nothing')).toBeHidden(); // else the old table is taken for the next
  await shifts('light up 30 down 22, wide 75');
  await hand.enters(server, id, '✓ as wished');
  await workUntil(hand, server, id, '');
  await page.goto(`${server.url}/record/${id}`);
  await expect(page.getByText(/to taste, .* from as found, asked for by the owner/).first()).toBeVisible();
  await expect(page.getByRole('row', { name: /^light throttle 27 → 30 19 → 22$/ })).toBeVisible();
});

test('a look turns nothing, is signed as one, and goes over into setting', async ({ page, server }) => {
  const id = await begin(page, server, 'teal', 'lower');
  const hand = new Hand(page);
  hand.readings = { 'barrel-to-eye': 139.4 };
  await opens(hand, 'look only', 'Is it due?');
  await shows(hand);
  await workUntil(hand, server, id, 'Sign what was done');
  await expect(page.getByText('to be done: look only').first()).toBeVisible();
  await page.getByText('Say otherwise').click();
  await page.getByRole('radio', { name: 'set it' }).click();
  await hand.tap('That is to be done');
  await expect.poll(async () => (await view(page, server, id)).job, 'what was read stays, and it is to be set').toBeUndefined();
  await workUntil(hand, server, id, 'turns away from the eye');
});

test('a turn the wrong way is put right; at the end of the thread it is a diagnosis', async ({ page, server }) => {
  const m = new Mechanic(page);
  await m.toFound(server);
  await m.read('139.4 mm', states);
  await m.read('15');
  await m.read('62');
  await m.says('3½ turns away from the eye');
  await m.tap('Turned 3½');
  await m.tap('Done, 3 times');
  await m.read('135.9', states);
  await m.says('It went the wrong way');
  await m.tap(/went 3½ turns toward the eye/);
  await m.says('7 turns away from the eye');
  await m.tap('It is at its end');
  await page.getByLabel(/showing there/).fill('none');
  await m.tap(/^At its end/);
  await expect(page.getByText('write how many show there')).toBeVisible();
  await page.getByLabel(/showing there/).fill('2');
  await m.tap(/^At its end/);
  await m.says('There is no setting that serves');
  await expect(m.now()).toContainText('2 threads showing; 7 turns more would be wanted');
  await expect(m.now()).toContainText('That is a diagnosis');
  expect(await page.evaluate(() => document.documentElement.scrollWidth), 'no sideways scroll').toBeLessThanOrEqual(390);
});

test('four wheels are silent: one tap, an entry for each', async ({ page, server }) => {
  const id = await begin(page, server, 'samphire', 'overrun');
  const hand = new Hand(page);
  const before = await workUntil(hand, server, id, '✓ all 4:');
  await hand.tap(/^✓ all 4:/);
  await expect.poll(async () => (await view(page, server, id)).seq).toBe(before.seq + 4);
  await workUntil(hand, server, id, 'Sign');
  await page.goto(`${server.url}/record/${id}`);
  for (const wheel of ['front left', 'front right', 'rear left', 'rear right'])
    await expect(page.getByText(new RegExp(`, ${wheel}`)).first()).toBeVisible();
});
