import type { Page } from '@playwright/test';
import {
  addStep,
  changed,
  DEMO_BRUSHES,
  drawn,
  kept,
  middleOf,
  openBrush,
  pixels,
  rested,
  scanBlots,
  stage,
} from './acts.ts';
import { withApp, type App } from './app.ts';
import { expect } from './expect.ts';

/** Adds a step by its name; its card opens. */
async function add(page: Page, label: string): Promise<void> {
  await addStep(page, label);
  await expect(page.getByRole('listitem', { name: label })).toBeVisible();
}

/** Drags over the picture between two places in shares of its sides. */
async function over(page: Page, from: [number, number], to: [number, number]): Promise<void> {
  const handles = page.getByTestId('handles');
  await expect(handles).toBeVisible();
  const { x, y, width, height } = await middleOf(handles);
  const at = ([u, v]: [number, number]) => [x + (u - 0.5) * width, y + (v - 0.5) * height] as const;
  await page.mouse.move(...at(from));
  await page.mouse.down();
  for (let k = 1; k <= 6; k++)
    await page.mouse.move(...at([from[0] + ((to[0] - from[0]) * k) / 6, from[1] + ((to[1] - from[1]) * k) / 6]));
  await page.mouse.up();
}

describe('every way to a tip', () => {
  let app: App;
  let page: Page;
  withApp((started, opened) => {
    app = started;
    page = opened;
  });

  it('a star from numbers, as live as its sliders, becomes a brush', async () => {
    await page.goto(`${app.url}/new/numbers`);
    const tip = page.getByRole('img', { name: 'The tip' });
    await expect(tip).toBeVisible();
    const look = () => tip.evaluate((c: HTMLCanvasElement) => c.toDataURL());
    const before = await look();
    await page.getByRole('radio', { name: 'star' }).click();
    await expect.poll(look).not.toBe(before);
    await page.getByRole('button', { name: 'Make a brush of it' }).click();
    await expect(page).toHaveURL(/\/vary$/);
    await expect(page.getByRole('button', { name: 'Rename Star 5' })).toBeVisible();
    await drawn(page, 'sheet');
  });

  it('a word in a shipped typeface; a sign that it lacks is told', async () => {
    await page.goto(`${app.url}/new/type`);
    await page.getByRole('textbox', { name: 'Text' }).fill('海');
    await expect(page.getByRole('alert')).toContainText('no sign for 海');
    await expect(page.getByRole('button', { name: 'Make a brush of it' })).toBeDisabled();
    await page.getByRole('textbox', { name: 'Text' }).fill('Ebb');
    await page.getByRole('button', { name: 'Make a brush of it' }).click();
    await expect(page.getByRole('button', { name: 'Rename Ebb' })).toBeVisible();
    await kept(page, 1);
  });

  it('a scan can be cancelled, and leaves nothing', async () => {
    await page.goto(`${app.url}/new/scanner`);
    await page.getByRole('radio', { name: '1200' }).click();
    await page.getByRole('button', { name: 'Scan', exact: true }).click();
    await expect(page.getByRole('progressbar', { name: 'Scanning' })).toBeVisible();
    await page.getByRole('button', { name: 'Cancel the scan' }).click();
    await expect(page.getByRole('button', { name: 'Scan', exact: true })).toBeVisible();
    await page.goto(app.url);
    await expect(page.getByRole('article')).toHaveCount(DEMO_BRUSHES + 2);
  });

  it('a sheet is scanned, its marks are outlined, and each becomes a brush in a drawer of their own', async () => {
    await scanBlots(page, app.url);
    await expect(page.getByRole('button', { name: /^Mark \d+$/ })).toHaveCount(6);
    await page.getByRole('button', { name: 'Make a brush of each (6)' }).click();
    await expect(page.getByRole('article')).toHaveCount(6);
    await expect(page.getByRole('article').first().getByRole('img')).toBeVisible();
  });

  it('a recipe is put on every brush of a drawer, each keeping its own mark', async () => {
    const facesNow = () =>
      page
        .getByRole('article')
        .getByRole('img')
        .evaluateAll((all) => all.map((i) => (i as HTMLImageElement).src));
    const before = await facesNow();
    await page.getByRole('article').first().getByRole('link').click();
    await drawn(page, 'sheet');
    await stage(page, 'Cut').click();
    await add(page, 'Blur');
    await kept(page, 2);
    await page.getByRole('button', { name: 'Recipes' }).click();
    await page.getByRole('menuitem', { name: 'Put it on every brush of this drawer' }).click();
    await expect(page.getByText(/^5 other brushes of .* took this recipe/)).toBeVisible();
    await page.getByRole('link', { name: 'Ink blots, 300 dpi', exact: true }).click();
    await expect(page.getByRole('article').getByText('v 2')).toHaveCount(6);
    // the picture of a brush may come after its number
    await expect.poll(async () => new Set(await facesNow()).size).toBe(6);
    await expect.poll(async () => (await facesNow()).filter((face) => before.includes(face))).toEqual([]);
  });

  it('a part of a source taken with the pointer changes the strokes, and undo takes it back', async () => {
    await openBrush(page, app.url, 'Crust lichen');
    await stage(page, 'Find').click();
    const whole = await rested(page, 'sheet');
    await page.getByRole('button', { name: 'Take a part' }).click();
    await over(page, [0.3, 0.3], [0.7, 0.75]);
    await changed(page, 'sheet', whole);
    await expect(page.getByText('Drag on the picture')).toBeVisible();
    await page.getByRole('button', { name: 'Done' }).click();
    await expect(page.getByText('A part of the source is taken.')).toBeVisible();
    await page.keyboard.press('Control+z');
    await expect.poll(() => pixels(page, 'sheet')).toBe(whole);
    await page.keyboard.press('Control+z');
    await kept(page);
  });

  it('a step is found by what it does, and none is added before one is meant', async () => {
    await openBrush(page, app.url, 'Crust lichen');
    await stage(page, 'Cut').click();
    const cards = page.locator('li.card');
    await expect(cards).toHaveCount(5);
    const field = page.getByRole('combobox', { name: 'Add a step' });
    await field.click();
    await expect(page.getByRole('option', { name: /^Retouch by hand/ })).toBeInViewport();
    await field.press('Enter');
    await field.fill('no such thing');
    await expect(page.getByText('No step does that. Try another word.')).toBeVisible();
    await field.press('Enter');
    await field.fill('softens');
    await expect(page.getByRole('option')).toHaveCount(1);
    await expect(cards).toHaveCount(5);
    await field.press('Enter');
    await expect(cards).toHaveCount(6);
    await expect(cards.last()).toContainText('Blur');
    await expect(field).toHaveValue('');
    await page.keyboard.press('Control+z');
    await expect(cards).toHaveCount(5);
  });

  it('pins bend the plate, paint takes out of it, and both stay editable steps', async () => {
    await stage(page, 'Cut').click();
    await add(page, 'Warp by points');
    const before = await rested(page, 'sheet');
    await over(page, [0.25, 0.5], [0.25, 0.5]);
    await over(page, [0.7, 0.5], [0.85, 0.4]);
    await expect(page.getByText('2 pins, 1 of them carried')).toBeVisible();
    const bent = await changed(page, 'sheet', before);
    await add(page, 'Retouch by hand');
    await over(page, [0.3, 0.3], [0.7, 0.7]);
    await expect(page.getByText('1 stroke')).toBeVisible();
    const painted = await changed(page, 'sheet', bent);
    await page.getByRole('switch', { name: 'Warp by points on' }).click();
    await changed(page, 'sheet', painted);
    await expect(page.getByText('1 stroke')).toBeVisible();
    await kept(page);
  });

  it('paint is laid with a brush of the cabinet, and a step is looked at alone', async () => {
    const round = await rested(page, 'sheet');
    await page.getByRole('button', { name: 'pick a stroke' }).click();
    const { x, y } = await middleOf(page.getByTestId('handles').first());
    await page.mouse.click(x, y);
    await expect(page.getByText('Stroke 1 of 1')).toBeVisible();
    await page.getByRole('button', { name: /^Brush: / }).click();
    await page.getByRole('dialog').getByRole('button', { name: 'Kelp blade', exact: true }).click();
    const kelp = await changed(page, 'sheet', round);
    await page.getByRole('button', { name: 'alone' }).click();
    for (const name of ['Gray', 'Fit a square', 'Retouch by hand'])
      await expect(page.getByRole('switch', { name: `${name} on` })).toBeChecked();
    await expect(page.getByRole('switch', { name: 'Levels on' })).not.toBeChecked();
    await changed(page, 'sheet', kelp);
    await page.getByRole('button', { name: 'all as before' }).click();
    await expect(page.getByRole('switch', { name: 'Levels on' })).toBeChecked();
    await expect(page.getByRole('switch', { name: 'Warp by points on' })).not.toBeChecked();
    await expect.poll(() => pixels(page, 'sheet')).toBe(kelp);
    await kept(page);
  });

  it('what each resolution costs is measured, and one is taken from the list', async () => {
    await page
      .getByRole('listitem', { name: 'Fit a square' })
      .getByRole('button', { name: /^Fit a square/ })
      .click();
    await page.getByRole('button', { name: 'measure what each resolution costs' }).click();
    const costs = page.getByRole('table').getByRole('row');
    await expect(costs).toHaveCount(5);
    for (const row of (await costs.allTextContents()).slice(1))
      expect(row).toMatch(/^\d+\d\.?\d* ms\d+\.?\d* ms\d+ MB$/);
    await page.getByRole('button', { name: '256', exact: true }).click();
    await expect(page.getByText('plate, 256 x 256 px')).toBeVisible();
    await page.keyboard.press('Control+z');
    await kept(page);
  });

  it('a state is kept as a plate of its own, and a wave once more is another wave', async () => {
    await add(page, 'Wave');
    await page.getByRole('button', { name: 'once more' }).click();
    await expect(page.getByRole('listitem', { name: 'Wave' })).toHaveCount(2);
    await expect(page.getByText(/seed 1$/)).toBeVisible();
    await expect(page.getByText(/seed 2$/)).toBeVisible();
    await page.getByRole('button', { name: 'keep as a plate' }).click();
    await expect(page.getByText('Crust lichen, wave is in the cabinet.')).toBeVisible();
  });

  it('the recipe is copied to another brush, and a starting recipe takes its place', async () => {
    const recipes = page.getByRole('button', { name: 'Recipes' });
    await recipes.click();
    await page.getByRole('menuitem', { name: 'Copy this recipe' }).click();
    await openBrush(page, app.url, 'Boat paint');
    await stage(page, 'Cut').click();
    const before = await rested(page, 'sheet');
    await recipes.click();
    await page.getByRole('menuitem', { name: 'Put the copied recipe here' }).click();
    await expect(page.getByRole('listitem', { name: 'Wave' })).toHaveCount(2);
    const put = await changed(page, 'sheet', before);
    await recipes.click();
    await page.getByRole('menuitem', { name: 'Start with…' }).click();
    await page.getByRole('button', { name: /^Photograph|Photograph A piece/ }).click();
    await expect(page.getByRole('listitem', { name: 'Round fall-off' })).toBeVisible();
    await changed(page, 'sheet', put);
    await kept(page);
  });

  it('the plate is looked at to the pixel: value, border, histogram', async () => {
    await page.getByRole('button', { name: 'close up (I)' }).waitFor();
    await page.keyboard.press('i');
    const close = page.getByRole('dialog', { name: 'Plate, close up' });
    await expect(close.getByText(/of 65535|–/)).toBeVisible();
    await expect(close.getByText(/clear: no dab shows its frame/)).toBeVisible();
    await close.getByRole('radio', { name: '400 %' }).click();
    const plate = close.getByRole('img', { name: 'Plate, close up' });
    await plate.hover();
    await expect(close.getByText(/of 65535, at \d+, \d+/)).toBeVisible();
    await expect(close.getByRole('img', { name: 'Histogram of the plate' }).locator('svg')).toBeVisible();
    await page.keyboard.press('Escape');
    await expect(close).toHaveCount(0);
  });
});
