// What axe finds wrong with a page, as lines.
import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { expect } from './server';

const rules = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'best-practice'];

/** By all rules, or by contrast alone: of what was looked at whole, the other light changes nothing else. */
export async function faults(page: Page, contrast = false): Promise<string[]> {
  const axe = new AxeBuilder({ page }).setLegacyMode(); // no frames: it need not open a page of its own to join what they say
  const { violations } = await (contrast ? axe.withRules(['color-contrast']) : axe.withTags(rules)).analyze();
  return violations.map((v) => `${v.id}: ${v.nodes.map((n) => n.target.join(' ')).join(', ')}`);
}

/** Nothing is wrong with it by day and by lamp. */
export async function sound(page: Page, where: string): Promise<void> {
  expect(await faults(page), where).toEqual([]);
  for (const other of ['lamp', 'daylight']) {
    await page.getByRole('button', { name: other, exact: true }).click();
    if (other === 'lamp') expect(await faults(page, true), `${where}, by lamp`).toEqual([]);
  }
}
