import { expect, Mechanic, states, test } from './server';

test('a lead lets somebody in, changes what they may do, and signs them out', async ({ page, server, browser }) => {
  await page.goto(`${server.url}/people`);
  await page.getByRole('button', { name: 'somebody new' }).click();
  const form = page.getByRole('form', { name: 'somebody new' });
  await form.getByLabel('name', { exact: true }).fill('Ro <script>');
  await form.getByLabel('password to begin with').fill('short');
  await form.getByRole('button', { name: 'Let them in' }).click();
  await expect(form.getByRole('alert')).toContainText('at least 10 letters');
  await form.getByLabel('password to begin with').fill('long enough here');
  await form.getByLabel('PIN').fill('4711');
  await form.getByRole('button', { name: 'Let them in' }).click();
  await expect(page.getByRole('region', { name: 'People' })).toContainText('Ro <script>');

  const theirs = await (await browser.newContext()).newPage();
  expect(
    (
      await theirs.request.post(`${server.url}/api/v1/session`, {
        data: { name: 'Ro <script>', password: 'long enough here' },
      })
    ).ok(),
  ).toBe(true);
  await theirs.goto(`${server.url}/people`);
  await expect(theirs.getByRole('button', { name: 'somebody new' })).toHaveCount(0);
  await page.getByRole('button', { name: 'change' }).nth(5).click();
  await page.getByRole('form', { name: 'change Ro <script>' }).getByRole('button', { name: 'sign out everywhere' }).click();
  await theirs.reload();
  await expect(theirs.getByRole('heading', { name: 'Who is at the bench?' })).toBeVisible();
});

test('a gauge says what it can tell: too coarse before the reading, overdue on the record', async ({ page, server }) => {
  await page.goto(`${server.url}/people`);
  await page.getByRole('button', { name: 'another gauge' }).click();
  const form = page.getByRole('form', { name: 'another gauge' });
  await form.getByLabel('name').fill('tape 9');
  await form.getByLabel('smallest step it shows').fill('1');
  await form.getByLabel('it tells to ±').fill('0.2');
  await form.getByRole('button', { name: 'Keep the gauge' }).click();
  await expect(form.getByRole('alert')).toContainText('half its smallest step at least: 0.5');
  await form.getByLabel('it tells to ±').fill('0,5');
  await form.getByLabel('calibrated until (a day)').fill('2026-13-01');
  await form.getByRole('button', { name: 'Keep the gauge' }).click();
  await expect(form.getByRole('alert')).toContainText('write the day as');
  await form.getByLabel('calibrated until (a day)').fill('2025-01-31');
  await form.getByRole('button', { name: 'Keep the gauge' }).click();
  await expect(page.getByText('✕ calibration ran out on 31 Jan 2025')).toBeVisible();

  const m = new Mechanic(page);
  await m.toFound(server);
  await page.getByLabel('gauge', { exact: true }).selectOption({ label: 'tape 9 ± 0.5' });
  await expect(page.getByText('tape 9 is too coarse here: it tells to ± 0.5, the band is only 1 wide')).toBeVisible();
  await m.read('139.4 mm', states);
  await m.read('12½');
  await m.read('62');
  await m.says('3½ turns');
  await expect(page.getByText('gauge overdue')).toBeVisible();
  await page.goto(page.url().replace('/run/', '/record/'));
  await expect(page.getByText('tape 9 (calibration overdue since 31 Jan 2025)').first()).toBeVisible();
});

test('the key / finds a machine by its serial and a sheet by its rig', async ({ page, server }) => {
  await page.goto(server.url);
  await page.getByText('Launch Teal').first().waitFor();
  await page.keyboard.press('/');
  await page.keyboard.type('wi-mal');
  const found = page.getByRole('region', { name: 'Found' });
  await expect(found.getByRole('link')).toHaveText([/Mail aeroplane/]); // this one alone, once all is typed
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Mail aeroplane' })).toBeVisible();
  await page.goto(server.url);
  await page.getByText('Launch Teal').first().waitFor();
  await page.keyboard.press('/');
  await page.keyboard.type('overrun sedge');
  await expect(found.getByRole('link').first()).toHaveText(/Sheet 601/);
  await page.keyboard.press('ControlOrMeta+a');
  await page.keyboard.type("100% _'; DROP");
  await expect(found).toContainText('Nothing holds all of these words');
});
