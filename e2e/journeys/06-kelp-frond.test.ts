import type { Page } from '@playwright/test';
import { changed, handles, kept, middleOf, pixels, rested } from '../acts.ts';
import { withApp, type App } from '../app.ts';
import { expect } from '../expect.ts';
import { columns, printed, straight } from './band.ts';
import { Hand } from './hand.ts';

describe('a kelp frond with two ends', () => {
  let app: App;
  let page: Page;
  withApp((started, opened) => {
    app = started;
    page = opened;
  });

  it('is drawn with another brush, bent along the path, and keeps its head and tail; one stroke is made wider afterwards', async () => {
    const hand = new Hand(page);
    await page.goto(`${app.url}/new/draw`);
    await hand.press(page.getByRole('radio', { name: 'a strip, 4 to 1' }));
    await hand.press(page.getByRole('button', { name: 'Draw on an empty plate' }));
    await hand.arrived();
    // marks of another brush, most of them at the head
    await hand.takeBrush('Reed strands');
    const empty = await rested(page, 'sheet');
    await hand.drawOnPicture([-0.46, 0], [0.46, 0.02]);
    const one = await changed(page, 'sheet', empty);
    await hand.drawOnPicture([-0.44, -0.1], [-0.2, 0.05]);
    const two = await changed(page, 'sheet', one);
    await hand.key('s');
    await expect(page.getByText('Press on a stroke to pick it.')).toBeVisible();
    const { x, y, width, height } = await middleOf(handles(page));
    hand.gestures++;
    await page.mouse.click(x + 0.3 * width, y + 0.015 * height);
    await expect(page.getByText('Stroke 1 of 2')).toBeVisible();
    await page.getByRole('slider', { name: 'Width 100 % along the stroke' }).focus();
    await hand.key('Shift+ArrowDown');
    const tapered = await changed(page, 'sheet', two);
    await hand.look('Vary');
    await hand.part('deck');
    // a strip is a band at once
    await expect(page.getByRole('radio', { name: 'bent along the path' })).toBeChecked();
    await hand.press(page.getByRole('radio', { name: 'stretch', exact: true }));
    await hand.type(page.getByRole('textbox', { name: 'Head value' }), '24');
    await hand.type(page.getByRole('textbox', { name: 'Tail value' }), '20');
    await changed(page, 'sheet', tapered);
    await kept(page);
    hand.end(6, 14);

    // head and tail are never stretched: a short stroke and a long one begin and end alike
    const even = [0.8, 0.8] as const;
    const both = await printed(page, app, [straight(100, 900, 100, even), straight(100, 1500, 300, even)]);
    const [short, long] = [columns(both, 0, 200), columns(both, 200, 400)];
    const most = Math.max(...long);
    for (let k = 0; k < 40; k++) {
      expect(Math.abs(short[100 + k] - long[100 + k])).toBeLessThan(0.06 * most);
      expect(Math.abs(short[899 - k] - long[1499 - k])).toBeLessThan(0.06 * most);
    }
    // and the middle is: it prints in between, everywhere
    for (let k = 400; k < 1200; k += 50) expect(long[k]).toBeGreaterThan(0);
    await expect.poll(() => pixels(page, 'sheet')).not.toBe(tapered);
  });
});
