// How soon cures are seen of a brush that was just opened, when they are asked for at once.
import type { Page } from '@playwright/test';
import { launch } from '../../e2e/browser.ts';
import { median } from './measure.ts';

const ROUNDS = 5;

/** Notes in the page when the hand goes down, when the first cure is there and when all are; ms. */
function noteCures(): void {
  const times: Record<string, number> = {};
  Object.assign(window, { cureTimes: times });
  document.addEventListener('pointerdown', ({ timeStamp }) => (times.pressed = timeStamp), true);
  new MutationObserver(() => {
    if (!times.pressed) return;
    if (document.querySelector('.cures .fix')) times.first ??= performance.now();
    if (times.first && !document.querySelector('.cures [role=progressbar]')) times.all ??= performance.now();
  }).observe(document, { subtree: true, childList: true });
}

async function timesOf(page: Page): Promise<{ first: number; all: number }> {
  const found = await page.waitForFunction(
    () => {
      const { pressed, first, all } = (window as unknown as { cureTimes: Record<string, number> }).cureTimes;
      return all ? { first: first - pressed, all: all - pressed } : undefined;
    },
    undefined,
    { polling: 50 },
  );
  return found.evaluate((times) => times as { first: number; all: number });
}

/** ms from the press on the button, made as soon as it can be, to the first cure and to all; the median of some pages. */
export async function coldCures(address: string): Promise<{ first: number; all: number }> {
  const all: { first: number; all: number }[] = [];
  for (let k = 0; k < ROUNDS; k++) {
    const browser = await launch();
    const page = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
    await page.addInitScript(noteCures);
    await page.goto(address);
    await page.getByRole('button', { name: 'Try the cures' }).click();
    all.push(await timesOf(page));
    await browser.close();
  }
  return { first: median(all.map((times) => times.first)), all: median(all.map((times) => times.all)) };
}
