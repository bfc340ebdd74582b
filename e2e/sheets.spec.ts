import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, root, signIn, test } from './server';

const file = (name: string, text: string) => ({ name, mimeType: 'application/json', buffer: Buffer.from(text) });
const sheet114 = readFileSync(join(root, 'demo/sheets/114.json'), 'utf8');

test('a sheet is found on its axis, read, exported byte for byte and taken in again', async ({ page, server }) => {
  await page.goto(`${server.url}/sheets`);
  await expect(page.getByText('27 sheets for')).toBeVisible();
  await page.getByLabel('find a sheet').fill('lower drive');
  await page.getByRole('button', { name: /sheet 114 revision 3, 1850–2399/ }).click();
  await expect(page.getByRole('heading', { name: 'Sheet 114 · lower drive cable' })).toBeVisible();
  await expect(page.getByText('143 ± 0.5 mm')).toBeVisible();
  const [download] = await Promise.all([page.waitForEvent('download'), page.getByRole('link', { name: 'Export' }).click()]);
  expect(readFileSync(await download.path(), 'utf8')).toBe(sheet114);

  await page.goto(`${server.url}/sheets`);
  await page.getByLabel('sheet file').setInputFiles(file('114.json', sheet114));
  await expect(page.getByRole('heading', { name: 'Sheet 114 · lower drive cable' })).toBeVisible();
});

test('a bad file tells every fault with its cure, and nothing is kept', async ({ page, server }) => {
  await page.goto(`${server.url}/sheets`);
  const input = page.getByLabel('sheet file');
  const bad = JSON.parse(sheet114) as Record<string, unknown>;
  Object.assign(bad, { id: '114b', colour: 'teal', craft: 'sledge', commands: '' });
  await input.setInputFiles(file('bad.json', JSON.stringify(bad)));
  const alert = page.getByRole('alert');
  await expect(alert).toContainText('Nothing was kept: 3 things are to be put right.');
  for (const says of ['colour: there is no such field', 'craft: choose one of: boat', 'commands: this is to be written'])
    await expect(alert).toContainText(says);
  const claims = { ...(JSON.parse(sheet114) as object), id: '115' };
  await input.setInputFiles(file('claims.json', JSON.stringify(claims)));
  await expect(alert).toContainText('sheet 114 and sheet 115 both claim serials 1850–2399: part their ranges');
  await input.setInputFiles(file('words.json', 'PK\u0003\u0004 zip'));
  await expect(alert).toContainText('is no sheet in the open format');
  await input.setInputFiles(file('huge.json', `"${'x'.repeat(20_000_000)}"`));
  await expect(alert).toContainText('larger than any sheet');
  await page.reload();
  await expect(page.getByText('27 sheets for')).toBeVisible();
});

test('a new sheet starts from its family without figures; script text stays text; undo and draft', async ({ page, server }) => {
  await page.goto(`${server.url}/sheets`);
  await page.getByLabel('new sheet for').selectOption('clutch');
  await expect(page.getByRole('status').filter({ hasText: 'still to be written' })).toBeVisible();
  const write = async (path: string, text: string) => {
    await page.getByLabel(path, { exact: true }).fill(text);
  };
  await write('id', '399');
  await write('cable', '<img src=x onerror=alert(1)>');
  await write('source.title', 'measured on the van in the yard');
  await page.getByRole('button', { name: 'add to chain of parts' }).click();
  await write('chain[0].role', 'vehicle');
  await write('chain[0].name', 'Oxbury 12 van');
  await write('adjusters[0].pitch', '1,25');
  await write('influence[0].per_turn', '4.8');
  await write('points[0].target', '180');
  await expect(page.getByText('180 mm is far from the usual 2 to 60 mm of a cable clutch')).toBeVisible();
  await page.reload();
  await expect(page.getByLabel('points[0].target'), 'the draft is kept').toHaveValue('180');
  await write('points[0].target', '16');
  await write('points[0].target', '17');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByLabel('points[0].target')).toHaveValue('16');
  await expect(page.getByText('Whole: it can be kept.')).toBeVisible();
  await page.getByRole('button', { name: 'Keep the sheet' }).click();
  await expect(page.getByRole('heading', { name: 'Sheet 399 · <img src=x onerror=alert(1)>' })).toBeVisible();

  await page.getByRole('button', { name: 'Revise it' }).click();
  await write('points[0].target', '18');
  await expect(page.getByText('Whole: it can be kept.')).toBeVisible();
  await page.getByRole('button', { name: 'Keep the sheet' }).click();
  await expect(page.getByRole('region', { name: 'Revisions' })).toContainText('points[0].target: 16 → 18');

  await page.getByRole('button', { name: 'Copy as a new one' }).click();
  await expect(page.getByRole('button', { name: 'assumed: confirm' }).first()).toBeVisible();
  await expect(page.getByText('“399” is')).toHaveCount(0);
});

test('who may not change sheets is not offered to', async ({ page, server }) => {
  await signIn(page, server.url, 'Tobin');
  await page.goto(`${server.url}/sheets`);
  await expect(page.getByText('27 sheets for')).toBeVisible();
  await expect(page.getByLabel('new sheet for')).toHaveCount(0);
});
