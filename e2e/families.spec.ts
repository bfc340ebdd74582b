import type { Page } from '@playwright/test';
import type { RunView } from '../ui/src/api/client';
import { expect, Mechanic, signIn, test, type Server } from './server';

const view = async (page: Page, server: Server, id: string) => {
  const answer = await page.request.get(`${server.url}/api/v1/runs/${id}`);
  return ((await answer.json()) as RunView).view;
};

/** Somebody who finds everything as it should be, and does what the screen asks. */
class Hand extends Mechanic {
  private asked = new Map<string, number>();

  async step(v: RunView['view']): Promise<void> {
    const a = v.advice;
    const now = this.now();
    switch (a.do) {
      case 'complaint':
        return this.complain('As it was found');
      case 'identify':
        return this.tap('This is the plate');
      case 'decide':
        return this.tap(a.choices.find((c) => c.argued)?.label ?? '');
      case 'safe':
      case 'restore':
        return now.locator('button[aria-pressed="false"]').first().click();
      case 'read':
        return this.reads(v);
      case 'settle':
      case 'action':
        return now.getByRole('button', { name: /^Done/ }).click();
      case 'move':
        return now
          .getByRole('button', { name: /urned/ })
          .first()
          .click();
      case 'lock':
        if (a.lock?.pin) await now.getByRole('button', { name: `${a.lock.pin} in` }).click();
        return now.getByRole('button', { name: 'Locked', exact: true }).click();
      case 'check':
        return this.answers(v);
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
    const target = rule ? (rule.min + rule.max) / 2 : 10;
    if (want?.sides && Math.abs(target) > 1e-9)
      await this.page.getByRole('radio', { name: target < 0 ? want.sides.negative : want.sides.positive }).click();
    await this.read(
      String(Math.round(Math.abs(target) * 1000) / 1000),
      (want?.states ?? []).map((s) => s.name),
    );
  }

  /** A limit is found by going on until it is passed once. */
  private async answers(v: RunView['view']) {
    const c = v.advice.check;
    const n = (this.asked.get(c?.check ?? '') ?? 0) + 1;
    this.asked.set(c?.check ?? '', n);
    const bad = n === 2 && ['up-cuts', 'down-cuts'].includes(c?.check ?? '');
    await this.now()
      .getByRole('button', { name: `${bad ? '✕' : '✓'} ${c?.answers[bad ? 1 : 0] ?? ''}` })
      .first()
      .click();
  }
}

const cables = [
  ['oyster', 'clutch', 'One click back'],
  ['oyster', 'parking', 'Shoes: locked, then backed off: left'],
  ['mail', 'aileron', 'Turnbuckles: tension and both ailerons'],
  ['mail', 'flap', 'Follow-up rod and both switch gaps'],
  ['mail', 'mixture', 'Rod end: cushion at both stops'],
  ['reed', 'overrun', 'rod'],
  ['ferry', 'kickdown', ''],
  ['ferry', 'cruise', 'Cruise'],
  ['knot', 'shift', ''],
] as const;

for (const [n, [machine, cable, setting]] of cables.entries())
  test(`from opening to the signed record: ${machine}, ${cable}`, async ({ page, server }) => {
    test.slow();
    const id = `b2b7b8f0-0000-4000-8000-0000000001${String(n).padStart(2, '0')}`;
    const opened = await page.request.post(`${server.url}/api/v1/runs`, { data: { id, machine, cable } });
    expect(opened.ok(), await opened.text()).toBe(true);
    await page.goto(`${server.url}/run/${id}`);
    const hand = new Hand(page);
    let v = await view(page, server, id);
    for (let i = 0; i < 120 && v.advice.do !== 'nothing'; i++) {
      if (v.advice.do === 'inspect' && v.advice.inspect?.every((x) => !x.done)) {
        await signIn(page, server.url, 'Bram');
        await page.reload();
      }
      const seq = v.seq;
      await expect(hand.now()).toHaveAttribute('data-seq', String(seq));
      await hand.step(v);
      await expect.poll(async () => (await view(page, server, id)).seq, { message: JSON.stringify(v.advice) }).toBeGreaterThan(seq);
      v = await view(page, server, id);
    }
    expect(v.signed, JSON.stringify(v.advice)).toContain('signed by Ines');
    await page.goto(`${server.url}/record/${id}`);
    await expect(page.getByText('Ines', { exact: false }).first()).toBeVisible();
    if (setting) await expect(page.getByText(setting).first()).toBeVisible();
    if (machine === 'mail') await expect(page.getByText('second inspection').first()).toBeVisible();
  });

test('three turns are ticked off one by one; what will not turn is left to the others', async ({ page, server }) => {
  await page.goto(`${server.url}/run/2026-11-mail-aileron`);
  const m = new Mechanic(page);
  await m.says('and the crossover');
  await expect(page.getByRole('list', { name: 'turns' })).toContainText('✓ left direct');
  await m.tap(/^right direct: turned/);
  await expect(page.getByRole('list', { name: 'turns' })).toContainText('✓ right direct');
  await m.tap(/^crossover: turned/);
  await m.says('Read the tension again');
  await expect(m.now()).toContainText('after the turns it should be');
});
