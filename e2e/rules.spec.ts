import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { expect, signIn, test } from './server';

const clean = async (page: Page) => {
  expect((await new AxeBuilder({ page }).analyze()).violations.map((v) => [v.id, v.nodes[0]?.html])).toEqual([]);
};

/** The page of the mixture's sheet. */
const mixture = async (page: Page, url: string) => {
  const hits = (await (await page.request.get(`${url}/api/v1/search?find=sheet+701`)).json()) as { to: string }[];
  await page.goto(`${url}${hits[0]?.to ?? ''}`);
  await expect(page.getByRole('heading', { name: /Sheet 701/ })).toBeVisible();
};

test('by keyboard: a rule of the workshop is later than its sheet only with a reason, and stands where it comes due', async ({ page, server }) => {
  await signIn(page, server.url, 'Ines');
  await mixture(page, server.url);
  const again = page.getByRole('region', { name: 'When again' });
  await expect(again).toContainText('Look again: 365 days or 100 h');
  await again.getByRole('button', { name: 'our own rule: look again' }).focus();
  await page.keyboard.press('Enter');
  const form = again.getByRole('form', { name: 'our own rule: look again' });
  await form.getByLabel('days').fill('500');
  await page.keyboard.press('Enter');
  await expect(form.getByText('500 days is later than the 365 of the sheet: say why in a few words')).toBeVisible();
  await expect(form.getByLabel('days'), 'what was typed stays').toHaveValue('500');
  await clean(page);
  await form.getByLabel('why').fill('flies ten hours a year');
  await page.keyboard.press('Enter');
  await expect(again).toContainText('500 days or 100 h by our own rule');
  await expect(again).toContainText('Ines: flies ten hours a year; the sheet says 365 days or 100 h');
  await page.goto(`${server.url}/due`);
  await expect(page.getByRole('region', { name: 'Coming due' })).toContainText('later than the sheet: flies ten hours a year');
  await mixture(page, server.url);
  await again.getByRole('button', { name: 'change our rule: look again' }).click();
  await again.getByRole('button', { name: 'as the sheet has it' }).click();
  await expect(again).not.toContainText('by our own rule');
});

test('the archive is made with how far it is, and saved', async ({ page, server }) => {
  await signIn(page, server.url, 'Ines');
  await page.goto(`${server.url}/people`);
  const whole = page.getByRole('region', { name: 'The whole workshop' });
  await whole.getByRole('button', { name: 'Make the file' }).click();
  await expect(whole.getByRole('status')).toContainText(/It is made: [\d,]+ rows/);
  const saved = page.waitForEvent('download');
  await whole.getByRole('link', { name: 'Save it' }).click();
  expect((await saved).suggestedFilename()).toMatch(/^brankel-\d{4}-\d\d-\d\d\.tar$/);
  await clean(page);
});

test.describe('by thumb', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });
  test('a cable that was lubricated is one tap, and comes due from that day on', async ({ page, server }) => {
    await signIn(page, server.url, 'Tobin');
    await page.goto(`${server.url}/due`);
    const visit = page.getByRole('region', { name: 'Mail aeroplane' });
    await expect(visit).toContainText('mixture, lubricate: dry film lubricant');
    await visit.getByRole('button', { name: 'Lubricated today: mixture' }).click();
    await expect(visit.getByRole('button', { name: /Lubricated today/ })).toHaveCount(0);
    await page.goto(`${server.url}/machine/mail`);
    await expect(page.getByRole('region', { name: 'Logged' })).toContainText('lubricated: mixture, dry film lubricant');
    await mixture(page, server.url);
    await expect(page.getByRole('button', { name: /our own rule/ }), 'a mechanic makes no rules').toHaveCount(0);
    expect(await page.evaluate(() => document.documentElement.scrollWidth), 'no sideways scroll').toBeLessThanOrEqual(390);
  });
});
