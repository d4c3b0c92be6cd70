import type { Page } from '@playwright/test';
import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { decodePlate } from '@amber-stamp/core/formats';
import { trialStrokes } from '@amber-stamp/core/path';
import { App, withApp } from './app.ts';
import {
  blotPicture,
  changed,
  DEMO_BRUSHES,
  download,
  drag,
  drawn,
  kept,
  openBrush,
  pngPixels,
  rested,
  same,
  scribble,
  stage,
} from './acts.ts';
import { expect } from './expect.ts';

const ROOT = fileURLToPath(new URL('..', import.meta.url));
const folder = mkdtempSync(join(tmpdir(), 'amber-e2e-'));

describe('a picture becomes a brush', () => {
  let app: App;
  let page: Page;
  withApp((started, opened) => {
    app = started;
    page = opened;
  });

  it('from a photograph to a kept brush, its plate cut and its first stroke drawn', async () => {
    const file = join(folder, 'ragged-blot.jpg');
    writeFileSync(file, await blotPicture());
    await page.goto(app.url);
    await expect(page.getByRole('article')).toHaveCount(DEMO_BRUSHES);
    const choosing = page.waitForEvent('filechooser');
    await page.getByRole('button', { name: 'New brush from a picture' }).click();
    await (await choosing).setFiles(file);
    await expect(page).toHaveURL(/\/find$/);
    await expect(page.getByRole('button', { name: 'Rename Ragged blot' })).toBeVisible();
    await expect(page.getByRole('radio', { name: 'The dark' })).toHaveAttribute('aria-checked', 'true');
    await expect(page.getByText('the border is pale and even')).toBeVisible();
    await drawn(page, 'sheet');
    await kept(page, 1);
  });

  it('another answer to what prints changes the strokes, and undo brings them back', async () => {
    const before = await rested(page, 'sheet');
    await page.getByRole('radio', { name: 'The pale' }).click();
    await changed(page, 'sheet', before);
    await kept(page, 2);
    await page.keyboard.press('Control+z');
    await same(page, 'sheet', before);
    await expect(page.getByRole('radio', { name: 'The dark' })).toHaveAttribute('aria-checked', 'true');
  });

  it('the border that prints a square is told on the run, and one press cures it', async () => {
    await stage(page, 'Cut').click();
    await page.getByRole('switch', { name: 'Trim and centre on' }).click();
    await page.getByRole('switch', { name: 'Levels on' }).click();
    await page.getByRole('listitem', { name: 'Fit a square' }).getByRole('button', { name: /^Fit/ }).click();
    await page.getByRole('textbox', { name: 'Margin value' }).fill('0');
    await page.getByRole('textbox', { name: 'Margin value' }).press('Enter');
    await expect(stage(page, 'Cut')).toContainText('border prints a square');
    await page.getByRole('button', { name: /Cure it/ }).click();
    await expect(stage(page, 'Cut')).toContainText('border is clear');
    await page.getByRole('switch', { name: 'Levels on' }).click();
    await page.getByRole('switch', { name: 'Trim and centre on' }).click();
    await kept(page);
  });

  it('steps are moved by keys and removed, and the strokes follow', async () => {
    const before = await rested(page, 'sheet');
    await page.getByRole('combobox', { name: 'Add a step' }).click();
    await page.getByRole('option', { name: /^Invert/ }).click();
    const inverted = await changed(page, 'sheet', before);
    const grip = page.getByRole('button', { name: 'Move Invert' });
    await grip.focus();
    await page.keyboard.press('Space');
    await expect(page.getByText('was moved over droppable area step-6')).toBeAttached();
    await page.keyboard.press('ArrowUp');
    await expect(page.getByText('was moved over droppable area step-5')).toBeAttached();
    await page.keyboard.press('Space');
    await expect(page.getByRole('listitem').last()).toHaveAttribute('aria-label', 'Border fade');
    const moved = await changed(page, 'sheet', inverted);
    await page
      .getByRole('listitem', { name: 'Invert' })
      .getByRole('button', { name: /remove/ })
      .click();
    await changed(page, 'sheet', moved);
    await same(page, 'sheet', before);
  });

  it('a handle moves and every stroke is drawn again while it moves', async () => {
    await stage(page, 'Vary').click();
    await drawn(page, 'wide');
    const before = await rested(page, 'sheet');
    const peg = page.getByRole('slider', { name: 'Spacing' });
    // once it lies still: rows come after the sheet, and move those below them
    await peg.hover({ position: { x: 3, y: 10 } });
    const box = await peg.boundingBox();
    if (!box) throw new Error('no peg');
    await page.mouse.down();
    await page.mouse.move(box.x + 60, box.y + 10, { steps: 4 });
    await changed(page, 'sheet', before);
    await page.mouse.up();
    await kept(page);
    await page.keyboard.press('Control+z');
    await same(page, 'sheet', before);
  });

  it('values are typed, nudged by keys and turned by the wheel; mute shows what a row does; reset plains it', async () => {
    const value = page.getByRole('textbox', { name: 'Size value' });
    await value.fill('40 – 90');
    await value.press('Enter');
    await expect(value).toHaveValue('40 – 90 px');
    const high = page.getByRole('slider', { name: 'Size, high end' });
    await high.focus();
    await page.keyboard.press('ArrowRight');
    await expect(value).toHaveValue('40 – 91 px');
    await high.hover();
    await page.mouse.wheel(0, -100);
    await expect(value).toHaveValue('40 – 92 px');
    await value.fill('nonsense');
    await value.press('Enter');
    await expect(value).toHaveAttribute('aria-invalid', 'true');
    await value.press('Escape');
    const before = await rested(page, 'sheet');
    await page.getByRole('button', { name: 'Mute Size' }).click();
    const muted = await changed(page, 'sheet', before);
    await page.getByRole('button', { name: 'Mute Size' }).click();
    await same(page, 'sheet', before);
    await page.getByRole('group', { name: 'Size', exact: true }).hover();
    await page.getByRole('button', { name: 'Reset Size' }).click();
    await expect(value).toHaveValue('64 px');
    expect(muted).not.toBe(before);
    await page.keyboard.press('Control+z');
    await same(page, 'sheet', before);
  });

  it('a driver is added with its curve, never down to nothing, and its curve changes the strokes', async () => {
    await page.getByRole('button', { name: 'Add a driver to Opacity' }).click();
    await page.getByRole('menuitem', { name: 'moved by pressure' }).click();
    await expect(page.getByRole('textbox', { name: 'Opacity value' })).toHaveValue('50 – 100 %');
    await page
      .getByRole('group', { name: 'Opacity', exact: true })
      .getByRole('button', { name: 'Opacity', exact: true })
      .click();
    const before = await rested(page, 'sheet');
    const point = page.getByRole('slider', { name: 'Curve of pressure in Opacity, point 2' });
    await drag(page, point, 0, 50);
    await changed(page, 'sheet', before);
    await kept(page);
  });

  it('own strokes are drawn with the pointer, stay, and follow the brush', async () => {
    const before = await rested(page, 'wide');
    await scribble(page);
    const drawnOnce = await changed(page, 'wide', before);
    await kept(page);
    await page.reload();
    await drawn(page, 'wide');
    await same(page, 'wide', drawnOnce);
    await page.getByRole('button', { name: 'roll' }).click();
    await changed(page, 'wide', drawnOnce);
  });

  it('changing the source keeps every other setting', async () => {
    const before = await rested(page, 'sheet');
    await stage(page, 'Find').click();
    const seed = await page.getByText(/^seed \d+$/).textContent();
    await page.getByRole('button', { name: 'A source from the cabinet' }).click();
    const picker = page.getByRole('dialog', { name: 'Sources, plates and strokes of the cabinet' });
    await picker.getByRole('textbox').fill('crust');
    await picker.getByRole('button', { name: 'Crust lichen' }).first().click();
    await expect(stage(page, 'Find')).toContainText('Crust lichen');
    await stage(page, 'Vary').click();
    await expect(page.getByRole('textbox', { name: 'Opacity value' })).toHaveValue('50 – 100 %');
    expect(await page.getByText(/^seed \d+$/).textContent()).toBe(seed);
    await page.keyboard.press('Control+z');
    await expect(stage(page, 'Find')).toContainText('Ragged blot');
    await same(page, 'sheet', before);
    await kept(page);
  });

  it('any version can be brought back, which is a version too', async () => {
    const before = await rested(page, 'sheet');
    await page.getByRole('button', { name: /^kept/ }).click();
    const list = page.getByLabel('Versions');
    await expect(list.getByText('made from a picture')).toBeVisible();
    await list.getByRole('button', { name: 'Bring back version 1', exact: true }).click();
    await changed(page, 'sheet', before);
    await page.keyboard.press('Control+z');
    await same(page, 'sheet', before);
    await kept(page);
  });

  it('renaming in place names it in the cabinet', async () => {
    await page.getByRole('button', { name: /^Rename/ }).click();
    await page.getByLabel('Name of the brush').fill('Blot of the tide');
    await page.keyboard.press('Enter');
    await kept(page);
    await page.getByRole('link', { name: 'Cabinet' }).click();
    await expect(page.getByRole('article', { name: 'Blot of the tide' })).toBeVisible();
  });

  it('a new brush starts clean: nothing of the one before is on its bench', async () => {
    await page.getByRole('link', { name: /^Sources/ }).click();
    await page.getByRole('article', { name: 'Boat paint' }).hover();
    await page.getByRole('article', { name: 'Boat paint' }).getByRole('button', { name: 'new brush from it' }).click();
    await expect(page).toHaveURL(/\/find$/);
    await stage(page, 'Vary').click();
    await drawn(page, 'wide');
    await expect(page.getByRole('textbox', { name: 'Opacity value' })).toHaveValue('100 %');
    await expect(page.getByText('draw here; hold space')).toBeVisible();
    await expect(page.getByRole('button', { name: 'Undo' })).toBeDisabled();
    await page.getByRole('button', { name: 'use plain settings' }).click();
    await expect(page.getByRole('textbox', { name: 'Size value' })).toHaveValue('64 px');
    await page.keyboard.press('Control+z');
    await expect(page.getByRole('button', { name: 'use plain settings' })).toBeVisible();
  });

  it('the pinned state stands beside the present one, and B blinks between them', async () => {
    await openBrush(page, app.url, 'Crust lichen');
    await stage(page, 'Prove').click();
    await page.getByRole('radio', { name: 'pins', exact: true }).click();
    await drawn(page, 'present');
    await page.getByRole('button', { name: 'Pin this state' }).click();
    const pinned = await rested(page, 'pinned');
    await same(page, 'present', pinned);
    await page.keyboard.press('r');
    const now = await changed(page, 'present', pinned);
    await same(page, 'pinned', pinned);
    await page.keyboard.down('b');
    await drawn(page, 'blink');
    await same(page, 'blink', pinned);
    await page.keyboard.up('b');
    await drawn(page, 'present');
    await same(page, 'present', now);
    await page.getByRole('radio', { name: 'black' }).first().click();
    await changed(page, 'present', now);
  });

  it('the tip arrives at 16 bit, and the trial sheet is byte for byte what the command line draws', async () => {
    await openBrush(page, app.url, 'Kelp blade');
    await stage(page, 'Pack').click();
    await kept(page);
    const tip = await download(page, page.getByRole('button', { name: 'Save the tip' }));
    const plate = decodePlate(tip.bytes, 'tip');
    expect([plate.width, plate.height]).toEqual([640, 640]);
    expect(new Set(plate.data).size).toBeGreaterThan(1000);
    const sheet = await download(page, page.getByRole('button', { name: 'Save the trial sheet' }));
    const pack = await download(page, page.getByRole('button', { name: 'Save the pack' }));
    writeFileSync(join(folder, 'kelp.zip'), pack.bytes);
    writeFileSync(join(folder, 'trial.json'), JSON.stringify(trialStrokes()));
    const amber = (...args: string[]) =>
      spawnSync(process.execPath, ['scripts/amber.mjs', ...args], { cwd: ROOT, encoding: 'utf8' });
    expect(amber('unpack', '--pack', join(folder, 'kelp.zip'), '--out', join(folder, 'kelp')).stderr).toBe('');
    const out = join(folder, 'sheet.png');
    expect(
      amber(
        'stroke',
        '--brush',
        join(folder, 'kelp/brushes/kelp-blade.json'),
        '--strokes',
        join(folder, 'trial.json'),
        '--out',
        out,
      ).stderr,
    ).toBe('');
    expect(pngPixels(readFileSync(out))).toBe(pngPixels(sheet.bytes));
  });

  it('an exported pack, dropped into another cabinet, prints the same pixels and makes no second copy', async () => {
    const shown = await rested(page, 'sheet');
    const other = await App.start({ demo: false });
    const elsewhere = await other.page();
    await elsewhere.goto(other.url);
    await expect(elsewhere.getByText('A picture becomes a brush')).toBeVisible();
    const take = async (expected: RegExp) => {
      await elsewhere.getByLabel('Picture or pack').setInputFiles(join(folder, 'kelp.zip'));
      await expect(elsewhere.getByText(expected)).toBeVisible();
    };
    await take(/Imported Kelp blade/);
    await drawn(elsewhere, 'sheet');
    await same(elsewhere, 'sheet', shown);
    await elsewhere.goto(other.url);
    await expect(elsewhere.getByRole('article')).toHaveCount(1);
    await take(/is here already, pixel for pixel/);
    await elsewhere.goto(other.url);
    await expect(elsewhere.getByRole('article')).toHaveCount(1);
    expect(elsewhere.faults).toEqual([]);
    await other.stop();
  });
});
