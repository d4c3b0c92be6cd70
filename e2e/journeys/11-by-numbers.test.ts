import type { Page } from '@playwright/test';
import { changed, drawn, kept, pixels, rested } from '../acts.ts';
import { withApp, type App } from '../app.ts';
import { Hand } from './hand.ts';
import { expect } from '../expect.ts';

describe('a tip by numbers', () => {
  let app: App;
  let page: Page;
  withApp(
    (started, opened) => {
      app = started;
      page = opened;
    },
    { demo: false },
  );
  const dab = () =>
    page.getByRole('img', { name: 'The tip' }).evaluate((canvas: HTMLCanvasElement) => canvas.toDataURL());

  it('a star is turned, squashed, half covered, and each number shows in a dab and in a stroke', async () => {
    const hand = new Hand(page);
    await page.goto(`${app.url}/new/numbers`);
    await drawn(page, 'tip');
    const value = (label: string) => page.getByRole('textbox', { name: `${label} value`, exact: true });
    const changes: (() => Promise<void>)[] = [
      () => hand.press(page.getByRole('radio', { name: 'star' })),
      () => hand.type(value('Points'), '7'),
      () => hand.press(page.getByRole('radio', { name: 'bell' })),
      () => hand.type(value('Aspect'), '60'),
      () => hand.type(value('Turn'), '30'),
      () => hand.type(value('Covered'), '50'),
    ];
    for (const change of changes) {
      const [before, stroke] = [await dab(), await pixels(page, 'tip')];
      await change();
      await expect.poll(dab).not.toBe(before);
      await changed(page, 'tip', stroke);
    }
    await hand.press(page.getByRole('button', { name: 'Make a brush of it' }));
    await hand.arrived();
    await kept(page, 1);
    hand.end(11, 8);
    await expect(page.getByRole('button', { name: 'Rename Star 7' })).toBeVisible();
  });

  it('a word is a tip too, and the stroke shows it before it is made', async () => {
    const hand = new Hand(page);
    await page.goto(`${app.url}/new/type`);
    await drawn(page, 'tip');
    const before = await rested(page, 'tip');
    await hand.type(page.getByRole('textbox', { name: 'Text' }), 'Ebb');
    await changed(page, 'tip', before);
    await hand.press(page.getByRole('button', { name: 'Make a brush of it' }));
    await hand.arrived();
    expect(hand.gestures).toBe(2);
  });
});
