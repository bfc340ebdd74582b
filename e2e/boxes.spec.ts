import { meetings } from './boxes';
import { expect, Mechanic, states, test } from './server';

test('no text of a drawing meets a line or another text, at any width', async ({ page, server }) => {
  test.setTimeout(180_000);
  const m = new Mechanic(page);
  const look = async (what: string) => {
    for (const [width, height] of [
      [390, 844],
      [820, 1180],
      [1280, 800],
    ] as const) {
      await page.setViewportSize({ width, height });
      await page.waitForTimeout(200);
      expect(await meetings(page), `${what}, ${width} wide`).toEqual([]);
    }
  };
  await m.toFound(server);
  await look('a reading wanted');
  await m.read('139.4', states);
  await m.read('12½');
  await m.read('62');
  await m.says('3½ turns away from the eye');
  await look('a turn to make');
  await m.tap('Turned 3½');
  await look('read before the turn');
  await m.tap('Done, 3 times');
  await m.read('142.9', states);
  await m.says('joint nut');
  await look('to be locked');
  await page.goto(`${server.url}/run/2026-11-wigeon`);
  await page.getByText('Where it stood').waitFor();
  await look('another sheet, interrupted');
  await page.goto(`${server.url}/record/2026-11-avocet`);
  await page.getByText('Chain hash').waitFor();
  await look('a record');
  await page.goto(`${server.url}/sheets`);
  await page.getByText('30 sheets').waitFor();
  await look('the library');
});

test('no text of any family’s picture meets a line or another text, at any width', async ({ page, server }) => {
  test.setTimeout(240_000);
  const all = (await (await page.request.get(`${server.url}/api/v1/sheets`)).json()) as { hash: string; family: string }[];
  const families = [...new Map(all.map((s) => [s.family, s])).values()];
  expect(families).toHaveLength(11);
  for (const s of families) {
    await page.goto(`${server.url}/sheets/${s.hash}`);
    await page.getByRole('img').first().waitFor();
    for (const width of [390, 820, 1280]) {
      await page.setViewportSize({ width, height: 900 });
      await page.waitForTimeout(150);
      expect(await meetings(page), `${s.family}, ${width} wide`).toEqual([]);
    }
  }
});

test('coming back, the card and what to do now fit the screen', async ({ page, server }) => {
  await page.goto(`${server.url}/run/2026-11-wigeon`);
  const card = page.getByRole('region', { name: 'Where it stood' });
  const action = page.getByRole('button', { name: 'Done, 3 times' });
  for (const what of [card, action]) {
    const box = await what.boundingBox();
    expect(box && box.y >= 0 && box.y + box.height <= 800 - 40, 'above the foot').toBe(true);
  }
});
