import type { Page } from '@playwright/test';
import sharp from 'sharp';
import { changed, kept, middleOf, picture, rested, same, stage } from '../acts.ts';
import { decode } from 'fast-png';
import { withApp, type App } from '../app.ts';
import { expect } from '../expect.ts';
import { Hand } from './hand.ts';

/** Something cut out of a drawing, with much that is empty around it: a blot (or a bar), off the middle. */
async function cutOut(shape: 'blot' | 'bar'): Promise<Buffer> {
  const side = 480;
  const data = new Uint8Array(side * side * 4);
  for (let y = 0; y < side; y++)
    for (let x = 0; x < side; x++) {
      const [u, v] = [(x - 300) / 90, (y - 170) / 70];
      const a = Math.atan2(v, u);
      const inside =
        shape === 'blot' ? Math.hypot(u, v) < 1 + 0.15 * Math.sin(5 * a) : Math.abs(u) < 1 && Math.abs(v) < 0.4;
      if (inside) data.set([60 + ((x * 5 + y * 3) % 40), 40, 30, 255], 4 * (y * side + x));
    }
  return sharp(data, { raw: { width: side, height: side, channels: 4 } })
    .png()
    .toBuffer();
}

describe('a tip cut from a drawing', () => {
  let app: App;
  let page: Page;
  withApp(
    (started, opened) => {
      app = started;
      page = opened;
    },
    { demo: false },
  );
  const part = (name: string) => page.getByRole('tab', { name });

  it('is a tip at once, without its empty border; crossings cover best, and all settings stay for another shape', async () => {
    const hand = new Hand(page);
    await page.goto(app.url);
    await hand.choose(page.locator('input[type=file]').first(), 'blot.png', await cutOut('blot'));
    await hand.arrived();
    await hand.rows();
    const cut = await rested(page, 'sheet');
    await hand.part('ink');
    await hand.press(page.getByRole('combobox', { name: 'Overlap' }));
    await hand.press(page.getByRole('option', { name: 'keep the strongest' }));
    const best = await changed(page, 'sheet', cut);
    // as large on the screen at any zoom: looked at below
    await hand.press(page.getByRole('radiogroup', { name: 'Size' }).getByRole('radio', { name: 'screen' }));
    await hand.part('ends');
    await hand.type(page.getByRole('textbox', { name: 'Tilt value' }), '50');
    const thrown = await changed(page, 'sheet', best);
    await hand.drop(stage(page, 'Find'), 'bar.png', await cutOut('bar'));
    await changed(page, 'sheet', thrown);
    await kept(page);
    hand.end(14, 9);
    await expect(page.getByRole('textbox', { name: 'Tilt value' })).toHaveValue('50');
    await part('ink').click();
    await expect(page.getByRole('combobox', { name: 'Overlap' })).toContainText('keep the strongest');
  });

  it('the pointer is on the middle of a dab, as large on the screen at any zoom', async () => {
    const hand = new Hand(page);
    await part('ends').click();
    await hand.type(page.getByRole('textbox', { name: 'Tilt value' }), '0');
    await hand.press(page.getByRole('button', { name: 'hide sample strokes' }));
    /** Middle and size of what is printed, in px of the screen from the corner of the sheet. */
    const printed = async () => {
      const { data, width, height, channels } = decode(await picture(page, 'wide'));
      const [xs, ys]: [number[], number[]] = [[], []];
      for (let i = 0; i < width * height; i++)
        if (data[i * channels] < 128) {
          xs.push(i % width);
          ys.push(Math.floor(i / width));
        }
      const [x0, x1, y0, y1] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
      return { x: (x0 + x1 + 1) / 2, y: (y0 + y1 + 1) / 2, width: xs.length ? x1 - x0 + 1 : 0 };
    };
    await expect.poll(async () => (await printed()).width).toBe(0);
    const sheet = page.getByTestId('wide');
    const box = await middleOf(sheet);
    await page.mouse.click(box.x + 40, box.y - 30);
    await expect.poll(async () => (await printed()).width).toBeGreaterThan(20);
    const { x, y, width } = await printed();
    expect(Math.abs(x - (box.width / 2 + 40))).toBeLessThan(1.5);
    expect(Math.abs(y - (box.height / 2 - 30))).toBeLessThan(1.5);
    const at = await rested(page, 'wide');
    const larger = page.getByRole('button', { name: 'Larger view' });
    await larger.click();
    await changed(page, 'wide', at);
    expect(Math.abs((await printed()).width - width)).toBeLessThanOrEqual(1);
    await page.getByRole('button', { name: /^Sheet at 200 %/ }).click();
    await same(page, 'wide', at);
    await kept(page);
  });

  it('it is put back exactly where it was cut, and all is set back at once', async () => {
    await page.getByRole('button', { name: 'clear mine' }).click();
    await kept(page);
    await new Hand(page).look('Prove');
    await page.getByRole('radio', { name: 'ground', exact: true }).click();
    const white = await rested(page, 'wide');
    // the source alone, to see what the dab adds to it
    await page.getByRole('button', { name: 'Its own source' }).click();
    const source = await changed(page, 'wide', white);
    const before = decode(await picture(page, 'wide'));
    await page.getByRole('button', { name: 'One dab where it was cut' }).click();
    await changed(page, 'wide', source);
    const after = decode(await picture(page, 'wide'));
    // ink lies all over the bar, and nowhere beside it but on its very rim
    let [bar, inked, beside] = [0, 0, 0];
    for (let i = 0; i < after.width * after.height; i++) {
      const [was, is] = [before.data[i * before.channels], after.data[i * after.channels]];
      if (was < 120) bar++;
      if (was < 120 && is < was - 20) inked++;
      if (was > 240 && is < 200) beside++;
    }
    expect(bar).toBeGreaterThan(5000);
    expect(inked / bar).toBeGreaterThan(0.95);
    expect(beside / bar).toBeLessThan(0.02);
    await kept(page);
    // and everything that was set of it goes back in one choice
    await new Hand(page).rows();
    await page.getByRole('button', { name: 'Reset …' }).click();
    await page.getByRole('menuitem', { name: 'The whole brush to plain settings' }).click();
    await part('ink').click();
    await expect(page.getByRole('combobox', { name: 'Overlap' })).toContainText('build up');
    await kept(page);
  });
});
