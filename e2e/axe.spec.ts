import AxeBuilder from '@axe-core/playwright';
import { expect, Mechanic, test } from './bench';

test('every screen is sound for screen readers, by day and by lamp', async ({ page, server }) => {
  const sound = async (where: string) => {
    for (const theme of ['lamp', 'daylight']) {
      const { violations } = await new AxeBuilder({ page }).withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'best-practice']).analyze();
      expect(violations.map((v) => `${v.id}: ${v.nodes.map((n) => n.target.join(' ')).join(', ')}`), `${where}, before ${theme}`).toEqual([]);
      await page.getByRole('button', { name: theme }).click();
    }
  };
  await page.goto(server.url);
  await page.getByText('Launch Wigeon').first().waitFor();
  await sound('bays');
  const m = new Mechanic(page);
  await m.toFound(server);
  await sound('reading');
  await m.setTheLength();
  await sound('locking');
  await page.goto(`${server.url}/record/2026-11-avocet`);
  await page.getByText('Chain hash').waitFor();
  await sound('record');
});
