import type { Page } from '@playwright/test';
import { addStep, drawn, find, kept, middleOf, openBrush, pixels, rested, stage } from './acts.ts';
import { withApp, type App } from './app.ts';
import { expect } from './expect.ts';

describe('what is too slow to follow the hand', () => {
  let app: App;
  let page: Page;
  withApp((started, opened) => {
    app = started;
    page = opened;
  });
  const widthOf = (canvas: string) => page.locator(canvas).evaluate((element) => (element as HTMLCanvasElement).width);
  /** Holds a slider's thumb and moves it while `during` looks. */
  const holding = async (thumb: string, during: () => Promise<void>): Promise<void> => {
    const { x, y } = await middleOf(page.locator(thumb).last());
    await page.mouse.move(x, y);
    await page.mouse.down();
    for (let k = 1; k <= 4; k++) await page.mouse.move(x - 3 * k, y);
    await during();
    await page.mouse.up();
  };

  it('a large plate is cut as a smaller draft while a handle moves, told at its size, and whole when it rests', async () => {
    await openBrush(page, app.url, 'Crust lichen');
    await stage(page, 'Cut').click();
    await expect(page.getByText('border ring')).toBeVisible();
    const cards = page.locator('li.card');
    await cards.filter({ hasText: 'Fit a square' }).locator('button.text').click();
    await page.getByLabel('Resolution value').fill('2048');
    await page.keyboard.press('Enter');
    await addStep(page, 'Shift to nothing');
    await expect(page.getByText('plate, 2048 x 2048 px')).toBeVisible();
    await kept(page);
    const plate = '.work canvas';
    await expect.poll(() => widthOf(plate)).toBe(2048);
    await holding('li.card .MuiSlider-thumb', async () => {
      await expect.poll(() => widthOf(plate)).toBe(512);
      await expect(page.getByText('plate, 2048 x 2048 px')).toBeVisible();
    });
    await expect.poll(() => widthOf(plate)).toBe(2048);
    await kept(page);
  });

  it('strokes of very many dabs are drawn coarsely while a peg moves, and fully when it rests', async () => {
    await stage(page, 'Vary').click();
    await page.getByRole('textbox', { name: 'Spacing value' }).fill('1');
    await page.keyboard.press('Enter');
    await page.getByRole('textbox', { name: 'Size value' }).fill('900');
    await page.keyboard.press('Enter');
    // so many that no machine follows: the sheet is coarse for what took long here, not for a count
    await find(page, 'dabs per step');
    await page.getByRole('textbox', { name: 'Dabs per step value' }).fill('3');
    await page.keyboard.press('Enter');
    await kept(page);
    const sheet = 'canvas[data-view=sheet]';
    await expect.poll(() => page.locator(sheet).getAttribute('data-ms').then(Number)).toBeGreaterThan(60);
    const full = await widthOf(sheet);
    const before = await rested(page, 'sheet');
    await page.getByRole('tab', { name: 'rows', exact: true }).click();
    await page.getByRole('group', { name: 'Opacity' }).scrollIntoViewIfNeeded();
    await holding('[aria-label="Opacity"] [role=slider]', async () => {
      await expect.poll(() => widthOf(sheet)).toBeLessThan(full * 0.6);
    });
    await expect.poll(() => widthOf(sheet)).toBe(full);
    await expect.poll(() => pixels(page, 'sheet')).not.toBe(before);
    await drawn(page, 'sheet');
  });
});
