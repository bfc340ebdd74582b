// The pictures of docs/screenshots, made from the demo data.
import { join } from 'node:path';
import type { RunView } from '../ui/src/api/client';
import { Apprentice, practise } from './apprentice';
import { Hand } from './hand';
import { test as base, freshDatabase, Mechanic, root, Server, states } from './server';

const test = base;
const picture = (name: string) => join(root, 'docs/screenshots', `${name}.png`);

test('bays and record', async ({ page, server }) => {
  await page.goto(server.url);
  await page.getByText('Launch Wigeon · lower').waitFor();
  await page.screenshot({ path: picture('bays') });
  await page.goto(`${server.url}/record/2026-11-avocet`);
  await page.getByText('Chain hash').waitFor();
  await page.screenshot({ path: picture('record'), fullPage: true });
});

test('the years of a machine, and what comes due', async ({ page, server }) => {
  await page.goto(`${server.url}/machine/mussel/years`);
  await page.getByText('Order the part for the next visit').waitFor();
  await page.locator('.MuiLineChart-mark').first().waitFor();
  await page.screenshot({ path: picture('years') });
  await page.goto(`${server.url}/due`);
  await page.getByRole('region', { name: 'Mussel van' }).waitFor();
  await page.screenshot({ path: picture('due') });
});

test('the empty floor', async ({ page }) => {
  const own = new Server(freshDatabase());
  await own.start();
  await page.request.post(`${own.url}/api/v1/first`, { data: { name: 'Ro', password: 'long enough here', zone: 'WET' } });
  await page.goto(own.url);
  await page.getByText('The floor is empty.').waitFor();
  await page.screenshot({ path: picture('floor') });
  await own.stop();
});

test('an exercise, and how it went', async ({ page, server }) => {
  const begins = async (exercise: string) => {
    const run = (await (await page.request.post(`${server.url}/api/v1/practice`, { data: { exercise, seed: 41 } })).json()) as RunView;
    await page.goto(`${server.url}/run/${run.id}`);
    return run.id;
  };
  const hand = new Apprentice(page);
  const well = await begins('outboard-short');
  await practise(hand, server, well, (v) => v.advice.do === 'read');
  await hand.does(/^do it: neutral/);
  await hand.does(/^hold/);
  await page.screenshot({ path: picture('practice') });
  const bad = await begins('clutch-worn-lining');
  await practise(new Hand(page), server, bad);
  await page.getByRole('button', { name: 'see how it went' }).click();
  await page.getByText('this was hidden').waitFor();
  await page.screenshot({ path: picture('debrief'), fullPage: true });
});

test('the figures of a manual', async ({ page, server }) => {
  await page.goto(`${server.url}/set/parking-brake`);
  await page.getByRole('textbox', { name: /^The lever holds at/ }).fill('5–7');
  await page.getByRole('textbox', { name: /^Each wheel is backed off/ }).fill('8 to 10 clicks');
  await page.getByRole('textbox', { name: /^One turn of the equaliser nut/ }).fill('20 tpi');
  await page.getByText('1.27 mm').waitFor();
  await page.getByRole('textbox', { name: /^The lever holds at/ }).focus();
  await page.waitForTimeout(400); // until what is touched is lit
  await page.screenshot({ path: picture('hour') });
});

test('the bench', async ({ page, server }) => {
  await page.goto(
    `${server.url}/bench/adjuster?now=5+1%2F2+in&target=143&minus=0.5&plus=0.5&pitch=1&step=1%2F2&engaged=12%C2%BD` +
      `&engaged_min=6&engaged_max=20&%40out=the+housing&%40in=the+eye`,
  );
  await page.getByText('it should then measure').waitFor();
  await page.screenshot({ path: picture('bench') });
});

test('sheets, a machine, people', async ({ page, server }) => {
  await page.goto(`${server.url}/sheets`);
  await page.getByLabel('find a sheet').fill('boat');
  await page.getByText('30 sheets').waitFor();
  await page.screenshot({ path: picture('sheets') });
  await page.getByLabel('find a sheet').fill('both drive cables');
  await page.getByRole('button', { name: /sheet 136/ }).click();
  const settings = page.getByRole('heading', { name: 'Settings, in their order' });
  const up = () => settings.evaluate((h) => window.scrollTo(0, h.getBoundingClientRect().top + window.scrollY - 90));
  await settings.waitFor();
  await up();
  await page.screenshot({ path: picture('sheet') });
  await page.getByRole('button', { name: 'Revise it' }).click();
  await page.getByLabel('target of barrel to eye').fill('153');
  await page.getByText('its rig shows 152 mm; wanted 153').waitFor();
  await up();
  await page.goto(`${server.url}/machine/ferry`);
  await page.getByRole('heading', { name: 'Ferry pick-up' }).waitFor();
  await page.screenshot({ path: picture('machine') });
  await page.goto(`${server.url}/people`);
  await page.getByText('tension gauge 2').waitFor();
  await page.screenshot({ path: picture('people') });
});

/** A shift cable from the helm to an outboard, with an exhaust hose too near. */
const path = {
  name: 'shift cable, port engine',
  starts: 'down',
  pieces: [
    { length: '600' },
    { bend: true, angle: '90', radius: '250', toward: 'back' },
    { length: '3 m' },
    { bend: true, angle: '60', radius: '150', toward: 'left' },
    { length: '500' },
  ],
  conduit: { core: '3', bore: '3.6', least: '200', load: '60' },
  near: [{ name: 'exhaust hose', kind: 'hot', keep: '100', ahead: '-1500', left: '0', up: '-720', size: '40' }],
  steering: { behind: '500', aside: '300', arm: '150', lock: '35' },
  ends: [
    { adds: '90', thread: '22', least: '8', pitch: '0.8' },
    { adds: '110', thread: '20', least: '8', pitch: '0.8' },
  ],
  order: { stock: '4.2 m, 4500, 4950, 5250' },
};

test('a cable’s path', async ({ page, server }) => {
  await page.goto(`${server.url}/routing?d=${encodeURIComponent(JSON.stringify(path))}`);
  await page.getByText('sold tip to tip').first().waitFor();
  await page.screenshot({ path: picture('routing') });
});

test('what if', async ({ page, server }) => {
  const all = (await (await page.request.get(`${server.url}/api/v1/sheets`)).json()) as { hash: string; id: string }[];
  await page.goto(`${server.url}/whatif?sheet=${all.find((s) => s.id === '401')?.hash ?? ''}&s.slider=3`);
  await page.getByRole('slider').first().waitFor();
  await page.screenshot({ path: picture('whatif'), fullPage: true });
});

test('trouble', async ({ page, server }) => {
  const said = 'said=rolls-left&when=after-swap&answer=tanks%3Dequal&answer=sense%3Dright&answer=tip.left%3Dhigh';
  await page.goto(`${server.url}/trouble?machine=survey&cable=aileron&${said}`);
  await page.getByText('likeliest first').waitFor();
  await page.screenshot({ path: picture('trouble'), fullPage: true });
});

test('second hands', async ({ page, server, browser }) => {
  const run = '2026-11-wigeon';
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto(`${server.url}/run/${run}/hands`);
  const code = (await page.getByLabel(/^code \d{6}$/).getAttribute('aria-label'))?.slice('code '.length) ?? '';
  const phone = await (await browser.newContext({ viewport: { width: 390, height: 844 } })).newPage();
  await phone.goto(`${server.url}/hands`);
  await phone.getByLabel('the code').fill(code);
  await phone.getByLabel('your name').fill('Bo');
  await phone.getByRole('button', { name: 'Take the other end' }).click();
  await phone.getByRole('button', { name: 'I move the control' }).click();
  await page.getByRole('button', { name: 'I read and turn' }).click();
  await phone.getByRole('button', { name: 'Done, 3 times' }).click();
  await phone.getByRole('button', { name: 'I hold it' }).click();
  await page.getByText('holds the helm').waitFor();
  await phone.getByRole('button', { name: 'lamp' }).click();
  await phone.getByText('keep it there').waitFor();
  await phone.screenshot({ path: picture('hands-caller') });
});

test('a run', async ({ page, server }) => {
  const m = new Mechanic(page);
  await m.open(server, 'Launch Teal');
  await m.complain('Hard to get into forward since the last haul-out');
  await page.getByText('applies:').waitFor();
  await m.tap('This is the plate');
  await m.change();
  await m.read('71.2 mm');
  await m.says('eased out');
  await m.read('66.0 mm');
  await m.says('barrel to eye');
  await m.type('5 1/2');
  await page.getByText('= 139.7 mm').waitFor();
  for (const s of states.slice(0, 2)) await page.getByRole('button', { name: s }).click();
  await m.type('139.4');
  await page.getByRole('button', { name: 'stud lowest' }).click();
  await m.tap('Take the reading');
  await m.says('threads in the barrel');
  await m.read('12½');
  await m.read('62');
  await m.says('3½ turns away from the eye');
  await page.screenshot({ path: picture('run-move') });
  await m.tap('Turned 3½');
  await m.tap('Done, 3 times');
  await m.read('142.9', states);
  await m.says('joint nut');
  await m.lockIt('143.0 mm');
  await m.proveIt();
  await m.tap('cured');
  await m.says('Linkage cover on');
  await page.goto(`${server.url}/run/2026-11-mail-aileron`);
  await page.getByRole('button', { name: 'Carry on' }).click();
  await page.getByText('then crossover').waitFor();
  await page.screenshot({ path: picture('run-coupled') });
});
