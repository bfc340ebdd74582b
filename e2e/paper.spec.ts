// What leaves the house: photos, amendments, tables, chains, bundles.
import { AxeBuilder } from '@axe-core/playwright';
import { execFileSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { begin, Hand, workUntil } from './hand';
import { expect, root, states, test } from './server';

const run = '2026-11-wigeon';
const file = (name: string, body: Buffer) => {
  const at = join(mkdtempSync(join(tmpdir(), 'brankel-')), name);
  writeFileSync(at, body);
  return at;
};

test('a photo goes in, two taps beside a known thing give a length, and it stands on record and paper', async ({ page, server }) => {
  await page.goto(`${server.url}/run/${run}`);
  const picture = await page.screenshot();
  await page.getByRole('button', { name: 'photo, voice', exact: true }).click();
  const panel = page.getByRole('region', { name: 'Photo' });
  await panel.getByLabel('From a file').setInputFiles({ name: 'a.jpg', mimeType: 'image/jpeg', buffer: Buffer.alloc(9 << 20, 'x') });
  await expect(panel.getByRole('alert')).toContainText('no photo that can be read');
  await panel.getByLabel('From a file').setInputFiles({ name: 'b.jpg', mimeType: 'image/jpeg', buffer: Buffer.alloc(11 << 20, 'x') });
  await expect(panel.getByRole('alert')).toContainText(/10 MB|too large/);
  await panel.getByLabel('Take a photo').setInputFiles({ name: 'c.bin', mimeType: 'application/octet-stream', buffer: picture });
  await panel.getByRole('button', { name: 'measure in it' }).click();
  const shown = panel.getByRole('img');
  const box = await shown.boundingBox();
  if (!box) throw new Error('no photo');
  for (const [x, y] of [
    [0.1, 0.2],
    [0.3, 0.2],
    [0.1, 0.6],
    [0.7, 0.6],
  ] as const)
    await shown.click({ position: { x: box.width * x, y: box.height * y } });
  await expect(panel.getByRole('status')).toContainText(/It is (59|60|61)\.\d ± \d\.\d mm/);
  await panel.getByLabel('the known thing is').fill('a hand');
  await expect(panel.getByRole('alert')).toContainText('number');
  await panel.getByLabel('the known thing is').fill('10 mm');
  await expect(panel.getByRole('status')).toContainText(/It is (29|30|31)\.\d/);
  await panel.getByRole('radio', { name: 'as found' }).click();
  expect((await new AxeBuilder({ page }).analyze()).violations.map((v) => v.id)).toEqual([]);
  await panel.getByRole('button', { name: 'Keep the photo' }).click();
  await expect(panel).toHaveCount(0);

  await page.goto(`${server.url}/record/${run}`);
  const photos = page.getByRole('region', { name: 'Photos' });
  await expect(photos.getByText(/photo, as found.*measured in it (29|30|31)/)).toBeVisible();
  await expect
    .poll(() => photos.getByRole('img').evaluate((i) => (i as HTMLImageElement).naturalWidth), 'it is shown')
    .toBeGreaterThan(1000);
  const pdf = await (await page.request.get(`${server.url}/api/v1/runs/${run}/record.pdf`)).body();
  expect(execFileSync('pdfimages', ['-list', file('r.pdf', pdf)]).toString()).toContain('1280   800');
});

test('a photo of what is looked at is one tap, stays with the look, and stands on the record under its name', async ({ page, server }) => {
  const id = await begin(page, server, 'reed', 'overrun');
  const hand = new Hand(page);
  await workUntil(hand, server, id, 'Left: Lining at the inspection hole');
  const picture = await page.screenshot();
  await hand
    .now()
    .getByLabel('Photo of it')
    .setInputFiles({ name: 'c.bin', mimeType: 'text/plain', buffer: Buffer.from('no picture') });
  await expect(hand.now().getByRole('alert')).toContainText('no photo that can be read');
  await hand.now().getByLabel('Photo of it').setInputFiles({ name: 'c.png', mimeType: 'image/png', buffer: picture });
  await expect(hand.now().getByRole('status')).toHaveText('✓ taken');
  await hand.says('Left: Lining at the inspection hole');
  await hand.tap('✕ thin');
  await page.goto(`${server.url}/record/${id}`);
  await expect(page.getByRole('region', { name: 'Photos' }).getByText('photo, as found, lining, left')).toBeVisible();
});

test('how it stood is kept by a photo before the first turn, stands beside the last reading and beside its twin on the record', async ({
  page,
  server,
}) => {
  const hand = new Hand(page);
  await hand.toFound(server);
  await hand.read('139.4 mm', states);
  await hand.read('12½');
  await hand.read('62');
  const first = hand.now().getByRole('group', { name: 'before the first turn' });
  const picture = await page.screenshot();
  await first.getByLabel('Photo of it').setInputFiles({ name: 'c.png', mimeType: 'image/png', buffer: picture });
  await expect(first, 'it is kept').toHaveCount(0);
  await hand.tap('Turned 3½');
  await hand.tap('Done, 3 times');
  await hand.read('142.9', states);
  await hand.says('joint nut');
  const was = hand.now().getByRole('region', { name: 'As it was found' });
  await expect.poll(() => was.getByRole('img').evaluate((i) => (i as HTMLImageElement).naturalWidth)).toBeGreaterThan(100);
  await page.getByRole('button', { name: 'photo, voice', exact: true }).click();
  const panel = page.getByRole('region', { name: 'Photo' });
  await panel.getByLabel('Take a photo').setInputFiles({ name: 'd.png', mimeType: 'image/png', buffer: picture });
  await expect(panel.getByRole('radio', { name: 'as left' })).toBeChecked();
  await expect(panel.getByLabel('of', { exact: true }), 'of the same thing').toHaveValue('{"of":"barrel"}');
  await panel.getByRole('button', { name: 'Keep the photo' }).click();
  await expect(panel).toHaveCount(0);
  await page.goto(`${server.url}/record/${page.url().split('/').at(-1) ?? ''}`);
  const captions = page.getByRole('region', { name: 'Photos' }).locator('figcaption');
  await expect(captions).toHaveCount(2);
  await expect(captions.first()).toContainText('photo, as found, barrel');
  await expect(captions.last()).toContainText('photo, as left, barrel');
});

test('a signed record is amended beside the entry, and leaves the house as table, chain and bundle that can be proved', async ({
  page,
  server,
}) => {
  await page.goto(`${server.url}/record/2026-03-teal`);
  await page.getByRole('button', { name: 'amend entry 8' }).click();
  await page.getByLabel('why').fill('the tape lay askew');
  await page.getByRole('button', { name: 'Amend entry 8' }).click();
  await expect(page.getByRole('alert')).toContainText('write what it should say');
  await page.getByLabel('what it should say').fill('=142.8 mm');
  await page.getByRole('button', { name: 'Amend entry 8' }).click();
  await expect(page.getByText(/amended by Ines, .*: =142\.8 mm, because: the tape lay askew/).first()).toBeVisible();

  const get = async (path: string) => (await page.request.get(`${server.url}/api/v1/${path}`)).body();
  const chain = file('chain.json', await get('runs/2026-03-teal/chain.json'));
  const verify = (at: string) => execFileSync(join(root, 'bin/brankel'), ['verify', at]).toString();
  expect(verify(chain)).toContain('the chain is whole');
  const changed = (await get('runs/2026-03-teal/chain.json')).toString().replace('askew', 'aslew');
  expect(() => verify(file('changed.json', Buffer.from(changed)))).toThrow(/chain is broken/);

  await page.getByRole('button', { name: 'Bays' }).click();
  await page.goto(`${server.url}/machine/teal`);
  for (const name of ['card, A4', 'card, Letter', 'whole history (zip)']) await expect(page.getByRole('link', { name })).toBeVisible();
  expect(verify(file('bundle.zip', await get('machines/teal/bundle.zip')))).toContain('every chain is whole');
  const card = execFileSync('pdftotext', ['-layout', file('card.pdf', await get('machines/teal/card.pdf')), '-']).toString();
  for (const text of ['Launch Teal', 'lower drive cable', 'look again', 'as left']) expect(card).toContain(text);
});

test('a photo taken while the server is away is kept on the device and stands once on the record', async ({ page, server }) => {
  await page.goto(`${server.url}/run/${run}`);
  const picture = await page.screenshot();
  await page.getByRole('button', { name: 'photo, voice', exact: true }).click();
  await server.stop();
  const panel = page.getByRole('region', { name: 'Photo' });
  await panel.getByLabel('Take a photo').setInputFiles({ name: 'c.png', mimeType: 'image/png', buffer: picture });
  await expect(panel.getByRole('status')).toContainText('is kept on this device and sent when it is back');
  await panel.getByLabel('a word on it').fill('before the tide');
  await panel.getByRole('button', { name: 'Keep the photo' }).click();
  await expect(page.getByText('Kept here: 1.')).toBeVisible();
  await server.start();
  await expect(page.getByText('Kept here')).toHaveCount(0, { timeout: 20_000 });
  await page.goto(`${server.url}/record/${run}`);
  await expect(page.getByRole('region', { name: 'Photos' }).getByText('photo: before the tide')).toHaveCount(1);
});

test('a voice note is recorded, heard, kept, and heard again on the record; also one made while the server is away', async ({
  page,
  server,
}) => {
  const beeps = async () => {
    await page.getByRole('button', { name: 'photo, voice', exact: true }).click();
    await page.getByRole('button', { name: 'say it instead' }).click();
    await page.getByRole('button', { name: 'Record' }).click();
    await page.getByRole('button', { name: /^Stop \(1/ }).click();
  };
  await page.goto(`${server.url}/run/${run}`);
  await page.getByRole('button', { name: 'photo, voice', exact: true }).click();
  await page.getByRole('button', { name: 'say it instead' }).click();
  const panel = page.getByRole('region', { name: 'Voice note', exact: true });
  await panel.getByLabel('From a file').setInputFiles({ name: 'a.mp3', mimeType: 'audio/mpeg', buffer: Buffer.alloc(4000, 'x') });
  await expect(panel.getByRole('alert')).toContainText('no recording that can be played here');
  expect((await new AxeBuilder({ page }).analyze()).violations.map((v) => v.id)).toEqual([]);
  await panel.getByRole('button', { name: 'no voice note' }).click();
  await beeps();
  await panel.getByLabel('what it is about').fill('how it clicks');
  await panel.getByRole('button', { name: 'Keep the voice note' }).click();
  await expect(panel).toHaveCount(0);

  await server.stop();
  await beeps();
  await expect(panel.getByRole('status')).toContainText('is kept on this device');
  await panel.getByLabel('what it is about').fill('without a network');
  await panel.getByRole('button', { name: 'Keep the voice note' }).click();
  await expect(page.getByText('Kept here: 1.')).toBeVisible();
  await server.start();
  await expect(page.getByText('Kept here')).toHaveCount(0, { timeout: 20_000 });

  await page.goto(`${server.url}/record/${run}`);
  for (const about of ['how it clicks', 'without a network']) {
    const player = page.getByRole('region', { name: 'Voice notes' }).getByLabel(`voice note: ${about}, by Ines`);
    await player.evaluate((a) => (a as HTMLAudioElement).play());
    await expect.poll(() => player.evaluate((a) => (a as HTMLAudioElement).currentTime)).toBeGreaterThan(0.2);
  }
});
