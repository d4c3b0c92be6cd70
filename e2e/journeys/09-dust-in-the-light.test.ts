import type { Page } from '@playwright/test';
import { changed, echoAtRest, kept, middleOf, rested } from '../acts.ts';
import { withApp, type App } from '../app.ts';
import { Hand } from './hand.ts';
import { expect } from '../expect.ts';

describe('dust in the light', () => {
  let app: App;
  let page: Page;
  withApp(
    (started, opened) => {
      app = started;
      page = opened;
    },
    { demo: false },
  );

  it('soft dots of all sizes lie behind the panes in a colour of the scene, blurred, and none is seen again', async () => {
    const hand = new Hand(page);
    await page.goto(`${app.url}/new/numbers`);
    await hand.press(page.getByRole('radio', { name: 'bell' }));
    await hand.press(page.getByRole('button', { name: 'Make a brush of it' }));
    await hand.arrived();
    await hand.type(hand.row('Size'), '4 – 40');
    await hand.type(hand.row('Across'), '± 50');
    await hand.type(hand.row('Along'), '± 50');
    await hand.type(hand.row('Spacing'), '120');
    await hand.look('Prove');
    await hand.press(page.getByRole('radio', { name: 'ground', exact: true }));
    const white = await rested(page, 'wide');
    const ground = page.getByRole('region', { name: 'Ground', exact: true });
    await hand.press(ground.getByRole('radio', { name: 'the scene' }));
    const scene = await changed(page, 'wide', white);
    await hand.press(page.getByRole('radio', { name: 'behind', exact: true }));
    await hand.press(page.getByRole('radio', { name: 'the panes', exact: true }));
    const behind = await changed(page, 'wide', scene);
    await hand.type(page.getByRole('textbox', { name: 'Blur value' }), '2');
    const blurred = await changed(page, 'wide', behind);
    await hand.press(page.getByRole('button', { name: 'Take a colour' }));
    const { x, y } = await middleOf(page.getByTestId('wide'));
    hand.gestures++;
    await page.mouse.click(x - 200, y - 150);
    await changed(page, 'wide', blurred);
    await kept(page);
    hand.end(9, 14);
    // dots that stand free are known for dots; but no place of one is known again
    await echoAtRest(page);
    await page.getByRole('radio', { name: 'echo', exact: true }).click();
    const told = page.getByRole('region', { name: 'What gives it away', exact: true });
    await expect(told.getByText('its whole outline')).toBeVisible();
    await expect(told.getByText(/seen again/)).toHaveCount(0);
  });
});
