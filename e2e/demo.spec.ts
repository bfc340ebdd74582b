// The demo workshop beside an empty floor: entered by one tap, marked everywhere, left without a trace.
import { execFileSync } from 'node:child_process';
import { test as base } from '@playwright/test';
import { expect, freshDatabase, Server } from './server';

base('the demo workshop is looked around in and left, and the floor beside it knows nothing of it', async ({ browser }) => {
  const server = new Server(freshDatabase());
  await server.start();
  const passing = () =>
    execFileSync('psql', ['-tA', server.database, '-c', "SELECT count(*) FROM pg_stat_activity WHERE datname LIKE 'brankel_passing_%'"])
      .toString()
      .trim();
  try {
    const context = await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true });
    const page = await context.newPage();
    const first = { name: 'Ada', password: 'by the old slip', zone: 'Europe/Lisbon' };
    expect((await page.request.post(`${server.url}/api/v1/first`, { data: first })).ok()).toBe(true);
    await page.goto(server.url);
    await page.getByRole('button', { name: 'Look around in the demo workshop' }).click();
    const bar = page.getByRole('region', { name: 'Demo workshop' });
    await expect(bar).toBeVisible({ timeout: 30_000 });
    const demo = new URL(page.url()).origin;
    expect(demo).not.toBe(server.url);
    await expect(page.getByText('Launch Teal').first()).toBeVisible();
    await expect(page.getByRole('button', { name: 'Ines' })).toBeVisible();

    // somebody else comes in by a ticket of their own, which opens once
    const { ticket } = (await (await page.request.post(`${server.url}/api/v1/demo`)).json()) as { ticket: string };
    const other = await (await browser.newContext()).newPage();
    await other.goto(`${demo}/demo#${ticket}`);
    await expect(other.getByText('Launch Teal').first()).toBeVisible();
    const late = await (await browser.newContext()).newPage();
    await late.goto(`${demo}/demo#${ticket}`);
    await expect(late.getByRole('alert')).toContainText('go in again from your own floor');

    // what is done there is marked, on the screen and on the paper
    await page.goto(`${demo}/record/2026-11-avocet`);
    await expect(bar).toBeVisible();
    const pdf = await page.request.get(`${demo}/api/v1/runs/2026-11-wigeon/record.pdf`);
    expect(execFileSync('pdftotext', ['-', '-'], { input: await pdf.body() }).toString()).toContain('Slip, demo workshop');
    expect(await (await page.request.get(`${demo}/api/v1/bays`)).text()).toContain('Teal');
    expect(await (await page.request.get(`${server.url}/api/v1/bays`)).text(), 'both sessions stand side by side').not.toContain('Teal');

    await bar.getByRole('button', { name: 'leave it' }).click();
    await expect(page.getByText('The floor is empty.')).toBeVisible();
    expect(new URL(page.url()).origin).toBe(server.url);
    const { origins, cookies } = await context.storageState();
    expect(origins.filter((o) => o.origin === demo)).toEqual([]);
    expect(cookies.map((c) => c.name)).toEqual(['brankel']);
    expect(Number(passing()), 'the other is still there').toBeGreaterThan(0);
    await other.getByRole('button', { name: 'leave it' }).click();
    await expect.poll(passing, { timeout: 15_000 }).toBe('0');
    await expect.poll(() => page.request.get(`${demo}/api/v1/session`).catch(() => 'gone')).toBe('gone');
    await page.goto(server.url);
    await expect(page.getByText('The floor is empty.')).toBeVisible();
  } finally {
    await server.stop();
  }
});
