import AxeBuilder from '@axe-core/playwright';
import { expect, signIn, test } from './server';
import { begin } from './hand';

test('by keyboard: what runs out stands on the card, leads to its years, and each visit to its record', async ({ page, server }) => {
  await signIn(page, server.url, 'Ines');
  await page.goto(`${server.url}/machine/mussel`);
  const near = page.getByRole('link', { name: /^clutch, cable nut runs out about/ });
  await near.focus();
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/machine\/mussel\/years$/);
  const line = page.getByRole('region', { name: 'clutch, cable nut' });
  await expect(line).toContainText('2 turns left');
  await expect(line).toContainText('Order the part for the next visit');
  await expect(line.getByRole('img')).toHaveAccessibleName(/runs out about .* 2 turns left/);
  await line.getByText('The 8 visits, and why').focus();
  await page.keyboard.press('Enter');
  const visit = line.getByRole('row').filter({ hasText: '26 May 2026' });
  await expect(visit).toContainText('142,9');
  await expect((await new AxeBuilder({ page }).analyze()).violations.map((v) => [v.id, v.nodes[0]?.html])).toEqual([]);
  await visit.getByRole('link').focus();
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/record\/2026-05-mussel-clutch$/);
});

test('in a run it is told where the turn is decided', async ({ page, server }) => {
  await signIn(page, server.url, 'Ines');
  await page.goto(`${server.url}/run/2026-11-mussel-clutch`);
  await expect(page.getByRole('region', { name: 'Over the years' })).toContainText('1, 1½ and 1½ were taken up; 2 turns left');
  const id = await begin(page, server, 'teal', 'lower');
  expect(id).not.toBe('');
  await expect(page.getByRole('region', { name: 'Now' })).toBeVisible();
  await expect(page.getByRole('region', { name: 'Over the years' }), 'and not where nothing was seen twice').toHaveCount(0);
});

test.describe('by thumb', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });
  test('a visit is planned by its day, moved, refused where it can not be, and taken back', async ({ page, server }) => {
    await signIn(page, server.url, 'Tobin');
    await page.goto(server.url);
    await page.getByRole('link', { name: 'plan the visits' }).click();
    const visit = page.getByRole('region', { name: 'Mussel van' });
    await expect(visit).toContainText('clutch, cable nut at its end');
    await expect(visit).toContainText('Bring: the new part for the clutch');
    const day = visit.getByLabel('Mussel van comes in on');
    await day.fill('soon');
    await visit.getByRole('button', { name: 'Plan it' }).click();
    await expect(visit.getByRole('alert')).toContainText('write a day as 2026-12-08');
    await expect(day, 'what was typed stays').toHaveValue('soon');
    await day.fill('2027-12-01');
    await visit.getByRole('button', { name: 'Plan it' }).click();
    await expect(visit).toContainText('planned by Tobin');
    await expect(visit, 'a later day does more').toContainText('parking brake, look again');
    expect(await page.evaluate(() => document.documentElement.scrollWidth), 'no sideways scroll').toBeLessThanOrEqual(390);
    await page.reload();
    await expect(visit).toContainText('planned by Tobin');
    await visit.getByRole('button', { name: 'take it back' }).click();
    await expect(visit).not.toContainText('planned by');
    await expect(page.getByRole('button', { name: /secret address/ }), 'a mechanic opens no door to the house').toHaveCount(0);
  });
});

test('a machine is dragged to its week, or led there by the arrows; a calendar reads by a secret address until it is revoked', async ({
  page,
  server,
}) => {
  await signIn(page, server.url, 'Ines');
  await page.goto(`${server.url}/due`);
  const chip = page.getByRole('group', { name: 'The weeks ahead' }).getByText('Mussel van');
  const box = await chip.boundingBox();
  if (!box) throw new Error('it stands nowhere');
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(300, box.y + 10, { steps: 4 });
  await page.mouse.up();
  await expect(page.getByRole('region', { name: 'Mussel van' })).toContainText('planned by Ines');
  const oyster = page.getByRole('slider', { name: 'Oyster van comes in' });
  const day = async () => Number(await oyster.getAttribute('aria-valuenow'));
  const was = await day();
  await oyster.focus();
  for (const key of ['Shift+ArrowRight', 'ArrowRight', 'ArrowLeft', 'ArrowRight']) await page.keyboard.press(key);
  expect(await day()).toBe(was + 8);
  await page.keyboard.press('Escape');
  expect(await day(), 'Esc puts it back').toBe(was);
  await page.keyboard.press('Shift+ArrowRight');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('region', { name: 'Oyster van' })).toContainText('planned by Ines');
  expect(await day()).toBe(was + 7);
  await page.getByRole('button', { name: /secret address/ }).click();
  const told = page.getByRole('status');
  await expect(told).toContainText('it is shown once');
  const address = /https?:\S+/.exec(await told.innerText())?.[0] ?? '';
  const stranger = await (await fetch(address)).text();
  expect(stranger).toContain('BEGIN:VCALENDAR');
  expect(stranger.replaceAll('\r\n ', '')).toContain('Mussel van comes in');
  expect(await (await page.request.get(`${server.url}/api/v1/due.ics`)).text()).toContain('BEGIN:VEVENT');
  await expect((await new AxeBuilder({ page }).analyze()).violations.map((v) => [v.id, v.nodes[0]?.html])).toEqual([]);
  await page.reload();
  await expect(page.getByText('given by Ines')).toBeVisible();
  await page.getByRole('button', { name: 'revoke it' }).click();
  await expect(page.getByText('given by Ines')).toHaveCount(0);
  expect((await fetch(address)).status).toBe(404);
});

test('the week and the log: a sentence with blanks that stands in the address, a refusal at its blank, a file', async ({
  page,
  server,
}) => {
  await signIn(page, server.url, 'Olle');
  await page.goto(server.url);
  await page.getByRole('link', { name: 'the week' }).click();
  await expect(page.getByRole('region', { name: 'Waits for its proof' })).toContainText('Launch Avocet');
  await page.getByLabel('runs of the cable').fill('clutch');
  await page.getByLabel('moved more than, turns').fill('3');
  await expect(page.getByText('one run', { exact: true })).toBeVisible();
  await page.getByLabel('from (2026-03-14)').fill('last spring');
  await expect(page.getByRole('alert')).toContainText('write a day as 2026-03-14');
  await expect(page.getByLabel('runs of the cable'), 'nothing typed is lost').toHaveValue('clutch');
  await page.getByLabel('from (2026-03-14)').fill('');
  await page.reload();
  await expect(page.getByLabel('moved more than, turns')).toHaveValue('3');
  const href = await page.getByRole('link', { name: 'as a table (CSV)' }).getAttribute('href');
  expect(await (await page.request.get(`${server.url}${href ?? ''}`)).text()).toContain('2026-11-oyster-clutch');
  await expect((await new AxeBuilder({ page }).analyze()).violations.map((v) => [v.id, v.nodes[0]?.html])).toEqual([]);
  await page.goto(server.url);
  await page.getByLabel('find a machine, cable, sheet').fill('clases reverse');
  await expect(page.getByRole('link', { name: /Oyster van · clutch/ }).first(), 'a slip is forgiven').toBeVisible();
});

test('a label opens what is to be done there: the run in hand, else the card', async ({ page, server }) => {
  await signIn(page, server.url, 'Ines');
  await page.goto(`${server.url}/at/mussel/clutch`);
  await expect(page).toHaveURL(/run\/2026-11-mussel-clutch$/);
  await page.goto(`${server.url}/at/teal/lower`);
  await expect(page).toHaveURL(/machine\/teal$/);
  const sheet = await page.getByRole('link', { name: 'labels' }).getAttribute('href');
  for (const url of [sheet ?? '', '/api/v1/labels.pdf?paper=single']) {
    const pdf = await page.request.get(server.url + url);
    expect((await pdf.body()).subarray(0, 5).toString()).toBe('%PDF-');
  }
  expect((await page.request.get(`${server.url}/api/v1/labels.pdf?paper=A9`)).status()).toBe(422);
  expect((await page.request.get(`${server.url}/api/v1/labels.pdf?machine=nobody`)).status()).toBe(404);
});

test('a meter that was changed counts on: the refusal says so, and one tap does it', async ({ page, server }) => {
  await signIn(page, server.url, 'Ines');
  await page.goto(`${server.url}/machine/mussel`);
  const form = page.getByRole('form', { name: 'Log' });
  await form.getByLabel('it shows').fill('12');
  await form.getByRole('button', { name: 'Log it' }).click();
  await expect(form.getByRole('alert')).toContainText('say that the meter was changed');
  await expect(form.getByLabel('it shows'), 'what was typed stays').toHaveValue('12');
  await form.getByRole('button', { name: 'the meter was changed' }).click();
  await form.getByRole('button', { name: 'Log it' }).click();
  await expect(page.getByText('12 km, a new meter')).toBeVisible();
  await page.goto(`${server.url}/machine/mussel/years`);
  await expect(page.getByText(/about 151,\d\d\d km/), 'and the usage goes on').toBeVisible();
});
