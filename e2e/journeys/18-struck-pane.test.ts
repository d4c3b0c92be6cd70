import type { Page } from '@playwright/test';
import { changed, kept, type Place, rested, stage } from '../acts.ts';
import { withApp, type App } from '../app.ts';
import { expect } from '../expect.ts';
import { Hand } from './hand.ts';

describe('a struck pane', () => {
  let app: App;
  let page: Page;
  withApp(
    (started, opened) => {
      app = started;
      page = opened;
    },
    { demo: false },
  );

  it('a dotted line is twirled into a burst with a hole in it, and that is printed three times: a brush of a brush of a brush', async () => {
    const hand = new Hand(page);
    const field = (name: string) => page.getByRole('textbox', { name: `${name} value`, exact: true });
    /** Draws a stroke on the sheet with the brush at hand. */
    const stroke = async (...places: Place[]): Promise<void> => {
      const before = await rested(page, 'wide');
      await hand.draw(...places);
      await changed(page, 'wide', before);
    };
    /** What was drawn becomes the tip of another brush. */
    const takeOver = async (name: string): Promise<void> => {
      await kept(page);
      const here = page.url();
      await hand.press(page.getByRole('button', { name: 'a tip of mine' }));
      await expect(page).not.toHaveURL(here);
      await hand.arrived();
      await hand.rename(name);
    };
    const add = async (label: string): Promise<void> => {
      const before = await rested(page, 'sheet');
      await hand.addStep(label);
      await expect(page.getByRole('listitem', { name: label }).last()).toBeVisible();
      await changed(page, 'sheet', before);
    };
    // dots apart: the first brush
    await page.goto(`${app.url}/new/numbers`);
    await hand.press(page.getByRole('button', { name: 'Make a brush of it' }));
    await hand.arrived();
    await hand.type(hand.row('Spacing'), '180');
    await hand.rename('Dots');
    await kept(page);
    // a line printed by it, twirled, darkened in the middle, with a hole: the second
    await stroke([-0.3, 0.02], [0.3, -0.02]);
    await takeOver('Burst');
    await hand.look('Cut');
    await add('Fit a square');
    await add('Twirl');
    await add('Gradient');
    const less = await rested(page, 'sheet');
    await hand.press(page.getByRole('radio', { name: 'denser', exact: true }));
    const denser = await changed(page, 'sheet', less);
    await hand.addStep('Gradient');
    await hand.type(field('End across'), '58');
    await changed(page, 'sheet', denser);
    await hand.rows();
    await hand.type(hand.row('Angle'), '± 180');
    await hand.type(hand.row('Size'), '40 – 100 by chance');
    await hand.type(hand.row('Aspect'), '50 – 100 by chance');
    await kept(page);
    await expect(stage(page, 'Cut')).not.toContainText('nothing prints');
    // the third prints the second three times, each turned
    await stroke([-0.2, -0.2]);
    await stroke([0.2, -0.1]);
    await stroke([0, 0.22]);
    await takeOver('Pane');
    await kept(page);
    hand.end(18, 18);

    // what a brush is made of is told by its card, and stays when the page is opened again
    await page.reload();
    await hand.look('Cut');
    await expect(page.getByText('3 strokes')).toBeVisible();
    await expect(page.getByRole('button', { name: /^Brush: / })).toBeVisible();
  });
});
