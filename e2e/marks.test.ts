import { withApp, type WatchedPage, type App } from './app.ts';
import { expect } from './expect.ts';
import { changed, drawn, kept, rested, same, scanBlots, stage } from './acts.ts';

describe('the marks of a sheet', () => {
  let app: App;
  let page: WatchedPage;
  withApp(
    (started, opened) => {
      app = started;
      page = opened;
    },
    { demo: false },
  );

  const mark = (number: number) => page.getByRole('button', { name: `Mark ${number}`, exact: true });
  const heading = (count: number) =>
    page.getByRole('heading', { name: `One brush, a deck of these (${count})`, exact: true });

  it('become the deck of one brush when the sheet arrives, and what it is for is asked by strokes', async () => {
    await scanBlots(page, app.url);
    await expect(heading(6)).toBeVisible();
    await expect(page.getByText('6 marks of about one size stand apart on it.')).toBeVisible();
    const asked = page.getByRole('radiogroup', { name: 'What is it for?' });
    await expect(asked.getByRole('radio', { name: 'Several marks' })).toBeChecked();
    await expect(asked.locator('canvas')).toHaveCount(5);
    await drawn(page, 'sheet');
  });

  it('are pressed off and on, joined, split, dragged and drawn, and the strokes follow each time', async () => {
    const six = await rested(page, 'sheet');
    await mark(2).click();
    await expect(heading(5)).toBeVisible();
    await expect(mark(2)).toHaveAttribute('aria-pressed', 'false');
    const five = await changed(page, 'sheet', six);
    await page.keyboard.press('Control+z');
    await same(page, 'sheet', six);
    await page.keyboard.press('Control+Shift+z');
    await same(page, 'sheet', five);

    await page.getByRole('button', { name: 'Join with the nearest' }).click();
    await expect(page.getByRole('button', { name: /^Mark \d+$/ })).toHaveCount(5);
    const joined = await changed(page, 'sheet', five);
    await page.getByRole('button', { name: 'Split it' }).click();
    await expect(page.getByRole('button', { name: /^Mark \d+$/ })).toHaveCount(6);
    const split = await changed(page, 'sheet', joined);

    const { x, y, width, height } = (await mark(1).boundingBox()) as {
      x: number;
      y: number;
      width: number;
      height: number;
    };
    await page.mouse.move(x + width / 2, y + height / 2);
    await page.mouse.down();
    await page.mouse.move(x + width / 2 + 30, y + height / 2 + 12, { steps: 4 });
    await page.mouse.up();
    await expect.poll(async () => Math.round((await mark(1).boundingBox())?.x ?? 0)).toBe(Math.round(x + 30));
    await changed(page, 'sheet', split);
    await kept(page);
  });

  it('are taken for one tip again, for a grain and for a band, each with its own recipe', async () => {
    const marks = await rested(page, 'sheet');
    const asked = page.getByRole('radiogroup', { name: 'What is it for?' });
    const steps = async () => {
      await stage(page, 'Cut').click();
      await expect(page.locator('li.card').first()).toBeVisible();
      const names = await page
        .locator('li.card')
        .evaluateAll((all) => all.map((card) => card.getAttribute('aria-label')));
      await stage(page, 'Find').click();
      return names;
    };
    await asked.getByRole('radio', { name: 'A grain' }).click();
    await expect(asked.getByRole('radio', { name: 'A grain' })).toBeChecked();
    const grain = await changed(page, 'sheet', marks);
    expect(await steps()).not.toContain('Trim and centre');
    await asked.getByRole('radio', { name: 'A band' }).click();
    await expect(asked.getByRole('radio', { name: 'A band' })).toBeChecked();
    const band = await changed(page, 'sheet', grain);
    await asked.getByRole('radio', { name: 'A tip' }).click();
    await expect(asked.getByRole('radio', { name: 'A tip' })).toBeChecked();
    await changed(page, 'sheet', band);
    expect(await steps()).toContain('Trim and centre');
    await kept(page);
    await page.reload();
    await expect(asked.getByRole('radio', { name: 'A tip' })).toBeChecked();
    await page.waitForLoadState('networkidle');
  });
});
