import { expect, Mechanic, test } from './server';
import { begin, Hand, workUntil } from './hand';

const cables = [
  ['oyster', 'clutch', 'One click back'],
  ['oyster', 'parking', 'Shoes: locked, then backed off: left'],
  ['mail', 'aileron', 'Turnbuckles: tension and both ailerons'],
  ['mail', 'flap', 'Follow-up cable, its two ends, and both switch gaps'],
  ['mail', 'mixture', 'Rod end: cushion at both stops'],
  ['reed', 'overrun', 'rod'],
  ['ferry', 'kickdown', ''],
  ['ferry', 'cruise', 'Cruise'],
] as const; // others by keys alone, in keysalone.spec.ts

for (const [machine, cable, setting] of cables)
  test(`from opening to the signed record: ${machine}, ${cable}`, async ({ page, server }) => {
    test.slow();
    const id = await begin(page, server, machine, cable);
    const v = await workUntil(new Hand(page), server, id, '');
    expect(v.signed, JSON.stringify(v.advice)).toContain('signed by Ines');
    await page.goto(`${server.url}/record/${id}`);
    await expect(page.getByText('Ines', { exact: false }).first()).toBeVisible();
    if (setting) await expect(page.getByText(setting).first()).toBeVisible();
    if (machine === 'mail') await expect(page.getByText('second inspection').first()).toBeVisible();
  });

/** How each family typically goes wrong, and what the run says to it. */
const wrong: [string, string, Partial<Pick<Hand, 'plate' | 'readings' | 'answers'>>, string][] = [
  ['mail', 'mixture', { readings: { cushion: 0.5, 'cushion-out': 0 } }, 'There is no setting that serves'],
  ['ferry', 'cruise', { answers: { idle: 1 } }, 'Idle: high.'],
  ['ferry', 'kickdown', { answers: { kick: 1 } }, 'never. Too loose'],
  ['oyster', 'clutch', { answers: { release: 1 } }, 'Repair first'],
  ['oyster', 'parking', { answers: { holds: 1 } }, 'Repair first'],
  ['knot', 'shift', { answers: { 'on-the-water': 2 } }, 'jumps out of reverse'],
  ['mussel', 'gate', { plate: '1000', answers: { 'plane-mid': 2 } }, 'It was too loose where it stands'],
  ['mail', 'flap', { answers: { 'no-hunting': 1 } }, 'hunts'],
  ['mail', 'aileron', { answers: { sense: 1 } }, 'Repair first'],
];

for (const [machine, cable, finds, says] of wrong)
  test(`as it goes wrong: ${machine}, ${cable}`, async ({ page, server }) => {
    test.slow();
    const id = await begin(page, server, machine, cable);
    const hand = Object.assign(new Hand(page), finds);
    const v = await workUntil(hand, server, id, says);
    expect(v.signed ?? '').toBe('');
    expect(v.blockers.length, 'and it cannot be signed so').toBeGreaterThan(0);
  });

test('a wheel turned backwards begins again, that wheel alone', async ({ page, server }) => {
  test.slow();
  const id = await begin(page, server, 'reed', 'overrun');
  const hand = new Hand(page);
  await workUntil(hand, server, id, 'Right: Turn');
  await page.getByText('Something went wrong').click();
  await hand.tap(/^wheel turned backwards.*left.*begin again there/);
  await expect(page.getByRole('list', { name: 'places' }).getByRole('listitem').first()).not.toContainText('✓');
});

test('three turns are ticked off one by one; what will not turn is left to the others', async ({ page, server }) => {
  await page.goto(`${server.url}/run/2026-11-mail-aileron`);
  const m = new Mechanic(page);
  await m.says('and the crossover');
  await expect(page.getByRole('list', { name: 'turns' })).toContainText('✓ left direct');
  await m.tap(/^right direct: turned/);
  await expect(page.getByRole('list', { name: 'turns' })).toContainText('✓ right direct');
  await m.tap(/^crossover: turned/);
  await m.says('bellcrank pin, right: out');
  await m.change();
  await m.says('Read the tension again');
  await expect(m.now()).toContainText('after the turns it should be');
});
