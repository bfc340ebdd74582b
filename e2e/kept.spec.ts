// Nothing entered is lost: a reload, a lost connection, two at once, a full restart.
import { execFileSync, spawn } from 'node:child_process';
import { chmodSync, existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { createServer, type AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { address, expect, Mechanic, root, signIn, somebodyElse, states, test } from './server';

test('what is half typed outlives a reload', async ({ page, server }) => {
  const m = new Mechanic(page);
  await m.toFound(server);
  await m.type('139,4 m');
  await page.getByRole('button', { name: 'dogs home' }).click();
  await page.reload();
  await expect(m.field()).toHaveValue('139,4 m');
  await expect(page.getByRole('button', { name: 'dogs home' })).toHaveAttribute('aria-pressed', 'true');
});

test('a reading taken while the server is away is kept and sent later', async ({ page, server }) => {
  const m = new Mechanic(page);
  await m.toFound(server);
  await server.stop();
  await m.read('139.4 mm', states, false);
  await expect(page.getByText('Kept here: 1.')).toBeVisible();
  await expect(page.getByText(/reading barrel-to-eye 139\.4 mm/)).toBeVisible();
  await server.start();
  await m.says('threads in the barrel');
  await expect(page.getByText('Kept here')).toHaveCount(0);
});

test('two browsers on one run: both entries stand, nothing is overwritten', async ({ page, server, browser }) => {
  const m = new Mechanic(page);
  await m.toFound(server);
  const other = new Mechanic(await somebodyElse(browser, server.url, 'Tobin'));
  // the other one sees the run as it stands, then no longer hears of it: a stream that is open already is cut by no route
  const silent = (end: string) =>
    other.page.route(
      (url: URL) => url.pathname.endsWith(end),
      (route) => route.abort(),
    );
  await silent('/stream');
  await other.page.goto(page.url());
  await other.says('Read the barrel to eye');
  await silent(page.url().split('/').at(-1) ?? '');
  await m.read('139.4 mm', states);
  await m.says('threads in the barrel');

  await other.type('139.5 mm');
  for (const s of states) await other.page.getByRole('button', { name: s }).click();
  await other.tap('Take the reading');
  const versions = other.page.getByRole('alert', { name: 'Two versions' });
  await expect(versions).toContainText('yours: barrel to eye read: 139.5 mm');
  await expect(versions).toContainText('barrel to eye read: 139.4 mm');
  await versions.getByRole('button', { name: 'Both: mine came after' }).click();
  await expect(versions).toHaveCount(0);
  await page.goto(page.url().replace('/run/', '/record/'));
  for (const text of ['barrel to eye read: 139.4 mm', 'barrel to eye read: 139.5 mm']) await expect(page.getByText(text)).toBeVisible();
});

test('a stop in the middle: server and database end, and the run is where it was', async ({ page }) => {
  test.setTimeout(120_000);
  const home = mkdtempSync(join(tmpdir(), 'brankel-'));
  chmodSync(home, 0o755);
  const port = await new Promise<number>((found) => {
    const probe = createServer().listen(0, '127.0.0.1', () => {
      const p = (probe.address() as AddressInfo).port;
      probe.close(() => {
        found(p);
      });
    });
  });
  const environment = { ...process.env, BRANKEL_HOME: join(home, 'db'), BRANKEL_ADDR: `127.0.0.1:${port}` };
  delete (environment as Record<string, string | undefined>)['BRANKEL_DATABASE_URL'];
  const children: ReturnType<typeof spawn>[] = [];
  const start = async () => {
    const child = spawn(join(root, 'start'), { env: environment });
    children.push(child);
    return { child, url: await address(child) };
  };
  const stop = async (child: ReturnType<typeof spawn>) => {
    const ended = new Promise((done) => child.once('exit', done));
    child.kill('SIGTERM');
    await ended;
  };
  const running = () => {
    try {
      return (
        execFileSync('pgrep', ['-f', join(home, 'db/data')])
          .toString()
          .trim() !== ''
      );
    } catch {
      return false;
    }
  };
  try {
    const first = await start();
    await signIn(page, first.url, 'Ines');
    const m = new Mechanic(page);
    await m.toFound({ url: first.url } as never);
    await m.read('139.4 mm', states);
    await m.read('12½');
    await m.read('62');
    await m.tap('Turned 3½');
    await m.tap('stop for now');
    await page.getByLabel('what cuts in').fill('the tide');
    await page.getByRole('button', { name: 'Stop for now', exact: true }).click();
    await expect(page.getByText('Last done: barrel turned 3½ turns away from the eye')).toBeVisible();
    await stop(first.child);
    expect(running(), 'the database it started is stopped too').toBe(false);

    const second = await start();
    await page.goto(second.url);
    await page.getByRole('button', { name: 'Carry on' }).first().click();
    const card = page.getByRole('region', { name: 'Where it stood' });
    for (const text of ['the tide', 'barrel turned 3½ turns away from the eye', 'joint nut', 'linkage cover off'])
      await expect(card.getByText(text)).toBeVisible();
    await card.getByRole('button', { name: 'Carry on' }).click();
    await m.says('Work the helm');

    // killed hard, its server goes on: the next start says so and leaves the database alone
    const gone = new Promise((done) => second.child.once('exit', done));
    second.child.kill('SIGKILL');
    await gone;
    await expect(start()).rejects.toThrow(`running already at ${second.url}`);
    expect((await page.request.get(`${second.url}/healthz`)).ok(), 'the database is still under it').toBe(true);
    const left = Number(readFileSync(join(home, 'db/server'), 'utf8').split(' ')[0]);
    process.kill(left, 'SIGTERM');
    await expect.poll(() => existsSync(join(home, 'db/server'))).toBe(false);
    await stop((await start()).child);
    expect(running()).toBe(false);
  } finally {
    for (const child of children) if (child.exitCode === null && child.signalCode === null) await stop(child);
    rmSync(home, { recursive: true, force: true });
  }
});

test.describe('a browser that keeps the screens', () => {
  test.use({ serviceWorkers: 'allow' });

  test('with the server away the browser is started anew: the run opens as it was known, and what is entered is sent once', async ({
    page,
    server,
  }) => {
    const m = new Mechanic(page);
    await m.toFound(server);
    await page.evaluate(async () => {
      await navigator.serviceWorker.ready;
    });
    await page.waitForTimeout(1500); // what is known is written down once a second
    const url = page.url();
    await server.stop();
    const context = page.context();
    const anew = await context.newPage();
    await page.close();
    await anew.goto(url);
    const again = new Mechanic(anew);
    await again.says('Read the barrel to eye');
    await again.read('139.4 mm', states, false);
    await expect(anew.getByText('Kept here: 1.')).toBeVisible();
    await anew.reload();
    await expect(anew.getByText('Kept here: 1.')).toBeVisible();
    await server.start();
    await again.says('threads in the barrel');
    await anew.goto(url.replace('/run/', '/record/'));
    await expect(anew.getByText('barrel to eye read: 139.4 mm')).toHaveCount(1);
  });
});
