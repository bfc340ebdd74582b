import { test } from './server';

/** Frames drawn in two seconds: while nothing happens, and while the control is dragged to and fro all the time. */
test('frames while the control is dragged', async ({ page, server }) => {
  const all = (await (await page.request.get(`${server.url}/api/v1/sheets`)).json()) as { hash: string; id: string }[];
  for (const id of ['401', '711', '501']) {
    await page.goto(`${server.url}/whatif?sheet=${all.find((s) => s.id === id)?.hash ?? ''}`);
    const thumb = page.getByRole('slider').first();
    await thumb.focus();
    await page.waitForTimeout(500);
    const frames = () =>
      page.evaluate(
        () =>
          new Promise<number>((done) => {
            let n = 0;
            const begin = performance.now();
            const next = (now: number) => {
              n++;
              if (now - begin < 2000) requestAnimationFrame(next);
              else done(n);
            };
            requestAnimationFrame(next);
          }),
      );
    const still = await frames();
    const at = await page.locator('.MuiSlider-root').first().boundingBox();
    if (!at) throw new Error('no slider');
    let on = true;
    const dragged = (async () => {
      await page.mouse.move(at.x + 10, at.y + at.height / 2);
      await page.mouse.down();
      for (let i = 0; on; i++) await page.mouse.move(at.x + ((i * 23) % at.width), at.y + at.height / 2);
      await page.mouse.up();
    })();
    const moving = await frames();
    on = false;
    await dragged;
    console.log(`sheet ${id}: ${still / 2} frames a second still, ${moving / 2} dragged: ${((100 * moving) / still).toFixed(0)} %`);
  }
});
