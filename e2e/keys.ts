// Somebody without a mouse: whatever a hand taps or fills is led to by the tabulator and the arrows, and pressed by a key.
import { expect, type Locator, type Page } from '@playwright/test';

const most = 160; // stops of the tabulator on one screen

/** Leads there from wherever one is. */
async function led(page: Page, to: Locator): Promise<void> {
  await expect(to).toBeVisible();
  await expect(to).toBeEnabled();
  const here = () => to.evaluate((e) => e === document.activeElement);
  for (let i = 0; i < most; i++) {
    if (await here()) return;
    const among = await to.evaluate((e) => {
      const group = e.closest('[role=radiogroup]');
      return group !== null && group.contains(document.activeElement);
    });
    await page.keyboard.press(among ? 'ArrowRight' : 'Tab');
  }
  throw new Error(`no key leads to ${String(to)}`);
}

/** Does some work with the keys alone: a click is Enter, or the space bar on a tick, where the keys have led. */
export async function byKeysAlone(page: Page, work: () => Promise<void>): Promise<number> {
  const proto = Object.getPrototypeOf(page.locator('body')) as Locator;
  const { click, fill } = proto;
  let pressed = 0;
  proto.click = async function (this: Locator) {
    await led(page, this);
    const tick = await this.evaluate((e) => e instanceof HTMLInputElement && ['checkbox', 'radio'].includes(e.type));
    await page.keyboard.press(tick ? 'Space' : 'Enter');
    pressed++;
  };
  proto.fill = async function (this: Locator, text: string) {
    await led(page, this);
    await page.keyboard.press('ControlOrMeta+a');
    await page.keyboard.press('Delete');
    await page.keyboard.type(text);
    pressed++;
  };
  try {
    await work();
  } finally {
    Object.assign(proto, { click, fill });
  }
  return pressed;
}
