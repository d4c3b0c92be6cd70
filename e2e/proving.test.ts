import type { Page } from '@playwright/test';
import { changed, drawn, echoAtRest, kept, openBrush, rested, same, scribble, stage } from './acts.ts';
import { withApp, type App } from './app.ts';
import { expect } from './expect.ts';

describe('repetition is measured, shown and cured', () => {
  let app: App;
  let page: Page;
  withApp((started, opened) => {
    app = started;
    page = opened;
  });
  const dial = () => page.getByTestId('echo');
  const echo = () => echoAtRest(page);
  const region = (name: string) => page.getByRole('region', { name, exact: true });

  it('the dial shows the echo and its three parts in every stage, and follows the brush', async () => {
    await openBrush(page, app.url, 'Barnacle field');
    const before = await echo();
    expect(before).toBeGreaterThan(20);
    await expect(dial()).toContainText(/outline\s*\d+\s*inside\s*\d+\s*grain\s*\d+/);
    await expect(page.getByRole('link', { name: /^Prove/ })).toContainText(`Echo ${before}`);
    await stage(page, 'Cut').click();
    await expect(dial().getByRole('img')).toHaveAttribute(
      'aria-label',
      new RegExp(`^Echo ${before} of 100, texture \\d+ of 100$`),
    );
    await stage(page, 'Vary').click();
    await page.getByRole('textbox', { name: 'Spacing value' }).fill('4');
    await page.keyboard.press('Enter');
    await expect.poll(echo).toBeLessThan(before - 15);
    await page.keyboard.press('Control+z');
    await expect.poll(echo).toBe(before);
  });

  it('strokes of the hand are measured beside the standard stroke, as long as there are any', async () => {
    await stage(page, 'Prove').click();
    const own = dial().getByText(/^your strokes: echo \d+, texture \d+$/);
    await expect(own).toHaveCount(0);
    await stage(page, 'Vary').click();
    await scribble(page);
    await expect(own).toBeVisible();
    const before = await own.innerText();
    await page.getByRole('textbox', { name: 'Spacing value' }).fill('4');
    await page.keyboard.press('Enter');
    await expect(own).not.toHaveText(before);
    await page.keyboard.press('Control+z');
    await expect(own).toHaveText(before);
    await page.keyboard.press('Control+z');
    await expect(own).toHaveCount(0);
  });

  it('what gives it away is named and marked, and one press opens the step that cures it, set to the place', async () => {
    await stage(page, 'Prove').click();
    const before = await echo();
    const list = region('What gives it away').getByRole('listitem').filter({ hasText: 'seen again' });
    await expect(list.first()).toContainText(/seen again \d+ times/);
    await expect(page.getByRole('button', { name: /^Give-away 1: / })).toBeVisible();
    const plot = page.getByRole('img', { name: /^Likeness along the stroke: most alike after .* px, \d+ % by the / });
    await expect(plot).toBeVisible();
    // pointing at a distance marks dabs that are alike so far apart, two and two
    const marks = page.locator('.measured circle');
    await expect(marks).toHaveCount(0);
    await plot.hover();
    await expect.poll(() => marks.count()).toBeGreaterThan(1);
    expect((await marks.count()) % 2).toBe(0);
    await list.first().getByRole('button').click();
    await expect(page).toHaveURL(/\/cut$/);
    const step = page.getByRole('listitem', { name: 'Remove give-aways' });
    await expect(step).toContainText(/1 of 1 found and cured/);
    await kept(page);
    await expect.poll(echo).toBeLessThan(before);
    await page.keyboard.press('Control+z');
    await expect(step).toHaveCount(0);
    await expect.poll(echo).toBe(before);
  });

  it('cures are tried with progress, can be cancelled, and one is taken and taken back', async () => {
    await stage(page, 'Prove').click();
    const before = await echo();
    const cures = region('Cures');
    await cures.getByRole('button', { name: 'Try the cures' }).click();
    await expect(cures.getByRole('progressbar', { name: 'Trying cures' })).toBeVisible();
    await expect(cures.getByRole('listitem').first()).toBeVisible({ timeout: 90_000 });
    await cures.getByRole('button', { name: 'Cancel' }).click();
    await expect(cures.getByRole('progressbar', { name: 'Trying cures' })).toHaveCount(0);
    const first = cures.getByRole('listitem').first();
    await expect(first).toContainText(/echo \d+ to \d+, texture \d+ to \d+, look \d+\s%/);
    // pointing at one tries it on in large, looking away takes it off again
    await region('Comparison').hover();
    const plain = await rested(page, 'present');
    const what = await first.locator('b').first().innerText();
    await first.hover();
    await expect(page.getByText(`now, with this tried on: ${what}`)).toBeVisible();
    await changed(page, 'present', plain);
    await region('Comparison').hover();
    await same(page, 'present', plain);
    const sheet = await rested(page, 'sheet');
    await first.getByRole('button', { name: /^Take: / }).click();
    const after = await changed(page, 'sheet', sheet);
    await kept(page);
    await expect.poll(echo).toBeLessThan(before);
    await page.keyboard.press('Control+z');
    await changed(page, 'sheet', after);
    await drawn(page, 'measured');
    await expect.poll(echo).toBe(before);
  });
});
