import type { Page } from '@playwright/test';
import { changed, download, drawn, kept, middleOf, pixels, rested, same, stage } from '../acts.ts';
import { App, withApp } from '../app.ts';
import { expect } from '../expect.ts';
import { Hand } from './hand.ts';

describe('a ragged blot', () => {
  let app: App;
  let page: Page;
  withApp(
    (started, opened) => {
      app = started;
      page = opened;
    },
    { demo: false },
  );

  it('built from dabs of chance, eaten away again, compared at four spacings, and the same pixels at a colleague', async () => {
    const hand = new Hand(page);
    // the round brush whose dabs build the blot and eat it away
    await page.goto(`${app.url}/new/numbers`);
    await hand.press(page.getByRole('button', { name: 'Make a brush of it' }));
    await hand.arrived();
    await hand.type(hand.row('Size'), '30 – 120');
    await hand.type(hand.row('Across'), '± 40');
    await hand.rename('Dabs');
    await kept(page);
    // the blot itself: a round tip, painted on and out of by that brush
    await page.goto(`${app.url}/new/numbers`);
    await hand.press(page.getByRole('button', { name: 'Make a brush of it' }));
    await hand.arrived();
    await hand.look('Cut');
    await hand.addStep('Retouch by hand');
    const round = await rested(page, 'sheet');
    await hand.takeBrush('Dabs');
    const { x, y, width, height } = await middleOf(page.getByTestId('handles'));
    hand.gestures++;
    await page.mouse.move(x - width * 0.2, y - height * 0.2);
    await page.mouse.down();
    for (const [u, v] of [
      [0.2, -0.25],
      [0.3, 0.1],
      [-0.1, 0.3],
    ])
      await page.mouse.move(x + width * u, y + height * v, { steps: 8 });
    await page.mouse.up();
    await changed(page, 'sheet', round);
    await kept(page);
    hand.end(8, 12);
    await expect(stage(page, 'Cut')).toContainText('border is clear');

    // spacing 1, 10, 20 and 50 beside one another
    await hand.look('Prove');
    await page.getByRole('radio', { name: 'ladder', exact: true }).click();
    const along = page.getByRole('group', { name: 'From left to right' });
    for (const [field, value] of [
      ['From', '1'],
      ['To', '50'],
      ['Steps', '4'],
    ]) {
      await along.getByRole('textbox', { name: `${field} value` }).fill(value);
      await page.keyboard.press('Enter');
    }
    await hand.pick(page.getByRole('combobox', { name: 'From top to bottom: what is swept' }), 'nothing: one row');
    await expect(page.getByRole('button', { name: /^Take spacing / })).toHaveCount(4);
    const cells: string[] = [];
    for (let k = 0; k < 4; k++) {
      await drawn(page, `ladder 0 ${k}`);
      cells.push(await pixels(page, `ladder 0 ${k}`));
    }
    expect(new Set(cells).size).toBe(4);

    // to a colleague and back
    const shown = await rested(page, 'sheet');
    await hand.look('Pack');
    const pack = await download(page, page.getByRole('button', { name: 'Save the pack' }));
    const other = await App.start({ demo: false });
    const elsewhere = await other.page();
    await elsewhere.goto(other.url);
    await elsewhere.getByLabel('Picture or pack').setInputFiles({
      name: 'blot.zip',
      mimeType: 'application/zip',
      buffer: pack.bytes,
    });
    await drawn(elsewhere, 'sheet');
    await same(elsewhere, 'sheet', shown);
    expect(elsewhere.faults).toEqual([]);
    await other.stop();
  });
});
