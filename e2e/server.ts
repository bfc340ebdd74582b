// A Brankel of its own for each test: the real binary on a database made for it.
import { test as base, expect, type Browser, type Page } from '@playwright/test';
import { execFileSync, spawn, type ChildProcess } from 'node:child_process';
import { randomBytes } from 'node:crypto';
import { join } from 'node:path';

export const root = join(import.meta.dirname, '..');
const binary = join(root, 'bin/brankel');

export class Server {
  url = '';
  gauges = ''; // where they come in
  private process: ChildProcess | undefined;

  constructor(
    readonly database: string,
    private readonly addr = '127.0.0.1:0',
    private readonly idle = '15m',
    private readonly flags: string[] = [],
  ) {}

  get pid(): number {
    return this.process?.pid ?? 0;
  }

  /** Starts the binary and waits for the line with its address. */
  async start(): Promise<void> {
    const addr = this.url ? new URL(this.url).host : this.addr;
    const child = spawn(binary, ['serve', ...this.flags], {
      env: {
        ...process.env,
        BRANKEL_DATABASE_URL: this.database,
        BRANKEL_ADDR: addr,
        BRANKEL_IDLE: this.idle,
        BRANKEL_GAUGES: '127.0.0.1:0',
      },
    });
    child.stdout.on('data', (chunk: Buffer) => {
      this.gauges = /Gauges come in at (\S+)/.exec(chunk.toString())?.[1] ?? this.gauges;
    });
    this.process = child;
    this.url = await address(child);
  }

  async stop(): Promise<void> {
    const child = this.process;
    if (!child || child.exitCode !== null) return;
    const ended = new Promise((done) => child.once('exit', done));
    child.kill('SIGTERM');
    await ended;
  }
}

/** A stand-in for a gauge, connected to a server, until it is killed. */
export const standIn = (server: Server, ...flags: string[]): ChildProcess =>
  spawn(binary, ['gauge', '--to', server.gauges, ...flags], { stdio: ['pipe', 'ignore', 'ignore'] });

/** The address a child prints once it serves; an error with what it wrote when it ends before. */
export function address(child: ChildProcess): Promise<string> {
  return new Promise((found, failed) => {
    let out = '';
    const read = (chunk: Buffer) => {
      out += chunk.toString();
      const m = /Brankel is at (http:\/\/\S+?)\/?\s/.exec(out);
      if (m?.[1]) found(m[1]);
    };
    child.stdout?.on('data', read);
    child.stderr?.on('data', read);
    child.once('exit', (code) => {
      failed(new Error(`ended with ${String(code)}: ${out}`));
    });
  });
}

const admin = () => {
  const url = process.env['BRANKEL_TEST_DATABASE_URL'];
  if (!url) throw new Error('BRANKEL_TEST_DATABASE_URL is not set: run ./test');
  return url;
};

export function freshDatabase(template = 'template1'): string {
  const name = `e2e_${randomBytes(6).toString('hex')}`;
  execFileSync('psql', ['-q', admin(), '-c', `CREATE DATABASE ${name} TEMPLATE ${template}`]);
  const url = new URL(admin());
  url.pathname = `/${name}`;
  return url.toString();
}

/** Loads the demo once, before all tests; each copies it. */
export default function loadDemo(): void {
  const url = freshDatabase();
  execFileSync(binary, ['demo'], { stdio: 'ignore', env: { ...process.env, BRANKEL_DATABASE_URL: url } });
  process.env['BRANKEL_E2E_DEMO'] = new URL(url).pathname.slice(1);
}

export const test = base.extend<{ server: Server; who: string }>({
  who: ['Ines', { option: true }],
  server: async ({}, use) => {
    const server = new Server(freshDatabase(process.env['BRANKEL_E2E_DEMO']));
    await server.start();
    await use(server);
    await server.stop();
  },
  page: async ({ page, who, server }, use) => {
    if (who) await signIn(page, server.url, who);
    const faults: string[] = [];
    page.on('pageerror', (e) => faults.push(e.message));
    page.on('console', (m) => {
      if (m.type() === 'error' && /Content Security Policy|Uncaught/.test(m.text())) faults.push(m.text());
    });
    await use(page);
    expect(faults, 'the page reported errors').toEqual([]);
  },
});

export { expect };

/** Chooses a mechanism by what people call it, where one is asked for. */
export async function chooses(page: Page, words: string): Promise<void> {
  const list = page.getByRole('list', { name: 'Which mechanism' });
  await page.getByLabel(/write what you call it/).fill(words);
  await list.locator('button').first().waitFor();
  await expect.poll(async () => (await list.getByRole('button').first().innerText()).toLowerCase()).toContain(words.split(' ')[0] ?? '');
  await list.getByRole('button').first().click();
}

export const passwords: Record<string, string> = {
  Ines: 'slack tide at nine',
  Tobin: 'three turns to the eye',
  Maud: 'fair to the flap',
  Bram: 'pins out flags in hand',
  Olle: 'only looking today',
};

/** Signs somebody in on the device that shows the page. */
export async function signIn(page: Page, url: string, name: string): Promise<void> {
  const answer = await page.request.post(`${url}/api/v1/session`, { data: { name, password: passwords[name] } });
  expect(answer.ok(), await answer.text()).toBe(true);
}

/** A page of somebody else in a browser of their own. */
export async function somebodyElse(browser: Browser, url: string, name: string): Promise<Page> {
  const page = await (await browser.newContext()).newPage();
  await signIn(page, url, name);
  return page;
}

/** Lets the lead change somebody's role. */
export async function role(server: Server, lead: Page, name: string, to: string) {
  const people = (await (await lead.request.get(`${server.url}/api/v1/people`)).json()) as { id: string; name: string }[];
  const id = people.find((p) => p.name === name)?.id ?? '';
  expect((await lead.request.post(`${server.url}/api/v1/people/${id}`, { data: { role: to } })).ok()).toBe(true);
}

/** The steps of a run as a mechanic takes them. */
export class Mechanic {
  constructor(readonly page: Page) {}

  now() {
    return this.page.getByRole('region', { name: 'Now' });
  }
  async says(text: string | RegExp) {
    await expect(this.now().getByRole('heading')).toContainText(text);
  }
  async tap(name: string | RegExp) {
    await this.page.getByRole('button', { name }).first().click();
  }

  async open(server: Server, machine: string, button = 'Set again') {
    await this.page.goto(server.url);
    await this.page.getByRole('region', { name: machine }).getByRole('button', { name: button }).first().click();
    await expect(this.now()).toBeVisible();
  }

  async complain(words: string) {
    await this.page.getByLabel('the owner’s words').fill(words);
    await this.tap('It shows');
  }

  /** Waits for a stop that no entry on its way can change. */
  async settled() {
    await expect(this.now().getByRole('button', { name: 'It stands so' })).toBeEnabled();
  }

  /** Makes the changes that the stop asks for. */
  async change() {
    await this.settled();
    const changes = await this.now().getByRole('list', { name: 'Changes' }).getByRole('listitem').count();
    const seq = Number(await this.now().getAttribute('data-seq'));
    await this.tap('It stands so');
    await expect.poll(async () => Number(await this.now().getAttribute('data-seq'))).toBeGreaterThanOrEqual(seq + changes);
  }
  /** How a thing stands, as the bar says. */
  how(thing: string | RegExp) {
    return this.page.getByRole('region', { name: 'How it stands' }).getByRole('button', { name: thing });
  }

  async type(text: string) {
    await this.field().fill(text);
  }
  field() {
    return this.page.locator('form input[aria-describedby]');
  }

  async read(text: string, states: string[] = [], answered = true) {
    await this.type(text);
    for (const s of states) await this.page.getByRole('group', { name: 'states' }).getByRole('button', { name: s }).last().click();
    const seq = Number(await this.now().getAttribute('data-seq'));
    await this.tap('Take the reading');
    if (answered) await expect.poll(async () => Number(await this.now().getAttribute('data-seq'))).toBeGreaterThan(seq);
  }

  /** From the as-found reading to a set, settled length. */
  async setTheLength() {
    await this.read('139.4 mm', states);
    await this.read('12½');
    await this.read('62');
    await this.says('3½ turns away from the eye');
    await this.tap('Turned 3½');
    await this.tap('Done, 3 times');
    await this.read('142.9', states);
    await this.says('joint nut');
  }

  async lockIt(length: string) {
    await this.tap('split pin in');
    await this.tap('Locked');
    await this.read(length, states);
  }

  async proveIt() {
    await this.tap('turns free');
    await this.tap('✓ locks');
    await this.says('Reverse');
    await this.tap('✓ locks');
  }

  async toFound(server: Server, complaint = 'Hard to get into forward') {
    await this.open(server, 'Launch Teal');
    await this.complain(complaint);
    await this.tap('This is the plate');
    await this.change();
    await this.says('inner, pushed home');
    await this.read('71.2 mm');
    await this.says('inner, eased out');
    await this.read('66 mm');
    await this.says('barrel to eye');
  }
}

export const states = ['dogs home', 'inner pushed', 'stud lowest'];
