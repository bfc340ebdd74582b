import { expect, somebodyElse, test, type Server } from './server';
import type { Page } from '@playwright/test';

const answer = (page: Page) => page.getByRole('region', { name: 'Answer' });
const blank = (page: Page, label: string) => page.getByLabel(label, { exact: true });

async function ask(page: Page, server: Server, name: string, figures: Record<string, string>) {
  await page.goto(`${server.url}/bench/${name}`);
  for (const [label, text] of Object.entries(figures)) {
    const field = blank(page, label);
    if ((await field.evaluate((e) => e.tagName)) === 'SELECT') await field.selectOption(text);
    else await field.fill(text);
  }
}

const sums: [string, Record<string, string>, string][] = [
  [
    'adjuster',
    {
      'the length now': '5 1/2 in',
      target: '143',
      'allowed under': '0,5',
      'allowed over': '.5 mm',
      pitch: '1',
      step: '½',
      'threads in now': '12 1/2',
      'least threads': '6',
      'what lies outward': 'the housing',
    },
    '3½ turns toward the housing; it should then measure 143.2 mm',
  ],
  [
    'two-ends',
    {
      'the length now': '100',
      target: '108',
      'pitch, handy end': '1',
      'step, handy end': '1',
      'threads in, handy end': '9',
      'least threads, handy end': '6',
      'most threads, handy end': '14',
      'pitch, other end': '1',
      'step, other end': '1',
      'threads in, other end': '12',
      'least threads, other end': '6',
      'most threads, other end': '14',
    },
    'Turn the handy end 3 turns out, the other end 5 turns out',
  ],
  ['reading', { 'the readings': '7 lb; 7.2 lb', quantity: 'force', 'lower limit': '30', 'upper limit': '35 N' }, '31.6 N is inside'],
  [
    'datum',
    {
      'the measurement': '5 1/4 in',
      'edge of the first part': 'near edge',
      'width of the first part': '10',
      'edge of the second part': 'centre',
    },
    '138.4 mm from centre to centre',
  ],
  ['fraction', { 'the length': '168.3' }, '6 5/8 in.'],
  ['window', { 'the setting now': '3', 'loosest that works': '5', 'tightest that works': '4', step: '1' }, 'No setting serves both ends'],
  ['lost-motion', { 'pushed home': '75', 'eased out': '2 1/2 in', 'most allowed': '9' }, '11.5 mm is lost, 2.5 mm over the limit'],
  [
    'kickdown',
    {
      'valve stroke': '31',
      'kickdown stroke': '28',
      'pull at full throttle': '30',
      'slack at idle': '4.4',
      'most slack': '1.5',
      notch: '1/32 in',
    },
    'Too loose: 5 notches tighter',
  ],
  [
    'slot-pin',
    { 'travel to gain': '100 thou', 'angle of the slot': '30', 'what is left of the slot': '6' },
    'Slide the pin 5.08 mm along the slot',
  ],
  [
    'hunting',
    {
      coast: '1',
      differential: '0.5',
      'allowed error': '2',
      'operates, extending': '1.5',
      'operates, retracting': '1.5',
    },
    'It does not hunt: 1.5° of dead band are left over',
  ],
  [
    'clutch',
    {
      'pedal stroke': '6 in',
      'pedal ratio': '4.5',
      'fork ratio': '2',
      'release travel': '9',
      'free play at the cable': '1.2',
      'least free play': '10',
      'most free play': '20',
      'cable a click': '0.8',
    },
    'Go 3 clicks looser',
  ],
];

test('sums typed as a person would', async ({ page, server }) => {
  for (const [name, figures, says] of sums) {
    await ask(page, server, name, figures);
    await expect(answer(page), name).toContainText(says);
  }
});

test('text that cannot be read is told beside its blank, and stays', async ({ page, server }) => {
  await ask(page, server, 'adjuster', {
    'the length now': '7-9',
    target: '1,234',
    pitch: '3 furlongs',
    'allowed over': '12 lb',
  });
  for (const says of ['is a range', 'thousands or decimals', 'unknown unit', 'force where a length is wanted'])
    await expect(page.getByRole('alert').filter({ hasText: says })).toBeVisible();
  await expect(blank(page, 'the length now')).toHaveValue('7-9');
  await blank(page, 'the length now').fill('7');
  await blank(page, 'target').fill('9');
  await blank(page, 'allowed over').fill('');
  await blank(page, 'pitch').fill('');
  await expect(answer(page)).toContainText('Still needed: pitch');
  await blank(page, 'pitch').fill('0');
  await expect(page.getByRole('alert')).toContainText('above zero');
});

test('a sum survives a reload and travels in its address', async ({ page, server, browser }) => {
  await ask(page, server, 'spring', {
    'force of the slack': '6',
    'most force': '22',
    travel: '22',
    space: '62',
    'kind of spring, 1': 'extension',
    'rate, 1': '0.2',
    'free length, 1': '30',
  });
  await page.getByRole('button', { name: 'another spring' }).click();
  for (const [label, text] of [
    ['kind of spring, 2', 'extension'],
    ['rate, 2', '5 N/mm'],
    ['free length, 2', '30'],
  ] as const) {
    if (label.startsWith('kind')) await blank(page, label).selectOption(text);
    else await blank(page, label).fill(text);
  }
  await expect(answer(page)).toContainText('None of these will do');
  await blank(page, 'force of the slack').fill('5');
  await expect(answer(page)).toContainText('Fit spring 1');
  await page.reload();
  await expect(blank(page, 'rate, 2')).toHaveValue('5 N/mm');
  const other = await somebodyElse(browser, server.url, 'Maud');
  await other.goto(page.url());
  await expect(answer(other)).toContainText('Fit spring 1');
  await page.getByRole('button', { name: 'leave out spring 1' }).click();
  await expect(answer(page)).toContainText('None of these will do');
  await page.goto(`${server.url}/bench/window`);
  await page.goto(`${server.url}/bench/spring`);
  await expect(blank(page, 'rate, 1'), 'kept for the next time').toHaveValue('5 N/mm');
});

test('a table is pasted once, checked and kept; a thin thing serves as a feeler', async ({ page, server }) => {
  await ask(page, server, 'tension', {
    'gauge indicates': '15',
    target: '150',
    'allowed under': '10',
    'allowed over': '10',
  });
  await page.getByRole('button', { name: /^table of the gauge/ }).click();
  const table = page.getByLabel('a pair a line, as pasted from a spreadsheet');
  await table.fill('scale\tN\n20\t200\n10\t100');
  await expect(page.getByRole('alert')).toContainText('line 3');
  await table.fill('scale\tN\n10\t100\n20\t200');
  await expect(answer(page)).toContainText('The tension is 150 N, inside');
  await page.getByRole('button', { name: 'Keep the table' }).click();
  await expect(page.getByText('write a name of 1 to 60 letters')).toBeVisible();
  await page.getByLabel('keep it under the name').fill('gauge 7, riser 2');
  await page.getByRole('button', { name: 'Keep the table' }).click();
  await expect(page.getByRole('button', { name: 'gauge 7, riser 2', exact: true })).toBeVisible();
  await page.reload();
  await page.getByRole('button', { name: /^table of the gauge/ }).click();
  await page.getByRole('button', { name: 'tension gauge 2, riser 3', exact: true }).click();
  await expect(answer(page)).toContainText('The tension is 230 N, too tight');

  await page.goto(`${server.url}/bench/hunting`);
  await page.getByRole('button', { name: 'thin things' }).click();
  await page.getByLabel('another thing').fill('ferry token');
  await page.getByLabel('how thick, mm').fill('3 furlongs');
  await page.getByRole('button', { name: 'Keep it' }).click();
  await expect(page.getByText('unknown unit')).toBeVisible();
  await page.getByLabel('how thick, mm').fill('60 thou');
  await page.getByRole('button', { name: 'Keep it' }).click();
  await blank(page, 'gap, extending').focus();
  await page.getByRole('button', { name: /^ferry token/ }).click();
  await expect(blank(page, 'gap, extending')).toHaveValue('1.524 mm');
  await page.getByRole('button', { name: 'forget ferry token' }).click();
  await expect(page.getByRole('button', { name: /^ferry token/ })).toHaveCount(0);
});

test('found by what one wants to know, by keyboard alone', async ({ page, server }) => {
  await page.goto(`${server.url}/bench`);
  await expect(page.getByRole('heading', { level: 2 })).toBeVisible();
  await page.keyboard.press('/');
  await page.keyboard.type('cable too short at one end');
  await expect(page.getByRole('listitem').first()).toHaveText('How to share a correction between the two ends of a cable?');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { level: 2 })).toHaveText('How to share a correction between the two ends of a cable?');
  await page.keyboard.press('/');
  await page.keyboard.press('ControlOrMeta+a');
  await page.keyboard.type('backlash');
  await expect(page.getByRole('listitem').first()).toHaveText('How much motion is lost in this cable?');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { level: 2 })).toHaveText('How much motion is lost in this cable?');
  await blank(page, 'pushed home').focus();
  for (const text of ['75', '2 1/2 in', '9']) {
    await page.keyboard.type(text);
    await page.keyboard.press('Tab');
  }
  await expect(answer(page)).toContainText('11.5 mm is lost, 2.5 mm over the limit');
});

test('on a phone nothing runs off the side', async ({ page, server }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto(`${server.url}/bench`);
  const list = page.getByRole('region', { name: 'Questions' }).getByRole('link');
  await list.first().waitFor();
  const links = await list.all();
  const names = await Promise.all(links.map((l) => l.getAttribute('href')));
  expect(names.length).toBeGreaterThan(20);
  for (const to of names) {
    await page.goto(server.url + (to ?? ''));
    await expect(answer(page)).toContainText('An example');
    expect(await page.evaluate(() => document.documentElement.scrollWidth), to ?? '').toBeLessThanOrEqual(390);
  }
});
