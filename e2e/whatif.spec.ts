import { AxeBuilder } from '@axe-core/playwright';
import { meetings } from './boxes';
import { expect, test } from './server';

interface Case {
  id: string;
  adjuster: string;
  reading: string; // that follows it
  worn: [blank: string, by: string, shows: string];
  on: string; // the cable the plan is for, '' when none on the floor is worked by the sheet
}

const families: Case[] = [
  {
    id: '701',
    adjuster: 'rod end',
    reading: 'cushion at the knob',
    worn: ['lash of the inner in its conduit', '12.5', 'cushion at the knob 9.4 mm'],
    on: 'Mail aeroplane · mixture',
  },
  {
    id: '411',
    adjuster: 'pedal cable nuts',
    reading: 'slack at the cam',
    worn: ['pull the pedal lacks, as with a mat under it', '12.5', 'full throttle: short of it'],
    on: 'Ferry pick-up · throttle, then cruise, in its open run',
  },
  {
    id: '401',
    adjuster: 'notched slider',
    reading: 'slack at idle',
    worn: ['how far the housing is from home', '12.5', 'kickdown: never'],
    on: '',
  },
  {
    id: '301',
    adjuster: 'cable nut',
    reading: 'free play at the pedal',
    worn: ['bearing travel lost to drag', '12.5', 'release: clashes'],
    on: 'Mussel van · clutch, in its open run',
  },
  {
    id: '501',
    adjuster: 'equaliser nut',
    reading: 'notches',
    worn: ['wear of the shoes, left', '12.5', 'holds forward: creeps'],
    on: 'Mussel van · parking brake',
  },
  {
    id: '601',
    adjuster: 'rod nut',
    reading: 'play at the rod',
    worn: ['wear of the shoes, left', '12.5', 'coupler travel'],
    on: 'Reed trailer · overrun brakes, in its open run',
  },
  {
    id: '201',
    adjuster: 'helm end',
    reading: 'eye to pin',
    worn: ['lash of the cable', '12.5', 'forward: ratchets'],
    on: 'Dory Knot · shift',
  },
  {
    id: '114',
    adjuster: 'barrel',
    reading: 'barrel to eye',
    worn: ['play of the lower cable', '12.5', 'forward: slips or ratchets'],
    on: 'Launch Teal · lower drive cable',
  },
  {
    id: '511',
    adjuster: 'centring stop',
    reading: 'gap on the left',
    worn: ['wear of the stop, each side', '12.5', 'gap on the right'],
    on: '',
  },
  {
    id: '711',
    adjuster: 'follow-up cable, panel end',
    reading: 'angle at 10',
    worn: ['coast that a worn brake adds', '12.5', 'angle at full'],
    on: 'Mail aeroplane · flap follow-up, in its open run',
  },
  {
    id: '721',
    adjuster: 'crossover',
    reading: 'tension',
    worn: ['air temperature', '0', 'tension 130.1 N'],
    on: 'Mail aeroplane · aileron loop, in its open run',
  },
];

for (const { id, adjuster, reading, worn, on } of families)
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

    await page.getByText('Worn or wrong').or(page.getByText('air temperature')).first().click();
    const [what, by, shows] = worn;
    await page.getByRole('textbox', { name: what, exact: true }).fill(by);
    await expect(differs, 'wear shows').toContainText(shows);
    await page.getByRole('button', { name: 'back to where it began' }).click();

    await blank.focus();
    await page.keyboard.press('ArrowUp');
    await page.getByRole('button', { name: 'Use this as a plan' }).click();
    const plan = page.getByRole('region', { name: 'Plan' });
    if (on === '') {
      await expect(plan).toContainText('No cable on the floor is worked by this sheet');
      return;
    }
    await plan.getByRole('button', { name: on, exact: true }).click();
    await expect(page, 'the moves go along into the run').toHaveURL(/\/run\/[^?]+\?plan=/);
    await expect(page.getByRole('region', { name: 'Now' }).getByRole('heading')).not.toBeEmpty();
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
  await page.getByRole('button', { name: 'Use this as a plan' }).click();
  const plan = page.getByRole('region', { name: 'Planned' });
  await expect(plan).toContainText('Each is read after it is turned');
  const turned = plan.getByRole('button', { name: /: turned$/ });
  const n = await turned.count();
  expect(n).toBeGreaterThan(0);
  for (let left = n - 1; left >= 0; left--) {
    await turned.first().click();
    await expect(turned).toHaveCount(left);
  }
  await expect(page.getByRole('region', { name: 'Now' }).getByRole('heading')).toContainText(/Read|Work|stroke|pin/i);
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
  await page.getByRole('button', { name: /^stern drive shift/ }).click();
  await expect(page.getByText('in its usual proportions, of no machine')).toBeVisible();
  await expect(page.getByText('Everything is inside')).toBeVisible();
  await page
    .getByRole('button', { name: /^barrel: / })
    .last()
    .click();
  await expect(page.getByText('Not everything is inside')).toBeVisible();
  await page.getByRole('link', { name: 'What if' }).click();
  await expect(page.getByRole('link', { name: 'lay out its path' })).toBeVisible();
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
