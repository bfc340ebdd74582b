// Somebody who works through a run by the screen alone.
import type { Page } from '@playwright/test';
import { randomUUID } from 'node:crypto';
import type { RunView } from '../ui/src/api/client';
import { expect, Mechanic, signIn, type Server } from './server';

export const view = async (page: Page, server: Server, id: string) => {
  const answer = await page.request.get(`${server.url}/api/v1/runs/${id}`);
  return ((await answer.json()) as RunView).view;
};

/** Somebody who finds everything as it should be, but for what is told otherwise, and does what the screen asks. */
export class Hand extends Mechanic {
  private asked = new Map<string, number>();
  plate = ''; // as it stands on file
  readings: Record<string, number> = {};
  answers: Record<string, number> = {};

  /** Taps what is an entry, and waits until it has arrived: what is asked before that is answered twice. */
  async enters(server: Server, id: string, name: string | RegExp): Promise<void> {
    const before = (await view(this.page, server, id)).seq;
    await this.tap(name);
    await expect.poll(async () => (await view(this.page, server, id)).seq, `${String(name)} has arrived`).toBeGreaterThan(before);
  }

  /** The run as it stands once nothing is on its way: several entries of one tap arrive one by one. */
  async asItStands(server: Server, id: string): Promise<RunView['view']> {
    let v = await view(this.page, server, id);
    const behind = async () => {
      v = await view(this.page, server, id);
      const [busy, seq] = await this.now().evaluate((e) => [e.getAttribute('aria-busy'), e.getAttribute('data-seq')]);
      return busy === 'true' ? 'busy' : Number(seq) - v.seq;
    };
    await expect.poll(behind, 'the screen shows the run as it stands').toBe(0);
    return v;
  }

  async step(v: RunView['view']): Promise<void> {
    const a = v.advice;
    const now = this.now();
    switch (a.do) {
      case 'complaint':
        return this.complain('As it was found');
      case 'identify':
        if (this.plate) await this.page.getByLabel('serial on the plate').fill(this.plate);
        return this.tap(/^This is the (plate|sheet)$/);
      case 'trial':
      case 'decide':
        return this.tap(a.choices.find((c) => c.argued)?.label ?? '');
      case 'set-up':
        return this.change();
      case 'read':
        return this.reads(v);
      case 'settle':
      case 'action':
        return now.getByRole('button', { name: /^Done/ }).click();
      case 'move':
        return now.getByRole('button', { name: /urned/ }).first().click();
      case 'lock':
        if (a.lock?.pin) await now.getByRole('button', { name: `${a.lock.pin} in` }).click();
        return now.getByRole('button', { name: 'Locked', exact: true }).click();
      case 'check':
        return this.answersIt(v);
      case 'part':
        if (a.part?.note) await now.getByLabel('as it is').fill('as the old one');
        return now.getByRole('button', { name: /^(Noted|Done)$/ }).click();
      case 'again':
        return this.tap('cured');
      case 'sign':
        return this.tap(/^Sign as/);
      case 'inspect':
        return now.getByRole('button', { name: 'Right' }).first().click();
    }
    throw new Error(`nobody knows what to do: ${JSON.stringify(a)}`);
  }

  private async reads(v: RunView['view']) {
    const want = v.advice.read;
    const rule = v.rules.find((r) => r.id === want?.point);
    const target = this.readings[want?.point ?? ''] ?? (rule ? (rule.min + rule.max) / 2 : 10);
    if (want?.sides && Math.abs(target) > 1e-9)
      await this.page.getByRole('radio', { name: target < 0 ? want.sides.negative : want.sides.positive }).click();
    await this.read(
      String(Math.round(Math.abs(target) * 1000) / 1000),
      (want?.states ?? []).map((s) => s.name),
    );
  }

  /** A limit is found by going on until it is passed once. */
  private async answersIt(v: RunView['view']) {
    const c = v.advice.check;
    const n = (this.asked.get(c?.check ?? '') ?? 0) + 1;
    this.asked.set(c?.check ?? '', n);
    const passed = n === 2 && ['up-cuts', 'down-cuts'].includes(c?.check ?? '');
    const answer = this.answers[c?.check ?? ''] ?? (passed ? 1 : 0);
    for (const f of answer === 0 ? (c?.figures ?? []) : []) {
      const [least, most] = (f.wants ?? '').match(/[\d.]+/g) ?? []; // or one of the two
      if (least === undefined) continue;
      const unit = f.unit === 'deg' ? '° or %' : f.unit;
      const blank = f.row
        ? this.now()
            .getByRole('group', { name: f.row })
            .getByLabel(`${f.column ?? ''}, ${unit}`)
        : this.now().getByLabel(`${f.name}, ${unit}`);
      await blank.fill(String(most === undefined ? Number(least) : (Number(least) + Number(most)) / 2));
    }
    await this.now()
      .getByRole('button', { name: `${answer > 0 ? '✕' : '✓'} ${c?.answers[answer]?.says ?? ''}` })
      .first()
      .click();
  }
}

/** Works until the screen says something or the run stands so; "" until there is nothing left to do. */
export async function workUntil(
  hand: Hand,
  server: Server,
  id: string,
  says: string | ((v: RunView['view']) => boolean),
): Promise<RunView['view']> {
  let v = await view(hand.page, server, id);
  for (let i = 0; i < 120 && v.advice.do !== 'nothing'; i++) {
    v = await hand.asItStands(server, id);
    const seq = v.seq;
    if (typeof says === 'function' ? says(v) : says !== '' && (await hand.now().innerText()).includes(says)) return v;
    if (v.advice.do === 'inspect' && v.advice.inspect?.every((x) => !x.done)) {
      await signIn(hand.page, server.url, 'Bram');
      await hand.page.reload();
      await expect(hand.now()).toHaveAttribute('data-seq', String(seq));
    }
    await hand.step(v);
    await expect.poll(async () => (await view(hand.page, server, id)).seq, { message: JSON.stringify(v.advice) }).toBeGreaterThan(seq);
    v = await view(hand.page, server, id);
  }
  if (says !== '') throw new Error(`it never came to ${String(says)}: ${JSON.stringify(v.advice)}`);
  return v;
}

/** Opens a run on a machine's cable and shows it. */
export async function begin(page: Page, server: Server, machine: string, cable: string): Promise<string> {
  const id = randomUUID();
  const opened = await page.request.post(`${server.url}/api/v1/runs`, { data: { id, machine, cable } });
  expect(opened.ok(), await opened.text()).toBe(true);
  await page.goto(`${server.url}/run/${id}`);
  return id;
}
