import type { ChildProcess } from 'node:child_process';
import { begin, Hand, view } from './hand';
import { expect, Mechanic, standIn, states, test, type Server } from './server';

/** Does something while a gauge is connected. */
async function beside(server: Server, flags: string[], does: (gauge: ChildProcess) => Promise<void>) {
  const gauge = standIn(server, ...flags);
  try {
    await does(gauge);
  } finally {
    gauge.kill();
  }
}

test('a connected gauge fills the blank, is taken when it stands still, and stands in the event', async ({ page, server }) => {
  const m = new Mechanic(page);
  await m.toFound(server);
  const run = page.url().replace(/.*\/run\//, '');
  await beside(
    server,
    ['--number', 'C7', '--value', '139.4', '--noise', '0.004', '--rate', '20', '--calibrated', '2026-05-01'],
    async () => {
      const line = page.getByRole('status', { name: 'gauge' });
      await expect(line).toContainText('gauge C7 shows 139.4');
      await expect(line).toContainText('steady');
      for (const s of states) await page.getByRole('group', { name: 'states' }).getByRole('button', { name: s }).click();
      await m.tap('Take the reading');
      await expect(page.getByText(/139\.4 mm/).first()).toBeVisible();
    },
  );
  const events = (await (await page.request.get(`${server.url}/api/v1/runs/${run}/events`)).json()) as {
    kind: string;
    body: { value: number; source?: { number: string; calibrated: string } };
  }[];
  const taken = events.filter((e) => e.kind === 'reading').at(-1);
  expect(taken?.body.source).toMatchObject({ number: 'C7', calibrated: '2026-05-01' });
  expect(taken?.body.value).toBeCloseTo(139.4, 1);
});

test('a gauge that drops out in the middle is told, and typing works', async ({ page, server }) => {
  const m = new Mechanic(page);
  await m.toFound(server);
  await beside(server, ['--number', 'C8', '--value', '139.4', '--play', 'drop'], async () => {
    const line = page.getByRole('status', { name: 'gauge' });
    await expect(line).toContainText('gauge C8: nothing came from it for a while');
    await m.read('139.4 mm', states);
    await expect(page.getByText(/139\.4 mm/).first()).toBeVisible();
  });
});

test('a gauge that moves is not taken; one held by its own button is', async ({ page, server }) => {
  const m = new Mechanic(page);
  await m.toFound(server);
  await beside(server, ['--number', 'C9', '--value', '139.4', '--play', 'unsettled', '--rate', '20'], async () => {
    await expect(page.getByRole('status', { name: 'gauge' })).toContainText('hold it still');
    for (const s of states) await page.getByRole('group', { name: 'states' }).getByRole('button', { name: s }).click();
    await m.tap('Take the reading');
    await expect(page.getByText('hold it still for a second first')).toBeVisible();
  });
  const seq = Number(await m.now().getAttribute('data-seq'));
  await beside(server, ['--number', 'C10', '--keys', '--rate', '20'], async (gauge) => {
    await expect(page.getByRole('status', { name: 'gauge' })).toContainText('gauge C10');
    gauge.stdin?.write('139.4\n');
    await expect(page.getByRole('status', { name: 'gauge' })).toContainText('139.4');
    gauge.stdin?.write('h\n');
    await expect.poll(async () => Number(await m.now().getAttribute('data-seq'))).toBeGreaterThan(seq);
  });
});

test('the phone is a protractor: zeroed at the datum, held still, taken with its doubt', async ({ browser, server, page }) => {
  const cookies = await page.context().cookies();
  const phone = await (await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true })).newPage();
  await phone.context().addCookies(cookies);
  const run = await begin(phone, server, 'mail', 'flap');
  const hand = new Hand(phone);
  let v = await view(phone, server, run);
  for (let i = 0; i < 60 && v.advice.read?.quantity !== 'angle'; i++) {
    v = await hand.asItStands(server, run);
    if (v.advice.read?.quantity === 'angle') break;
    await hand.step(v);
    await expect.poll(async () => (await view(phone, server, run)).seq).toBeGreaterThan(v.seq);
    v = await view(phone, server, run);
  }
  // this browser has no sensor, and says so once: what a phone tells of itself is told it as the event that comes of it
  const tilts = (beta: number) =>
    phone.evaluate((b) => window.dispatchEvent(new DeviceOrientationEvent('deviceorientation', { alpha: 0, beta: b, gamma: 0 })), beta);
  await phone.getByRole('button', { name: 'this phone as a protractor' }).click();
  await phone.getByRole('button', { name: 'zero it here' }).waitFor();
  await tilts(4);
  const line = phone.getByRole('status', { name: 'gauge' });
  await expect(line).toContainText('gauge phone shows 4.0 deg', { timeout: 10_000 });
  await phone.getByRole('button', { name: 'zero it here' }).click();
  await expect(line).toContainText('shows 0.0 deg');
  await tilts(14.2);
  await expect(line).toContainText('shows 10.2 deg, steady');
  for (const s of v.advice.read?.states ?? [])
    await phone.getByRole('group', { name: 'states' }).getByRole('button', { name: s.name }).last().click();
  await phone.getByRole('button', { name: 'Take the reading' }).click();
  await expect.poll(async () => (await view(phone, server, run)).seq).toBeGreaterThan(v.seq);
  const events = (await (await page.request.get(`${server.url}/api/v1/runs/${run}/events`)).json()) as {
    kind: string;
    body: { value: number; source?: { number: string } };
  }[];
  const taken = events.filter((e) => e.kind === 'reading').at(-1);
  expect(taken?.body.source?.number).toBe('phone');
  expect(Math.abs(taken?.body.value ?? 0)).toBeCloseTo(10.2, 1);
});
