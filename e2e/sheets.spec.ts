import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import { chooses, expect, freshDatabase, Server, root, signIn, test } from './server';

const file = (name: string, text: string) => ({ name, mimeType: 'application/json', buffer: Buffer.from(text) });
const sheet114 = readFileSync(join(root, 'demo/sheets/114.json'), 'utf8');

test('a sheet is found on its axis, read, exported byte for byte and taken in again', async ({ page, server }) => {
  await page.goto(`${server.url}/sheets`);
  await expect(page.getByText('30 sheets for')).toBeVisible();
  await page.getByLabel('find a sheet').fill('lower drive');
  await page.getByRole('button', { name: /sheet 114 revision 3, 1850–2399/ }).click();
  await expect(page.getByRole('heading', { name: 'Sheet 114 · lower drive cable' })).toBeVisible();
  await expect(page.getByText('143 ± 0.5 mm')).toBeVisible();
  const [download] = await Promise.all([page.waitForEvent('download'), page.getByRole('link', { name: 'Export' }).click()]);
  expect(readFileSync(await download.path(), 'utf8')).toBe(sheet114);

  await page.goto(`${server.url}/sheets`);
  await page.getByLabel('sheet file').setInputFiles(file('114.json', sheet114));
  await expect(page.getByRole('heading', { name: 'Sheet 114 · lower drive cable' })).toBeVisible();
});

test('a bad file tells every fault with its cure, and nothing is kept', async ({ page, server }) => {
  await page.goto(`${server.url}/sheets`);
  const input = page.getByLabel('sheet file');
  const bad = JSON.parse(sheet114) as Record<string, unknown>;
  Object.assign(bad, { id: '114b', colour: 'teal', craft: 'sledge', commands: '' });
  await input.setInputFiles(file('bad.json', JSON.stringify(bad)));
  const alert = page.getByRole('alert');
  await expect(alert).toContainText('Nothing was kept: 3 things are to be put right.');
  for (const says of ['colour: there is no such field', 'craft: choose one of: car', 'commands: this is to be written'])
    await expect(alert).toContainText(says);
  const claims = { ...(JSON.parse(sheet114) as object), id: '115' };
  await input.setInputFiles(file('claims.json', JSON.stringify(claims)));
  await expect(alert).toContainText('sheet 114 and sheet 115 both claim serials 1850–2399: part their ranges');
  await input.setInputFiles(file('words.json', 'PK\u0003\u0004 zip'));
  await expect(alert).toContainText('is no sheet in the open format');
  await input.setInputFiles(file('huge.json', `"${'x'.repeat(25_000_000)}"`));
  await expect(alert).toContainText('larger than any sheet');
  await page.reload();
  await expect(page.getByText('30 sheets for')).toBeVisible();
});

const write = async (page: Page, label: string | RegExp, text: string) => {
  await page.getByLabel(label, { exact: true }).fill(text);
};

test('a new sheet is written where it is read; script text stays text; undo and draft', async ({ page, server }) => {
  await page.goto(`${server.url}/sheets`);
  await page.getByRole('link', { name: 'New sheet' }).click();
  await chooses(page, 'throttle cable');
  await expect(page.getByRole('status').filter({ hasText: 'still to be written' })).toBeVisible();
  await write(page, 'number of the sheet', '399');
  await write(page, 'which cable', '<img src=x onerror=alert(1)>');
  await write(page, 'where the figures come from', 'measured on the van in the yard');
  await page.getByRole('button', { name: '+ part of the chain' }).click();
  await write(page, 'part 1: its place in the chain', 'vehicle');
  await write(page, 'part 1: which one', 'Oxbury 12 van');
  await write(page, 'pitch of pedal cable nuts', '1,25');
  await write(page, 'pitch of cruise cable nuts', '1');
  const slack = page.getByLabel('target of slack at the cam, pedal cable');
  await slack.fill('180');
  await expect(page.getByText('180 mm is far from the usual 0 to 12 mm of a throttle with switch, then cruise')).toBeVisible();
  await page.reload();
  await expect(slack, 'the draft is kept').toHaveValue('180');
  await slack.fill('1');
  await slack.fill('1.5');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(slack).toHaveValue('1');
  await expect(page.getByText('the window of the slack at the cam, pedal cable has no width')).toBeVisible();
  await write(page, 'how far over, slack at the cam, pedal cable', '0.2');
  await page.getByLabel('key, running: in words').fill('running, nothing on the pedals');
  await expect(page.getByText('Whole: it can be kept.')).toBeVisible();
  await page.getByRole('button', { name: 'Keep the sheet' }).click();
  await expect(page.getByRole('heading', { name: 'Sheet 399 · <img src=x onerror=alert(1)>' })).toBeVisible();
  await expect(page.getByText('running, nothing on the pedals')).toBeVisible();

  await page.getByRole('button', { name: 'Revise it' }).click();
  await slack.fill('1.2');
  await expect(page.getByText('Whole: it can be kept.')).toBeVisible();
  await page.getByRole('button', { name: 'Keep the sheet' }).click();
  await expect(page.getByRole('region', { name: 'Revisions' })).toContainText('points[0].target: 1 → 1.2');

  await page.getByRole('button', { name: 'Copy as a new one' }).click();
  await expect(page.getByRole('button', { name: 'assumed: confirm' }).first()).toBeVisible();
  await expect(page.getByText('“399” is')).toHaveCount(0);
});

test('a sheet is written from a manual with its rig; one contradiction is met and cured', async ({ page, server }) => {
  await page.goto(`${server.url}/sheets/new`);
  await chooses(page, 'outboard');
  await write(page, 'number of the sheet', '299');
  await write(page, 'which cable', 'shift');
  await write(page, 'where the figures come from', 'Brindle 60, owner’s manual');
  await write(page, 'first serial', '9100');
  await page.getByRole('button', { name: '+ part of the chain' }).click();
  await write(page, 'part 1: its place in the chain', 'engine');
  await write(page, 'part 1: which one', 'Brindle 60 outboard');
  for (const end of ['engine end', 'helm end']) {
    await write(page, `pitch of ${end}`, '0.8');
    await write(page, `least step of ${end}`, '0.5');
  }
  await write(page, 'target of eye to pin', '0');
  await write(page, 'how far over, eye to pin', '0.4');
  await write(page, 'how far under, eye to pin', '0.4');
  await expect(page.getByText('Whole: it can be kept.')).toBeVisible();

  await page.getByRole('button', { name: 'Write down the rig' }).click();
  const rig = page.getByRole('region', { name: 'Its rig' });
  await expect(rig.getByText('missing: write a length').or(rig.getByText('write a length in mm')).first()).toBeVisible();
  const figures: [string, string][] = [
    ['throw of the helm box each way', '40'],
    ['travel that locks forward', '37'],
    ['travel that locks reverse', '36.5'],
    ['how far from the pin neutral is still free', '2'],
    ['thread of the ends, a turn', '0.8'],
    ['eye beside its pin at setting 0', '1.6'],
    ['threads in at the helm end, at setting 0', '14'],
    ['threads in at the engine end, at setting 0', '15'],
    ['threads that must stay in', '8'],
  ];
  for (const [label, text] of figures) await write(page, label, text);
  for (const end of ['engine end', 'helm end']) {
    await write(page, `least setting of ${end}`, '-6');
    await write(page, `most setting of ${end}`, '6');
  }
  await expect(page.getByText('its rig shows 1.6 mm; wanted 0 ± 0.4 mm')).toBeVisible();
  await expect(rig.getByText(/^✕ \d of \d do not/)).toBeVisible();
  await page.getByRole('button', { name: 'Keep the sheet' }).click();
  await expect(page.getByRole('alert').filter({ hasText: 'Nothing was kept' })).toContainText('its rig shows 1.6 mm');
  // two turns up the cable at the helm end: then the eye falls on its pin
  await write(page, 'helm end, setting where all is right', '-2');
  await expect(page.getByText('✓ its rig shows 0 mm')).toBeVisible();
  await expect(rig.getByText(/^✓ All \d agree/)).toBeVisible();
  // what must be so when it is read, and what the rig is without it
  await page.getByRole('button', { name: '+ state' }).click();
  await write(page, 'name of state', 'helm held in forward');
  await page.getByRole('button', { name: 'add', exact: true }).click();
  await write(page, 'how helm held in forward is made', 'The lever is tied in forward.');
  await page.getByRole('button', { name: '+ what the rig is then' }).last().click();
  await page.getByLabel('control of the rig, helm held in forward').selectOption('control');
  await page.getByLabel('control of the rig, helm held in forward: control').selectOption('forward');
  await page
    .getByRole('group', { name: 'what must be so when eye to pin is read' })
    .getByRole('button', { name: 'helm held in forward' })
    .click();
  await page.getByRole('button', { name: 'Keep the sheet' }).click();
  await expect(page.getByRole('heading', { name: 'Sheet 299 · shift' })).toBeVisible();
  await expect(page.getByText('✓ its rig shows 0 mm')).toBeVisible();
  await expect(page.getByText('The rig then: control forward')).toBeVisible();
});

test('who may not change sheets is not offered to', async ({ page, server }) => {
  await signIn(page, server.url, 'Tobin');
  await page.goto(`${server.url}/sheets`);
  await expect(page.getByText('30 sheets for')).toBeVisible();
  await expect(page.getByRole('link', { name: 'New sheet' })).toHaveCount(0);
});

test('all sheets go into another shop as one file, looked at before they are taken', async ({ page, server }) => {
  await page.goto(`${server.url}/sheets`);
  const [download] = await Promise.all([page.waitForEvent('download'), page.getByRole('link', { name: 'all of them as one file' }).click()]);
  const sent = readFileSync(await download.path(), 'utf8');
  const other = new Server(freshDatabase());
  await other.start();
  const first = { name: 'Ada', password: 'by the old slip', zone: 'Europe/Lisbon' };
  expect((await page.request.post(`${other.url}/api/v1/first`, { data: first })).ok()).toBe(true);
  await page.goto(other.url);
  await page.getByRole('link', { name: /^Bring a folder/ }).click();
  await page.getByLabel('sheet file').setInputFiles(file('bad.json', '{"format":"brankel.sheets/1","sheets":[{"sheet":{"id":"7"}}]}'));
  await expect(page.getByRole('alert')).toContainText('sheets[0]');
  await page.getByLabel('sheet file').setInputFiles(file('sheets.json', sent));
  const coming = page.getByRole('region', { name: 'Sheets of a file' });
  await expect(coming).toContainText('30 in the file, from Wendmouth Slip');
  await coming.getByRole('button', { name: '114 r3' }).click();
  await coming.getByRole('button', { name: 'Take these 29 sheets' }).click();
  await expect(coming).toContainText('29 taken');
  await expect(coming.getByText('it is here already')).toHaveCount(29);
  await coming.getByRole('button', { name: 'Take this sheet' }).click();
  await expect(coming.getByText('it is here already')).toHaveCount(30);
  await coming.getByRole('button', { name: 'done' }).click();
  await expect(page.getByText('30 sheets for')).toBeVisible();
  await other.stop();
});
