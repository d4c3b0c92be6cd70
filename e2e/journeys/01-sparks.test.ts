import type { Page } from '@playwright/test';
import { decode } from 'fast-png';
import { changed, drawn, kept, picture, rested } from '../acts.ts';
import { withApp, type App } from '../app.ts';
import { Hand } from './hand.ts';
import { expect } from '../expect.ts';

describe('sparks over the glasshouse', () => {
  let app: App;
  let page: Page;
  withApp(
    (started, opened) => {
      app = started;
      page = opened;
    },
    { demo: false },
  );
  /** Share of the wide sheet that is clearly brighter than the ground. */
  const bright = async (): Promise<number> => {
    const { data, width, height, channels } = decode(await picture(page, 'wide'));
    let count = 0;
    for (let p = 0; p < data.length; p += channels) if (data[p] > 48) count++;
    return count / (width * height);
  };

  it('white on black from a round tip: three rows get two ends each, rows of strokes cover the sheet, and follow', async () => {
    const hand = new Hand(page);
    await page.goto(`${app.url}/new/numbers`);
    await hand.press(page.getByRole('button', { name: 'Make a brush of it' }));
    await hand.arrived();
    await hand.press(page.getByRole('radio', { name: 'black' }));
    await hand.type(hand.row('Size'), '6 – 24');
    await hand.type(hand.row('Spacing'), '150 – 200');
    await hand.type(hand.row('Across'), '± 100');
    await hand.press(page.getByRole('button', { name: 'hide sample strokes' }));
    await drawn(page, 'wide');
    await expect.poll(bright).toBe(0);
    await hand.draw([-0.42, -0.2], [0.42, -0.2]);
    await hand.draw([0.42, 0.2], [-0.42, 0.2]);
    await kept(page);
    hand.end(1, 8);
    await expect.poll(bright).toBeGreaterThan(0.002);

    // two ends that were typed move by chance, and each is read back as it was typed
    await expect(page.getByRole('group', { name: 'Across', exact: true })).toContainText('chance');
    await expect(hand.row('Across')).toHaveValue('± 100 %');
    await expect(hand.row('Spacing')).toHaveValue('150 – 200 %');

    // strokes that are drawn already change along with every row
    const few = await bright();
    const before = await rested(page, 'wide');
    await hand.type(hand.row('Size'), '20 – 60');
    const large = await changed(page, 'wide', before);
    await expect.poll(bright).toBeGreaterThan(few * 2);
    await hand.type(hand.row('Spacing'), '60 – 90');
    await changed(page, 'wide', large);
  });
});
