// A run, a draft and an exercise on the way are sound for screen readers; screens as they open: everybody.spec.ts.
import type { RunView } from '../ui/src/api/client';
import { Apprentice, practise } from './apprentice';
import { chooses, expect, Mechanic, test } from './server';
import { sound } from './sound';

test('a run on its way is sound for screen readers, by day and by lamp', async ({ page, server }) => {
  const m = new Mechanic(page);
  await m.toFound(server);
  await sound(page, 'reading');
  const run = page.url();
  await page.getByRole('link', { name: 'from a table' }).click();
  const table = { name: 'a.csv', mimeType: 'text/csv', buffer: Buffer.from('what,value\nbarrel to eye,139.4\nA17,12\n') };
  await page.getByLabel('Choose a table (CSV)').setInputFiles(table);
  await page.getByRole('list', { name: 'lines' }).waitFor();
  await sound(page, 'from a table');
  await page.goto(run);
  await m.setTheLength();
  await sound(page, 'locking');
});

test('a sheet and a draft are sound for screen readers, by day and by lamp', async ({ page, server }) => {
  test.slow(); // a draft has some hundred blanks to look at
  await page.goto(`${server.url}/sheets`);
  await page.getByRole('button', { name: /sheet 721/ }).click();
  await page.getByRole('heading', { name: 'Sheet 721' }).waitFor();
  await sound(page, 'a sheet');
  await page.goto(`${server.url}/sheets/new`);
  await chooses(page, 'gate');
  await page.getByText('still to be written').waitFor();
  await sound(page, 'a draft');
});

test('nothing of these screens runs off the side of a phone', async ({ page, server }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto(`${server.url}/sheets/new`);
  await chooses(page, 'aileron');
  await page.getByText('still to be written').waitFor();
  for (const path of ['', '/', '/sheets', '/machine/mail', '/machine/new', '/people', '/who']) {
    if (path) await page.goto(server.url + path);
    await page.waitForTimeout(500);
    expect(await page.evaluate(() => document.documentElement.scrollWidth), path || 'the draft').toBeLessThanOrEqual(390);
  }
});

test('practice is sound for screen readers, by day and by lamp', async ({ page, server }) => {
  test.slow();
  await page.goto(`${server.url}/practice`);
  await page.getByRole('button', { name: 'Surprise me' }).waitFor();
  const run = (await (
    await page.request.post(`${server.url}/api/v1/practice`, { data: { exercise: 'outboard-short', seed: 41 } })
  ).json()) as RunView;
  await page.goto(`${server.url}/run/${run.id}`);
  const hand = new Apprentice(page);
  await practise(hand, server, run.id, (v) => v.advice.do === 'read');
  await hand.does(/^hold/);
  await sound(page, 'an exercise');
  await page.getByRole('button', { name: 'end it' }).click();
  await page.getByRole('button', { name: 'Stop here, see how it went' }).click();
  await page.getByText('this was hidden').waitFor();
  await sound(page, 'how it went');
  const hits = (await (await page.request.get(`${server.url}/api/v1/search?find=sheet+701`)).json()) as { to: string }[];
  await page.goto(`${server.url}/practice/compose?sheet=${(hits[0]?.to ?? '').replace('/sheets/', '')}`);
  await page.getByRole('group', { name: 'faults' }).waitFor();
  await sound(page, 'an exercise to be made');
});
