import { expect, Mechanic, states, test } from './server';

test('too much lost motion argues for repair', async ({ page, server }) => {
  const m = new Mechanic(page);
  await m.open(server, 'Launch Teal');
  await m.complain('Sloppy');
  await m.tap('This is the plate');
  await m.change();
  await m.read('75 mm');
  await m.says('eased out');
  await m.read('63 mm');
  await m.says('Repair before setting');
  await expect(page.getByText('12.0 mm lost, 9.0 mm allowed')).toBeVisible();
  await m.tap('Go on all the same');
  await expect(page.getByText('say why: it stands on the record')).toBeVisible();
  await m.tap('Repair first');
  await m.says('Waiting for the repair');
  await expect(page.getByText('To order: another lower drive cable')).toBeVisible();
  await expect(page.getByText('12.0 mm of 9.0 mm allowed')).toBeVisible();
  const slip = await page.request.get(server.url + ((await page.getByRole('link', { name: 'Slip, Letter' }).getAttribute('href')) ?? ''));
  expect(slip.headers()['content-type']).toBe('application/pdf');
  await m.tap('Repaired: read again');
  await m.says('inner, pushed home');
});

test('a pinned barrel is measure-only', async ({ page, server }) => {
  const m = new Mechanic(page);
  await m.open(server, 'Launch Dunlin', 'Carry on');
  await m.tap('Carry on');
  await m.says('Waiting for the repair');
  await expect(page.getByText('it can be measured, not set')).toBeVisible();
  await expect(page.getByRole('button', { name: 'log a turn' })).toHaveCount(0);
});

test('no response after a move is a finding', async ({ page, server }) => {
  const m = new Mechanic(page);
  await m.toFound(server);
  await m.read('139.4 mm', states);
  await m.read('15');
  await m.read('62');
  await m.tap('Turned another amount');
  await m.field().fill('a few');
  await m.tap('Log the turns');
  await expect(page.getByText('“a few” is not a number').or(page.getByText('"a few" is not a number'))).toBeVisible();
  await expect(m.field()).toHaveValue('a few');
  await m.field().fill('3');
  await m.tap('Log the turns');
  await m.tap('Done, 3 times');
  await m.read('139.5 mm', states);
  await m.says('It did not answer');
  await expect(page.getByText('a barrel that slips on its thread')).toBeVisible();
  await page.getByLabel('why, if you go on').fill('stripped thread found and chased');
  await m.tap('Found it: go on');
  await m.says('turns away from the eye');
});

test('a reading without its states is kept but not judged', async ({ page, server }) => {
  const m = new Mechanic(page);
  await m.toFound(server);
  await m.read('139.4 mm', ['dogs home']);
  await expect(page.getByText('139.4 mm was kept, but cannot be compared: inner pushed, stud lowest not confirmed')).toBeVisible();
});

test('text that is no reading says why, stays in its blank, and nothing goes on', async ({ page, server }) => {
  const m = new Mechanic(page);
  await m.toFound(server);
  for (const [text, says] of [
    ['7-9', 'is a range'],
    ['1,234', 'thousands or decimals'],
    ['3 furlongs', 'unknown unit'],
    ['12 lb', 'force where a length is wanted'],
    ['', 'write what the gauge shows'],
  ] as const) {
    await m.type(text);
    if (text) await expect(page.getByRole('alert').filter({ hasText: says }), 'told while it is typed').toBeVisible();
    await m.tap('Take the reading');
    await expect(page.getByRole('alert').filter({ hasText: says })).toBeVisible();
    await expect(m.field()).toHaveValue(text);
    await m.says('Read the barrel to eye');
  }
});

test('a serial outside every range offers no figures', async ({ page, server }) => {
  const m = new Mechanic(page);
  await m.open(server, 'Workboat Scoter', 'Set it');
  await m.complain('Stiff');
  await expect(page.getByText('serial 4102 lies outside every range')).toBeVisible();
  await m.tap('Write it down all the same');
  await expect(page.getByRole('alert').filter({ hasText: 'No sheet applies' }).first()).toBeVisible();
  await expect(page.getByText('143')).toHaveCount(0);
  await page.getByLabel('serial on the plate').fill('rusty');
  await expect(page.getByText('write it as on the plate')).toBeVisible();
});

test('an address that leads nowhere says so', async ({ page, server }) => {
  await page.goto(`${server.url}/run/nowhere`);
  await expect(page.getByText('there is nothing here under this name')).toBeVisible();
});
