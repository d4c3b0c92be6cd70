import type { Page } from '@playwright/test';
import { changed, kept, openBrush, rested, same } from '../acts.ts';
import { withApp, type App } from '../app.ts';
import { Hand } from './hand.ts';

describe('a family of grains', () => {
  let app: App;
  let page: Page;
  withApp((started, opened) => {
    app = started;
    page = opened;
  });
  const choose = async (hand: Hand, plate: string): Promise<void> => {
    await hand.press(page.getByRole('button', { name: 'Choose a plate' }));
    await hand.press(page.getByRole('button', { name: plate, exact: true }));
  };

  it('one plate is the grain at several scales, on the stroke and on each dab, inverted; a second tip alternates', async () => {
    const hand = new Hand(page);
    await openBrush(page, app.url, 'Crust lichen');
    await hand.part('grain');
    const plain = await rested(page, 'sheet');
    await choose(hand, 'reed-paper');
    const whole = await changed(page, 'sheet', plain);
    await hand.type(page.getByRole('textbox', { name: 'Scale value' }), '40');
    const fine = await changed(page, 'sheet', whole);
    await hand.press(
      page.getByRole('radiogroup', { name: 'Applied to' }).getByRole('radio', { name: 'dab', exact: true }),
    );
    const dabs = await changed(page, 'sheet', fine);
    await hand.press(page.getByLabel('Inverted'));
    const inverted = await changed(page, 'sheet', dabs);
    await hand.part('deck');
    await hand.press(page.getByRole('button', { name: 'Add plates' }));
    await hand.press(page.getByRole('button', { name: 'kelp-blade', exact: true }));
    await changed(page, 'sheet', inverted);
    await kept(page);
    const two = await rested(page, 'sheet');
    hand.end(17, 12);

    // painted over in another colour the paper shows the same places: only the ink is another
    await hand.part('ink');
    await page.getByLabel('First ink', { exact: true }).fill('#8a2f1c');
    const red = await changed(page, 'sheet', two);
    await page.keyboard.press('Control+z');
    await same(page, 'sheet', two);
    await page.keyboard.press('Control+Shift+z');
    await same(page, 'sheet', red);
    await kept(page);
  });
});
