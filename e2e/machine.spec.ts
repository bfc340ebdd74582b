import { chooses, expect, signIn, test } from './server';
import { begin, view } from './hand';

const readDay = (iso: string) =>
  new Date(iso).toLocaleDateString('en-GB', { day: 'numeric', month: 'short', year: 'numeric', timeZone: 'UTC' });

test('a machine is put on the floor with its plate and cables, and its card is kept', async ({ page, server }) => {
  await page.goto(server.url);
  await page.getByRole('link', { name: 'another machine' }).click();
  await page.getByRole('button', { name: 'Keep the card' }).click();
  await expect(page.getByRole('alert')).toContainText('write what the machine is called');
  await page.getByLabel('what it is called').fill('launch teal');
  await page.getByLabel('cable', { exact: true }).fill('shift');
  await page.getByRole('button', { name: /^kind of rig/ }).click();
  await chooses(page, 'outboard');
  await page.getByRole('button', { name: 'Keep the card' }).click();
  await expect(page.getByRole('alert')).toContainText('is on the floor already');
  await page.getByLabel('what it is called').fill('Dory <b>Stint</b>');
  await page.getByLabel('serial, year or engine number').fill('rusty');
  await page.getByRole('button', { name: 'Keep the card' }).click();
  await expect(page.getByRole('alert')).toContainText('as on the plate');
  await page.getByLabel('serial, year or engine number').fill('K-0455');
  await page.getByLabel('chain: role = part, a part a line').fill('helm = side box\ncable = second pattern, lined, stays dry');
  await page.getByRole('button', { name: 'Keep the card' }).click();
  await expect(page.getByRole('heading', { name: 'Dory <b>Stint</b>' })).toBeVisible();
  await expect(page.getByRole('link', { name: /sheet 201: serial K-455|sheet 201: engine number K-455|sheet 201/ })).toBeVisible();
  await expect(page.getByRole('list', { name: 'chain of parts' })).toContainText('second pattern, lined, stays dry');
  await page.goto(server.url);
  await page.getByRole('region', { name: 'Dory <b>Stint</b>' }).getByRole('button', { name: 'Set it' }).click();
  await expect(page.getByRole('region', { name: 'Now' })).toBeVisible();
});

test('usage, swaps, modifications and faults are logged; impossible days and falling meters are not', async ({ page, server }) => {
  await signIn(page, server.url, 'Tobin');
  await page.goto(`${server.url}/machine/oyster`);
  const log = page.getByRole('form', { name: 'Log' });
  await log.getByLabel('it shows').fill('88000');
  await log.getByRole('button', { name: 'Log it' }).click();
  await expect(log.getByRole('alert')).toContainText('it showed 88300 on 3 Nov 2026 already');
  await expect(log.getByLabel('it shows')).toHaveValue('88000');
  await log.getByLabel('day').fill('2026-02-30');
  await log.getByRole('button', { name: 'Log it' }).click();
  await expect(log.getByRole('alert')).toContainText('write the day as');
  await log.getByLabel('day').fill('2036-01-01');
  await log.getByRole('button', { name: 'Log it' }).click();
  await expect(log.getByRole('alert')).toContainText('has not come yet');
  await log.getByLabel('day').fill(new Date().toISOString().slice(0, 10));
  await log.getByLabel('it shows').fill('91,250');
  await log.getByRole('button', { name: 'Log it' }).click();
  await expect(log.getByRole('alert')).toContainText('could mean thousands or decimals: write 91250');
  await log.getByLabel('it shows').fill('912500');
  await log.getByRole('button', { name: 'Log it' }).click();
  await expect(page.getByRole('region', { name: 'Logged' })).toContainText('912,500 km');
  await log.getByLabel('it shows').fill('91250');
  await log.getByLabel('instead of').selectOption({ label: `${readDay(new Date().toISOString())}: 912500` });
  await log.getByRole('button', { name: 'Log it' }).click();
  await expect(page.getByRole('region', { name: 'Logged' })).toContainText('91,250 km');

  await log.getByRole('radio', { name: 'a fault' }).click();
  await log.getByLabel('what is wrong').fill('pedal pin worn');
  await log.getByRole('button', { name: 'Log it' }).click();
  await expect(page.getByText('pedal pin worn (Tobin')).toBeVisible();
  await page.goto(server.url);
  await expect(page.getByRole('region', { name: 'Oyster van' })).toContainText('pedal pin worn');
  await page.getByRole('link', { name: 'Oyster van' }).click();
  await page.getByRole('button', { name: 'Done' }).click();
  await expect(page.getByRole('region', { name: 'Logged' })).toContainText('put right: pedal pin worn');
  await log.getByRole('radio', { name: 'a modification' }).click();
  await log.getByLabel('what was added or made').fill('filler under the fork');
  await log.getByRole('button', { name: 'Log it' }).click();
  await expect(log.getByRole('alert')).toContainText('say who approved it');
});

test('a run begins and goes on from the card, and the tab says which', async ({ page, server }) => {
  await page.goto(`${server.url}/machine/wigeon`);
  await expect(page).toHaveTitle('Launch Wigeon · Brankel');
  await page.getByRole('button', { name: 'Carry on' }).click();
  await expect(page).toHaveTitle('Launch Wigeon · lower drive cable · Brankel');
  await page.goto(`${server.url}/machine/teal`);
  await page.getByRole('region', { name: 'lower drive cable' }).getByRole('button', { name: 'Set again' }).click();
  await expect(page.getByRole('region', { name: 'Now' })).toContainText('What does the owner say?');
  await page.goto(`${server.url}/bench/window`);
  await expect(page).toHaveTitle(/Bench · Brankel$/);
  await page.goto(`${server.url}/machine/oyster`);
  await expect(page.getByRole('heading', { name: 'Oyster van' })).toBeVisible();
  await page.getByRole('region', { name: 'clutch' }).getByRole('button', { name: /Set it|Set again/ }).click();
  await expect(page, 'every cable of the floor is led').toHaveTitle('Oyster van · clutch · Brankel');
});

test('two leads at one card: the second sees what the first wrote, and says which stands', async ({ page, server }) => {
  const at = `${server.url}/api/v1/machines`;
  const card = async () => ((await (await page.request.get(`${at}/teal`)).json()) as { machine: { note: string; owner: string } }).machine;
  await page.goto(`${server.url}/machine/teal`);
  await page.getByRole('button', { name: 'Change the card' }).click();
  await page.getByLabel('note').fill('laid up for the winter');
  expect((await page.request.post(at, { data: { ...(await card()), owner: 'the harbour' } })).ok()).toBe(true);
  await page.getByRole('button', { name: 'Keep the card' }).click();
  const both = page.getByRole('alert', { name: 'Two cards' });
  await expect(both).toContainText('note: yours “laid up for the winter”');
  await expect(both).toContainText('theirs “the harbour”');
  expect((await card()).owner, 'nothing is written over').toBe('the harbour');
  await both.getByRole('button', { name: 'Mine, over theirs' }).click();
  await expect(both).toHaveCount(0);
  expect((await card()).note).toBe('laid up for the winter');
});

test('a cable that no sheet calls so is led by the sheet that calls it otherwise; what the log took out is asked after', async ({
  page,
  server,
}) => {
  await page.goto(`${server.url}/machine/new`);
  await page.getByLabel('what it is called').fill('Dory Stint');
  await page.getByLabel('serial, year or engine number').fill('2207');
  await page.getByRole('button', { name: /^kind of rig/ }).click();
  await chooses(page, 'stern drive');
  await expect(page.locator('datalist option[value="lower drive cable"]'), 'names of its sheets are offered').toHaveCount(1);
  await page.getByLabel('cable', { exact: true }).fill('bottom shift cable');
  await page.getByRole('button', { name: 'Keep the card' }).click();
  await page.getByRole('heading', { name: 'Dory Stint' }).waitFor();
  await page.goto(server.url);
  await page.getByRole('region', { name: 'Dory Stint' }).getByRole('button', { name: 'Set it' }).click();
  await page.getByLabel('the owner’s words').fill('Stiff');
  await page.getByRole('button', { name: 'It shows' }).click();
  await page.getByRole('radio', { name: /^lower drive cable: sheet 114/ }).click();
  await expect(page.getByText('Sheet 114 r3 applies')).toBeVisible();
  await page.getByRole('button', { name: 'This is the plate' }).click();
  await expect(page.getByText('sheet 114 r3 applies').first()).toBeVisible();

  await page.goto(server.url);
  const id = await begin(page, server, 'avocet', 'lower');
  await page.getByLabel('the owner’s words').fill('Stiff');
  await page.getByRole('button', { name: 'It shows' }).click();
  await page.getByLabel('serial on the plate').fill('1122');
  await expect(page.getByText('The log took 1122 out on 30 Mar 2023')).toBeVisible();
  await page.getByRole('button', { name: 'It is on the plate all the same' }).click();
  await expect.poll(async () => (await view(page, server, id)).seq).toBe(2);
  await page.goto(`${server.url}/record/${id}`);
  await expect(page.getByText('though the log took it out on 30 Mar 2023').first()).toBeVisible();
});
