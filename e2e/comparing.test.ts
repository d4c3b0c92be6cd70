import type { Page } from '@playwright/test';
import { changed, drawn, echoAtRest, kept, openBrush, pixels, rested, same, stage } from './acts.ts';
import { withApp, type App } from './app.ts';
import { expect } from './expect.ts';

describe('states are compared with pins and in ladders', () => {
  let app: App;
  let page: Page;
  withApp((started, opened) => {
    app = started;
    page = opened;
  });
  const view = (name: string) => page.getByRole('radio', { name, exact: true }).click();
  const pins = () => page.getByRole('region', { name: 'Pins' });
  const setSpacing = async (value: string) => {
    await stage(page, 'Vary').click();
    await page.getByRole('textbox', { name: 'Spacing value' }).fill(value);
    await page.keyboard.press('Enter');
    await kept(page);
    await stage(page, 'Prove').click();
  };
  const spacing = async () => {
    await stage(page, 'Vary').click();
    return (await page.getByRole('textbox', { name: 'Spacing value' }).inputValue()).replace(/\s*%$/, '');
  };

  it('a pin is wiped across the present state by keys, blinks while B is held, and tells its echo', async () => {
    await openBrush(page, app.url, 'Crust lichen');
    await stage(page, 'Prove').click();
    await echoAtRest(page);
    await view('pins');
    await page.keyboard.press('p');
    const first = await rested(page, 'pinned');
    await same(page, 'present', first);
    await expect(pins().getByRole('listitem').first()).toContainText(/version 1\s*echo \d+/);
    await setSpacing('70');
    await view('pins');
    await drawn(page, 'pinned');
    await same(page, 'pinned', first);
    expect(await pixels(page, 'present')).not.toBe(first);
    const peg = page.getByRole('slider', { name: 'Wipe between the pin and now' });
    await peg.focus();
    await page.keyboard.press('Home');
    await expect(peg).toHaveAttribute('aria-valuenow', '0');
    await page.keyboard.press('Shift+ArrowRight');
    await expect(peg).toHaveAttribute('aria-valuenow', '10');
    await page.keyboard.down('b');
    await drawn(page, 'blink');
    await same(page, 'blink', first);
    await page.keyboard.up('b');
    await expect(page.locator('canvas[data-view="blink"]')).toHaveCount(0);
  });

  it('several pins stand beside it, each is shown by a press, and one is taken off', async () => {
    await page.getByRole('button', { name: 'Pin this state too' }).click();
    await expect(pins().getByRole('button', { pressed: true })).toContainText(/version \d+/);
    await expect(pins().getByRole('listitem')).toHaveCount(3);
    await expect(page.getByRole('link', { name: /^Prove/ })).toContainText('2 pins');
    await page.getByRole('radio', { name: 'one above the other' }).click();
    await drawn(page, 'pinned');
    await pins()
      .getByRole('listitem')
      .nth(1)
      .getByRole('button', { name: /^Take the pin/ })
      .click();
    await expect(pins().getByRole('listitem')).toHaveCount(2);
    await page.getByRole('radio', { name: 'wiped across' }).click();
  });

  it('a state that was pinned before it was measured is measured afterwards', async () => {
    for (const key of ['r', 'p', 'r']) await page.keyboard.press(key);
    const entry = pins()
      .getByRole('listitem')
      .filter({ has: page.getByRole('button', { pressed: true }) });
    await expect(entry).toContainText(/echo \d+/);
    await expect(page.locator('.tag').first()).toContainText(/^pinned, version .*, echo \d+, texture \d+$/);
    await entry.getByRole('button', { name: /^Take the pin/ }).click();
    await kept(page);
  });

  it('going on from a pin makes a branch that stays when the brush is opened again, and undo takes it back', async () => {
    await pins()
      .getByRole('button', { name: /^version 1/ })
      .click();
    await page.getByRole('button', { name: 'Go on from this pin' }).click();
    expect(await spacing()).not.toBe('70');
    await kept(page);
    await page.getByRole('button', { name: /^kept, / }).click();
    await expect(page.getByText(/took back version 1/).first()).toBeVisible();
    await expect(page.getByText(/branch/i).first()).toBeVisible();
    await page.keyboard.press('Escape');
    await page.reload();
    await drawn(page, 'sheet');
    expect(await spacing()).not.toBe('70');
    await setSpacing('41');
    await page.reload();
    await drawn(page, 'sheet');
    expect(await spacing()).toBe('41');
    await setSpacing('70');
    await page.keyboard.press('Control+z');
    await kept(page);
    expect(await spacing()).toBe('41');
  });

  it('a ladder shows one stroke a cell with its settings along both sides, measures each and marks the least', async () => {
    await stage(page, 'Prove').click();
    await view('ladder');
    const sheet = page.getByRole('region', { name: 'Ladder of cells' });
    await expect(sheet.getByRole('button', { name: /^Take / })).toHaveCount(15);
    await drawn(page, 'ladder 0 0');
    await drawn(page, 'ladder 2 4');
    expect(await pixels(page, 'ladder 0 0')).not.toBe(await pixels(page, 'ladder 0 4'));
    await expect(sheet.getByText('60 %', { exact: true })).toBeVisible();
    await expect(sheet.getByText('180°', { exact: true })).toBeVisible();
    await page.getByRole('textbox', { name: 'Steps value' }).first().fill('2');
    await page.keyboard.press('Enter');
    await expect(sheet.getByRole('button', { name: /^Take / })).toHaveCount(6);
    await page.getByRole('button', { name: 'Measure each cell' }).click();
    await expect(sheet.getByRole('button', { name: /^Take .*, echo \d+, texture \d+$/ })).toHaveCount(6);
    const labels = await sheet.getByRole('button', { name: /^Take / }).evaluateAll((all) =>
      all.map((b: unknown) => {
        const button = b as { getAttribute: (n: string) => string; className: string };
        const [, echo] = /, echo (\d+), texture \d+$/.exec(button.getAttribute('aria-label')) ?? [];
        return { echo: Number(echo), best: button.className.includes('best') };
      }),
    );
    const best = labels.filter((l) => l.best);
    expect(best.length).toBeGreaterThan(0);
    for (const { echo } of best) expect(echo).toBe(Math.min(...labels.map((l) => l.echo)));
  });

  it('a cell is taken with one press and taken back with one key', async () => {
    const before = await rested(page, 'sheet');
    await page.getByRole('button', { name: /^Take spacing 60, angle 0,/ }).click();
    const after = await changed(page, 'sheet', before);
    await kept(page);
    expect(await spacing()).toBe('60');
    await page.keyboard.press('Control+z');
    await changed(page, 'sheet', after);
    expect(await spacing()).toBe('41');
  });
});
