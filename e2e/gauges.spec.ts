import { writeFile } from 'node:fs/promises';
import type { ChildProcess } from 'node:child_process';
import type { Page } from '@playwright/test';
import { Apprentice, begins, practise } from './apprentice';
import { begin, Hand, view } from './hand';
import { expect, Mechanic, signIn, standIn, states, test, type Server } from './server';

/** Does something while a gauge is connected. */
async function beside(server: Server, flags: string[], does: (gauge: ChildProcess) => Promise<void>) {
  const gauge = standIn(server, ...flags);
  try {
    await does(gauge);
  } finally {
    gauge.kill();
  }
}

/** Which gauge told the reading that was taken last. */
async function sourceOfLast(page: Page, server: Server, run: string) {
  const events = (await (await page.request.get(`${server.url}/api/v1/runs/${run}/events`)).json()) as {
    kind: string;
    body: { source?: { number: string } };
  }[];
  return events.filter((e) => e.kind === 'reading').at(-1)?.body.source;
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
      // the gauge's own line says 139.4 too: what is waited for is the entry at the server
      await expect.poll(() => sourceOfLast(page, server, run)).toMatchObject({ number: 'C7', calibrated: '2026-05-01', doubt: 0.02 });
    },
  );
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

test('in an exercise a gauge shows what it is held to on that rig, and is taken as any', async ({ page, server }) => {
  await signIn(page, server.url, 'Tobin');
  const id = await begins(page, server, 'Ahead ratchets');
  const hand = new Apprentice(page);
  const v = await practise(hand, server, id, (now) => now.advice.do === 'read');
  const read = v.advice.read;
  await beside(server, ['--number', 'S1', '--kind', read?.quantity ?? '', '--doubt', '0.05', '--rate', '20', '--follows', id], async () => {
    const line = page.getByRole('status', { name: 'gauge' });
    await expect(line).toContainText('gauge S1: held to nothing');
    for (const s of read?.states ?? []) {
      await hand.does(new RegExp(`^(do it|done): ${s.name}$`));
      await page.getByRole('group', { name: 'states' }).getByRole('button', { name: s.name, exact: true }).click();
    }
    const told = await hand.does(/^hold the/);
    const [, text = told, side = ''] = /reads ([\d.]+) \S+, (.*)\./.exec(told) ?? [];
    await expect(line).toContainText(`gauge S1 shows ${text}`);
    await expect(line).toContainText('steady');
    await page.getByRole('radio', { name: side }).click();
    await page.getByRole('button', { name: 'Take the reading' }).click();
    await expect.poll(async () => (await view(page, server, id)).seq).toBeGreaterThan(v.seq);
    expect(await sourceOfLast(page, server, id)).toMatchObject({ number: 'S1', doubt: 0.05 });
    await expect(line).toHaveCount(0);
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
  await phone.context().grantPermissions(['accelerometer', 'gyroscope', 'magnetometer'], { origin: server.url });
  const sensor = await phone.context().newCDPSession(phone);
  const tilts = (beta: number) => sensor.send('DeviceOrientation.setDeviceOrientationOverride', { alpha: 0, beta, gamma: 0 });
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

/** A sound of so many clicks, each dying away in a few hundredths of a second, in a room that is not silent. */
function clicking(n: number): Buffer {
  const rate = 48_000;
  const samples = new Int16Array(rate * (2 + 0.4 * n));
  for (let i = 0; i < samples.length; i++) samples[i] = Math.round(20 * Math.sin(i * 12.9898 + (i % 7)));
  for (let k = 0; k < n; k++)
    for (let i = 0; i < 1500; i++) {
      const at = Math.round(rate * (1 + 0.4 * k)) + i;
      samples[at] = Math.round((samples[at] ?? 0) + 12_000 * Math.exp(-i / 250) * Math.sin(i * 0.6));
    }
  const head = Buffer.alloc(44);
  head.write('RIFF', 0);
  head.writeUInt32LE(36 + samples.byteLength, 4);
  head.write('WAVEfmt ', 8);
  head.writeUInt32LE(16, 16);
  head.writeUInt16LE(1, 20);
  head.writeUInt16LE(1, 22);
  head.writeUInt32LE(rate, 24);
  head.writeUInt32LE(2 * rate, 28);
  head.writeUInt16LE(2, 32);
  head.writeUInt16LE(16, 34);
  head.write('data', 36);
  head.writeUInt32LE(samples.byteLength, 40);
  return Buffer.concat([head, Buffer.from(samples.buffer)]);
}

test('clicks are counted by ear, put right by a tap, and written', async ({ page, server, playwright, launchOptions }, info) => {
  const run = await begin(page, server, 'oyster', 'parking');
  const hand = new Hand(page);
  let v = await view(page, server, run);
  for (let i = 0; i < 60 && v.advice.read?.quantity !== 'count'; i++) {
    v = await hand.asItStands(server, run);
    if (v.advice.read?.quantity === 'count') break;
    await hand.step(v);
    await expect.poll(async () => (await view(page, server, run)).seq).toBeGreaterThan(v.seq);
    v = await view(page, server, run);
  }
  const file = info.outputPath('clicks.wav');
  await writeFile(file, clicking(6));
  const hears = await playwright.chromium.launch({
    ...launchOptions,
    args: [...(launchOptions.args ?? []), `--use-file-for-fake-audio-capture=${file}%noloop`],
  });
  const phone = await (await hears.newContext({ viewport: { width: 390, height: 844 }, permissions: ['microphone'] })).newPage();
  await phone.context().addCookies(await page.context().cookies());
  await phone.goto(`${server.url}/run/${run}`);
  await phone.getByRole('button', { name: 'count the clicks by ear' }).click();
  const heard = phone.getByRole('status', { name: 'clicks heard' });
  // a busy machine drops some of what it hears; what is heard of a whole trace is counted in the tests of the core
  const count = async () => Number(/\d+/.exec(await heard.innerText())?.[0]);
  await expect.poll(count).toBeGreaterThanOrEqual(3);
  await phone.waitForTimeout(5000); // it plays no longer
  const n = await count();
  expect(n).toBeLessThanOrEqual(6);
  for (let i = n; i < 7; i++) await phone.getByRole('button', { name: 'one more' }).click();
  await expect(heard).toContainText(`heard ${n}, put right`);
  await phone.getByRole('button', { name: 'write 7' }).click();
  await expect(phone.getByRole('textbox').first()).toHaveValue('7');
  await hears.close();
});
