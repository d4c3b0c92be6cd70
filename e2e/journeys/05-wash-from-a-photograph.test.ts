import type { Page } from '@playwright/test';
import { decode } from 'fast-png';
import sharp from 'sharp';
import { changed, kept, middleOf, picture, rested } from '../acts.ts';
import { withApp, type App } from '../app.ts';
import { expect } from '../expect.ts';
import { Hand } from './hand.ts';

/** A pale stain with a darker rim on uneven paper, a ruled line beside it, as it is photographed. */
async function stain(): Promise<Buffer> {
  const [width, height] = [640, 480];
  const data = new Uint8Array(width * height * 3);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const [u, v] = [x - 300, y - 230];
      const a = Math.atan2(v, u);
      const r = Math.hypot(u, v) / (120 + 12 * Math.sin(3 * a + 1) + 7 * Math.sin(8 * a));
      const wash = r < 1 ? 46 + 50 * r ** 8 + 14 * Math.sin(x / 9) * Math.sin(y / 13) : 0;
      const ruled = Math.abs(y - 440) < 3 ? 120 : 0;
      const light = 222 + x / 40 + ((x * 7 + y * 13) % 7) - Math.max(wash, ruled);
      data.set([light, light - 4, light - 12], 3 * (y * width + x));
    }
  return sharp(data, { raw: { width, height, channels: 3 } })
    .jpeg({ quality: 92 })
    .toBuffer();
}

describe('a wash from a photograph', () => {
  let app: App;
  let page: Page;
  withApp(
    (started, opened) => {
      app = started;
      page = opened;
    },
    { demo: false },
  );
  /** How far two pictures of the wide sheet lie apart around a place, 0..255. */
  const apart = (one: Buffer, other: Buffer, dx: number, dy: number): number => {
    const [a, b] = [decode(one), decode(other)];
    let sum = 0;
    for (let y = -12; y < 12; y++)
      for (let x = -12; x < 12; x++) {
        const p = ((Math.round(a.height / 2 + dy) + y) * a.width + Math.round(a.width / 2 + dx) + x) * a.channels;
        sum += Math.abs(a.data[p] - b.data[p]);
      }
    return sum / 24 ** 2;
  };

  /** How far the values of a whole picture lie apart. */
  const unevenness = (one: Buffer): number => {
    const { data, channels } = decode(one);
    let [low, high] = [255, 0];
    for (let p = 0; p < data.length; p += channels) [low, high] = [Math.min(low, data[p]), Math.max(high, data[p])];
    return high - low;
  };

  it('outlined loosely and cleared around, it takes a cover away at half its strength, more at the next press', async () => {
    const hand = new Hand(page);
    await page.goto(app.url);
    await hand.choose(page.locator('input[type=file]').first(), 'stain.jpg', await stain());
    await hand.arrived();
    await hand.look('Find');
    await hand.press(page.getByRole('button', { name: 'Take a part' }));
    const whole = await rested(page, 'sheet');
    const source = page.locator('.part-overlay');
    const { x, y, width, height } = await middleOf(source);
    const at = (a: number) =>
      [
        x + (300 / 640 - 0.5) * width + 150 * (width / 640) * Math.cos(a),
        y + (230 / 480 - 0.5) * height + 150 * (width / 640) * Math.sin(a),
      ] as const;
    hand.gestures++;
    await page.keyboard.down('Alt');
    await page.mouse.move(...at(0));
    await page.mouse.down();
    for (let k = 1; k <= 24; k++) await page.mouse.move(...at((k / 24) * 2 * Math.PI));
    await page.mouse.up();
    await page.keyboard.up('Alt');
    await changed(page, 'sheet', whole);
    await hand.press(page.getByRole('button', { name: 'Done' }));
    await expect(page.getByText('A part of the source is taken.')).toBeVisible();
    // no square, no line of the outline, and the ruled line stayed outside
    await expect(page.getByRole('link', { name: /^Cut/ })).toContainText('border is clear');
    await hand.look('Prove');
    await hand.press(page.getByRole('radio', { name: 'ground', exact: true }));
    const white = await rested(page, 'wide');
    await hand.press(
      page.getByRole('region', { name: 'Ground', exact: true }).getByRole('radio', { name: 'the scene' }),
    );
    const scene = await changed(page, 'wide', white);
    await hand.press(page.getByRole('radio', { name: 'uncovers', exact: true }));
    const covered = await changed(page, 'wide', scene);
    await hand.rows();
    await hand.type(hand.row('Opacity'), '50');
    await changed(page, 'wide', covered);
    await page.getByRole('button', { name: 'hide sample strokes' }).click();
    await expect.poll(async () => unevenness(await picture(page, 'wide'))).toBe(0);
    await kept(page);
    // an outline that was hardly begun is no state to keep, and nothing was refused
    await expect(page.getByRole('alert')).toHaveCount(0);
    hand.end(5, 10);

    const none = await picture(page, 'wide');
    await hand.draw([0, 0], [0.002, 0]);
    await expect.poll(async () => apart(none, await picture(page, 'wide'), 0, 0)).toBeGreaterThan(3);
    await kept(page);
    const once = apart(none, await picture(page, 'wide'), 0, 0);
    for (let k = 0; k < 3; k++) await hand.draw([0, 0], [0.002, 0]);
    await expect.poll(async () => apart(none, await picture(page, 'wide'), 0, 0)).toBeGreaterThan(once * 1.2);
    // beside it the cover is whole
    expect(apart(none, await picture(page, 'wide'), -250, 150)).toBeLessThan(0.5);
  });
});
