import { readFile } from 'node:fs/promises';
import { view } from './hand';
import { expect, Mechanic, test } from './server';

const table = `Zeit;Stelle;Wert;Geraet
09:30;barrel to eye;139,4;C3
09:31;A17;5 1/2 in;C3
09:32;barrel to eye;nine;C3
09:33;the lid on the front – 20 °C;12;C3
`;

test('readings logged elsewhere come in as a table, line by line, and go out as one', async ({ page, server }) => {
  const m = new Mechanic(page);
  await m.toFound(server);
  const run = page.url().replace(/.*\/run\//, '');
  const found = await view(page, server, run);
  const before = found.seq;
  await page.getByRole('link', { name: 'from a table' }).click();
  await page.getByLabel('Choose a table (CSV)').setInputFiles({ name: 'bench.csv', mimeType: 'text/csv', buffer: Buffer.from(table) });
  await expect(page.getByLabel('“barrel to eye” in 2 lines is')).toHaveCount(0); // the sheet calls it so
  const lines = page.getByRole('list', { name: 'lines' }).getByRole('listitem');
  await expect(lines).toHaveCount(4);
  await expect(page.getByLabel('the reading is in')).toHaveValue('Wert'); // seen by what stands in it
  await expect(lines.nth(1)).toContainText('left out: no point is chosen');
  await page.getByLabel('“A17” in one line is').selectOption({ label: 'barrel to eye' });
  await page.getByLabel('the gauge').selectOption({ label: 'Geraet (C3)' });
  await page.getByLabel('when it was logged').selectOption({ label: 'Zeit (09:30)' });
  await expect(lines.nth(1)).toContainText('139.7 mm');
  await expect(lines.nth(2)).toContainText('is not a number');
  for (const s of await page.getByRole('group', { name: 'barrel to eye' }).getByRole('button').all()) await s.click();
  await expect(page.getByRole('group', { name: 'barrel to eye' }).getByRole('button', { pressed: false })).toHaveCount(0);
  expect((await view(page, server, run)).seq).toBe(before); // nothing is taken before it is seen
  await page.getByRole('button', { name: 'Take these 2 readings' }).click();
  await expect(lines.nth(0)).toContainText('✓ taken');
  await page.getByRole('link', { name: '2 are taken: go on with the run' }).click();
  await expect(page.getByText(/139\.7 mm/).first()).toBeVisible();
  const after = await view(page, server, run);
  expect(after.seq).toBe(before + 2);
  expect(found.advice.read?.point).toBe('barrel-to-eye');
  expect(after.advice.read?.point).not.toBe('barrel-to-eye'); // they count as any that was typed

  // once more the same table: nothing is doubled
  await page.getByRole('link', { name: 'from a table' }).click();
  await page.getByLabel('Choose a table (CSV)').setInputFiles({ name: 'bench.csv', mimeType: 'text/csv', buffer: Buffer.from(table) });
  await expect(lines.nth(0)).toContainText('it is on this run already');
  await expect(page.getByRole('button', { name: /^Take/ })).toHaveCount(0);
  const left = page.waitForEvent('download');
  await page.getByRole('link', { name: /as a table/ }).click();
  const text = await readFile(await (await left).path(), 'utf8');
  expect(text).toContain('139.7');

  // a table of another world
  await page.getByLabel('Another table').setInputFiles({ name: 'x.csv', mimeType: 'text/csv', buffer: Buffer.from([0, 1, 2, 3]) });
  await expect(page.getByText('This is no table of text: save it as CSV.')).toBeVisible();
});

test('a table taken on a device whose clock is ahead: each line says why it was not, and is taken once the clock is set', async ({
  page,
  server,
}) => {
  const m = new Mechanic(page);
  await m.toFound(server);
  const run = page.url().replace(/.*\/run\//, '');
  const before = (await view(page, server, run)).seq;
  await page.getByRole('link', { name: 'from a table' }).click();
  await page.clock.setFixedTime(Date.now() + 2 * 86_400_000);
  const text = 'what,value\nbarrel to eye,139.4\nbarrel to eye,139.5\n';
  await page.getByLabel('Choose a table (CSV)').setInputFiles({ name: 'a.csv', mimeType: 'text/csv', buffer: Buffer.from(text) });
  const lines = page.getByRole('list', { name: 'lines' }).getByRole('listitem');
  await expect(lines).toHaveCount(2);
  const take = page.getByRole('button', { name: 'Take these 2 readings' });
  await take.click();
  for (const i of [0, 1]) await expect(lines.nth(i)).toContainText(/clock/);
  expect((await view(page, server, run)).seq, 'nothing was taken').toBe(before);
  await page.clock.setFixedTime(Date.now());
  await take.click();
  for (const i of [0, 1]) await expect(lines.nth(i)).toContainText('✓ taken');
  expect((await view(page, server, run)).seq).toBe(before + 2);
});
