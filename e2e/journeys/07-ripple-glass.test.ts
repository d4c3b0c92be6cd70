import type { Page } from '@playwright/test';
import { changed, kept, pixels, rested } from '../acts.ts';
import { withApp, type App } from '../app.ts';
import { expect } from '../expect.ts';
import { Hand } from './hand.ts';

describe('ripple glass', () => {
  let app: App;
  let page: Page;
  withApp(
    (started, opened) => {
      app = started;
      page = opened;
    },
    { demo: false },
  );
  const field = (name: string) => page.getByRole('textbox', { name: `${name} value`, exact: true });

  it('ten ellipses are made one, smeared, kept half-way, bent by pins and bent again; strokes turn and change hue', async () => {
    const hand = new Hand(page);
    await page.goto(`${app.url}/new/shapes`);
    await hand.press(page.getByRole('button', { name: /^One disc/ }));
    await hand.arrived();
    const disc = await rested(page, 'sheet');
    // a drawing of one figure opens with it
    await hand.type(field('Width'), '24');
    await hand.press(page.getByRole('radio', { name: 'linear', exact: true }));
    await hand.type(field('Copies'), '10');
    await hand.type(field('Each across'), '5');
    await hand.press(page.getByRole('button', { name: 'make one of it' }));
    const rippled = await changed(page, 'sheet', disc);
    await expect(page.getByRole('listitem', { name: 'Group' })).toBeVisible();
    await hand.look('Cut');
    await hand.addStep('Smear');
    await expect(page.getByRole('listitem', { name: 'Smear' })).toBeVisible();
    const smeared = await changed(page, 'sheet', rippled);
    await hand.press(page.getByRole('button', { name: 'keep as a plate' }));
    await expect(page.getByText(/ is in the cabinet\.$/)).toBeVisible();
    await hand.addStep('Warp by points');
    await hand.drawOnPicture([-0.1, 0], [0.1, -0.15]);
    const warped = await changed(page, 'sheet', smeared);
    await hand.press(page.getByRole('button', { name: 'once more' }));
    await expect(page.getByRole('listitem', { name: 'Warp by points' })).toHaveCount(2);
    const again = await changed(page, 'sheet', warped);
    await hand.rows();
    await hand.type(hand.row('Angle'), '± 180');
    const turned = await changed(page, 'sheet', again);
    await hand.part('ink');
    await hand.type(hand.row('Hue'), '± 60');
    await kept(page);
    hand.end(7, 16);
    expect(turned).not.toBe(again);

    // the state half-way is a brush too, and still made of its figures
    await page.goto(app.url);
    await expect(page.getByRole('article')).toHaveCount(2);
    await page.getByRole('article', { name: /smear/i }).getByRole('link').click();
    await rested(page, 'sheet');
    await hand.look('Find');
    await expect(page.getByRole('listitem', { name: 'Group' })).toBeVisible();
    await expect.poll(() => pixels(page, 'sheet')).not.toBe(again);
  });
});
