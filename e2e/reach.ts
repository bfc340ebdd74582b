// Whether a screen can be worked without a mouse, in gloves, and when it is shown large.
import { expect, type Page } from '@playwright/test';

const most = 600; // presses of the tabulator, twice round the longest screen

/** What answers to a tap and no key leads to, and what the tabulator never comes to in a whole round. */
export async function unreached(page: Page): Promise<string[]> {
  let had = -1; // what is asked for behind the first of a screen comes later
  const much = async () => {
    const was = had;
    had = await page.locator('body *').count();
    return had - was;
  };
  await expect.poll(much, { message: 'nothing more comes', intervals: [400] }).toBe(0);
  const stops = await page.evaluate(() => {
    const shown = (e: Element) => e.checkVisibility({ visibilityProperty: true }) && !e.matches(':disabled, [inert] *');
    const name = (e: Element) => `${e.tagName.toLowerCase()} “${(e.getAttribute('aria-label') ?? e.textContent).trim().slice(0, 40)}”`;
    const led = 'a[href], button, input, select, textarea, summary, label, [tabindex]';
    const answers = (e: Element) => {
      const props = Object.entries(e).find(([key]) => key.startsWith('__reactProps'))?.[1] as Record<string, unknown> | undefined;
      return ['onClick', 'onPointerDown', 'onMouseDown'].some((on) => props?.[on]);
    };
    const all = [...document.querySelectorAll('body *')].filter(shown);
    const faults = all.filter((e) => answers(e) && !e.closest(led) && !e.querySelector(led)).map((e) => `no key leads to ${name(e)}`);
    const open = all.filter((e) => e.matches(led) && (e as HTMLElement).tabIndex >= 0 && !e.matches('label, [type=radio]'));
    const been = new Set<Element>();
    document.addEventListener('focusin', (e) => been.add(e.target as Element));
    Object.assign(window, { unvisited: () => open.filter((e) => !been.has(e) && shown(e)).map((e) => `never come to: ${name(e)}`) });
    return { faults, open: open.length };
  });
  expect(stops.open, 'there is something to come to').toBeGreaterThan(1);
  let left: string[] = [];
  for (let pressed = 0; pressed < most && (pressed === 0 || left.length > 0); pressed += stops.open) {
    // what came all the same makes a round longer
    for (let i = 0; i < stops.open; i++) await page.keyboard.press('Tab');
    left = await page.evaluate(() => (window as unknown as { unvisited: () => string[] }).unvisited());
  }
  return [...stops.faults, ...left];
}

/** What is tapped and is smaller than a gloved thumb wants it, but for a word in a line of text. */
export const small = (page: Page): Promise<string[]> =>
  page.evaluate(() =>
    [...document.querySelectorAll('button, a[href], input, select, textarea, summary, main div[role=slider]')]
      .filter((e) => e.checkVisibility({ visibilityProperty: true }) && !(e.matches('a') && getComputedStyle(e).display === 'inline'))
      .map((e) => ({ e, box: e.getBoundingClientRect() }))
      .filter(({ box }) => box.width > 1 && box.height < 63.5)
      .map(
        ({ e, box }) =>
          `${e.tagName.toLowerCase()} “${(e.getAttribute('aria-label') ?? e.textContent).trim().slice(0, 30)}” ${String(Math.round(box.height))}`,
      ),
  );

/** By how many pixels the page runs off the side. */
export const over = (page: Page): Promise<number> => page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth);
