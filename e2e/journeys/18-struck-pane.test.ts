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
    const drawOn = async (brush: string): Promise<void> => {
      await page.goto(`${app.url}/new/draw`);
      await hand.press(page.getByRole('button', { name: 'Draw on an empty plate' }));
      await hand.arrived();
      await hand.takeBrush(brush);
    };
    const stroke = async (from: Place, to: Place): Promise<void> => {
      const before = await rested(page, 'sheet');
      await hand.drawOnPicture(from, to);
      await changed(page, 'sheet', before);
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
    await drawOn('Dots');
    await hand.rename('Burst');
    await stroke([-0.42, 0.03], [0.42, -0.03]);
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
    await kept(page);
    await expect(stage(page, 'Cut')).not.toContainText('nothing prints');
    // the third prints the second three times, each turned
    await drawOn('Burst');
    await hand.rename('Pane');
    await stroke([-0.2, -0.2], [-0.2, -0.2]);
    await stroke([0.2, -0.1], [0.2, -0.1]);
    await stroke([0, 0.22], [0, 0.22]);
    await kept(page);
    hand.end(18, 18, { by: 1, why: 'three brushes are begun one after the other, each from its maker' });

    // what a brush is made of is told by its card, and stays when the page is opened again
    await page.reload();
    await hand.look('Cut');
    await expect(page.getByText('3 strokes')).toBeVisible();
    await expect(page.getByRole('button', { name: /^Brush: / })).toBeVisible();
  });
});
