import { expect, Mechanic, test } from './server';

const figures = '/bench/adjuster?now=139.4&target=143&minus=0.5&plus=0.5&pitch=1&step=1%2F2&engaged=12%C2%BD&engaged_min=6&engaged_max=20';

test('a quiet day’s barrel goes from the Bench to a signed record, and its figures into a draft', async ({ page, server }) => {
  const m = new Mechanic(page);
  await page.goto(server.url + figures);
  await m.tap('Set it, and keep a record');
  await page.getByLabel('on', { exact: true }).selectOption('a boat');
  await page.getByLabel('what is set').fill('hatch cable');
  await m.tap('Start');
  await expect(page.getByRole('alert').filter({ hasText: 'where the figures come from' })).toBeVisible();
  await page.getByLabel('where the figures come from').fill('manual, section 7');
  await m.tap('Start');
  await expect(page.getByText('make it safe first')).toBeVisible();
  await m.tap(/^○?\s*Key out and kept/);
  await m.tap('Start');
  await m.says('3½ turns');
  await m.tap('Turned 3½');
  await m.read('142.9');
  await m.tap('Locked');
  await m.read('143');
  await m.says('Key in');
  await m.change();
  await m.says('Sign');
  await m.tap(/^Sign/);
  await expect(page.getByText('Signed and proved')).toBeVisible();
  await page.goto(server.url);
  await expect(page.getByRole('region', { name: 'At the Bench' })).toHaveCount(0);
  await page.getByLabel('find a machine, cable, sheet').fill('hatch');
  await page.getByRole('link', { name: /hatch cable/ }).click();
  await expect(page.getByText('figures from the Bench · manual, section 7')).toBeVisible();
  await expect(page.getByText('143.0 mm, inside')).toBeVisible();
  await m.tap('keep the figures as a sheet');
  await expect(page.getByLabel('target of length')).toHaveValue('143');
});
