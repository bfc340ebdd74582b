// From what is felt to the first thing to look at, family by family, and into a run or away from the adjuster.
import { AxeBuilder } from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { begin, Hand, view, workUntil } from './hand';
import { expect, test, type Server } from './server';

/** Somebody with a complaint, by the screen alone. */
class Asker {
  constructor(
    private readonly page: Page,
    private readonly server: Server,
  ) {}

  async on(cable: string) {
    await this.page.goto(`${this.server.url}/trouble`);
    await this.page.getByLabel('on the', { exact: true }).selectOption({ label: cable });
    await this.page.getByRole('heading', { name: 'What is wrong?' }).waitFor();
  }

  /** Writes words, and taps the symptom that is asked. */
  async says(words: string, symptom: string) {
    await this.page.getByLabel('write what is felt').fill(words);
    await expect(this.page.getByText('Say it whole, or tap what is true.')).toBeVisible();
    await this.page.getByRole('button', { name: symptom, pressed: false }).click();
    await expect(this.page.getByRole('button', { name: symptom, pressed: true })).toBeVisible();
  }

  /** Answers whatever is to be excluded as all right, and one test; others are asked until it comes. */
  async excludes(test: string, word: string) {
    await this.page
      .getByRole('region', { name: 'What it could be' })
      .getByRole('group', { name: test })
      .getByRole('button', { name: word })
      .click();
    await expect(this.page.getByRole('list', { name: 'Answers so far' })).toContainText(test);
  }

  /** Answers the next tests: all right, until the one that is not comes; its answer is given. */
  async finds(test: string, word: string) {
    const next = this.page.getByRole('region', { name: 'The next test' });
    for (let tries = 0; tries < 14; tries++) {
      const name = (await next.getByRole('heading').textContent()) ?? '';
      if (name.startsWith(test)) {
        await next.getByRole('button', { name: word, exact: true }).click();
        await expect(this.page.getByRole('list', { name: 'Answers so far' })).toContainText(test);
        return;
      }
      await next.getByRole('button', { name: 'cannot look now' }).click();
      await expect(next.getByRole('heading')).not.toHaveText(name);
    }
    throw new Error(`${test} was never asked`);
  }

  async first(cause: string) {
    await expect(this.page.getByRole('region', { name: 'What it could be' }).getByRole('listitem').first()).toContainText(cause);
  }

  follows() {
    return this.page.getByRole('region', { name: 'What follows' });
  }
}

/** Waits until the path stands on a run. */
const stands = (page: Page, server: Server, id: string) =>
  expect.poll(async () => (await view(page, server, id)).trouble?.known?.length ?? 0).toBeGreaterThan(0);

test('an outboard, in the words of another region with slips of typing, into a run with direction and size', async ({ page, server }) => {
  const who = new Asker(page, server);
  await who.on('Tender Plover · shift');
  await who.says('clatrs asturn', 'it ratchets in reverse');
  expect((await new AxeBuilder({ page }).analyze()).violations.map((v) => v.id)).toEqual([]);
  await who.finds('Eye to pin in neutral', 'past the pin');
  await who.first('shift cable set too long');
  await expect(page.getByRole('region', { name: 'What the last answer moved' })).toContainText('Eye to pin in neutral');
  await page
    .getByRole('button', { name: /^1 shift cable set too long|shift cable set too long/ })
    .first()
    .click();
  await expect(page.getByText('Why it stands here')).toBeVisible();
  await page.reload();
  await who.first('shift cable set too long');
  await expect(who.follows()).toContainText(/turns/);
  await who
    .follows()
    .getByRole('button', { name: /^into a run at/ })
    .click();
  await page.waitForURL(/\/run\/.*plan=/);
  const id = /\/run\/([^?]+)/.exec(page.url())?.[1] ?? '';
  await stands(page, server, id);
  await page.goto(`${server.url}/record/${id}`);
  await expect(page.getByText(/looked for the trouble: it ratchets in reverse.*taken to be shift cable set too long/)).toHaveCount(1);
});

test('a clutch with oil on its lining ends in "do not adjust", on the record of a run', async ({ page, server }) => {
  const who = new Asker(page, server);
  await who.on('Mussel van · clutch');
  await who.says('engine races in top gear', 'it slips under load');
  await who.excludes('The drain hole of the bell housing', 'oil runs out');
  await who.first('oil on the lining');
  await expect(who.follows()).toContainText('Do not adjust');
  await expect(who.follows().getByRole('button', { name: /^into a run/ })).toHaveCount(0);
  await who
    .follows()
    .getByRole('button', { name: /record/ })
    .click();
  await page.waitForURL(/\/run\//);
  const id = /\/run\/([^?]+)/.exec(page.url())?.[1] ?? '';
  await stands(page, server, id);
  await page.goto(`${server.url}/record/${id}`);
  await expect(page.getByText(/taken to be oil on the lining, do not adjust/)).toHaveCount(1);
});

test('a failed water test leads to the trouble with everything known, and back without losing anything', async ({ page, server }) => {
  test.slow();
  const id = await begin(page, server, 'knot', 'shift');
  const hand = Object.assign(new Hand(page), { answers: { 'on-the-water': 2 } });
  await workUntil(hand, server, id, 'What would cure');
  await page.getByRole('link', { name: 'what is wrong?' }).click();
  const who = new Asker(page, server);
  const answers = page.getByRole('list', { name: 'Answers so far' });
  await expect(answers).toContainText('Both gears on the water, half throttle: jumps out of reverse');
  await expect(answers).toContainText('Eye to pin in neutral');
  await expect(page.getByRole('button', { name: /it jumps out of gear on the water \(of the run\)/ })).toBeVisible();
  await who.finds('Cable off: the arm by hand', 'jumps in reverse');
  await who.first('dogs of reverse worn');
  await expect(who.follows()).toContainText('Do not adjust');
  await page.getByRole('button', { name: 'back to the run' }).click();
  await expect(page.getByRole('region', { name: 'Now' })).toContainText('jumps out of reverse');
  await stands(page, server, id);
  await page.goto(`${server.url}/record/${id}`);
  await expect(page.getByText(/looked for the trouble: .*likeliest dogs of reverse worn/)).toHaveCount(1);
});

const paths: [string, string, string, string, [string, string], [string, string] | null, string, string][] = [
  [
    'Oyster van · parking brake',
    'creeps away when parked',
    'it does not hold on the hill',
    'first',
    ['The shoes, drum off', 'oiled'],
    null,
    'oil on the shoes',
    'Do not adjust',
  ],
  [
    'Reed trailer · overrun brakes',
    'brakes come on in reverse',
    'it will not reverse',
    'next',
    ['Spin every wheel forwards', 'the left one drags'],
    null,
    'the left wheel set too tight',
    'Set it',
  ],
  [
    'Mail aeroplane · flap follow-up',
    'flaps twitch',
    'the flaps wander at a detent',
    'next',
    ['Gap of the up switch at its roller', 'low'],
    null,
    'both switch gaps too small',
    'Set it',
  ],
  [
    'Ferry pick-up · kickdown',
    'hangs on in gear',
    'it shifts late and hard',
    'next',
    ['Engine mounts under a touch', 'it rocks far'],
    null,
    'an engine mount is torn',
    'Do not adjust',
  ],
  [
    'Launch Avocet · lower drive cable',
    'grinds ahead',
    'it ratchets in forward',
    'next',
    ['Paint marks of barrel', 'the barrel has moved'],
    null,
    'lower cable set too short',
    'Set it',
  ],
  [
    'Mussel van · gear lever gate',
    'crunches',
    'gears grind with the engine running',
    'next',
    ['Clutch down, ten seconds', 'it grinds still'],
    null,
    'the clutch drags',
    'Look at the other cable',
  ],
  [
    'Mail aeroplane · mixture',
    'no response at the knob',
    'the knob turns and nothing happens',
    'first',
    ['Somebody moves the knob', 'it does not'],
    null,
    'the rod end is off',
    'Repair first',
  ],
];

for (const [cable, words, symptom, where, one, two, cause, end] of paths)
  test(`${cable}: ${words}`, async ({ page, server }) => {
    const who = new Asker(page, server);
    await who.on(cable);
    await who.says(words, symptom);
    if (where === 'first') await who.excludes(...one);
    else await who.finds(...one);
    if (two) await who.finds(...two);
    await who.first(cause);
    await expect(who.follows()).toContainText(end);
  });

test('by keyboard alone, at a phone’s width, and what nobody knows is said so', async ({ page, server }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  const who = new Asker(page, server);
  await who.on('closed flight-control loop');
  await page.getByLabel('write what is felt').fill('qqqq zzzz');
  await page.getByLabel('write what is felt').press('Enter');
  const heard = page.getByRole('group', { name: 'What was understood' });
  await expect(heard).toContainText('Nothing of this is known here');
  await page.getByRole('button', { name: '“qqqq zzzz”', pressed: true }).press('Enter');
  await page.getByLabel('write what is felt').fill('left wing heavy');
  await page.getByLabel('write what is felt').press('Tab');
  await page.keyboard.press('Enter');
  await expect(heard).toContainText('it rolls left when the yoke is let go');
  await page.getByRole('button', { name: 'equal', exact: true }).press('Enter');
  await expect(page.getByRole('list', { name: 'Answers so far' })).toContainText('Dip both tanks');
  await expect.poll(() => page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  expect((await new AxeBuilder({ page }).analyze()).violations.map((v) => v.id)).toEqual([]);
});

test('what was wrong is kept with the signature, and the lead sees what the shop found', async ({ page, server }) => {
  test.slow();
  const id = await begin(page, server, 'oyster', 'clutch');
  await workUntil(new Hand(page), server, id, 'Sign as');
  await page.getByLabel('what it was').selectOption({ label: 'adjuster set too tight' });
  await page.getByRole('button', { name: /^Sign as/ }).click();
  await expect.poll(async () => (await view(page, server, id)).signed ?? '').toContain('signed by Ines');
  await page.goto(`${server.url}/record/${id}`);
  await expect(page.getByText(/signed by Ines; cause: adjuster set too tight/)).toHaveCount(1);
  await page.goto(`${server.url}/trouble/shop?family=clutch`);
  await expect(page.getByText('1 signed run names its cause.')).toBeVisible();
  await page.getByRole('button', { name: 'Take this shop’s numbers' }).click();
  await expect(page.getByText('This shop’s own numbers are taken.')).toBeVisible();
  expect((await new AxeBuilder({ page }).analyze()).violations.map((v) => v.id)).toEqual([]);
});

test('a file of the workshop’s own is refused where the model says otherwise, and counts where it holds', async ({ page, server }) => {
  const file = (under: string) => ({
    name: 'weed.json',
    mimeType: 'application/json',
    buffer: Buffer.from(
      JSON.stringify({
        format: 'brankel.trouble/1',
        family: 'outboard-shift',
        tests: [
          {
            id: 'weed',
            asks: 'Weed at the propeller',
            look: true,
            answers: [
              { id: 'clear', says: 'clear' },
              { id: 'weed', says: 'weed about the shaft' },
            ],
            cost: { minutes: 1, hands: 1 },
          },
        ],
        symptoms: [],
        whens: [],
        causes: [
          {
            id: 'weed',
            says: 'weed about the shaft',
            place: 'works',
            kind: 'outside',
            usual: 5,
            change: [{ geometry: 'need_reverse', by: [1.12, 1.2] }],
            shows: { weed: 'weed' },
            under: [under],
            end: { do: 'leave', why: 'Clear it first.' },
          },
        ],
      }),
    ),
  });
  await page.goto(`${server.url}/trouble/shop?family=outboard-shift`);
  await page.getByLabel('Add a file').setInputFiles(file('ratchets-forward'));
  await expect(page.getByRole('alert')).toContainText('does not show "ratchets-forward"');
  await page.getByLabel('Add a file').setInputFiles(file('ratchets-reverse'));
  await expect(page.getByText('weed, outboard-shift, by Ines')).toBeVisible();
  const who = new Asker(page, server);
  await who.on('Tender Plover · shift');
  await who.says('clatters astern', 'it ratchets in reverse');
  await who.finds('Weed at the propeller', 'weed about the shaft');
  await who.first('weed about the shaft');
});

test('a whole sentence: what is taken, what is asked, and words left aside that a tap gives a meaning, for good', async ({
  page,
  server,
}) => {
  const who = new Asker(page, server);
  await who.on('Tender Plover · shift');
  const sentence = 'clatters astern since the new cable, forward is perfect, the stick kicks like a mule';
  await page.getByLabel('write what is felt').fill(sentence);
  await page.getByRole('button', { name: 'Say it' }).click();
  const heard = page.getByRole('group', { name: 'What was understood' });
  await expect(heard).toContainText('it ratchets in reverse');
  await expect(heard).toContainText('“it ratchets in forward” is not so');
  await expect(heard).toContainText('since a cable or the helm was changed');
  await expect(heard).toContainText('left aside: “the stick kicks like a mule”');
  await heard.getByRole('button', { name: 'what does it mean?' }).click();
  await heard.getByRole('button', { name: 'it bangs into gear' }).click();
  await expect(heard.getByText('left aside')).toHaveCount(0);
  await expect(page.getByRole('button', { name: 'it bangs into gear', pressed: true })).toBeVisible();
  // it means that here from now on
  await who.on('Dory Knot · shift');
  await page.getByLabel('write what is felt').fill('The stick kicks like a mule');
  await page.getByRole('button', { name: 'Say it' }).click();
  await expect(heard).toContainText('it bangs into gear');
});

test('two faults at once are named, and the air moves the window of a tension', async ({ page, server }) => {
  const felt = new URLSearchParams([
    ['family', 'clutch'],
    ['said', 'heavy'],
    ['said', 'slips'],
    ['answer', 'cable=stiff'],
    ['answer', 'drain=oil'],
  ]);
  await page.goto(`${server.url}/trouble?${felt.toString()}`);
  await expect(page.getByRole('region', { name: 'Two at once' })).toContainText('oil on the lining, and the cable is stiff or kinked');
  await page.goto(`${server.url}/trouble?family=flight-control-loop&said=yoke-rocks`);
  const next = page.getByRole('region', { name: 'The next test' });
  const asks = next.getByRole('heading');
  for (let name = ''; !(name = (await asks.textContent()) ?? '').startsWith('Tension');) {
    await next.getByRole('button', { name: 'cannot look now' }).click();
    await expect(asks).not.toHaveText(name);
  }
  await next.getByLabel('air temperature, °C').fill('80');
  await expect(page.getByText('the chart goes from -20 to 40: write a figure between')).toBeVisible();
  await page.getByRole('button', { name: 'take back: air' }).click();
  await next.getByLabel('air temperature, °C').fill('-5');
  await next.getByLabel(/or what it reads/).fill('118');
  await next.getByRole('button', { name: 'Take it' }).click();
  await expect(page.getByRole('list', { name: 'Answers so far' })).toContainText('air: -5');
  await expect(page.getByText('Tension of all three cables: inside, 118 N').last()).toBeVisible();
});

test('it begins with what is felt: the words tell the mechanism, or its picture is tapped', async ({ page, server }) => {
  await page.goto(`${server.url}/trouble`);
  const felt = page.getByLabel('write what is felt');
  await page.getByRole('list', { name: 'Which mechanism' }).getByRole('button').first().waitFor();
  expect((await new AxeBuilder({ page }).analyze()).violations.map((v) => v.id)).toEqual([]);
  await felt.fill('the kettle boils over');
  await expect(page.getByText('The words do not tell which mechanism it is: tap it.')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Say it' })).toBeDisabled();
  await felt.fill('handbrake won’t hold on the hill');
  await expect(page.getByText('Taken for the parking brake. Tap another if it is not that.')).toBeVisible();
  await expect(page.getByRole('list', { name: 'Which mechanism' }).getByRole('button').first()).toContainText('parking brake');
  await page.getByRole('button', { name: 'Say it' }).click();
  await expect(page.getByText('Do not drive it until it is found: it does not hold on the hill.')).toBeVisible();
  await page.goto(`${server.url}/trouble`);
  await felt.fill('it slips');
  await page.getByRole('list', { name: 'Which mechanism' }).getByRole('button', { name: 'cable clutch' }).click();
  await expect(page).toHaveURL(/family=clutch/);
  await expect(page.getByRole('button', { name: '“it slips”', pressed: true })).toBeVisible();
});
