import type { Page } from '@playwright/test';
import { changed, drawn, kept, middleOf, rested } from '../acts.ts';
import { withApp, type App } from '../app.ts';
import { Hand } from './hand.ts';
import { expect } from '../expect.ts';

describe('a scale from a mussel', () => {
  let app: App;
  let page: Page;
  withApp(
    (started, opened) => {
      app = started;
      page = opened;
    },
    { demo: false },
  );

  it('a ball is bent by its lattice, seen from two sides as two tips, sculpted on, and laid apart along a stroke', async () => {
    const hand = new Hand(page);
    await page.goto(`${app.url}/new/clay`);
    await hand.press(page.getByRole('button', { name: /^ball/ }));
    await hand.arrived();
    const ball = await rested(page, 'sheet');
    await hand.press(page.getByRole('radio', { name: 'bends it' }));
    const lattice = page.getByTestId('lattice');
    const { x, y, width, height } = await middleOf(lattice);
    hand.gestures++;
    await page.mouse.move(x - width / 2 + 60, y - height / 2 + 3);
    await page.mouse.down();
    await page.mouse.move(x + width / 2 - 60, y - 20, { steps: 5 });
    await page.mouse.up();
    await hand.key('ArrowUp');
    const bent = await changed(page, 'sheet', ball);
    await hand.press(page.getByRole('radio', { name: 'turns it' }));
    await hand.press(page.getByRole('button', { name: 'Keep this view, turn on' }));
    await expect(page.getByText('2 tips are in the deck')).toBeVisible();
    await hand.press(page.getByRole('radio', { name: 'top', exact: true }));
    const seen = await changed(page, 'sheet', bent);

    await hand.look('Cut');
    await hand.addStep('Sculpt by hand');
    const clay = page.getByTestId('clay');
    await expect(clay).toBeVisible();
    await hand.drag(clay, 60, 10);
    await expect(clay).toHaveAttribute('data-strokes', '1');
    const sculpted = await changed(page, 'sheet', seen);

    await hand.rows();
    await hand.type(hand.row('Spacing'), '90');
    const apart = await changed(page, 'sheet', sculpted);
    await hand.press(page.getByRole('button', { name: 'Angle', exact: true }).first());
    await hand.press(page.getByRole('radio', { name: 'the path', exact: true }));
    await expect(page.getByRole('radio', { name: 'the path', exact: true })).toBeChecked();
    await hand.part('ends');
    const tail = page.getByRole('region', { name: 'Tail of the stroke' });
    await hand.type(tail.getByRole('textbox', { name: 'Length value' }), '45');
    await changed(page, 'sheet', apart);
    await kept(page);
    hand.end(13, 16);
    await drawn(page, 'sheet');
  });
});
