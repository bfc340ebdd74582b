import { expect, freshDatabase, Mechanic, passwords, Server, states, test } from './server';

test.describe('signing in', () => {
  test.use({ who: '' });

  test('by name and password, then a colleague by PIN; what was typed stays', async ({ page, server }) => {
    await page.goto(`${server.url}/bench/window?now=3`);
    await page.getByLabel('your name').fill('tobin');
    await page.getByLabel('your password').fill('wrong');
    await page.getByRole('button', { name: 'Sign in' }).click();
    await expect(page.getByRole('alert')).toContainText('do not belong together');
    await expect(page.getByLabel('your name')).toHaveValue('tobin');
    await page.getByLabel('your password').fill(passwords['Tobin'] ?? '');
    await page.keyboard.press('Enter');
    await expect(page.getByLabel('the setting now')).toHaveValue('3');

    await page.getByRole('button', { name: 'Tobin' }).click();
    await page.getByRole('radio', { name: 'Maud' }).click();
    await page.getByLabel('PIN').fill('0000');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('alert')).toContainText('not the PIN of this name');
    await page.getByLabel('PIN').fill('8642');
    await page.getByRole('button', { name: 'Switch' }).click();
    await expect(page.getByRole('button', { name: 'Maud', exact: true })).toBeVisible();
    await expect(page.getByLabel('the setting now')).toHaveValue('3');

    await page.getByRole('button', { name: 'Maud', exact: true }).click();
    await page.getByRole('button', { name: 'sign out', exact: true }).click();
    await expect(page.getByRole('heading', { name: 'Who is at the bench?' })).toBeVisible();
    await page.goto(server.url);
    await expect(page.getByText('Launch Teal')).toHaveCount(0);
  });

  test('the first start asks for the lead’s account', async ({ page }) => {
    const empty = new Server(freshDatabase());
    await empty.start();
    try {
      await page.goto(empty.url);
      await page.getByLabel('your name').fill('Ro');
      await page.getByLabel('a password of at least 10 letters').fill('short');
      await page.getByRole('button', { name: 'Begin' }).click();
      await expect(page.getByRole('alert')).toContainText('at least 10 letters');
      await page.getByLabel('a password of at least 10 letters').fill('long enough here');
      await page.getByRole('button', { name: 'Begin' }).click();
      await expect(page.getByText('0 machines on the floor')).toBeVisible();
    } finally {
      await empty.stop();
    }
  });
});

test('a device left alone locks, and the run is where it was', async ({ page, server }) => {
  const m = new Mechanic(page);
  await m.toFound(server);
  await m.type('139.4');
  await server.stop();
  const impatient = new Server(server.database, new URL(server.url).host, '6s');
  await impatient.start();
  try {
    await page.waitForTimeout(7000); // nobody touches it
    await page.reload();
    await expect(page.getByText('Nobody was here for a while.')).toBeVisible();
    await page.getByLabel('PIN').fill('2468');
    await page.getByRole('button', { name: 'Open' }).click();
    await expect(m.field()).toHaveValue('139.4');
  } finally {
    await impatient.stop();
  }
});

test('who only reads may look but not work', async ({ page, server }) => {
  const m = new Mechanic(page);
  await m.toFound(server);
  await page.getByRole('button', { name: 'Ines' }).click();
  await page.getByRole('radio', { name: 'Olle' }).click();
  await page.getByLabel('PIN').fill('9753');
  await page.getByRole('button', { name: 'Switch' }).click();
  await m.says('barrel to eye');
  await m.type('139.4');
  for (const s of states) await page.getByRole('button', { name: s }).click();
  await m.tap('Take the reading');
  await expect(page.getByText('you are signed in as read-only, who may not work on runs')).toBeVisible();
  await expect(m.field()).toHaveValue('139.4');
});
