import { encodeExr, exrPicture } from '@amber-stamp/core/exr';
import type { Page } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { addStep, bringFile, changed, drag, drawn, kept, middleOf, rested, stage } from './acts.ts';
import { withApp, type App } from './app.ts';
import { expect } from './expect.ts';

/** A round button whose ground lies below the plane, up to its very frame. */
const SIDE = 160;
const button = {
  width: SIDE,
  height: SIDE,
  data: Float32Array.from({ length: SIDE * SIDE }, (_, i) => {
    const r = Math.hypot((i % SIDE) - SIDE / 2, Math.floor(i / SIDE) - SIDE / 2) / (SIDE / 2);
    return r < 0.8 ? Math.sqrt(1 - (r / 0.8) ** 2) * 0.8 : -0.3;
  }),
};

describe('whole jobs with reliefs', () => {
  let app: App;
  let page: Page;
  withApp(
    (started, opened) => {
      app = started;
      page = opened;
    },
    { demo: false },
  );
  const clay = () => page.getByTestId('clay');
  const beginClay = async () => {
    await page.goto(`${app.url}/new/clay`);
    await page.getByRole('button', { name: 'Sculpt flat clay' }).click();
    await expect(clay()).toBeVisible({ timeout: 30_000 });
    await drawn(page, 'sheet');
  };
  const strokes = (count: number) => expect(clay()).toHaveAttribute('data-strokes', String(count), { timeout: 20_000 });
  const hand = (name: string) => page.getByRole('radio', { name, exact: true }).click();
  /** Works on the clay from place to place, in px from its middle. */
  const work = async (...places: [number, number][]) => {
    const { x, y } = await middleOf(clay());
    await page.mouse.move(x + places[0][0], y + places[0][1]);
    await page.mouse.down();
    for (const [dx, dy] of places.slice(1)) await page.mouse.move(x + dx, y + dy, { steps: 5 });
    await page.mouse.up();
  };
  const relief = async (form: string, ...choices: string[]): Promise<Uint8Array> => {
    await kept(page);
    await stage(page, 'Pack').click();
    await page.getByRole('radio', { name: form, exact: true }).click();
    for (const choice of choices) await page.getByRole('radio', { name: choice, exact: true }).click();
    const waiting = page.waitForEvent('download');
    await page.getByRole('button', { name: 'Save the relief' }).click();
    return readFileSync(await (await waiting).path());
  };

  it('pores: lines first and volumes after, nothing near the rim; as floats with the middle value half they arrive exactly', async () => {
    await beginClay();
    await hand('crease');
    await work([-70, -30], [0, 20], [80, -20]);
    await strokes(1);
    await hand('raise');
    await work([-40, 40], [50, 50]);
    await strokes(2);
    const file = await relief('OpenEXR', 'in the middle');
    const { width, data } = exrPicture(file, 'pores.exr');
    // the rim is the base plane itself, to the last bit
    for (let k = 0; k < width; k++) {
      expect(data[k]).toBe(0.5);
      expect(data[k * width]).toBe(0.5);
    }
    expect(Math.min(...data.subarray(width * 200, width * 300))).toBeLessThan(0.49);
    await stage(page, 'Prove').click();
    await page.getByRole('radio', { name: 'surface', exact: true }).click();
    await page.getByLabel('Depth value').fill('100');
    await page.getByLabel('Depth value').press('Enter');
    await expect(page.getByTestId('surface')).toHaveAttribute('data-pressed', '0', { timeout: 30_000 });
    await drag(page, page.getByTestId('surface'), 30, -90);
    await expect(page.getByTestId('surface')).toHaveAttribute('data-pressed', '1');
    await kept(page);
  });

  it('rock that hangs over: pulled up and sideways, scraped, handed over in three parts and taken in again with what hangs over', async () => {
    await beginClay();
    await page.getByLabel('Radius value').fill('14');
    await page.getByLabel('Radius value').press('Enter');
    await page.getByLabel('Strength value').fill('100');
    await page.getByLabel('Strength value').press('Enter');
    await hand('pull');
    await page.getByRole('radio', { name: 'out of the clay' }).click();
    await work([0, 20], [0, -60]);
    await strokes(1);
    await page.getByRole('radio', { name: 'with the screen' }).click();
    await work([0, 20], [120, 0]);
    await strokes(2);
    await hand('scrape');
    await work([40, 10], [100, 0]);
    await strokes(3);
    const over = page.locator('.strip .bad');
    await expect(over).toHaveText(/hangs over/, { timeout: 20_000 });
    const told = await over.innerText();
    const file = await relief('displacement', 'float');
    await bringFile(page, app.url, 'rock.exr', file);
    await stage(page, 'Cut').click();
    await expect(page.getByText('Displacement', { exact: true })).toBeVisible();
    // what hangs over is as much as it was before it left
    const lost = Number.parseFloat(told);
    const card = page.getByRole('listitem', { name: 'Displacement' });
    await expect(card).toContainText(`${lost.toFixed(1)} % hangs over`, { timeout: 20_000 });
    await kept(page);
  });

  it('button: the square is told before it is seen, and a moved base cures it; deeper on a ball', async () => {
    await bringFile(page, app.url, 'button.exr', await encodeExr(button, 'float'));
    await stage(page, 'Cut').click();
    // it was cured on its way in; without that the frame of every dab would show
    await expect(page.getByRole('listitem', { name: 'Border fade' })).toBeVisible();
    await page.getByRole('switch', { name: 'Border fade on' }).click();
    await expect(page.getByRole('alert').getByText('The border prints a square.')).toBeVisible({ timeout: 20_000 });
    const before = await rested(page, 'sheet');
    await addStep(page, 'Move the base');
    await expect(page.getByRole('alert').getByText('The border prints a square.')).toHaveCount(0, { timeout: 20_000 });
    await changed(page, 'sheet', before);
    await stage(page, 'Prove').click();
    await page.getByRole('radio', { name: 'surface', exact: true }).click();
    await page.getByRole('radio', { name: 'sphere', exact: true }).click();
    await page.getByLabel('Depth value').fill('-60');
    await page.getByLabel('Depth value').press('Enter');
    await expect(page.getByTestId('surface')).toHaveAttribute('data-pressed', '0', { timeout: 30_000 });
    await drag(page, page.getByTestId('surface'), 20, -60);
    await expect(page.getByTestId('surface')).toHaveAttribute('data-pressed', '1');
    await kept(page);
  });
});
