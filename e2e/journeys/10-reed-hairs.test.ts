import { renderMade } from '@amber-stamp/core/make';
import type { Page } from '@playwright/test';
import { changed, drawn, kept, rested } from '../acts.ts';
import { withApp, type App } from '../app.ts';
import { expect } from '../expect.ts';
import { keptBench } from './band.ts';
import { Hand } from './hand.ts';

describe('reed hairs', () => {
  let app: App;
  let page: Page;
  withApp(
    (started, opened) => {
      app = started;
      page = opened;
    },
    { demo: false },
  );

  it('three drawn tips in clouds of ten, in sizes and squashes by chance, and a second coat of slivers alone', async () => {
    const hand = new Hand(page);
    await page.goto(`${app.url}/new/shapes`);
    await hand.press(page.getByRole('button', { name: 'Six dots' }));
    await hand.arrived();
    await hand.rows();
    await hand.type(hand.row('Size'), '32 – 100');
    await hand.type(hand.row('Spacing'), '1');
    await hand.type(hand.row('Aspect'), '25 – 100');
    await hand.type(hand.row('Across'), '± 50');
    const dots = await rested(page, 'sheet');
    await hand.part('deck');
    await hand.press(page.getByRole('button', { name: 'Add shapes' }));
    await hand.press(page.getByRole('button', { name: 'Crescent sliver', exact: true }));
    const slivers = await changed(page, 'sheet', dots);
    await hand.press(page.getByRole('button', { name: 'Thin S', exact: true }));
    const three = await changed(page, 'sheet', slivers);
    await hand.type(hand.row('Dabs per step'), '10');
    const clouds = await changed(page, 'sheet', three);
    await hand.part('coats');
    await hand.press(page.getByRole('button', { name: 'One more coat, like this one' }));
    await hand.part('deck');
    await hand.press(page.getByRole('listitem', { name: 'Crescent sliver' }).getByRole('button', { name: 'solo' }));
    await changed(page, 'sheet', clouds);
    await kept(page);
    hand.end(10, 18);

    const { brush } = await keptBench(page, app);
    expect(brush.coats.map(({ deck }) => deck.cards.filter(({ muted }) => !muted).length)).toEqual([3, 1]);
    for (const { count, properties } of brush.coats) {
      expect(count.rest).toBe(10);
      expect(properties.spacing.rest).toBe(1);
      expect([properties.size, properties.aspect].map(({ rest, low, high }) => [rest * low, rest * high])).toEqual([
        [3200, 10000],
        [2500, 10000],
      ]);
    }
  });

  it('keeps the thickness of its thread at whatever size the thread is drawn', async () => {
    const hand = new Hand(page);
    await page.getByRole('button', { name: 'Look at Thin S' }).click();
    await hand.look('Find');
    /** Px of ink in the middle row of the thread, as it is kept. */
    const thick = async (): Promise<number> => {
      const { plates } = await keptBench(page, app);
      const { made } = Object.entries(plates).find(([name]) => name.startsWith('Thin S'))?.[1] ?? {};
      if (!made) throw new Error('the thread is not among the plates');
      const { width, height, data } = await renderMade(made, () => Promise.reject(new Error('no type is asked for')));
      const row = data.subarray((height / 2) * width, (height / 2 + 1) * width);
      return row.reduce((sum, v) => sum + v, 0);
    };
    const before = await thick();
    expect(before).toBeGreaterThan(10);
    await page.getByRole('listitem', { name: 'Thread' }).click();
    const height = page.getByRole('textbox', { name: 'Height value' });
    const width = page.getByRole('textbox', { name: 'Width value' });
    await hand.type(height, '42');
    await hand.type(width, '20');
    await kept(page);
    const small = await thick();
    expect(Math.abs(small - before) / before).toBeLessThan(0.05);
  });

  it('is laid behind, in front of and only on what the scene shows, three different pictures', async () => {
    const hand = new Hand(page);
    await hand.look('Prove');
    await hand.press(page.getByRole('radio', { name: 'ground', exact: true }));
    await drawn(page, 'wide');
    const white = await rested(page, 'wide');
    await page.getByRole('region', { name: 'Ground', exact: true }).getByRole('radio', { name: 'the scene' }).click();
    const front = await changed(page, 'wide', white);
    await page.getByRole('radio', { name: 'behind', exact: true }).click();
    const behind = await changed(page, 'wide', front);
    await page.getByRole('radio', { name: 'only on', exact: true }).click();
    const clipped = await changed(page, 'wide', behind);
    expect(new Set([front, behind, clipped]).size).toBe(3);
    await kept(page);
  });
});
