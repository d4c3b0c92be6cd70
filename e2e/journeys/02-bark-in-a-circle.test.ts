import type { Page } from '@playwright/test';
import { decode } from 'fast-png';
import { changed, drawn, kept, picture, rested, same } from '../acts.ts';
import { withApp, type App } from '../app.ts';
import { Hand } from './hand.ts';
import { expect } from '../expect.ts';

describe('bark in a circle', () => {
  let app: App;
  let page: Page;
  withApp((started, opened) => {
    app = started;
    page = opened;
  });
  const sheet = async () => decode(await picture(page, 'wide')).data;

  it('a hard round coat keeps a bark coat inside it, and both are looked at alone', async () => {
    const hand = new Hand(page);
    await page.goto(`${app.url}/new/numbers`);
    await hand.type(page.getByRole('textbox', { name: 'Softness value', exact: true }), '0');
    await hand.press(page.getByRole('button', { name: 'Make a brush of it' }));
    await hand.arrived();
    await hand.part('coats');
    const round = await rested(page, 'wide');
    await hand.press(page.getByRole('button', { name: 'One more coat from …' }));
    await hand.press(page.getByRole('radio', { name: 'as a mask' }));
    await hand.press(page.getByRole('button', { name: 'bark', exact: true }));
    await changed(page, 'wide', round);
    await hand.part('rows');
    const before = await rested(page, 'wide');
    await hand.type(hand.row('Size'), '70 – 140');
    const both = await changed(page, 'wide', before);
    await kept(page);
    hand.end(2, 9);

    // nothing prints outside the round coat: it alone covers every pixel at least as much
    const together = await sheet();
    await hand.part('coats');
    await expect(page.getByRole('img', { name: 'Coat 1 alone' })).toBeVisible();
    await expect(page.getByRole('img', { name: 'Coat 2 alone' })).toBeVisible();
    await page.getByRole('button', { name: 'Mute Coat 2' }).click();
    await changed(page, 'wide', both);
    const alone = await sheet();
    expect(alone.length).toBe(together.length);
    expect(alone.filter((v, i) => together[i] + 1 < v).length).toBe(0);
    expect(together.filter((v, i) => v > alone[i] + 20).length).toBeGreaterThan(1000);
    await page.getByRole('button', { name: 'Mute Coat 2' }).click();
    await same(page, 'wide', both);
    await drawn(page, 'sheet');
  });
});
