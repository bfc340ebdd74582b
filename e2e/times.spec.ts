import { expect, test } from './server';

test.use({ timezoneId: 'Asia/Tokyo' }); // whatever the device believes

test('days and times are told by the clocks of the workshop, wherever the device believes to be', async ({ page, server }) => {
  await page.goto(`${server.url}/record/2026-03-teal`);
  await expect(page.getByText('12 Mar 2026 09:22')).toBeVisible();
  await page.goto(`${server.url}/people`);
  const times = page.getByRole('region', { name: 'Times' });
  await expect(times).toContainText('by the clocks of WET');
  await times.getByRole('button', { name: 'change' }).click();
  const zone = times.getByLabel('days and times by the clocks of');
  await zone.fill('the estuary');
  await times.getByRole('button', { name: 'Keep it' }).click();
  await expect(times.getByRole('alert')).toContainText('write it as Europe/Oslo');
  await expect(zone, 'what was written stays').toHaveValue('the estuary');
  await zone.fill('America/Halifax');
  await times.getByRole('button', { name: 'Keep it' }).click();
  await expect(times).toContainText('by the clocks of America/Halifax');
  await page.goto(`${server.url}/record/2026-03-teal`);
  await expect(page.getByText('12 Mar 2026 06:22')).toBeVisible();
  await page.goto(server.url);
  await expect(page.getByText('times in America/Halifax')).toBeVisible();
});
