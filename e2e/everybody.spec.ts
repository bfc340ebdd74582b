// Every screen is sound for a screen reader, by day and by lamp, on desk, tablet and phone.
import type { Page } from '@playwright/test';
import { expect, Mechanic, states, test, type Server } from './server';
import { over, small, unreached } from './reach';
import { faults } from './sound';

const sizes = { desk: [1280, 800], tablet: [820, 1180], phone: [390, 844] } as const;

/** Where each screen is, and what stands on it once it is there. */
const screens: [path: string, shows: string][][] = [
  [
    ['/', 'Launch Wigeon'],
    ['/run/2026-11-avocet', 'The complaint'],
    ['/run/2026-11-avocet/hands', 'On the other phone'],
    ['/record/2026-11-avocet', 'Chain hash'],
    ['/sheets', 'From a manual’s figures'],
    ['/sheets/new', 'write what you call it'],
    ['/machine/mail', 'Change the card'],
    ['/machine/new', 'Keep the card'],
    ['/machine/mail/years', 'The visits'],
  ],
  [
    ['/due', 'Coming due'],
    ['/log', 'The week'],
    ['/people', 'tension gauge 2'],
    ['/who', 'Who is at the bench now?'],
    ['/held', 'Nothing is held here'],
    ['/hands', 'Take the other end'],
    ['/set', 'tap its picture'],
    ['/set/clutch', 'No manual at hand'],
  ],
  [
    ['/whatif', 'Try a setting'],
    ['/trouble', 'What is wrong'],
    ['/trouble/shop', 'Nothing yet'],
    ['/routing', 'from above'],
    ['/practice', 'Surprise me'],
    ['/bench', 'What does this measurement mean'],
    ['/bench/adjuster', 'An example.'],
    ['/bench/tension', 'An example.'],
    ['/bench/spring', 'An example.'],
    ['/at/mail', 'Mail aeroplane'],
  ],
];

async function sound(page: Page, server: Server, list: [string, string][]) {
  const found: string[] = [];
  for (const [path, shows] of list) {
    await page.setViewportSize({ width: 1280, height: 800 });
    await page.goto(server.url + path);
    await expect(page.locator('main')).toContainText(shows, { ignoreCase: true });
    await expect(page.getByRole('progressbar')).toHaveCount(0);
    for (const theme of ['lamp', 'daylight'] as const) {
      for (const [size, [width, height]] of Object.entries(sizes)) {
        await page.setViewportSize({ width, height });
        for (const fault of await faults(page, theme === 'daylight')) found.push(`${path}, ${size}, before ${theme}: ${fault}`);
      }
      await page.getByRole('button', { name: theme, exact: true }).click();
    }
  }
  expect(found).toEqual([]);
}

for (const [i, list] of screens.entries()) {
  test(`every screen is sound for a screen reader, by day and by lamp, at three sizes (${i + 1} of ${screens.length})`, async ({
    page,
    server,
  }) => {
    await sound(page, server, list);
  });
}

test('on every screen the keys lead to whatever is tapped, gloves make it large, and shown twice as large nothing is cut off', async ({
  page,
  server,
}) => {
  const found: string[] = [];
  await page.goto(server.url);
  await page.getByRole('button', { name: 'gloves' }).click();
  for (const [path, shows] of screens.flat()) {
    await page.setViewportSize({ width: 1280, height: 800 });
    await page.goto(server.url + path);
    await expect(page.locator('main')).toContainText(shows, { ignoreCase: true });
    await expect(page.getByRole('progressbar')).toHaveCount(0);
    for (const what of [...(await unreached(page)), ...(await small(page))]) found.push(`${path}: ${what}`);
    // a phone, a desk shown twice as large, and four times
    for (const [width, height] of [sizes.phone, [640, 400], [320, 256]] as const) {
      await page.setViewportSize({ width, height });
      await expect.poll(() => over(page), `${path} runs off the side at ${String(width)}`).toBeLessThanOrEqual(0);
    }
  }
  expect(found).toEqual([]);
});

test('to whoever only hears it the picture, the rule and the order of the work are words', async ({ page, server }) => {
  const m = new Mechanic(page);
  await m.toFound(server);
  const main = page.getByRole('main');
  await expect(main.getByRole('img', { name: /helm; .*barrel; .*read here, barrel to eye; .*○ dogs home/ })).toBeVisible();
  await expect(main.getByRole('img', { name: 'barrel to eye: not yet read, window 142.5 to 143.5 mm' })).toBeVisible();
  const order = main.getByRole('list', { name: 'Steps' }).getByRole('listitem');
  await expect(order.filter({ hasText: 'Worn parts' })).toHaveText(/, done/);
  await expect(order.and(main.locator('[aria-current=step]'))).toHaveText(/As found *, now/);
  await expect(order.filter({ hasText: 'On the water' })).toHaveText(/, later/);
  await m.read('139.4 mm', states);
  await expect(main.getByRole('img', { name: /^barrel to eye: 139\.4 mm, .*window 142\.5 to 143\.5 mm/ })).toBeVisible();
});

test('who is at the bench is chosen by the arrows alone', async ({ page, server }) => {
  await page.goto(`${server.url}/who`);
  const names = page.getByRole('radiogroup', { name: 'name' }).getByRole('radio');
  await page.getByLabel('PIN').focus();
  await page.keyboard.press('Shift+Tab');
  await expect(names.first()).toBeFocused(); // one stop of the tabulator for all of them
  for (const key of ['ArrowRight', 'ArrowDown', 'End', 'ArrowRight']) await page.keyboard.press(key);
  await expect(names.first()).toBeFocused(); // round the end
  await page.keyboard.press('ArrowRight');
  await expect(names.nth(1)).toHaveAttribute('aria-checked', 'true');
  await page.keyboard.press('Tab');
  await page.keyboard.type('1357');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('banner').getByRole('button', { name: 'Tobin' })).toBeVisible();
});

test('in gloves the whole pad and its taking stand in sight on a bench screen', async ({ page, server }) => {
  await page.setViewportSize({ width: 1280, height: 800 });
  const m = new Mechanic(page);
  await m.toFound(server);
  const low = async () => {
    const take = await page.getByRole('button', { name: 'Take the reading' }).boundingBox();
    const foot = await page.getByRole('contentinfo').boundingBox();
    return (take?.y ?? 9999) + (take?.height ?? 0) - (foot?.y ?? 0);
  };
  expect(await low(), 'with bare hands').toBeLessThanOrEqual(0);
  await page.getByRole('button', { name: 'gloves' }).click();
  await expect(page.locator('[data-gloves]')).toHaveCount(1);
  await expect.poll(low, 'in gloves').toBeLessThanOrEqual(0);
});
