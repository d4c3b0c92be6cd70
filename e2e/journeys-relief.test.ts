import { encodeExr, exrPicture } from '@amber-stamp/core/exr';
import type { Page } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { bringFile, changed, drawn, kept, middleOf, rested, stage } from './acts.ts';
import { withApp, type App } from './app.ts';
import { Hand } from './journeys/hand.ts';
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
  const beginClay = async (hand: Hand) => {
    await page.goto(`${app.url}/new/clay`);
    await hand.press(page.getByRole('button', { name: 'Sculpt flat clay' }));
    await expect(clay()).toBeVisible();
    await drawn(page, 'sheet');
  };
  const strokes = (count: number) => expect(clay()).toHaveAttribute('data-strokes', String(count));
  const choice = (name: string) => page.getByRole('radio', { name, exact: true });
  /** Works on the clay from place to place, in px from its middle. */
  const work = async (hand: Hand, ...places: [number, number][]) => {
    hand.gestures++;
    const { x, y } = await middleOf(clay());
    await page.mouse.move(x + places[0][0], y + places[0][1]);
    await page.mouse.down();
    for (const [dx, dy] of places.slice(1)) await page.mouse.move(x + dx, y + dy, { steps: 5 });
    await page.mouse.up();
  };
  /** Saves the relief in a form; what is chosen already is not pressed. */
  const relief = async (hand: Hand, ...choices: string[]): Promise<Uint8Array> => {
    await kept(page);
    await hand.look('Pack');
    for (const name of choices)
      if ((await choice(name).getAttribute('aria-checked')) !== 'true') await hand.press(choice(name));
    const waiting = page.waitForEvent('download');
    await hand.press(page.getByRole('button', { name: 'Save the relief' }));
    return readFileSync(await (await waiting).path());
  };

  it('pores: lines first and volumes after, nothing near the rim; as floats with the middle value half they arrive exactly', async () => {
    const hand = new Hand(page);
    await beginClay(hand);
    await hand.press(choice('crease'));
    await work(hand, [-70, -30], [0, 20], [80, -20]);
    await strokes(1);
    await hand.press(choice('raise'));
    await work(hand, [-40, 40], [50, 50]);
    await strokes(2);
    const file = await relief(hand, 'OpenEXR', 'in the middle');
    const { width, data } = exrPicture(file, 'pores.exr');
    // the rim is the base plane itself, to the last bit
    for (let k = 0; k < width; k++) {
      expect(data[k]).toBe(0.5);
      expect(data[k * width]).toBe(0.5);
    }
    expect(Math.min(...data.subarray(width * 200, width * 300))).toBeLessThan(0.49);
    await hand.look('Prove');
    await hand.press(choice('surface'));
    // full strength is what the relief was made with
    await expect(page.getByLabel('Depth value')).toHaveValue('100');
    await expect(page.getByTestId('surface')).toHaveAttribute('data-pressed', '0');
    await hand.drag(page.getByTestId('surface'), 30, -90);
    await expect(page.getByTestId('surface')).toHaveAttribute('data-pressed', '1');
    await kept(page);
    hand.end(20, 12);
  });

  it('rock that hangs over: pulled up and sideways, scraped, handed over in three parts and taken in again with what hangs over', async () => {
    const hand = new Hand(page);
    await beginClay(hand);
    await hand.type(page.getByLabel('Radius value'), '14');
    await hand.type(page.getByLabel('Strength value'), '100');
    await hand.press(choice('pull'));
    await hand.press(choice('out of the clay'));
    await work(hand, [0, 20], [0, -60]);
    await strokes(1);
    await hand.press(choice('with the screen'));
    await work(hand, [0, 20], [120, 0]);
    await strokes(2);
    await hand.press(choice('scrape'));
    await work(hand, [40, 10], [100, 0]);
    await strokes(3);
    const over = page.locator('.strip .bad');
    await expect(over).toHaveText(/hangs over/);
    const told = await over.innerText();
    const file = await relief(hand, 'displacement', 'float');
    hand.gestures++;
    await bringFile(page, app.url, 'rock.exr', file);
    hand.end(12, 15);
    await stage(page, 'Cut').click();
    await expect(page.getByText('Displacement', { exact: true })).toBeVisible();
    // what hangs over is as much as it was before it left
    const lost = Number.parseFloat(told);
    const card = page.getByRole('listitem', { name: 'Displacement' });
    await expect(card).toContainText(`${lost.toFixed(1)} % hangs over`);
    await kept(page);
  });

  it('button: the square is told before it is seen, and a moved base cures it; deeper on a ball', async () => {
    const hand = new Hand(page);
    hand.gestures++;
    await bringFile(page, app.url, 'button.exr', await encodeExr(button, 'float'));
    await hand.look('Cut');
    // it was cured on its way in; without that the frame of every dab would show
    await expect(page.getByRole('listitem', { name: 'Border fade' })).toBeVisible();
    await hand.press(page.getByRole('switch', { name: 'Border fade on' }));
    await expect(page.getByRole('alert').getByText('The border prints a square.')).toBeVisible();
    const before = await rested(page, 'sheet');
    await hand.addStep('Move the base');
    await expect(page.getByRole('alert').getByText('The border prints a square.')).toHaveCount(0);
    await changed(page, 'sheet', before);
    await hand.look('Prove');
    await hand.press(choice('surface'));
    await hand.press(choice('sphere'));
    await hand.type(page.getByLabel('Depth value'), '-300');
    await expect(page.getByTestId('surface')).toHaveAttribute('data-pressed', '0');
    await hand.drag(page.getByTestId('surface'), 20, -60);
    await expect(page.getByTestId('surface')).toHaveAttribute('data-pressed', '1');
    await kept(page);
    hand.end(21, 10);
  });
});
