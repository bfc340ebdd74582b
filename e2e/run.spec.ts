import { execFileSync } from 'node:child_process';
import { begin, Hand, workUntil } from './hand';
import { expect, Mechanic, states, test } from './server';

test('one barrel from complaint to signed record', async ({ page, server }) => {
  const m = new Mechanic(page);
  await m.open(server, 'Launch Teal');
  await expect(page.getByText('new split pin, 3.2 × 25 mm')).toBeVisible();
  await m.tap('It shows');
  await expect(page.getByText('write what the owner says')).toBeVisible();
  await m.tap('lever travel until it is in forward');
  await page.getByLabel('it shows, such as 12 mm').fill('31');
  await m.complain('Hard to get into forward');
  await expect(page.getByText('write the unit too, such as 31 mm or 31 in')).toBeVisible();
  await page.getByLabel('it shows, such as 12 mm').fill('31°');
  await m.tap('It shows');

  await expect(page.getByText('serial 2207 lies in 1850–2399, standard hand').first()).toBeVisible();
  await expect(page.getByText('2400–3150: 146.0 mm, 3.0 more than yours')).toBeVisible();
  await m.tap('This is the plate');
  await m.says('Key out, in your pocket, then linkage cover off.');
  await m.change();
  await expect(m.how(/linkage cover/)).toContainText('off since');
  await m.read('71.2 mm');
  await m.says('eased out');
  await m.read('2-19/32"');
  await m.says('Read the barrel to eye');
  await m.setTheLength();

  await expect(page.getByText('It answered as the turns say: 1 mm a turn.')).toBeVisible();
  await expect(page.getByRole('img', { name: /barrel to eye: 142.9 mm, window 142.5 to 143.5 mm/ })).toBeVisible();
  await expect(page.getByRole('button', { name: 'back to as found: 3½ turns toward the eye' })).toBeVisible();

  await m.tap('Locked');
  await expect(page.getByText('put the split pin in')).toBeVisible();
  await page.getByLabel('backed off').fill('1');
  await m.tap('split pin in');
  await m.tap('Locked');
  await expect(page.getByText('the sheet wants it backed off ¼ to ½ of a turn')).toBeVisible();
  await page.getByLabel('backed off').fill('3/8');
  await m.tap('Locked');
  await m.read('143.1 mm', states);
  await expect(page.getByText('Locking moved it by +0.2 mm.')).toBeVisible();

  await m.proveIt();
  await m.says('Try the complaint again');
  await m.tap('cured');
  await expect(page.getByText('write what it is now by the same test, or why it can not be measured')).toBeVisible();
  await page.getByLabel('lever travel until it is in forward: it was 31°, now').fill('24');
  await m.tap('cured');
  await m.says('boat under way');
  await expect(page.getByRole('button', { name: 'It stands so' }), 'what is tapped is in view').toBeInViewport({ ratio: 1 });
  expect(await page.evaluate(() => document.documentElement.scrollHeight), 'the panes scroll, and not the page').toBe(800);
  await m.tap('Leave open for now');
  await m.change();
  await expect(m.how(/^boat/), 'nothing was said of the stop that was left').toContainText('on the slip');
  await m.says('Sign');
  await m.tap('Sign as Ines');
  await expect(page.getByText('On the water: does it go in')).toBeVisible();

  await page.goto(server.url);
  const teal = page.getByRole('region', { name: 'Launch Teal' });
  await expect(teal.getByText('proof owed: on the water')).toBeVisible();
  await teal.getByRole('button', { name: 'record' }).click();
  for (const text of [
    '139.4 mm, tape 1 ± 0.25 mm',
    '3½ turns away from the eye, by Ines',
    'Locking moved it by +0.2 mm.',
    'cured; lever travel until it is in forward 24°, 7° less',
    'cured',
    'Chain hash of events',
  ]) {
    await expect(page.getByText(text).first()).toBeVisible();
  }
  const pdf = await page.request.get(`${page.url().replace('/record/', '/api/v1/runs/')}/record.pdf`);
  expect((await pdf.body()).subarray(0, 5).toString()).toBe('%PDF-');
});

test('a quiet day by the keyboard alone', async ({ page, server }) => {
  const m = new Mechanic(page);
  await m.toFound(server);
  await page.keyboard.type('143');
  for (const s of states) {
    const button = page.getByRole('button', { name: s });
    await button.focus();
    await page.keyboard.press('Enter');
    await expect(button).toHaveAttribute('aria-pressed', 'true');
  }
  await m.field().focus();
  await page.keyboard.press('Enter');
  await m.says('threads in the barrel');
  await page.keyboard.type('12');
  await page.keyboard.press('Enter');
  await m.says('stroke');
  await page.keyboard.type('62');
  await page.keyboard.press('Enter');
  await m.says('joint nut');
});

test('the pad writes fractions, units and marks on the tape', async ({ page, server }) => {
  const m = new Mechanic(page);
  await m.toFound(server);
  for (const key of ['5', 'one half']) await page.getByRole('button', { name: key, exact: true }).click();
  await expect(m.field()).toHaveValue('5 1/2');
  await expect(page.getByText('= 139.7 mm · 5 1/2 in')).toBeVisible();
  await m.type('5-1/2 in');
  await expect(page.getByText('= 139.7 mm')).toBeVisible();
  await m.tap('as two marks on the tape');
  await page.getByLabel('start mark').fill('1 in');
  await m.type('6 1/2 in');
  await expect(page.getByText('= 139.7 mm')).toBeVisible();
  await m.type('1/2 in');
  await expect(page.getByText('the end mark lies before the start mark')).toBeVisible();
});

test('back to as found undoes the turns', async ({ page, server }) => {
  const m = new Mechanic(page);
  await m.toFound(server);
  await m.setTheLength();
  await m.tap('back to as found');
  await expect(page.getByText('Turn the barrel 3½ turns toward the eye.')).toBeVisible();
  await m.tap('Turned back');
  await expect(page.getByText('back to as found: nothing turned')).toBeVisible();
  await m.says('Work the helm');
});

test('a run on a phone', async ({ page, server }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  const m = new Mechanic(page);
  await m.toFound(server);
  await expect(m.now().getByRole('heading'), 'what is next is at the top').toBeInViewport({ ratio: 1 });
  await expect(page.getByRole('button', { name: 'Take the reading' }), 'and its button in view').toBeInViewport({ ratio: 1 });
  await m.setTheLength();
  await m.lockIt('143.0 mm');
  await m.says('Neutral');
  const wide = await page.evaluate(() => document.documentElement.scrollWidth);
  expect(wide, 'no sideways scroll').toBeLessThanOrEqual(390);
});

test('after a proof that failed under way nothing is turned before the engine stands and hands may be in', async ({ page, server }) => {
  const m = new Mechanic(page);
  await m.toFound(server);
  await m.read('143.0', states);
  await m.read('12');
  await m.read('62');
  await m.lockIt('143.0');
  await m.proveIt();
  await m.tap('cured');
  await m.says('Linkage cover on');
  await expect(m.now()).toContainText('Cooling water on.');
  await m.change();
  await m.tap('✕ jumps out of forward');
  await page.getByRole('button', { name: 'log a turn' }).click();
  await page.getByLabel('turns of the barrel that were made').fill('1');
  await page.getByRole('button', { name: 'Log the turns' }).click();
  await expect(page.getByRole('region', { name: 'Pad' })).toContainText('that must never be');
  await page.getByRole('button', { name: 'Nothing was turned' }).click();
  await expect(m.now()).toContainText('key');
  await m.change();
  await expect(m.how(/^key/)).toContainText('out, in your pocket');
  await expect(m.how(/linkage cover/)).toContainText('off');
  await m.tap(/^barrel: turned ½/);
  await m.says('Work the helm');
});

test('a chain that was changed behind our back is told on the run and on the record', async ({ page, server }) => {
  const psql = (sql: string) => execFileSync('psql', ['-q', server.database, '-c', sql]);
  psql('ALTER TABLE events DISABLE TRIGGER USER');
  psql("UPDATE events SET body = replace(body, '145.2', '143.2') WHERE run_id = '2026-11-avocet'");
  await page.goto(`${server.url}/run/2026-11-avocet`);
  await expect(page.getByText('The chain of this run is broken')).toBeVisible();
  await page.goto(`${server.url}/record/2026-11-avocet`);
  await expect(page.getByText('The chain of this record is broken')).toBeVisible();
});

test('what lies on either side of its pin is read with its side', async ({ page, server }) => {
  const id = await begin(page, server, 'knot', 'shift');
  const m = new Hand(page);
  await workUntil(m, server, id, 'Read the eye to pin');
  await m.type('2.4');
  await expect(page.getByText('say on which side it lies: past the pin or short of the pin')).toBeVisible();
  await page.getByRole('radio', { name: 'short of the pin' }).click();
  await expect(page.getByText('= 2.4 mm short of the pin')).toBeVisible();
  await m.read('2.4', ['neutral found', 'helm in neutral']);
  await m.says('threads at the engine end');
  await m.read('15');
  await m.says('threads at the helm end');
  await m.read('14');
  await m.says('off the cable');
});

test('the next move and the last value are read aloud once somebody asks for it', async ({ page, server }) => {
  await page.addInitScript(() => {
    const heard: string[] = [];
    Object.assign(window, { heard });
    window.speechSynthesis.speak = (u) => heard.push(u.text);
  });
  const heard = () => page.evaluate(() => (window as unknown as { heard: string[] }).heard);
  const m = new Mechanic(page);
  await m.toFound(server);
  expect(await heard(), 'off by default').toEqual([]);
  await m.tap('read aloud');
  await expect.poll(async () => (await heard()).at(-1)).toContain('Read the barrel to eye.');
  await m.read('139.4 mm', states);
  await m.read('12½');
  await m.read('62');
  await expect
    .poll(async () => (await heard()).at(-1))
    .toBe('stroke: 62.0 millimetres. Turn the barrel 3 and a half turns away from the eye.');
  await m.tap('✓ read aloud');
  const n = (await heard()).length;
  await m.tap('Turned 3½');
  await m.says('Work the helm');
  expect(await heard()).toHaveLength(n);
});
