import type { Page } from '@playwright/test';
import { changed, echoAtRest, kept, rested } from '../acts.ts';
import { withApp, type App } from '../app.ts';
import { expect } from '../expect.ts';
import { grayPicture } from '../pictures.ts';
import { Hand } from './hand.ts';

/** A scan of scribbles: bent bristle lines of many strengths, and one dark line that runs right through. */
const scribbles = (): Promise<Buffer> =>
  grayPicture(420, 420, (u, v) => {
    const bristles = Math.sin(97 * (v + 0.03 * Math.sin(9 * u))) * Math.sin(31 * v + 5 * Math.sin(4 * u + 7 * v));
    const line = Math.abs(v - 0.31 - 0.05 * Math.sin(6 * u)) < 0.02;
    return line ? 8 : 150 + 90 * bristles;
  });

describe('dry ink', () => {
  let app: App;
  let page: Page;
  withApp(
    (started, opened) => {
      app = started;
      page = opened;
    },
    { demo: false },
  );

  it('a square tip prints through a scribble merged with its mirror, without the line in it; its period is told and grows', async () => {
    const hand = new Hand(page);
    await page.goto(`${app.url}/new/numbers`);
    await hand.press(page.getByRole('radio', { name: 'square' }));
    await hand.press(page.getByRole('button', { name: 'Make a brush of it' }));
    await hand.arrived();
    await hand.type(hand.row('Size'), '40 – 80 by pressure');
    await hand.type(hand.row('Spacing'), '6');
    await hand.type(hand.row('Opacity'), '50 – 100 by pressure');
    await hand.type(hand.row('Flow'), '50 – 100 by pressure');
    await hand.type(hand.row('Aspect'), '85 – 100 by chance');
    const plain = await rested(page, 'sheet');
    await hand.drop(page.getByRole('tab', { name: 'grain', exact: true }), 'scribbles.png', await scribbles());
    const grained = await changed(page, 'sheet', plain);
    // the scan is merged with its mirror, and the line that runs through it is taken out
    await hand.press(page.getByRole('link', { name: 'cut it' }));
    await hand.addStep('Merge with its mirror image');
    const merged = await changed(page, 'sheet', grained);
    await hand.addStep('Remove lines');
    const clean = await changed(page, 'sheet', merged);
    await hand.look('Vary');
    await hand.type(page.getByRole('textbox', { name: 'Scale value' }), '30');
    const small = await changed(page, 'sheet', clean);
    await hand.pick(page.getByRole('combobox', { name: 'Bites by' }), 'subtract');
    await changed(page, 'sheet', small);
    await kept(page);

    // the tile is small, so it shows: its period is told in px and in tiles where its scale is set
    const told = page.getByRole('region', { name: 'Grain' }).getByText(/comes back after one tile/);
    /** Where the grain comes back, px. */
    const period = async () => Number(/(\d+) px/.exec(await told.innerText())?.[1]);
    await expect(told).toBeVisible();
    // 30 % of its plate
    await expect.poll(period).toBeLessThan(130);
    const first = await period();
    await hand.type(page.getByRole('textbox', { name: 'Scale value' }), '90');
    await kept(page);
    hand.end(19, 16);
    await expect.poll(period).toBeGreaterThan(2.5 * first);
    // among what gives the stroke away it is told alike
    await echoAtRest(page);
    const px = await period();
    await hand.look('Prove');
    const prove = page.getByRole('region', { name: 'What gives it away', exact: true }).getByText(/comes back after/);
    await expect(prove.first()).toContainText(`${px} px`);
  });
});
