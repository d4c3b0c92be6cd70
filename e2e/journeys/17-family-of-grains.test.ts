import type { Page } from '@playwright/test';
import { addStep, blotPicture, changed, kept, openBrush, rested, same } from '../acts.ts';
import { withApp, type App } from '../app.ts';
import { expect } from '../expect.ts';
import { keptBench } from './band.ts';
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
    // a second tip, which sees the same paper larger
    await hand.drop(page.getByRole('tab', { name: 'deck', exact: true }), 'blot.jpg', await blotPicture());
    const other = await changed(page, 'sheet', inverted);
    await hand.press(page.getByRole('button', { name: 'Grain of blot' }));
    await hand.press(page.getByRole('button', { name: 'reed-paper', exact: true }).first());
    const own = await changed(page, 'sheet', other);
    await hand.type(page.getByLabel('Grain scale of blot'), '160');
    await changed(page, 'sheet', own);
    await kept(page);
    const two = await rested(page, 'sheet');
    hand.end(17, 12);

    // both are linked to one plate: what is cut of it is seen in both
    const { brush } = await keptBench(page, app);
    const [{ grain, deck }] = brush.coats;
    expect([grain?.scale, deck.cards[1].grain?.scale]).toEqual([40, 160]);
    expect(deck.cards[1].grain?.plate).toBe(grain?.plate);
    await hand.look('Cut');
    await page.getByRole('radiogroup', { name: 'Plate' }).getByRole('radio', { name: 'reed-paper' }).click();
    await addStep(page, 'Invert');
    const turned = await changed(page, 'sheet', two);
    await kept(page);
    const { brush: after, plates } = await keptBench(page, app);
    const [linked] = after.coats;
    expect(linked.deck.cards[1].grain?.plate).toBe(linked.grain?.plate);
    expect(plates[linked.grain?.plate ?? ''].recipe?.steps.at(-1)?.step).toBe('invert');
    await page.keyboard.press('Control+z');
    await same(page, 'sheet', two);
    expect(turned).not.toBe(two);
    await hand.look('Vary');

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
