import { AxeBuilder } from '@axe-core/playwright';
import type { Browser, Page } from '@playwright/test';
import { expect, test, type Server } from './server';

const run = '2026-11-wigeon';

/** A second device on which nobody is signed in. */
async function phone(browser: Browser): Promise<Page> {
  const context = await browser.newContext({ viewport: { width: 390, height: 844 } });
  return context.newPage();
}

/** A guest at the other end, by the code that stands on the first device. */
async function guest(page: Page, browser: Browser, server: Server, name: string): Promise<Page> {
  await page.goto(`${server.url}/run/${run}/hands`);
  const code = (await page.getByLabel(/^code \d{6}$/).getAttribute('aria-label'))?.slice('code '.length) ?? '';
  const other = await phone(browser);
  await other.goto(server.url);
  await other.getByRole('link', { name: /second hands/ }).click();
  await other.getByLabel('the code').fill('000000');
  await other.getByLabel('your name').fill('Ines');
  await other.getByRole('button', { name: 'Take the other end' }).click();
  await expect(other.getByRole('alert'), 'without the code nobody learns who has an account').toContainText('no run has this code');
  await other.getByLabel('the code').fill(`${code.slice(0, 3)} ${code.slice(3)}`);
  await other.getByRole('button', { name: 'Take the other end' }).click();
  await expect(other.getByRole('alert'), 'nobody goes by the name of somebody here').toContainText('sign in');
  await other.getByLabel('your name').fill(name);
  await other.getByRole('button', { name: 'Take the other end' }).click();
  await expect(other.getByRole('heading', { name: 'You are at the other end' })).toBeVisible();
  return other;
}

test('caller and reader: a guest holds, what is read says who held, and who drops out is told', async ({ page, browser, server }) => {
  test.setTimeout(120_000); // who drops out is told after twelve seconds
  const bo = await guest(page, browser, server, 'Bo');
  await expect(page.getByText('Bo, guest')).toBeVisible();
  await bo.getByRole('button', { name: 'I move the control' }).click();
  await page.getByRole('button', { name: 'I read and turn' }).click();
  const held = page.getByRole('status').or(page.getByRole('alert')).first();
  await expect(bo.getByRole('heading', { name: 'WORK 3×' })).toBeVisible();
  await bo.getByRole('button', { name: 'Done, 3 times' }).click();
  await expect(held).toContainText('Bo, guest does not hold yet: wait');
  const dead = page.locator('[inert]').getByRole('button', { name: 'Take the reading', includeHidden: true });
  await expect(dead, 'the pad is dead').toHaveCount(1);
  await expect(bo.getByRole('heading', { name: 'HOLD', exact: true })).toBeVisible();
  for (const one of [page, bo]) expect((await new AxeBuilder({ page: one }).analyze()).violations.map((v) => v.id)).toEqual([]);

  await bo.getByRole('button', { name: 'I hold it' }).click();
  await expect(held).toContainText('Bo, guest holds the helm in forward');
  const release = bo.getByRole('button', { name: /Let go/ });
  await release.click();
  await expect(held, 'a touch lets nothing go').toContainText('holds');
  await release.hover();
  await bo.mouse.down();
  await expect(page.getByRole('alert')).toContainText('Bo, guest let go: wait');
  await bo.mouse.up();
  await bo.getByRole('button', { name: 'I hold it' }).click();
  await expect(held).toContainText('holds');

  for (const state of ['dogs home', 'inner pushed', 'stud lowest']) await page.getByRole('button', { name: state }).click();
  await page
    .getByLabel(/barrel to eye/)
    .first()
    .fill('142.9');
  await page.getByRole('button', { name: 'Take the reading' }).click();
  const end = bo.getByRole('region', { name: 'The other end' });
  await expect(end, 'the other end sees it as it comes').toContainText('Ines: barrel to eye read: 142.9 mm, Bo, guest held');
  await expect(bo.getByRole('heading', { level: 2 }).first(), 'and the word goes on').not.toHaveText('HOLD');
  await bo.context().setOffline(true);
  await expect(page.getByText(/dropped out|last heard/).first()).toBeVisible({ timeout: 30_000 });
  await bo.context().setOffline(false);
  await page.goto(`${server.url}/record/${run}`);
  await expect(page.getByText(/142\.9 mm, Bo, guest held/)).toBeVisible();
  await bo.goto(`${server.url}/people`);
  await expect(bo, 'a guest goes nowhere else').toHaveURL(/\/hands$/);
});

test('both write at the same moment: each entry stands once, and both screens show both', async ({ page, browser, server }) => {
  const bo = await guest(page, browser, server, 'Bo');
  await bo.getByRole('button', { name: 'I move the control' }).click();
  await page.goto(`${server.url}/run/${run}`);
  await page.getByRole('button', { name: 'stop for now' }).click();
  await page.getByLabel('what cuts in').fill('the tide');
  await Promise.all([
    bo.getByRole('button', { name: 'Done, 3 times' }).click(),
    page.getByRole('button', { name: 'Stop for now', exact: true }).click(),
  ]);
  await expect(bo.getByRole('heading', { name: 'HOLD', exact: true })).toBeVisible();
  await expect(page, 'the other entry is taken too').toHaveURL(`${server.url}/`);
  await page.goto(`${server.url}/record/${run}`);
  await expect(page.getByText('settled, 3 times')).toHaveCount(1);
  await expect(page.getByText('the tide')).toHaveCount(1);
  await bo.getByRole('button', { name: 'I hold it' }).click();
  await page.goto(`${server.url}/run/${run}/hands`);
  await page.getByRole('button', { name: 'I move the control' }).click();
  await page.getByRole('button', { name: 'change ends' }).click();
  await page.getByRole('button', { name: 'change ends' }).click();
  await expect(bo.getByRole('region', { name: 'Pad' }), 'who comes to this end sends the other away').toBeVisible();
  await page.getByRole('button', { name: 'who is here' }).click();
  await page.getByRole('button', { name: 'make a new code' }).click();
  await bo.reload();
  await expect(bo.getByRole('heading', { name: 'Who is at the bench?' }), 'the guest is out').toBeVisible();
});
