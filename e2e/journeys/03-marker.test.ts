import type { Page } from '@playwright/test';
import { decode } from 'fast-png';
import { changed, darkOver, kept, picture, rested } from '../acts.ts';
import { withApp, type App } from '../app.ts';
import { expect } from '../expect.ts';
import { Hand } from './hand.ts';

/** A sheet takes longer than this to be called slow, ms. */
const SLOW_MS = 60;

describe('a marker', () => {
  let app: App;
  let page: Page;
  withApp(
    (started, opened) => {
      app = started;
      page = opened;
    },
    { demo: false },
  );
  const row = (name: string) => page.getByRole('group', { name, exact: true });
  /** How dark the middle of the wide sheet is, 0..255. */
  const dark = async (): Promise<number> => {
    const sheet = decode(await picture(page, 'wide'));
    return darkOver(sheet, sheet.width / 2 - 60, sheet.height / 2 - 15, 120, 30);
  };

  it('soft, squashed, 160 px wide at 1 %: pressure makes it denser, not wider; what it costs is told, and it takes away', async () => {
    const hand = new Hand(page);
    await page.goto(`${app.url}/new/numbers`);
    await hand.press(page.getByRole('button', { name: 'Make a brush of it' }));
    await hand.arrived();
    await hand.type(hand.row('Size'), '160');
    await hand.type(hand.row('Spacing'), '1');
    await hand.type(hand.row('Aspect'), '45');
    await hand.type(hand.row('Flow'), '20');
    await hand.press(page.getByRole('button', { name: 'Add a driver to Opacity' }));
    await hand.press(page.getByRole('menuitem', { name: 'moved by pressure' }));
    await hand.type(hand.row('Opacity'), '30 – 100');
    await kept(page);
    hand.end(3, 8);

    // a single value is the same at every pressure; opacity alone follows it
    await expect(hand.row('Size')).toHaveValue('160 px');
    await expect(hand.row('Opacity')).toHaveValue('30 – 100 %');
    const follows = await rested(page, 'sheet');
    await page.getByRole('button', { name: 'Mute Opacity' }).click();
    const even = await changed(page, 'sheet', follows);
    await page.getByRole('button', { name: 'Mute Opacity' }).click();
    await changed(page, 'sheet', even);

    // so many dabs are drawn while the hand watches, or it is told what they cost and what halves it
    const took = Number(await page.locator('canvas[data-view="sheet"]').getAttribute('data-ms'));
    const told = row('Spacing').getByText(/dabs take \d+ ms/);
    if (took > SLOW_MS) await expect(told).toBeVisible();
    const dabs = async () =>
      Number(/([\d,]+) dabs/.exec(await page.getByRole('contentinfo').innerText())?.[1]?.replaceAll(',', ''));
    const many = await dabs();
    expect(many).toBeGreaterThan(400);

    // own scribbles stay and follow, and a held key takes away instead
    await hand.press(page.getByRole('button', { name: 'hide sample strokes' }));
    await expect.poll(dark).toBe(0);
    await hand.draw([-0.3, 0], [0.3, 0]);
    await expect.poll(dark).toBeGreaterThan(20);
    const inked = await dark();
    await hand.type(hand.row('Spacing'), '10');
    await expect.poll(dark).toBeLessThan(inked);
    const thinner = await dark();
    await page.keyboard.down('t');
    await hand.draw([-0.3, 0], [0.3, 0]);
    await page.keyboard.up('t');
    await expect.poll(dark).toBeLessThan(thinner * 0.8);
    await kept(page);
  });
});
