import { begin, Hand, workUntil } from './hand';
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

interface Fiber {
  type: unknown;
  flags: number; // its first bit: it was drawn
  child: Fiber | null;
  sibling: Fiber | null;
  alternate: Fiber | null;
}

/** Counts, at each change of what is shown, the parts that were drawn for it, and all there are. */
function counted() {
  const sums = { drawn: 0, all: 0 };
  const parts = (f: Fiber | null, of: (f: Fiber) => boolean, below: (f: Fiber) => boolean): number => {
    let n = 0;
    for (let c = f; c; c = c.sibling) {
      if (typeof c.type === 'function' && of(c)) n++;
      if (below(c)) n += parts(c.child, of, below);
    }
    return n;
  };
  const drawn = (c: Fiber) => (c.flags & 1) === 1;
  const gone = (c: Fiber) => c.child !== c.alternate?.child; // else all below was passed over, and stands as it stood before
  const onCommitFiberRoot = (_: unknown, root: { current: Fiber }) => {
    sums.drawn += parts(root.current.child, drawn, gone);
    sums.all = parts(
      root.current.child,
      () => true,
      () => true,
    );
  };
  Object.assign(window, { sums, __REACT_DEVTOOLS_GLOBAL_HOOK__: { supportsFiber: true, inject: () => 1, onCommitFiberRoot } });
}

/** How much of the Run screen is drawn anew for an entry: a whole one would be 1. */
test('parts drawn for an entry', async ({ page, server }) => {
  await page.addInitScript(counted);
  const id = await begin(page, server, 'oyster', 'parking');
  const before = await page.evaluate(() => (window as unknown as { sums: { drawn: number } }).sums.drawn);
  const { seq } = await workUntil(new Hand(page), server, id, '');
  const { drawn, all } = await page.evaluate(() => (window as unknown as { sums: { drawn: number; all: number } }).sums);
  const each = (drawn - before) / seq;
  console.log(`${seq} entries, ${each.toFixed(0)} parts drawn for each, of ${all} on the screen: ${(each / all).toFixed(2)}`);
});
