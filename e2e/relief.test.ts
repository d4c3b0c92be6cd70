import { encodeObj } from '@amber-stamp/core/formats';
import { solidMesh } from '@amber-stamp/core/relief';
import { encodeExr, exrPicture } from '@amber-stamp/core/exr';
import type { Download, Page } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { bringFile, changed, drag, drawn, kept, middleOf, openBrush, pixels, rested, stage } from './acts.ts';
import { withApp, type App } from './app.ts';
import { expect } from './expect.ts';

/** A hollow and a hill in a plain at 2, with a few places that are no numbers. */
const land = {
  width: 96,
  height: 96,
  data: Float32Array.from({ length: 96 * 96 }, (_, i) => {
    const [x, y] = [i % 96, Math.floor(i / 96)];
    if (i < 96 * 96 && x > 80 && x < 84 && y === 50) return NaN;
    return 2 + 3 * Math.max(0, 1 - Math.hypot(x - 60, y - 48) / 18) - Math.max(0, 1 - Math.hypot(x - 26, y - 48) / 16);
  }),
};

describe('reliefs', () => {
  let app: App;
  let page: Page;
  withApp((started, opened) => {
    app = started;
    page = opened;
  });
  const bring = (name: string, bytes: Uint8Array) => bringFile(page, app.url, name, bytes);
  const controls = () => page.getByRole('region', { name: /^Controls/ });
  const saved = async (press: () => Promise<void>): Promise<Uint8Array> => {
    const waiting = page.waitForEvent('download');
    await press();
    const download: Download = await waiting;
    return readFileSync(await download.path());
  };

  it('a height map is asked where its base plane is, and what has no number is told and filled', async () => {
    await bring('tidal land.exr', await encodeExr(land, 'float'));
    await stage(page, 'Find').click();
    await expect(page.getByRole('radio', { name: 'Its heights' })).toBeChecked();
    await expect(controls().getByText(/3 places have no number and are filled/)).toBeVisible();
    await expect(controls().getByText(/Values 1.* \.\. 4\.9|Values 1.* \.\. 5/)).toBeVisible();
    const before = await rested(page, 'sheet');
    await page.getByRole('radio', { name: 'The lowest place' }).click();
    await changed(page, 'sheet', before);
    await kept(page);
    await page.getByRole('radio', { name: 'A value' }).click();
    await page.getByLabel('Base at value').fill('2');
    await page.getByLabel('Base at value').press('Enter');
    await kept(page);
    await stage(page, 'Pack').click();
    await page.getByRole('button', { name: 'Save the relief' }).isEnabled();
    const file = await saved(() => page.getByRole('button', { name: 'Save the relief' }).click());
    const made = exrPicture(file, 'saved.exr');
    expect(made.data[48 * made.width + 60]).toBeCloseTo(1, 5);
    expect(made.data[48 * made.width + 26]).toBeCloseTo(-1 / 3, 3);
  });

  it('a mesh is turned by dragging and by its six sides, and each view can be a tip of its own', async () => {
    await bring('tide cone.obj', encodeObj(solidMesh('cone')));
    await stage(page, 'Find').click();
    await expect(page.getByRole('heading', { name: 'Seen from where?' })).toBeVisible();
    await expect(page.getByText(/12,096 triangles/)).toBeVisible();
    const before = await rested(page, 'sheet');
    await page.getByRole('radio', { name: 'top', exact: true }).click();
    const top = await changed(page, 'sheet', before);
    await drag(page, page.getByTestId('object'), 60, 20);
    await changed(page, 'sheet', top);
    await expect(page.getByLabel('Turn value')).toHaveValue('30');
    await expect(page.getByLabel('Lean value')).toHaveValue('10');
    await page.getByRole('button', { name: 'Keep this view, turn on' }).click();
    await expect(page.getByText('2 tips are in the deck')).toBeVisible();
    await page.getByTestId('object').focus();
    await page.keyboard.press('f');
    await expect(page.getByRole('radio', { name: 'front', exact: true })).toBeChecked();
    await page.getByRole('radiogroup', { name: 'Plate' }).getByRole('radio').first().click();
    await expect(page.getByRole('radio', { name: 'front', exact: true })).not.toBeChecked();
    await kept(page);
  });

  it('a solid is bent by its lattice, left and right alike, and straightened again', async () => {
    await page.goto(`${app.url}/new/clay`);
    await page.getByRole('button', { name: /^ball/ }).click();
    await drawn(page, 'sheet');
    await page.getByRole('radio', { name: 'bends it' }).click();
    const lattice = page.getByTestId('lattice');
    const { x, y, width, height } = await middleOf(lattice);
    await page.mouse.move(x - width / 2 + 60, y - height / 2 + 3);
    await page.mouse.down();
    await page.mouse.move(x + width / 2 - 60, y - 20, { steps: 5 });
    await page.mouse.up();
    await expect.poll(() => lattice.getAttribute('data-chosen').then(Number)).toBeGreaterThan(2);
    const before = await rested(page, 'sheet');
    await page.keyboard.press('ArrowUp');
    await page.keyboard.press('ArrowUp');
    const bent = await changed(page, 'sheet', before);
    await page.getByRole('button', { name: /^Straighten it/ }).click();
    await changed(page, 'sheet', bent);
    await kept(page);
  });

  it('clay is worked on by hand, stroke by stroke taken back, and handed over with what hangs over', async () => {
    await page.goto(`${app.url}/new/clay`);
    await page.getByRole('button', { name: 'Sculpt flat clay' }).click();
    const clay = page.getByTestId('clay');
    await expect(clay).toBeVisible();
    const flat = await rested(page, 'sheet');
    await drag(page, clay, 90, 10);
    await expect(clay).toHaveAttribute('data-strokes', '1');
    const raised = await changed(page, 'sheet', flat);
    await page.getByRole('radio', { name: 'pull' }).click();
    await drag(page, clay, 130, -20);
    await expect(clay).toHaveAttribute('data-strokes', '2');
    const pulled = await changed(page, 'sheet', raised);
    await page.keyboard.press('Control+z');
    await expect(clay).toHaveAttribute('data-strokes', '1');
    await expect.poll(() => pixels(page, 'sheet')).toBe(raised);
    await page.keyboard.press('Control+y');
    await expect.poll(() => pixels(page, 'sheet')).toBe(pulled);
    await kept(page);
    await stage(page, 'Pack').click();
    await page.getByRole('radio', { name: 'displacement' }).click();
    const file = await saved(() => page.getByRole('button', { name: 'Save the relief' }).click());
    const moves = exrPicture(file, 'moves.exr');
    expect([moves.width, moves.channels]).toEqual([512, 3]);
    const most = (k: number) => {
      let found = 0;
      for (let i = k; i < moves.data.length; i += 3) found = Math.max(found, moves.data[i]);
      return found;
    };
    expect(most(0)).toBeGreaterThan(0.05);
    expect(most(2)).toBeGreaterThan(0.005);
  });

  it('the tip is pressed on a lit surface by dragging it out or along a stroke, and pressed again when the plate changes', async () => {
    await openBrush(page, app.url, 'Rosette button');
    await stage(page, 'Prove').click();
    await page.getByRole('radio', { name: 'surface' }).click();
    const surface = page.getByTestId('surface');
    const shown = () =>
      surface.locator('canvas').evaluate((c: unknown) => (c as { toDataURL: () => string }).toDataURL());
    await expect(surface).toHaveAttribute('data-pressed', '0');
    await drag(page, surface, 40, -70);
    await expect(surface).toHaveAttribute('data-pressed', '1');
    await page.getByRole('radio', { name: 'a stroke' }).click();
    await drag(page, surface, 120, 60);
    await expect.poll(() => surface.getAttribute('data-pressed').then(Number)).toBeGreaterThan(1);
    await page.getByRole('radio', { name: 'vase' }).click();
    await expect(surface).toHaveAttribute('data-pressed', '0');
    await page.getByRole('radio', { name: 'plane' }).click();
    await expect.poll(() => surface.getAttribute('data-pressed').then(Number)).toBeGreaterThan(1);
    await kept(page);
    await page.getByRole('button', { name: 'Smooth the clay' }).click();
    await expect(surface).toHaveAttribute('data-pressed', '0');
    await page.keyboard.press('Control+z');
    await expect.poll(() => surface.getAttribute('data-pressed').then(Number)).toBeGreaterThan(1);
    expect((await shown()).length).toBeGreaterThan(1000);
  });

  it('a stroke is given thickness, and the lamp shows it from where it stands', async () => {
    await openBrush(page, app.url, 'Splatter');
    const flat = await rested(page, 'sheet');
    await page.getByRole('tab', { name: 'relief' }).click();
    await page.getByLabel('Thickness value').fill('12');
    await page.getByLabel('Thickness value').press('Enter');
    const thick = await changed(page, 'sheet', flat);
    await page.getByRole('slider', { name: 'Lamp' }).focus();
    for (let k = 0; k < 9; k++) await page.keyboard.press('ArrowRight');
    await changed(page, 'sheet', thick);
    await kept(page);
  });
});
