import { trialStrokes } from '@amber-stamp/core/path';
import { dabsOf } from '@amber-stamp/core/vary';
import type { Page } from '@playwright/test';
import { changed, kept, openBrush, rested } from '../acts.ts';
import { withApp, type App } from '../app.ts';
import { keptBench } from './band.ts';
import { Hand } from './hand.ts';
import { expect } from '../expect.ts';

describe('four pairs', () => {
  let app: App;
  let page: Page;
  withApp((started, opened) => {
    app = started;
    page = opened;
  });
  const plate = (name: string) => page.getByRole('button', { name, exact: true });
  const radio = (group: string, name: string) =>
    page.getByRole('radiogroup', { name: group }).getByRole('radio', { name, exact: true });
  /** Does something and waits until the trial strokes show it. */
  const seen = async (act: () => Promise<void>): Promise<void> => {
    const before = await rested(page, 'sheet');
    await act();
    await changed(page, 'sheet', before);
  };

  it('four tips with a grain each are dealt by pressure, meet by difference and lie end to end', async () => {
    const hand = new Hand(page);
    await openBrush(page, app.url, 'Crust lichen');
    await hand.part('deck');
    await hand.press(page.getByRole('button', { name: 'Add plates' }));
    for (const name of ['kelp-blade', 'bark', 'barnacle-field']) await seen(() => hand.press(plate(name)));
    // Escape closes the picker that takes one after the other
    await page.keyboard.press('Escape');
    await hand.press(page.getByRole('button', { name: 'Grain of crust-lichen' }));
    await seen(() => hand.press(plate('reed-paper')));
    await seen(() => hand.press(page.getByRole('button', { name: 'for every card' })));
    await seen(() => hand.type(page.getByLabel('Grain scale of kelp-blade'), '40'));
    await seen(() => hand.type(page.getByLabel('Grain contrast of bark'), '60'));
    await seen(() => hand.press(page.getByLabel('Grain of barnacle-field inverted')));
    await seen(() => hand.press(radio('Dealt', 'pressure')));
    await seen(() => hand.type(page.getByRole('textbox', { name: 'Changeover value' }), '60'));
    await hand.part('ink');
    await seen(() => hand.pick(page.getByRole('combobox').filter({ hasText: 'build' }), 'difference'));
    await hand.part('rows');
    await seen(() => hand.type(hand.row('Angle'), 'end to end'));
    // thick paint: full where the stroke begins, thin where it ends
    await hand.part('relief');
    await seen(() => hand.type(hand.row('Thickness'), '40 – 8 by progress'));
    await kept(page);
    hand.end(4, 20);

    // a light, a middle and a heavy hand print other tips, each through its own grain
    const { brush } = await keptBench(page, app);
    const [coat] = brush.coats;
    expect(coat.deck.cards.map(({ grain }) => [grain?.scale, grain?.contrast, grain?.invert])).toEqual([
      [100, 0, false],
      [40, 0, false],
      [100, 60, false],
      [100, 0, true],
    ]);
    const [stroke] = trialStrokes().strokes;
    const cards = [0.1, 0.4, 0.9].map((pressure) => {
      const points = stroke.points.map((point) => ({ ...point, pressure }));
      const dealt = dabsOf(brush, 0, { points }, 0);
      return [...new Set(dealt.card.subarray(0, dealt.count))];
    });
    expect(cards).toEqual([[0], [1], [3]]);
    const { count, thicknessPx } = dabsOf(brush, 0, stroke, 0);
    // the last dab lies a little before the end
    expect([thicknessPx[0], thicknessPx[count >> 1], thicknessPx[count - 1]].map(Math.round)).toEqual([40, 25, 10]);
  });
});
