// The first hour on one's own machine: from an empty floor to the first reading asked.
import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { Hand, view, workUntil } from './hand';
import { expect, freshDatabase, Server, test } from './server';

test.use({ who: '' });

const mostTaps = 25;

/** What manuals say of five cables, and what the mechanism is called by whoever sets it. */
const manuals: { called: string; name: RegExp; figures: Record<string, string> }[] = [
  { called: 'handbrake', name: /parking brake/, figures: { 'The lever holds at': '5-7', 'Each wheel is backed off': '8 to 10 clicks' } },
  { called: 'clutch cable', name: /cable clutch/, figures: { 'Free play at the pedal': '3/4 in', 'One turn of the cable nut': '20 tpi' } },
  { called: 'TV cable', name: /throttle-valve/, figures: { 'Slack at idle': '0.5 to 1 mm', 'Stroke of the valve': '31' } },
  { called: 'outboard', name: /outboard shift/, figures: { 'The eye falls on its pin': '0 ± 0.5', 'Threads in, at each end': '8' } },
  { called: 'mixture', name: /engine push-pull/, figures: { 'Cushion at the knob': '3–6 mm', 'Force to move the knob': '3 lb ± 1' } },
];

/** A workshop with nothing on its floor, and its lead at the bench. */
async function empty(page: Page): Promise<Server> {
  const server = new Server(freshDatabase());
  await server.start();
  const answer = await page.request.post(`${server.url}/api/v1/first`, { data: { name: 'Ro', password: 'long enough here' } });
  expect(answer.ok(), await answer.text()).toBe(true);
  await page.goto(server.url);
  return server;
}

/** Counts what a thumb does: each button, each blank. */
async function counting(page: Page): Promise<() => Promise<number>> {
  await page.addInitScript(() => {
    const count = () => sessionStorage.setItem('taps', String(Number(sessionStorage.getItem('taps') ?? '0') + 1));
    addEventListener('click', (e) => e.isTrusted && count(), true);
    addEventListener('input', (e) => (e.target as HTMLInputElement).value.length > 0 && count(), true); // fill() is one tap and one input
  });
  return () => page.evaluate(() => Number(sessionStorage.getItem('taps') ?? '0'));
}

/** Does what the screen asks until it asks for a reading. */
async function untilRead(page: Page, server: Server): Promise<number> {
  await expect(page).toHaveURL(/\/run\//);
  const id = /run\/([^/?]+)/.exec(page.url())?.[1] ?? '';
  const hand = new Hand(page);
  for (let i = 0; i < 40; i++) {
    const v = await hand.asItStands(server, id);
    if (v.advice.do === 'read') return i;
    const well = hand.now().getByRole('button', { name: /^✓ all/ });
    if (v.advice.do === 'identify') await hand.tap('This is the sheet');
    else if (await well.isVisible()) await well.click();
    else await hand.step(v);
    await expect.poll(async () => (await view(page, server, id)).seq, { message: JSON.stringify(v.advice) }).toBeGreaterThan(v.seq);
  }
  throw new Error('no reading was asked');
}

test.describe('by thumb', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });
  for (const m of manuals)
    test(`from the empty floor to the first reading: ${m.called}`, async ({ page }) => {
      const taps = await counting(page);
      const server = await empty(page);
      await page.getByRole('link', { name: /^Set a cable now/ }).click();
      await page.getByLabel(/write what you call it/).fill(m.called);
      const first = page.getByRole('list', { name: 'Which mechanism' }).getByRole('button').first();
      await expect(first, 'what people call it comes first').toHaveAccessibleName(m.name);
      await first.click();
      for (const [label, text] of Object.entries(m.figures)) await page.getByRole('textbox', { name: label }).fill(text);
      await page.getByLabel('on which machine').fill('grey van');
      expect(await page.evaluate(() => document.documentElement.scrollWidth), 'no sideways scroll').toBeLessThanOrEqual(390);
      await page.getByRole('button', { name: 'Set it now' }).click();
      await untilRead(page, server);
      const n = await taps();
      expect(n, 'what was done was counted').toBeGreaterThan(8);
      expect(n).toBeLessThanOrEqual(mostTaps);
      await server.stop();
    });
});

/** Goes on with the tabulator until what has the focus is called so. */
async function tabTo(page: Page, name: string) {
  for (let i = 0; i < 80; i++) {
    await page.keyboard.press('Tab');
    const called = await page.evaluate(() => {
      const e = document.activeElement as HTMLInputElement | null;
      return e === document.body ? '' : `${e?.labels?.[0]?.textContent ?? ''} ${e?.getAttribute('aria-label') ?? ''} ${e?.textContent ?? ''}`;
    });
    if (called.includes(name)) return;
  }
  throw new Error(`the tabulator never came to ${name}`);
}

for (const m of manuals)
  test(`by keyboard from the empty floor to the first reading: ${m.called}`, async ({ page }) => {
    const server = await empty(page);
    let entries = 0; // what is typed or entered; the tabulator is the way there
    const enter = async (to: string, text = '') => {
      if (to) await tabTo(page, to);
      if (text) await page.keyboard.type(text);
      else await page.keyboard.press('Enter');
      entries++;
    };
    await enter('Set a cable now');
    await enter('write what you call it', m.called);
    await expect(page.getByRole('list', { name: 'Which mechanism' }).getByRole('button').first()).toHaveAccessibleName(m.name);
    await enter('');
    await expect(page).toHaveURL(/\/set\/./);
    for (const [label, text] of Object.entries(m.figures)) await enter(label, text);
    await enter('on which machine', 'grey van');
    await enter('Set it now');
    entries += await untilRead(page, server);
    expect(entries).toBeLessThanOrEqual(mostTaps);
    await server.stop();
  });

test('by keyboard: a contradiction is met and cured, nothing typed is lost over a reload', async ({ page }) => {
  const server = await empty(page);
  const to = (name: string) => tabTo(page, name);
  await to('Set a cable now');
  await page.keyboard.press('Enter');
  await to('write what you call it');
  await page.keyboard.type('clutch cable');
  await expect(page.getByRole('list', { name: 'Which mechanism' }).getByRole('button').first()).toHaveAccessibleName(/cable clutch/);
  await page.keyboard.press('Enter');
  await to('Free play at the pedal');
  await page.keyboard.type('0.7');
  await expect(page.getByRole('alert')).toContainText('if inches are meant');
  await page.keyboard.press('Control+A');
  await page.keyboard.type('0.7 in ± 1/16');
  await expect(page.getByText('16.19 to 19.37 mm', { exact: true })).toBeVisible();
  await to('One turn of the cable nut');
  await page.keyboard.type('25');
  await expect(page.getByRole('alert')).toContainText('25 threads to the inch');
  await page.reload();
  await expect(page.getByRole('textbox', { name: /^Free play at the pedal/ })).toHaveValue('0.7 in ± 1/16');
  await expect(page.getByRole('textbox', { name: /^One turn of the cable nut/ })).toHaveValue('25');
  await page.getByRole('button', { name: 'Set it now' }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByText('write what the machine is called')).toBeVisible();
  await page.getByRole('textbox', { name: /^One turn of the cable nut/ }).fill('25 tpi');
  await page.getByLabel('on which machine').fill('grey van');
  await page.keyboard.press('Tab');
  await page.keyboard.press('Enter');
  await untilRead(page, server);
  await page.goto(server.url);
  await expect(page.getByRole('region', { name: 'grey van' })).toBeVisible();
  await server.stop();
});

test('the empty floor, the plate and the page of figures are sound for screen readers, by day and by lamp', async ({ page }) => {
  const server = await empty(page);
  for (const lamp of [false, true]) {
    for (const path of ['/', '/set', '/set/flap-follow-up']) {
      await page.goto(server.url + path);
      await expect(page.getByText(/The floor is empty|write what you call it|Flap angle at full/).first()).toBeVisible();
      if (path !== '/') await expect(page.locator('svg').first()).toBeVisible();
      expect((await new AxeBuilder({ page }).analyze()).violations.map((v) => [path, lamp, v.id, v.nodes[0]?.html])).toEqual([]);
    }
    if (!lamp) await page.getByRole('button', { name: 'lamp' }).click();
  }
  await server.stop();
});

test('a run on a nut that moves less than was assumed says so, and one tap writes it on the sheet', async ({ page }) => {
  const server = await empty(page);
  await page.goto(`${server.url}/set/clutch`);
  await page.getByRole('textbox', { name: /^Free play at the pedal/ }).fill('18 to 22 mm');
  await page.getByLabel('on which machine').fill('grey van');
  await page.getByRole('button', { name: 'Set it now' }).click();
  await untilRead(page, server);
  const id = /run\/([^/?]+)/.exec(page.url())?.[1] ?? '';
  const hand = new Hand(page);
  let stands = 31; // what the pedal truly shows
  for (let i = 0; i < 80; i++) {
    const v = await hand.asItStands(server, id);
    if (v.advice.do === 'nothing') break;
    const { move, read } = v.advice;
    if (move) stands -= (move.way === 'in' ? 1 : -1) * move.turns * 0.7 * 5.6; // of the 5.6 mm a turn that the sheet thinks
    if (read) hand.readings[read.point] = Math.round(stands * 10) / 10;
    await hand.step(v);
    await expect.poll(async () => (await view(page, server, id)).seq, { message: JSON.stringify(v.advice) }).toBeGreaterThan(v.seq);
  }
  const taught = page.getByRole('region', { name: 'What this run teaches' });
  await expect(taught).toContainText('of the cable nut moved the free play at the pedal by');
  await expect(taught).toContainText('a turn, and not 1.25');
  await taught.getByRole('button', { name: /^Write 0\.8[678]\d* mm on the sheet/ }).click();
  await taught.getByRole('link', { name: /is revision 2 now/ }).click();
  await expect(page.getByText('What runs taught')).toBeVisible();
  await expect(page.getByText(/as it moved in one run/)).toBeVisible();
  await expect(page.getByText('How it stands: as usual'), 'what is usual is one line').toBeVisible();
  await server.stop();
});

test('a pasted page is read into the blanks, each figure confirmed', async ({ page }) => {
  const server = await empty(page);
  await page.goto(`${server.url}/set/parking-brake`);
  await page.getByText('Paste a text or a table').click();
  const text = 'The lever must hold at 5 to 7 clicks.\nBack each wheel off\t8 to 10 clicks\nFluid for the front brakes 0.7 l\nEqualiser nut: 16 Nm';
  await page.getByLabel('what the manual says, as text or table').fill(text);
  await page.getByRole('button', { name: 'Look for figures' }).click();
  const found = page.getByRole('list', { name: 'Found in it' });
  await expect(found).toContainText('left aside: “Fluid for the front brakes 0.7 l”');
  await found.getByRole('listitem').filter({ hasText: '5 to 7 clicks' }).getByRole('button', { name: 'take it' }).click();
  await expect(page.getByRole('textbox', { name: /^The lever holds at/ })).toHaveValue('5 to 7 clicks');
  await page.getByRole('button', { name: 'Take all 2' }).click();
  await expect(page.getByRole('textbox', { name: /^Each wheel is backed off/ })).toHaveValue('8 to 10 clicks');
  await expect(page.getByRole('textbox', { name: /tightened to/ })).toHaveValue('16 Nm');
  await expect(page.getByRole('textbox', { name: /^The lever holds at/ }), 'and what was taken before stands').toHaveValue('5 to 7 clicks');
  await page.reload();
  await expect(page.getByLabel('what the manual says, as text or table')).toHaveValue(text);
  await server.stop();
});

test('with no manual at hand a clutch is set by function and feel; a flight control is not', async ({ page }) => {
  const server = await empty(page);
  await page.goto(`${server.url}/set/flight-control-loop`);
  await expect(page.getByLabel('on which machine')).toBeVisible();
  await expect(page.getByRole('button', { name: /No manual at hand/ })).toHaveCount(0);
  await page.goto(`${server.url}/set/clutch`);
  await page.getByRole('button', { name: /No manual at hand/ }).click();
  await expect(page.getByText(/0 of \d given/), 'nothing is wanted').toBeVisible();
  await page.getByLabel('on which machine').fill('grey van');
  await page.getByRole('button', { name: 'Set it now' }).click();
  await expect(page).toHaveURL(/\/run\//);
  const id = /run\/([^/?]+)/.exec(page.url())?.[1] ?? '';
  const hand = new Hand(page);
  await expect(hand.now()).toBeVisible();
  const v = await workUntil(hand, server, id, '');
  expect(v.signed).not.toBe('');
  await page.goto(`${server.url}/record/${id}`);
  await expect(page.getByText(/by function and feel: no manual was at hand/).first()).toBeVisible();
  await server.stop();
});

test('the first page of an empty floor takes less than 150 kB of script', async ({ page }) => {
  const server = await empty(page);
  await expect(page.getByText('The floor is empty.')).toBeVisible();
  const kB = await page.evaluate(() => {
    const all = performance.getEntriesByType('resource') as PerformanceResourceTiming[];
    const scripts = all.filter((one) => /\.js$/.test(new URL(one.name).pathname));
    return { files: scripts.length, of: scripts.reduce((sum, one) => sum + one.encodedBodySize, 0) / 1000 };
  });
  expect(kB.files).toBeGreaterThan(3);
  expect(kB.of).toBeGreaterThan(50);
  expect(kB.of).toBeLessThan(150);
  await server.stop();
});
