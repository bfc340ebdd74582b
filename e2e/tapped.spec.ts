// What is refused after the work began is refused where it was tapped, whoever or whatever changed meanwhile, and nothing written is lost.
import type { Locator, Page } from '@playwright/test';
import { randomUUID } from 'node:crypto';
import { begin, Hand, view, workUntil } from './hand';
import { expect, role, somebodyElse, test, type Server } from './server';

/** What can be entered beside the step that is asked: each is tapped, refused in these words there, and stays as it was written. */
async function besides(page: Page, hand: Hand, why: RegExp) {
  const says = (where: Locator) => expect(where.getByText(why).first()).toBeVisible();
  await hand.how(/^key/).click();
  const ways = page.getByRole('group', { name: 'key stands' });
  await ways.getByRole('button', { disabled: false }).first().click();
  await says(ways);
  await page.getByRole('button', { name: '+ put on' }).click();
  await page.getByLabel('what it is').fill('cable tie');
  await page.getByLabel('why it goes on').fill('holds the inner up');
  await page.getByRole('button', { name: 'It is on' }).click();
  const notTaken = page.getByRole('alert', { name: 'Not taken' });
  await says(notTaken);
  await expect(notTaken, 'with its words, and in one place').toContainText('cable tie on holds the inner up');
  await expect(page.getByLabel('what it is')).toHaveCount(0);
  await stops(page, why);
}

async function stops(page: Page, why: RegExp) {
  await page.getByRole('button', { name: 'stop for now' }).click();
  const what = page.getByLabel('what cuts in');
  await what.fill('the tide');
  await page.getByRole('button', { name: 'Stop for now', exact: true }).click();
  await expect(what).toHaveAccessibleDescription(why);
  await expect(what).toHaveValue('the tide');
}

const still = async (page: Page, server: Server, id: string, seq: number) => expect((await view(page, server, id)).seq).toBe(seq);

test.describe('of somebody', () => {
  test.use({ who: 'Tobin' });
  test('whose role was taken: how it stands, what is put on, a stop, a mark, a photo', async ({ page, server, browser }) => {
    const id = await begin(page, server, 'teal', 'lower');
    const hand = new Hand(page);
    hand.readings = { 'barrel-to-eye': 139.4 };
    const { seq } = await workUntil(hand, server, id, (v) => v.advice.do === 'move');
    await role(server, await somebodyElse(browser, server.url, 'Ines'), 'Tobin', 'read-only');
    await page.getByRole('button', { name: 'Paint mark made' }).click();
    await expect(hand.now().getByText(/may not/)).toBeVisible();
    await page.getByLabel('Photo of it').setInputFiles({ name: 'a.png', mimeType: 'image/png', buffer: await page.screenshot() });
    await expect(
      page
        .getByRole('group', { name: 'before the first turn' })
        .getByText(/may not/)
        .last(),
    ).toBeVisible();
    await besides(page, hand, /may not/);
    await still(page, server, id, seq);
  });

  test('whose role was taken: the figure of the complaint stays in its blank', async ({ page, server, browser }) => {
    const id = await begin(page, server, 'teal', 'lower');
    const { seq } = await view(page, server, id);
    await role(server, await somebodyElse(browser, server.url, 'Ines'), 'Tobin', 'read-only');
    await page.getByLabel('the owner’s words').fill('hard to get into forward');
    await page.getByRole('button', { name: 'It shows' }).click();
    await expect(page.getByText(/may not/).first()).toBeVisible();
    await expect(page.getByLabel('the owner’s words')).toHaveValue('hard to get into forward');
    await still(page, server, id, seq);
  });
});

test('on a device whose clock is ahead: how it stands, what is put on, a stop', async ({ page, server }) => {
  const id = await begin(page, server, 'teal', 'lower');
  const hand = new Hand(page);
  hand.readings = { 'barrel-to-eye': 139.4 };
  const { seq } = await workUntil(hand, server, id, (v) => v.advice.do === 'move');
  await page.clock.setFixedTime(Date.now() + 3600_000);
  await besides(page, hand, /minutes ahead of the server’s: set the one that is wrong/);
  await still(page, server, id, seq);
});

test('on a run that another device signed meanwhile: the signature, a stop', async ({ page, server, browser }) => {
  test.slow();
  const id = await begin(page, server, 'teal', 'lower');
  const hand = new Hand(page);
  const { seq } = await workUntil(hand, server, id, (v) => v.advice.do === 'sign');
  // nothing that comes in tells this device
  await page.route(/\/api\/v1\/runs\/[^/]+(\/stream)?$/, (route) =>
    route.request().method() === 'GET' ? route.abort() : route.continue(),
  );
  await page.context().setOffline(true);
  await page.context().setOffline(false);
  const other = await somebodyElse(browser, server.url, 'Ines');
  const signed = {
    id: randomUUID(),
    kind: 'signed',
    by: 'Ines',
    at: new Date().toISOString(),
    after: seq,
    body: { name: 'Ines', cause: 'adjustment only' },
  };
  const answer = await other.request.post(`${server.url}/api/v1/runs/${id}/events`, { data: signed });
  expect(answer.ok(), await answer.text()).toBe(true);
  await page.getByRole('button', { name: /^Sign as/ }).click();
  const versions = page.getByRole('alert', { name: 'Two versions' });
  await expect(versions).toContainText('signed by Ines');
  await versions.getByRole('button', { name: /^Both/ }).click();
  await expect(page.getByText(/this run is signed/).first(), 'no run is signed twice').toBeVisible();
  await stops(page, /this run is signed/);
  await still(page, server, id, seq + 1);
});
