import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { expect, Mechanic, test } from './server';

async function sound(page: Page, where: string) {
  for (const theme of ['lamp', 'daylight']) {
    const { violations } = await new AxeBuilder({ page }).withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'best-practice']).analyze();
    expect(violations.map((v) => `${v.id}: ${v.nodes.map((n) => n.target.join(' ')).join(', ')}`), `${where}, before ${theme}`).toEqual([]);
    await page.getByRole('button', { name: theme }).click();
  }
}

test('bays, run and record are sound for screen readers, by day and by lamp', async ({ page, server }) => {
  await page.goto(server.url);
  await page.getByText('Launch Wigeon').first().waitFor();
  await sound(page, 'bays');
  const m = new Mechanic(page);
  await m.toFound(server);
  await sound(page, 'reading');
  await m.setTheLength();
  await sound(page, 'locking');
  await page.goto(`${server.url}/record/2026-11-avocet`);
  await page.getByText('Chain hash').waitFor();
  await sound(page, 'record');
});

test('the bench is sound for screen readers, by day and by lamp', async ({ page, server }) => {
  for (const name of ['adjuster', 'tension', 'spring']) {
    await page.goto(`${server.url}/bench/${name}`);
    await page.getByText('An example.').waitFor();
    await sound(page, `bench, ${name}`);
  }
});
