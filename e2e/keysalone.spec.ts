import { Apprentice, practise } from './apprentice';
import { begin, Hand, view, workUntil } from './hand';
import { byKeysAlone } from './keys';
import { expect, test } from './server';
import type { RunView } from '../ui/src/api/client';

for (const [machine, cable, plate] of [
  ['teal', 'lower', '2207'],
  ['knot', 'shift', ''],
] as const)
  test(`a whole run by keys alone: ${machine}, ${cable}`, async ({ page, server }) => {
    const hand = new Hand(page);
    hand.plate = plate;
    const id = await begin(page, server, machine, cable);
    const pressed = await byKeysAlone(page, async () => {
      await workUntil(hand, server, id, '');
    });
    expect(pressed).toBeGreaterThan(15);
    const v = await view(page, server, id);
    expect(v.signed, 'it came to its signature').toBeTruthy();
  });

test('an exercise by keys alone', async ({ page, server }) => {
  const opened = await page.request.post(`${server.url}/api/v1/practice`, { data: { exercise: 'outboard-short', seed: 41 } });
  const run = (await opened.json()) as RunView;
  await page.goto(`${server.url}/run/${run.id}`);
  await byKeysAlone(page, async () => {
    const hand = new Apprentice(page);
    await practise(hand, server, run.id, (v) => v.advice.do === 'nothing');
  });
  await expect(
    page
      .getByText('this was hidden')
      .or(page.getByRole('button', { name: /see how it went/ }))
      .first(),
  ).toBeVisible();
});

test('a figure goes into the pad from wherever one is, and ? shows the keys and puts single ones away', async ({ page, server }) => {
  const hand = new Hand(page);
  await hand.toFound(server);
  const ready = page.getByRole('button', { name: 'dogs home' });
  await ready.focus();
  await page.keyboard.type('139.4');
  await expect(hand.field()).toBeFocused();
  await expect(hand.field()).toHaveValue('139.4');
  await ready.focus();
  await page.keyboard.press('?');
  const keys = page.getByRole('dialog', { name: 'Keys' });
  await expect(keys).toContainText('into the pad');
  await keys.getByRole('button', { name: /by themselves/ }).focus();
  await page.keyboard.press('Enter');
  await page.keyboard.press('Escape');
  await expect(keys).toBeHidden();
  await ready.focus();
  await page.keyboard.type('7?');
  await expect(hand.field(), 'spoken words press no key').toHaveValue('139.4');
  await expect(keys).toBeHidden();
  await page.getByRole('button', { name: 'keys', exact: true }).click();
  await expect(keys).toBeVisible();
});
