// A device whose browser is killed keeps what it had not sent: the page says "Kept here" only of what a cut of power leaves.
import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, Mechanic, signIn, states, test } from './server';

/** Kills every process of the browser that has this profile, without a word to it. */
function kill(profile: string): number {
  let killed = 0;
  for (const pid of readdirSync('/proc').filter((name) => /^\d+$/.test(name))) {
    try {
      if (!readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes(`--user-data-dir=${profile}`)) continue;
      process.kill(Number(pid), 'SIGKILL');
      killed++;
    } catch {
      // it ended meanwhile
    }
  }
  return killed;
}

test('a browser that is killed with entries that were not sent sends them when it is opened again', async ({
  playwright,
  server,
  launchOptions,
}) => {
  const profile = mkdtempSync(join(tmpdir(), 'brankel-profile-'));
  const open = async () => {
    const context = await playwright.chromium.launchPersistentContext(profile, {
      ...launchOptions,
      viewport: { width: 390, height: 844 },
      locale: 'en-GB',
      timezoneId: 'Etc/UTC',
    });
    return context.pages()[0] ?? (await context.newPage());
  };
  try {
    const page = await open();
    await signIn(page, server.url, 'Ines');
    const m = new Mechanic(page);
    await m.toFound(server);
    const run = page.url();
    await server.stop();
    await m.read('139.4 mm', states, false);
    await expect(page.getByText('Kept here: 1.')).toBeVisible();
    expect(kill(profile)).toBeGreaterThan(0);

    await server.start();
    const again = await open();
    await signIn(again, server.url, 'Ines'); // a cookie is kept less carefully than an entry
    await again.goto(run);
    await new Mechanic(again).says('threads in the barrel');
    await expect(again.getByText('Kept here')).toHaveCount(0);
    await again.context().close();
  } finally {
    kill(profile);
    rmSync(profile, { recursive: true, force: true });
  }
});
