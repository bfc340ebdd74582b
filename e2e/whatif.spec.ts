import { AxeBuilder } from '@axe-core/playwright';
import { meetings } from './boxes';
import { expect, test } from './server';

const families: [string, string, string][] = [
  ['701', 'rod end', 'cushion at the knob'],
  ['411', 'pedal cable nuts', 'slack at the cam'],
  ['401', 'notched slider', 'slack at idle'],
  ['301', 'cable nut', 'free play at the pedal'],
  ['501', 'equaliser nut', 'notches'],
  ['601', 'rod nut', 'play at the rod'],
  ['201', 'helm end', 'eye to pin'],
  ['114', 'barrel', 'barrel to eye'],
  ['511', 'centring stop', 'gap on the left'],
  ['711', 'follow-up clevis', 'angle at 10'],
  ['721', 'crossover', 'tension'],
];

for (const [id, adjuster, reading] of families)
  test(`what if, on sheet ${id}: a step shows, and there is a way back inside`, async ({ page, server }) => {
    const all = (await (await page.request.get(`${server.url}/api/v1/sheets`)).json()) as { hash: string; id: string }[];
    const hash = all.find((s) => s.id === id)?.hash ?? '';
    await page.goto(`${server.url}/sheets/${hash}`);
    await page.getByRole('main').getByRole('link', { name: 'What if' }).click();
    await expect(page.getByText('Everything is inside')).toBeVisible();
    const blank = page.getByRole('textbox', { name: adjuster, exact: true });
    await blank.focus();
    const was = Number((await blank.inputValue()).replace('−', '-'));
    await page.keyboard.press('Shift+ArrowUp');
    const differs = page.getByRole('list', { name: 'What differs' });
    await expect(differs).toContainText(reading);
    await expect(page.getByText('Not everything is inside')).toBeVisible();
    const drag = page.getByRole('slider').first();
    await drag.focus();
    const before = await drag.getAttribute('aria-valuetext');
    await page.keyboard.press('End');
    await expect(drag, 'the control goes through its travel').not.toHaveAttribute('aria-valuetext', before ?? '');
    const tried = page.url();
    expect(tried).toContain('s.');
    expect(await meetings(page)).toEqual([]);
    await page.goto('about:blank');
    await page.goto(tried);
    await expect(differs, 'the address carries what was tried').toContainText(reading);
    await page.getByRole('button', { name: 'Try it' }).click();
    await expect(page.getByRole('button', { name: 'Try it' })).toHaveCount(0);
    await page.getByRole('button', { name: 'back to where it began' }).click();
    await expect(page.getByText('Everything is inside')).toBeVisible();
    await expect.poll(async () => Number((await blank.inputValue()).replace('−', '-'))).toBe(was);
  });

test('why not: what is worn leaves no setting, and a part is named; the page is sound', async ({ page, server }) => {
  const all = (await (await page.request.get(`${server.url}/api/v1/sheets`)).json()) as { hash: string; id: string }[];
  await page.goto(`${server.url}/whatif?sheet=${all.find((s) => s.id === '301')?.hash ?? ''}`);
  await page.getByText('Worn or wrong').click();
  await page.getByRole('textbox', { name: 'bearing travel lost to drag' }).fill('9');
  await expect(page.getByRole('region', { name: 'Why not' })).toContainText('One part would allow it');
  for (const theme of ['day', 'lamp']) {
    if (theme === 'lamp') await page.getByRole('button', { name: 'lamp' }).click();
    expect((await new AxeBuilder({ page }).analyze()).violations.map((v) => v.id)).toEqual([]);
  }
  await page.goto(`${server.url}/whatif`);
  await expect(page.getByText('Try a setting before it is touched')).toBeVisible();
});

test('what if, from a run: the rig that fits the last readings', async ({ page, server }) => {
  await page.goto(`${server.url}/run/2026-11-mail-aileron`);
  await page.getByRole('link', { name: 'what if' }).click();
  await expect(page.getByText('the rig that fits the last readings')).toBeVisible();
  await expect(page.getByText('Not everything is inside')).toBeVisible();
  await expect(page.getByRole('region', { name: 'What would put it right' })).toContainText('turn');
  await page.setViewportSize({ width: 390, height: 844 });
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  await page.getByRole('button', { name: 'Try it' }).click();
  await page.getByRole('link', { name: 'use this as a plan' }).click();
  const plan = page.getByRole('region', { name: 'Planned' });
  await expect(plan).toContainText('Each is read after it is turned');
  const turned = plan.getByRole('button', { name: /: turned$/ });
  const n = await turned.count();
  expect(n).toBeGreaterThan(0);
  for (let left = n - 1; left >= 0; left--) {
    await turned.first().click();
    await expect(turned).toHaveCount(left);
  }
  await expect(page.getByRole('region', { name: 'Now' }).getByRole('heading')).toContainText(/Read|Work|stroke/i);
});

test('why not: more free play and a clean release are asked for, and the part that would allow it is named', async ({ page, server }) => {
  await page.goto(`${server.url}/whatif?family=clutch`);
  await page.getByText('Ask for something else').click();
  await page.getByLabel('free play at the pedal, to').fill('30');
  await page.getByLabel('free play at the pedal, from').fill('26');
  await expect(page.getByRole('region', { name: 'What would put it right' })).toContainText('cable nut');
  await page.getByLabel('free play at the pedal, to').fill('78');
  await page.getByLabel('free play at the pedal, from').fill('72');
  const why = page.getByRole('region', { name: 'Why not' });
  await expect(why).toContainText('release: goes in clean');
  await expect(why).toContainText('One part would allow it');
  await page.reload();
  await expect(why, 'what is asked for stands in the address').toContainText('free play at the pedal 72 to 78 mm');
  await page.getByLabel('free play at the pedal, from').fill('90');
  await expect(page.getByRole('alert').filter({ hasText: 'swap them' })).toBeVisible();
  await page.getByRole('button', { name: 'free play at the pedal: as the sheet wants' }).click();
  await expect(page.getByText('Everything is inside')).toBeVisible();
});

test('what if begins at a machine, by the sheet its plate leads to', async ({ page, server }) => {
  await page.goto(`${server.url}/machine/ferry`);
  const kickdown = page.getByRole('main').getByRole('region', { name: 'kickdown' });
  await kickdown.getByRole('link', { name: 'what if' }).click();
  await expect(page.getByText('Everything is inside')).toBeVisible();
  await expect(page.getByText(/^kickdown: sheet \d+, as it should be$/)).toBeVisible();
});

test('what if begins at a family in its usual proportions', async ({ page, server }) => {
  await page.goto(server.url);
  await page.getByRole('link', { name: 'What if' }).click();
  await page.getByRole('link', { name: 'stern drive shift' }).click();
  await expect(page.getByText('in its usual proportions, of no machine')).toBeVisible();
  await expect(page.getByText('Everything is inside')).toBeVisible();
  await page
    .getByRole('button', { name: /^barrel: / })
    .last()
    .click();
  await expect(page.getByText('Not everything is inside')).toBeVisible();
  await page.getByRole('link', { name: 'What if' }).click();
  await expect(page.getByRole('link', { name: 'a cable’s path' })).toBeVisible();
});

test('another part, colder air, and a map of two adjusters; what cannot be is said at its blank', async ({ page, server }) => {
  const all = (await (await page.request.get(`${server.url}/api/v1/sheets`)).json()) as { hash: string; id: string }[];
  const sheet = (id: string) => `${server.url}/whatif?sheet=${all.find((s) => s.id === id)?.hash ?? ''}`;
  const differs = page.getByRole('list', { name: 'What differs' });
  await page.goto(sheet('401'));
  await page.getByText('Another part').click();
  const radius = page.getByRole('textbox', { name: /lever|pull at full/ }).first();
  const was = await radius.inputValue();
  await radius.fill('-4');
  await expect(page.getByRole('alert').filter({ hasText: 'a rig cannot be like this' })).toBeVisible();
  await expect(page.getByText('Everything is inside'), 'what cannot be is not drawn').toBeVisible();
  await radius.fill(String(Number(was) - 4));
  await expect(page.getByRole('alert').filter({ hasText: 'cannot be' })).toHaveCount(0);
  await expect(differs).toContainText('valve stroke');

  await page.goto(sheet('721'));
  await expect(page.getByText('Everything is inside')).toBeVisible();
  await page.getByRole('textbox', { name: 'air temperature' }).fill('0');
  await expect(differs).toContainText('tension 130.1 N, before 170 N');
  await expect(page.getByText('Everything is inside'), 'the chart asks for less').toBeVisible();
  const map = page.getByRole('region', { name: 'Which settings serve' });
  await expect(map).toContainText('All is inside here');
  await map.getByLabel('adjuster up').selectOption('crossover');
  await expect(map.getByLabel('adjuster up')).toHaveValue('crossover');
  const field = map.getByRole('img');
  const room = await field.boundingBox();
  if (!room) throw new Error('no map');
  await field.click({ position: { x: room.width * 0.8, y: room.height * 0.2 } });
  await expect(map).toContainText('The nearest inside');
  await expect(page.getByText('Not everything is inside')).toBeVisible();
});
