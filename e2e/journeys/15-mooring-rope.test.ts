import type { Page } from '@playwright/test';
import sharp from 'sharp';
import { changed, kept, rested } from '../acts.ts';
import { withApp, type App } from '../app.ts';
import { expect } from '../expect.ts';
import { columns, printed, straight } from './band.ts';
import { Hand } from './hand.ts';

/** A photograph of a length of rope on pale ground: strands askew, its two ends do not meet. */
function ropePicture(): Promise<Buffer> {
  const [width, height] = [1200, 240];
  const data = new Uint8Array(width * height);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const strand = Math.sin((x - 0.8 * y) / 13.7) + 0.35 * Math.sin((x + 2 * y) / 5.3 + Math.sin(x / 61));
      const inside = Math.abs(y - 120) < 86 + 7 * Math.sin(x / 14);
      data[y * width + x] = inside ? 90 + 55 * strand : 236;
    }
  return sharp(data, { raw: { width, height, channels: 1 } })
    .png()
    .toBuffer();
}

describe('a mooring rope', () => {
  let app: App;
  let page: Page;
  withApp(
    (started, opened) => {
      app = started;
      page = opened;
    },
    { demo: false },
  );

  it('a strip whose ends are made to meet is bent along strokes, mirrored in turn, steadied, and gray becomes colour', async () => {
    const hand = new Hand(page);
    await page.goto(app.url);
    await hand.choose(page.locator('input[type=file]').first(), 'rope.png', await ropePicture());
    await hand.arrived();
    // a long strip that goes on beyond both its ends is taken for a band, and its ends are made to meet
    await expect(page.getByRole('radio', { name: 'A band' })).toBeChecked();
    await hand.look('Vary');
    const bent = await rested(page, 'sheet');
    await hand.part('deck');
    await hand.press(page.getByRole('switch', { name: 'Turned about' }));
    const turned = await changed(page, 'sheet', bent);
    await hand.part('ends');
    await hand.type(page.getByRole('textbox', { name: 'Steady value' }), '40');
    await hand.part('ink');
    await hand.press(page.getByRole('button', { name: 'colour by coverage' }));
    await changed(page, 'sheet', turned);
    await kept(page);
    hand.end(15, 8);

    // once along the rope as well as mirrored in turn: there every joint is another
    await hand.part('deck');
    const mirrored = await rested(page, 'sheet');
    await page.getByRole('switch', { name: 'Turned about' }).click();
    await changed(page, 'sheet', mirrored);
    await kept(page);
    // no seam: from column to column nothing jumps more at the joints than anywhere else
    const sheet = await printed(page, app, [straight(60, 1540, 200, [0.8, 0.8])]);
    const along = columns(sheet, 0, sheet.height).slice(120, 1480);
    const steps = along.slice(1).map((v, k) => Math.abs(v - along[k]));
    const sorted = [...steps].sort((a, b) => a - b);
    expect(sorted[sorted.length - 1]).toBeLessThan(3 * sorted[Math.floor(0.98 * sorted.length)]);
  });
});
