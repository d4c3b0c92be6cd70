import type { Page } from '@playwright/test';
import sharp from 'sharp';
import { changed, echoAtRest, kept, rested } from '../acts.ts';
import { withApp, type App } from '../app.ts';
import { Hand } from './hand.ts';
import { expect } from '../expect.ts';

/** Blotches of many sizes on paper with a loud speck beside them and a dark line through them. */
function blotches(): Promise<Buffer> {
  const [width, height] = [420, 420];
  const data = new Uint8Array(width * height).fill(236);
  const spots = Array.from({ length: 40 }, (_, k) => ({
    x: 210 + 130 * Math.sin(k * 2.4) * Math.sqrt(k / 40),
    y: 210 + 130 * Math.cos(k * 2.4) * Math.sqrt(k / 40),
    r: 9 + ((k * 7) % 19),
    v: 90 + ((k * 53) % 90),
  }));
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      for (const s of spots) if (Math.hypot(x - s.x, y - s.y) < s.r) data[y * width + x] = s.v;
      if (Math.hypot(x - 372, y - 60) < 14) data[y * width + x] = 20;
      if (Math.abs(x - 200 - (y - 210) / 5) < 4 && y > 110 && y < 310) data[y * width + x] = 15;
    }
  return sharp(data, { raw: { width, height, channels: 1 } })
    .png()
    .toBuffer();
}

describe('a weathered ground that never repeats', () => {
  let app: App;
  let page: Page;
  withApp((started, opened) => {
    app = started;
    page = opened;
  });
  const echo = () => echoAtRest(page);

  it('its speck and its line go, its edge is calmed, and with the best cures the echo falls by more than half', async () => {
    const hand = new Hand(page);
    await page.goto(app.url);
    await hand.choose(page.locator('input[type=file]').first(), 'blotches.png', await blotches());
    await hand.arrived();
    await kept(page, 1);
    // the marks are stamped upright, as they would be by anybody who has set nothing else
    await hand.rows();
    await hand.type(hand.row('Spacing'), '12');
    await hand.type(hand.row('Angle'), '0');
    await hand.type(hand.row('Size'), '78');
    await expect.poll(echo).toBeGreaterThan(30);
    const first = await echo();
    const size = await hand.row('Size').inputValue();

    await hand.look('Prove');
    const told = page
      .getByRole('region', { name: 'What gives it away', exact: true })
      .getByRole('listitem')
      .filter({ hasText: 'seen again' });
    await expect(told.filter({ hasText: 'speck' }).first()).toContainText(/seen again \d+ times/);
    await expect(page.getByRole('listitem').filter({ hasText: 'dark line' })).toBeVisible();
    // each is tried by itself, and then all together: that helps most
    const all = page.getByRole('button', { name: /^cure all \d+$/ });
    await expect(all).toBeVisible();
    const many = Number(/\d+/.exec((await all.textContent()) ?? '')?.[0]);
    await hand.press(all);
    const cures = page.getByRole('listitem', { name: 'Remove give-aways' });
    await expect(cures).toContainText(`${many} of ${many} found and cured`);
    // what is loud at its edge is calmed
    const hard = await rested(page, 'sheet');
    await hand.addStep('Calm the edge');
    await changed(page, 'sheet', hard);

    // a photograph is laid over for texture
    const plain = await rested(page, 'sheet');
    await hand.addStep('Lay another source over');
    const over = page.getByRole('listitem', { name: 'Lay another source over' });
    await hand.press(over.getByRole('button', { name: /^Source: / }));
    const picker = page.getByRole('dialog', { name: 'Sources, plates and strokes of the cabinet' });
    await hand.press(picker.getByRole('button', { name: 'Boat paint' }).first());
    await changed(page, 'sheet', plain);

    await hand.look('Prove');
    const before = await rested(page, 'sheet');
    await hand.press(page.getByRole('button', { name: 'Cure it for me' }));
    await expect(page.getByRole('progressbar', { name: 'Trying cures' })).toHaveCount(0, { timeout: 90_000 });
    await changed(page, 'sheet', before);
    await kept(page);
    hand.end(16, 14);
    await expect.poll(echo).toBeLessThan(first / 2);

    // nothing had to be set a second time, and an older state is taken up again
    await hand.look('Vary');
    // a cure may let chance make dabs smaller; how large the brush is stays as it was
    const largest = (value: string) => value.split(' – ').at(-1);
    expect(largest(await hand.row('Size').inputValue())).toBe(largest(size));
    const cured = await rested(page, 'sheet');
    await page.getByRole('button', { name: /^kept/ }).click();
    await page.getByLabel('Versions').getByRole('button', { name: 'Bring back version 1', exact: true }).click();
    await changed(page, 'sheet', cured);
    await kept(page);
  });
});
