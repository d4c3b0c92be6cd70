import type { Page } from '@playwright/test';
import { withApp, type App } from './app.ts';
import { changed, echoAtRest, find, kept, middleOf, openBrush, rested, same, stage } from './acts.ts';
import { expect, PATIENCE } from './expect.ts';

describe('everything that varies', () => {
  let app: App;
  let page: Page;
  withApp((started, opened) => {
    app = started;
    page = opened;
  });
  const part = (name: string) => page.getByRole('tab', { name, exact: true }).click();
  const cards = () => page.getByRole('region', { name: 'Deck' }).getByRole('listitem');

  it('a deck gets relatives, is dealt otherwise, muted and taken back', async () => {
    await openBrush(page, app.url, 'Crust lichen');
    await stage(page, 'Vary').click();
    await part('deck');
    await expect(cards()).toHaveCount(1);
    const alone = await rested(page, 'sheet');
    await page.getByRole('button', { name: 'Add relatives' }).click();
    await page.getByRole('menuitem', { name: 'one of each kind' }).click();
    await expect(cards()).toHaveCount(6);
    const many = await changed(page, 'sheet', alone);
    await expect(page.getByRole('radio', { name: 'shuffled' })).toBeChecked();
    await expect(page.getByRole('link', { name: /^Vary/ })).toContainText('6 tips');
    await page.getByRole('button', { name: 'solo' }).first().click();
    await same(page, 'sheet', alone);
    await page.keyboard.press('Control+z');
    await same(page, 'sheet', many);
    await page.getByRole('radio', { name: 'pressure' }).click();
    await changed(page, 'sheet', many);
    await kept(page);
  });

  it('a card of the deck is chosen, and its own recipe is cut', async () => {
    await page.getByRole('button', { name: 'Look at crust-lichen mirrored' }).click();
    await stage(page, 'Cut').click();
    await expect(page.getByRole('listitem', { name: 'Turn, scale, move' })).toBeVisible();
    await page.getByRole('radio', { name: 'crust-lichen', exact: true }).click();
    await expect(page.getByRole('listitem', { name: 'Turn, scale, move' })).toHaveCount(0);
    await stage(page, 'Vary').click();
  });

  it('cards are moved by keys', async () => {
    await part('deck');
    const names = () => cards().evaluateAll((all) => all.map((c) => c.getAttribute('aria-label')));
    const before = await names();
    await page.getByRole('button', { name: `Move ${before[1]}` }).focus();
    const told = page.locator('[id^=DndLiveRegion]').last();
    await page.keyboard.press('Space');
    await expect(told).toContainText(/Picked up|moved over/);
    // keys are listened to a moment after it was picked up; on the first place a further press changes nothing
    await expect(async () => {
      await page.keyboard.press('ArrowUp');
      await expect(told).toContainText(`moved over droppable area ${before[0]}.png 0`, { timeout: 1000 });
    }).toPass({ timeout: PATIENCE });
    await page.keyboard.press('Space');
    await expect.poll(names).toEqual([before[1], before[0], ...before.slice(2)]);
    await kept(page);
  });

  it('dabs meet otherwise, in two inks that change along the stroke', async () => {
    await part('ink');
    const black = await rested(page, 'sheet');
    await page.getByLabel('First ink').fill('#b03020');
    const red = await changed(page, 'sheet', black);
    await page.getByLabel('Second ink').fill('#2040c0');
    await page.getByRole('button', { name: 'Add a driver to Mix' }).click();
    await page.getByRole('menuitem', { name: 'moved by progress along the stroke' }).click();
    await page.getByRole('textbox', { name: 'Mix value' }).fill('0..100');
    await page.keyboard.press('Enter');
    const two = await changed(page, 'sheet', red);
    await page.getByRole('combobox').filter({ hasText: 'build' }).click();
    await page.getByRole('option', { name: 'dissolve' }).click();
    await changed(page, 'sheet', two);
    await kept(page);
  });

  it('a grain is taken from the cabinet, is scaled, and goes again', async () => {
    await part('grain');
    const plain = await rested(page, 'sheet');
    await page.getByRole('button', { name: 'Choose a plate' }).click();
    // every plate is seen, those of heights as well
    const seen = page.locator('.plate-pick img');
    await expect(seen).not.toHaveCount(0);
    for (const picture of await seen.all()) {
      await picture.scrollIntoViewIfNeeded();
      await expect
        .poll(() => picture.evaluate((img: unknown) => (img as { naturalWidth: number }).naturalWidth))
        .toBeGreaterThan(0);
    }
    await page.getByRole('button', { name: 'reed-paper', exact: true }).click();
    const grained = await changed(page, 'sheet', plain);
    await page.getByLabel('Scale value').fill('50');
    await page.keyboard.press('Enter');
    const fine = await changed(page, 'sheet', grained);
    await page.getByRole('radio', { name: 'dab', exact: true }).first().click();
    await changed(page, 'sheet', fine);
    await page.getByRole('button', { name: 'without' }).click();
    await same(page, 'sheet', plain);
    // and one card prints through a grain of its own
    await page.getByRole('radio', { name: 'of one card' }).click();
    await expect(page.getByText('This card has no grain of its own')).toBeVisible();
    await page.getByRole('button', { name: 'Choose a plate' }).click();
    await page.getByRole('button', { name: 'reed-paper', exact: true }).click();
    const own = await changed(page, 'sheet', plain);
    await page.getByLabel('Depth value').first().fill('20');
    await page.keyboard.press('Enter');
    await changed(page, 'sheet', own);
    await page.getByRole('button', { name: 'without' }).click();
    await same(page, 'sheet', plain);
    await kept(page);
  });

  it('a second coat masks the first, and is taken away again', async () => {
    await part('coats');
    const one = await rested(page, 'sheet');
    await page.getByRole('button', { name: 'One more coat, like this one' }).click();
    await expect(page.getByRole('listitem', { name: 'Coat 2' })).toBeVisible();
    await expect(page.getByRole('radio', { name: 'coat 2' })).toBeChecked();
    const two = await changed(page, 'sheet', one);
    await page.getByRole('listitem', { name: 'Coat 2' }).getByRole('combobox').click();
    await page.getByRole('option', { name: 'keeps what is below only where it prints' }).click();
    const masked = await changed(page, 'sheet', two);
    await page.getByRole('button', { name: 'Mute Coat 2' }).click();
    await same(page, 'sheet', one);
    await page.getByRole('button', { name: 'Mute Coat 2' }).click();
    await same(page, 'sheet', masked);
    await page.getByRole('button', { name: 'Take Coat 2 away' }).click();
    await same(page, 'sheet', one);
    await kept(page);
  });

  it('the tail tapers, the hand is steadied, and plain words find both', async () => {
    await find(page, 'thinner at the end');
    const tail = page.getByRole('region', { name: 'Tail of the stroke' });
    await expect(tail).toBeVisible();
    const full = await rested(page, 'sheet');
    await tail.getByLabel('Length value').fill('50');
    await page.keyboard.press('Enter');
    await tail.getByLabel('Size there value').fill('5');
    await page.keyboard.press('Enter');
    const byShare = await changed(page, 'sheet', full);
    await tail.getByRole('radio', { name: 'px', exact: true }).click();
    await expect(tail.getByLabel('Length value')).toHaveValue('120');
    await changed(page, 'sheet', byShare);
    await kept(page);
  });

  it('a steadied hand lags behind the pen on a thread while it draws, and does not lose the end', async () => {
    await find(page, 'steady');
    await expect(page.getByLabel('Steady value')).toBeFocused();
    await page.getByLabel('Steady value').fill('80');
    await page.keyboard.press('Enter');
    const wide = await middleOf(page.getByTestId('wide'));
    const before = await rested(page, 'wide');
    await page.mouse.move(wide.x - 150, wide.y);
    await page.mouse.down();
    for (let k = 0; k <= 20; k++) await page.mouse.move(wide.x - 150 + 15 * k, wide.y + 8 * (k % 2));
    const thread = page.getByTestId('thread');
    await expect(thread).toBeVisible();
    await changed(page, 'wide', before);
    await page.mouse.up();
    await expect(thread).toHaveCount(0);
    await kept(page);
  });

  it('own strokes are kept as a recording by their name, laid again, and put away', async () => {
    await page.getByRole('button', { name: 'recorded strokes' }).click();
    await page.getByLabel('Name of the recording').fill('Tide line');
    await page.getByRole('button', { name: 'keep mine' }).click();
    await expect(page.getByText('Kept as Tide line')).toBeVisible();
    const before = await rested(page, 'wide');
    await page.getByRole('button', { name: 'recorded strokes' }).click();
    await page.getByRole('menuitem', { name: /^Tide line/ }).click();
    await changed(page, 'wide', before);
    await page.keyboard.press('Control+z');
    await page.getByRole('button', { name: 'recorded strokes' }).click();
    await page.getByRole('button', { name: 'Put Tide line away' }).click();
    await expect(page.getByText('Tide line is put away')).toBeVisible();
    await page.getByRole('button', { name: 'recorded strokes' }).click();
    await expect(page.getByRole('menuitem', { name: /^Tide line/ })).toHaveCount(0);
    await page.keyboard.press('Escape');
    await kept(page);
  });

  it('recorded strokes are laid on the sheet, and a leaning pen drives what had no effect before', async () => {
    await part('rows');
    await page.getByRole('button', { name: 'hide sample strokes' }).click();
    const before = await rested(page, 'wide');
    await page.getByRole('button', { name: 'Add a driver to Spacing' }).first().click();
    await page.getByRole('menuitem', { name: 'moved by tilt of the pen' }).click();
    await expect(page.getByText(/tilt does nothing here: no stroke on the sheet/)).toBeVisible();
    await page.getByRole('button', { name: 'the pen' }).click();
    await page.getByRole('slider', { name: 'Lean of the pen' }).focus();
    for (let k = 0; k < 8; k++) await page.keyboard.press('ArrowRight');
    await expect(page.getByRole('slider', { name: 'Lean of the pen' })).toHaveAttribute('aria-valuenow', '40');
    await page.keyboard.press('Escape');
    await page.getByRole('button', { name: 'recorded strokes' }).click();
    await page.getByRole('menuitem', { name: 'shading with a tilted pen' }).click();
    await changed(page, 'wide', before);
    await expect(page.getByText(/tilt does nothing here/)).toHaveCount(0);
    await kept(page);
  });

  it('rows that are marked move together, and a starred row stands with the first ones', async () => {
    await part('rows');
    const value = (row: string) => page.getByRole('textbox', { name: `${row} value` }).inputValue();
    const [size, spacing] = [await value('Size'), await value('Spacing')];
    await page.getByRole('button', { name: 'Size moves together' }).click();
    await page.getByRole('button', { name: 'Spacing moves together' }).click();
    await page.getByRole('slider', { name: 'Size, high end' }).focus();
    for (let k = 0; k < 12; k++) await page.keyboard.press('ArrowRight');
    await expect.poll(() => value('Size')).not.toBe(size);
    await expect.poll(() => value('Spacing')).not.toBe(spacing);
    await kept(page);
    await expect
      .poll(async () => {
        await page.keyboard.press('Control+z');
        return value('Spacing');
      })
      .toBe(spacing);
    expect(await value('Size')).toBe(size);
    await expect(page.getByRole('group', { name: 'Hue' })).toHaveCount(0);
    await part('ink');
    await page.getByRole('button', { name: 'Keep it at hand for this brush: Hue' }).click();
    await part('rows');
    await expect(page.getByRole('group', { name: 'Hue' })).toBeVisible();
    await kept(page);
  });

  it('the plate is bent along the path instead of stamped, and what then does nothing says so', async () => {
    await part('deck');
    const stamped = await rested(page, 'sheet');
    await page.getByRole('radio', { name: 'bent along the path' }).click();
    const repeated = await changed(page, 'sheet', stamped);
    expect(await echoAtRest(page)).toBeGreaterThan(0);
    await page.getByRole('radio', { name: 'once', exact: true }).click();
    await changed(page, 'sheet', repeated);
    await part('rows');
    await expect(page.getByRole('group', { name: 'Spacing', exact: true })).toContainText('bent along the path');
    await page.keyboard.press('Control+z');
    await same(page, 'sheet', repeated);
    await page.keyboard.press('Control+z');
    await same(page, 'sheet', stamped);
    await kept(page);
  });

  it('all of it comes back after a reload', async () => {
    const drawnBefore = await rested(page, 'sheet');
    await page.reload();
    await same(page, 'sheet', drawnBefore);
    await expect(page.getByRole('group', { name: 'Hue' })).toBeVisible();
    await part('deck');
    await expect(cards()).toHaveCount(6);
  });
});
