import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import type { RunView } from '../ui/src/api/client';
import { Apprentice, practise } from './apprentice';
import { chooses, expect, Mechanic, test } from './server';

async function sound(page: Page, where: string) {
  for (const theme of ['lamp', 'daylight']) {
    const { violations } = await new AxeBuilder({ page }).withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'best-practice']).analyze();
    expect(
      violations.map((v) => `${v.id}: ${v.nodes.map((n) => n.target.join(' ')).join(', ')}`),
      `${where}, before ${theme}`,
    ).toEqual([]);
    await page.getByRole('button', { name: theme, exact: true }).click();
  }
}

test('bays, run and record are sound for screen readers, by day and by lamp', async ({ page, server }) => {
  await page.goto(server.url);
  await page.getByText('Launch Wigeon').first().waitFor();
  await sound(page, 'bays');
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
  await page.goto(`${server.url}/record/2026-11-avocet`);
  await page.getByText('Chain hash').waitFor();
  await sound(page, 'record');
});

test('the bench is sound for screen readers, by day and by lamp', async ({ page, server }) => {
  for (const name of ['adjuster', 'tension', 'spring']) {
    await page.goto(`${server.url}/bench/${name}`);
    await page.getByText('An example.').waitFor();
    await sound(page, `bench, ${name}`);
  }
});

test('a sheet and a draft are sound for screen readers, by day and by lamp', async ({ page, server }) => {
  test.slow(); // a draft has some hundred blanks to look at
  await page.goto(`${server.url}/sheets`);
  await page.getByRole('button', { name: /sheet 721/ }).click();
  await page.getByRole('heading', { name: 'Sheet 721' }).waitFor();
  await sound(page, 'a sheet');
  await page.goto(`${server.url}/sheets/new`);
  await page.getByLabel(/write what you call it/).waitFor();
  await sound(page, 'which cable');
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
  await sound(page, 'the room');
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
