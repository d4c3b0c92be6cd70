import type { Page } from '@playwright/test';
import { withApp, type WatchedPage, type App } from './app.ts';
import { bringFile, changed, kept, rested, stage } from './acts.ts';
import { expect } from './expect.ts';
import { grayPicture } from './pictures.ts';

/** How it lies between a wave here and there: a wall of many grays, with a white margin around it. */
const wall = grayPicture(420, 420, (u, v) =>
  Math.max(Math.abs(u - 0.5), Math.abs(v - 0.5)) < 0.38
    ? 60 + 60 * Math.sin(40 * u + 9 * Math.sin(17 * v)) * Math.cos(31 * v)
    : 246,
);
const wedge = grayPicture(420, 420, (u, v) => (Math.abs(v - 0.5) < 0.25 * (1 - u / 0.75) ? 40 : 244));
/** A blot with droplets near it and dust far from it. */
const dusty = grayPicture(600, 600, (u, v) => {
  const dust = [0.1, 0.22, 0.83, 0.9].some((x, k) => Math.hypot(u - x, v - 0.1 - 0.2 * k) < 0.004);
  return dust || Math.hypot(u - 0.5, v - 0.5) < 0.2 + 0.02 * Math.sin(9 * Math.atan2(v - 0.5, u - 0.5)) ? 30 : 242;
});
const chalk = grayPicture(420, 420, (u, v) => (Math.hypot(u - 0.5, v - 0.5) < 0.25 ? 235 : 28));

describe('how a plate ends', () => {
  let app: App;
  let page: WatchedPage;
  withApp(
    (started, opened) => {
      app = started;
      page = opened;
    },
    { demo: false },
  );
  const bring = async (name: string, bytes: Promise<Buffer>) => {
    await bringFile(page, app.url, name, await bytes);
    await rested(page, 'sheet');
    await stage(page, 'Cut').click();
  };
  const warning = (on: Page, words: string) => on.getByRole('alert').filter({ hasText: words });

  it('a rectangle with air around it is told on the run, fades with one press, and is left alone where it is meant', async () => {
    await bring('wall.png', wall);
    await expect(stage(page, 'Cut')).toContainText('prints a rectangle');
    const hard = await rested(page, 'sheet');
    await page.getByRole('button', { name: 'Fade its sides' }).click();
    const soft = await changed(page, 'sheet', hard);
    await expect(stage(page, 'Cut')).toContainText('border is clear');
    await page.keyboard.press('Control+z');
    await changed(page, 'sheet', soft);
    await page.getByRole('button', { name: 'Take it as it is' }).click();
    await expect(warning(page, 'It prints a rectangle.')).toHaveCount(0);
    await kept(page);
    await page.reload();
    await expect(stage(page, 'Cut')).toContainText('border is clear');
  });

  it('a mark that the frame of its source cuts is told by its side, and that side fades', async () => {
    await bring('wedge.png', wedge);
    await expect(warning(page, 'It went on at the left')).toBeVisible();
    const cut = await rested(page, 'sheet');
    await page.getByRole('button', { name: 'Fade that side' }).click();
    await changed(page, 'sheet', cut);
    await expect(warning(page, 'cut by the frame')).toHaveCount(0);
    await expect(page.getByText('at the left', { exact: false }).first()).toBeVisible();
    await kept(page);
  });

  it('what was taken for specks is seen in red, and put back with one press', async () => {
    await bring('dusty.png', dusty);
    await expect(page.getByText('4 taken out')).toBeVisible();
    await expect(page.getByText('4 floating pieces', { exact: false })).toBeVisible();
    await page.getByRole('button', { name: 'show them in red' }).click();
    const red = page.getByRole('img', { name: 'The plate with what was taken away in red' });
    await expect(red).toBeVisible();
    await expect
      .poll(() =>
        red.evaluate((canvas: unknown) => {
          const { width, height } = canvas as { width: number; height: number };
          const { data } = (canvas as { getContext: (kind: string) => CanvasPen })
            .getContext('2d')
            .getImageData(0, 0, width, height);
          let count = 0;
          for (let i = 0; i < data.length; i += 4) if (data[i] > 150 && data[i + 1] < 100) count++;
          return count;
        }),
      )
      .toBeGreaterThan(20);
    const without = await rested(page, 'sheet');
    await page.getByRole('button', { name: 'put them back' }).click();
    await changed(page, 'sheet', without);
    await expect(page.getByText('not looked for')).toBeVisible();
    await kept(page);
  });

  it('another source that the old answer would not print is asked again, and undo keeps the old answer', async () => {
    await stage(page, 'Find').click();
    const dark = await rested(page, 'sheet');
    await page
      .getByLabel('Another file')
      .last()
      .setInputFiles({ name: 'chalk.png', mimeType: 'image/png', buffer: await chalk });
    await expect(page.getByText('so it was asked again', { exact: false })).toBeVisible();
    await expect(page.getByRole('radio', { name: 'The pale' })).toBeChecked();
    await changed(page, 'sheet', dark);
    await page.keyboard.press('Control+z');
    await expect(page.getByRole('radio', { name: 'The dark' })).toBeChecked();
    await kept(page);
  });
});

/** What the pen of a canvas gives. */
interface CanvasPen {
  getImageData: (x: number, y: number, width: number, height: number) => { data: ArrayLike<number> };
}
