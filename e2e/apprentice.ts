// Somebody at an exercise: does with the hands before anything is written, or not.
import type { Page } from '@playwright/test';
import type { RunView } from '../ui/src/api/client';
import { Hand, view } from './hand';
import { expect, type Server } from './server';

/** Looks, pulls and holds a gauge before writing, as an experienced hand does. */
export class Apprentice extends Hand {
  private hands() {
    return this.page.getByRole('region', { name: 'With your hands' });
  }

  /** What hands tell of one of their buttons. */
  async does(name: string | RegExp): Promise<string> {
    const answered = this.page.waitForResponse((r) => r.url().endsWith('/do'));
    await this.hands().getByRole('button', { name }).first().click();
    const told = (await (await answered).json()) as { says: string };
    await expect(this.hands().getByRole('status')).toContainText(told.says);
    return told.says;
  }

  override async step(v: RunView['view']): Promise<void> {
    const a = v.advice;
    if (a.do === 'read' && a.read) {
      for (const s of a.read.states) {
        await this.does(new RegExp(`^(do it|done): ${s.name}$`));
        await this.page.getByRole('group', { name: 'states' }).getByRole('button', { name: s.name, exact: true }).click();
      }
      await this.does(/^hold the/);
      await this.page.getByRole('button', { name: /^it shows/ }).click();
      await this.page.getByRole('button', { name: 'Take the reading' }).click();
      return;
    }
    if (a.do === 'check' && a.check) {
      const plain = (text: string) => text.replace(/\.$/, '').toLowerCase();
      const all = a.check.all ?? [];
      const seen = new Map<string, string>();
      for (const one of all) seen.set(one.check, plain(await this.does(new RegExp(`^(look|try it): ${one.name}$`))));
      if (all.length > 1 && all.every((one) => seen.get(one.check) === plain(one.says))) {
        await this.now()
          .getByRole('button', { name: /^✓ all/ })
          .click();
        // an entry for each, one after the other
        await expect.poll(async () => Number(await this.now().getAttribute('data-seq'))).toBeGreaterThanOrEqual(v.seq + all.length);
        return;
      }
      const says = seen.get(a.check.check) ?? plain(await this.does(/^(look|try it)/));
      const answer = a.check.answers.find((one) => plain(one.says) === says);
      await this.now()
        .getByRole('button', { name: new RegExp(`[✓✕] ${answer?.says ?? says}$`) })
        .first()
        .click();
      return;
    }
    return super.step(v);
  }
}

/** Works an exercise until it is signed, or the hand stops. */
export async function practise(hand: Hand, server: Server, id: string, until: (v: RunView['view']) => boolean = () => false) {
  let v = await view(hand.page, server, id);
  for (let i = 0; i < 120 && v.advice.do !== 'nothing' && !v.signed && !until(v); i++) {
    v = await hand.asItStands(server, id);
    if (until(v)) return v;
    const seq = v.seq;
    await hand.step(v);
    await expect.poll(async () => (await view(hand.page, server, id)).seq, { message: JSON.stringify(v.advice) }).toBeGreaterThan(seq);
    v = await view(hand.page, server, id);
  }
  return v;
}

/** Begins an exercise by its button, and gives the id of its run. */
export async function begins(page: Page, server: Server, title: string): Promise<string> {
  await page.goto(`${server.url}/practice`);
  await page
    .getByRole('button', { name: `Begin ${title}`, exact: true })
    .first()
    .click();
  await page.waitForURL(/\/run\/practice-/);
  return page.url().replace(/.*\/run\//, '');
}
