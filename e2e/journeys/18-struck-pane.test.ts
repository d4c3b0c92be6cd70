import type { Page } from '@playwright/test';
import { changed, kept, middleOf, pixels, stage } from '../acts.ts';
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
  const add = async (hand: Hand, label: string): Promise<string> => {
    const before = await pixels(page, 'sheet');
    await hand.addStep(label);
    await expect(page.getByRole('listitem', { name: label })).toBeVisible();
    return before;
  };

  it('a tip that was printed by a brush of dots is bent, and in turn prints a third, which is turned and squashed by chance', async () => {
    const hand = new Hand(page);
    const make = async (): Promise<void> => {
      await page.goto(`${app.url}/new/numbers`);
      await hand.press(page.getByRole('button', { name: 'Make a brush of it' }));
      await hand.arrived();
    };
    const paint = async (brush: string, from: [number, number], to: [number, number]): Promise<void> => {
      const plain = await add(hand, 'Retouch by hand');
      await hand.pick(page.locator('.param', { hasText: 'Brush' }).getByRole('combobox'), brush);
      const { x, y, width, height } = await middleOf(page.getByTestId('handles'));
      hand.gestures++;
      await page.mouse.move(x + from[0] * width, y + from[1] * height);
      await page.mouse.down();
      await page.mouse.move(x + to[0] * width, y + to[1] * height, { steps: 12 });
      await page.mouse.up();
      await changed(page, 'sheet', plain);
    };
    // dots apart: the first brush
    await make();
    await hand.type(hand.row('Spacing'), '180');
    await hand.rename('Dots');
    await kept(page);
    // printed by it, twirled into a burst, with a hole: the second
    await make();
    await hand.rename('Burst');
    await hand.look('Cut');
    await paint('Dots', [-0.35, 0.1], [0.35, -0.1]);
    const dotted = await add(hand, 'Wave');
    await changed(page, 'sheet', dotted);
    await kept(page);
    await expect(stage(page, 'Cut')).not.toContainText('nothing prints');
    // the third prints the second, turned and squashed by chance
    await make();
    await hand.rename('Pane');
    await hand.look('Cut');
    await paint('Burst', [-0.2, -0.2], [0.25, 0.25]);
    await hand.look('Vary');
    await hand.type(hand.row('Angle'), '± 180');
    const round = await pixels(page, 'sheet');
    await hand.type(hand.row('Aspect'), '40 – 100');
    await changed(page, 'sheet', round);
    await kept(page);
    expect(hand.gestures).toBeLessThanOrEqual(18);

    // what a brush is made of is told by its card, and stays when the page is opened again
    await page.reload();
    await hand.look('Cut');
    await expect(page.getByRole('listitem', { name: 'Retouch by hand' })).toBeVisible();
  });
});
