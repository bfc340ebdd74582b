// How the machine stands, changed in the middle of the work: by thumb on a phone, with another device at the same run.
import { expect, Mechanic, somebodyElse, test } from './server';
import { begin, Hand, view, workUntil } from './hand';

test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });

/** A machine, its cable, what is worked up to, and what is changed there. */
const stops: [string, string, string, RegExp, string][] = [
  ['teal', 'lower', 'Linkage cover on', /^boat/, 'under way'],
  ['oyster', 'parking', 'Vehicle on its wheels', /^vehicle/, 'on its wheels'],
  ['mail', 'aileron', 'Wing panel, left', /^wing panel, left/, 'off'],
  ['reed', 'overrun', 'Brake cables', /^brake cables/, 'unhooked'],
  ['ferry', 'kickdown', 'Vehicle on the road', /^vehicle/, 'on the road'],
];

for (const [machine, cable, until, thing, stands] of stops)
  test(`a change in the middle, seen at the other end: ${machine}, ${cable}`, async ({ page, browser, server }) => {
    test.slow();
    const id = await begin(page, server, machine, cable);
    const hand = new Hand(page);
    await workUntil(hand, server, id, until);
    const other = new Mechanic(await somebodyElse(browser, server.url, 'Tobin'));
    await other.page.goto(page.url());
    await other.says(until);
    expect(await page.evaluate(() => document.documentElement.scrollWidth), 'no sideways scroll').toBeLessThanOrEqual(390);
    await hand.change();
    await expect(hand.how(thing)).toContainText(stands);
    await expect(other.how(thing), 'the other device shows it too').toContainText(stands);
    const v = await view(page, server, id);
    await expect(other.now()).toHaveAttribute('data-seq', String(v.seq));
    expect(v.advice.do, 'and the work goes on').not.toBe('set-up');
  });

test('a change made at the other end meanwhile is told, and nothing of ours is lost', async ({ page, browser, server }) => {
  const m = new Mechanic(page);
  await m.toFound(server);
  const other = new Mechanic(await somebodyElse(browser, server.url, 'Tobin'));
  await other.page.goto(page.url());
  await other.how(/linkage cover/).click();
  await other.tap(/^on$/);
  await expect(m.how(/linkage cover/)).toContainText('on');
  await m.says('Linkage cover off');
  await m.how(/^propeller/).click();
  await m.tap(/^chocked$/);
  await expect(m.how(/^propeller/)).toContainText('chocked'); // what is open closes when an entry arrives
  await m.how(/^key/).click();
  await m.tap(/^engine running/);
  await expect(page.getByRole('group', { name: 'key stands' })).toContainText('that must never be');
  await page.getByRole('button', { name: '+ put on' }).click();
  await page.getByLabel('what it is').fill('cable tie');
  await page.getByRole('button', { name: 'It is on' }).click();
  await expect(page.getByText('say why it is there')).toBeVisible();
  await expect(page.getByLabel('what it is')).toHaveValue('cable tie');
  await page.getByLabel('why it goes on').fill('holds the inner up');
  await page.getByRole('button', { name: 'It is on' }).click();
  await expect(other.how(/cable tie/)).toContainText('on since');
});

test('a proof on the water that fails after the signature goes on in the next run: the cure first', async ({ page, server }) => {
  const m = new Mechanic(page);
  await page.goto(`${server.url}/run/2026-11-avocet`);
  await m.says('Boat afloat');
  await m.change();
  await m.tap('✕ jumps out of reverse');
  await m.says('It is signed, and does not hold');
  await page.goto(server.url);
  await expect(page.getByText('open fault: on the water: jumps out of reverse')).toBeVisible();
  await page.goto(`${server.url}/run/2026-11-avocet`);
  await m.tap('Open the next run');
  await m.says('Key out');
  await expect(page).not.toHaveURL(/avocet/);
  await m.change();
  await m.tap(/^barrel: turned ½/);
  await m.says('Work the helm');
});
