import { test, signIn, expect } from './server';
for (const [w,h] of [[1280,800],[390,844]] as const) {
 test(`look ${w}`, async ({ page, server }) => {
  await page.setViewportSize({width:w,height:h});
  await signIn(page, server.url, 'Ines');
  const hits = (await (await page.request.get(`${server.url}/api/v1/search?find=sheet+701`)).json()) as { to: string }[];
  await page.goto(`${server.url}${hits[0]?.to ?? ''}`);
  const again = page.getByRole('region', { name: 'When again' });
  await again.getByRole('button', { name: 'our own rule: look again' }).click();
  await again.getByLabel('days').fill('500');
  await page.keyboard.press('Enter');
  await page.waitForTimeout(400);
  await again.scrollIntoViewIfNeeded();
  await page.screenshot({path:`/tmp/look/rule-${w}.png`});
  await page.goto(`${server.url}/people`);
  await page.getByRole('button', { name: 'Make the file' }).click();
  await page.waitForTimeout(1500);
  await page.getByRole('region', { name: 'The whole workshop' }).scrollIntoViewIfNeeded();
  await page.screenshot({path:`/tmp/look/archive-${w}.png`});
  await page.goto(`${server.url}/due`);
  await page.getByRole('region', { name: 'Mail aeroplane' }).scrollIntoViewIfNeeded();
  await page.screenshot({path:`/tmp/look/due-${w}.png`});
  await page.goto(`${server.url}/log`);
  await page.waitForTimeout(600);
  await page.screenshot({path:`/tmp/look/log-${w}.png`});
 });
}
