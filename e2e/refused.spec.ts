// What the server does not take is not lost: it stays on the device with why, over a restart, and somebody says what becomes of it.
import type { Page } from '@playwright/test';
import { randomUUID } from 'node:crypto';
import { view } from './hand';
import { expect, Mechanic, role, signIn, somebodyElse, states, test } from './server';

const notTaken = (page: Page) => page.getByRole('alert', { name: 'Not taken' });
const foot = (page: Page) => page.getByRole('contentinfo').getByRole('link', { name: /not taken/ });
const runOf = (page: Page) => page.url().replace(/.*\/run\/([^/?]+).*/, '$1');

/** Puts an entry on the device as one that was kept without a network. */
async function kept(page: Page, run: string, kind: string, body: object, seen = 0) {
  const id = randomUUID();
  const parcel = { id, kind, by: 'Ines', at: new Date().toISOString(), body, seen };
  await page.evaluate(
    ([key, text]) => {
      localStorage.setItem(key ?? '', text ?? '');
    },
    [`brankel.outbox.${run}.000000000000001.000000.${id}`, JSON.stringify(parcel)] as const,
  );
}

test.describe('a role taken meanwhile', () => {
  test.use({ who: 'Tobin' });
  test('what was entered before stays, is counted everywhere, and another hand may enter it', async ({ page, server, browser }) => {
    const m = new Mechanic(page);
    await m.toFound(server);
    const lead = await somebodyElse(browser, server.url, 'Ines');
    const events = (url: URL) => url.pathname.endsWith('/events');
    await page.route(events, (route) => route.abort());
    await m.read('139.4 mm', states, false);
    await expect(page.getByText('Kept here: 1.')).toBeVisible();
    await role(server, lead, 'Tobin', 'read-only');
    await page.unroute(events);
    await expect(notTaken(page)).toContainText('reading barrel-to-eye 139.4 mm');
    await expect(notTaken(page)).toContainText('who may not');
    await page.reload();
    await expect(notTaken(page)).toContainText('139.4');
    const run = runOf(page);
    await page.goto(server.url);
    await expect(foot(page)).toContainText('1 not taken');
    await page.goto(`${server.url}/bench`);
    await foot(page).click();
    await expect(notTaken(page)).toContainText('Somebody who may signs in');
    await signIn(page, server.url, 'Ines');
    await page.reload();
    await page.getByRole('button', { name: 'Enter it as Ines' }).click();
    await expect(page.getByText('Nothing is held here')).toBeVisible();
    const readings = (await view(page, server, run)).readings;
    expect(readings.at(-1)).toMatchObject({ by: 'Ines', text: '139.4 mm' });
  });
});

test.describe('a plan of whoever may no more', () => {
  test.use({ who: 'Tobin' });
  test('a visit that is not moved says why, and stands where it stood', async ({ page, server, browser }) => {
    await page.goto(`${server.url}/due`);
    const visit = page.getByRole('slider', { name: 'Oyster van comes in' });
    const stood = await visit.getAttribute('aria-valuetext');
    await visit.focus();
    await page.keyboard.press('Shift+ArrowRight');
    await role(server, await somebodyElse(browser, server.url, 'Ines'), 'Tobin', 'read-only');
    await page.keyboard.press('Enter');
    await expect(page.getByText(/^Oyster van, .*may not/)).toBeVisible();
    const box = page.getByRole('region', { name: 'Oyster van' });
    await expect(box).toContainText(`One visit, ${stood ?? ''}`);
  });
});

test('a run signed meanwhile: the entry becomes a note on it', async ({ page, server }) => {
  const run = '2026-03-teal';
  await page.goto(server.url);
  const { seq } = await view(page, server, run);
  await kept(page, run, 'reading', { point: 'barrel-to-eye', text: '143.4', unit: 'mm', value: 0 }, seq);
  await page.goto(`${server.url}/run/${run}`);
  await expect(notTaken(page)).toContainText('this run is signed');
  await page.getByRole('button', { name: 'Keep as a note' }).click();
  await expect(notTaken(page)).toHaveCount(0);
  await expect.poll(async () => (await view(page, server, run)).seq, 'it has arrived').toBeGreaterThan(seq);
  await page.goto(`${server.url}/record/${run}`);
  await expect(page.getByText(/Not taken as an entry .*143\.4/)).toBeVisible();
});

test('a run that is not there: the entry is seen, and goes by a tap alone', async ({ page, server }) => {
  const run = randomUUID();
  await page.goto(server.url);
  await kept(page, run, 'note', { text: 'the eye is worn' });
  await page.goto(`${server.url}/run/${run}`);
  await expect(notTaken(page)).toContainText('the eye is worn');
  await page.reload();
  await expect(notTaken(page)).toContainText('there is nothing here under this name');
  await page.getByRole('button', { name: 'Throw away' }).click();
  await expect(notTaken(page)).toHaveCount(0);
  await expect(foot(page)).toHaveCount(0);
});

test('a clock that is an hour ahead: what was entered stays until it is set, then it is taken', async ({ page, server }) => {
  const m = new Mechanic(page);
  await m.toFound(server);
  await page.clock.setFixedTime(Date.now() + 3600_000);
  await m.read('139.4 mm', states, false);
  await expect(page.getByText('minutes ahead of the server’s: set the one that is wrong')).toBeVisible();
  await expect(m.field(), 'it stands on the pad').toHaveValue('139.4 mm');
  // the same without a network: it is told when it is sent
  const events = (url: URL) => url.pathname.endsWith('/events');
  await page.route(events, (route) => route.abort());
  await m.tap('Take the reading');
  await expect(page.getByText('Kept here: 1.')).toBeVisible();
  await page.unroute(events);
  await expect(notTaken(page)).toContainText('minutes ahead of the server’s: set the one that is wrong');
  await page.clock.setFixedTime(Date.now());
  await page.getByRole('button', { name: 'Send again' }).click();
  await expect(notTaken(page)).toHaveCount(0);
  await m.says('threads in the barrel');
});

test('a step that is refused says so where it was tapped, and a device that is full says it too', async ({ page, server }) => {
  const m = new Mechanic(page);
  await m.open(server, 'Launch Teal');
  await m.complain('Hard to get into forward');
  await m.tap('This is the plate');
  const problem = { type: 'about:blank', title: '', status: 422, detail: 'the key is out already: look at the run again', field: 'kind' };
  await page.route(
    (url) => url.pathname.endsWith('/events'),
    (route) => route.fulfill({ status: 422, json: problem }),
  );
  await m.now().getByRole('button', { name: 'It stands so' }).click();
  await expect(m.now().getByText(problem.detail)).toBeVisible();
  await page.unrouteAll();
  await page.evaluate(() => {
    const put = Storage.prototype.setItem;
    Storage.prototype.setItem = function (key, value) {
      if (key.startsWith('brankel.outbox.')) throw new DOMException('full', 'QuotaExceededError');
      put.call(this, key, value);
    };
  });
  await m.now().getByRole('button', { name: 'It stands so' }).click();
  await expect(m.now().getByText('This device has no room to keep the entry')).toBeVisible();
});

test('two devices: a reading made before the turn of the other is of before it', async ({ page, server, browser }) => {
  const m = new Mechanic(page);
  await m.toFound(server);
  await m.read('139.4 mm', states);
  await m.read('12½');
  await m.read('62');
  const other = new Mechanic(await somebodyElse(browser, server.url, 'Tobin'));
  await other.page.goto(page.url());
  await other.says('3½ turns away from the eye');
  const run = runOf(page);
  const id = randomUUID();
  const away = (url: URL) => /\/runs\/[^/]+(\/stream|\/events)?$/.test(url.pathname);
  await other.page.route(away, (route) => route.abort());
  await other.page.evaluate(
    ([key, text]) => {
      localStorage.setItem(key ?? '', text ?? '');
    },
    [
      `brankel.outbox.${run}.000000000000001.000000.${id}`,
      JSON.stringify({
        id,
        kind: 'reading',
        by: 'Tobin',
        at: new Date().toISOString(),
        seen: (await view(page, server, run)).seq,
        body: { point: 'barrel-to-eye', text: '139.5', unit: 'mm', states: ['dogs-home', 'inner-pushed', 'stud-lowest'], value: 0 },
      }),
    ] as const,
  );
  await m.tap('Turned 3½');
  await m.says('Work the helm');
  await other.page.unroute(away);
  await other.page.reload();
  const versions = other.page.getByRole('alert', { name: 'Two versions' });
  await expect(versions).toContainText('Something was moved meanwhile');
  await versions.getByRole('button', { name: 'Mine was before' }).click();
  await expect(versions).toHaveCount(0);
  await expect.poll(async () => (await view(page, server, run)).readings.length).toBe(6);
  const now = await view(page, server, run);
  expect(now.readings.at(-1)).toMatchObject({ stage: 'as found', text: '139.5 mm' });
  expect(now.advice.do, 'nothing tells yet how it stands now').toBe('settle');
});
