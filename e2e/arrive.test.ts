import type { Page } from '@playwright/test';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { blotPicture, drawn, dropFile, kept } from './acts.ts';
import { withApp, type App } from './app.ts';
import { expect } from './expect.ts';

const folder = mkdtempSync(join(tmpdir(), 'amber-arrive-'));

/** A 24 megapixel photograph of dark rings on paper, as a file. */
async function largePhotograph(): Promise<string> {
  const [width, height] = [6000, 4000];
  const rings = Buffer.from(
    `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}"><rect width="100%" height="100%" fill="#eee8dc"/>` +
      Array.from(
        { length: 40 },
        (_, i) =>
          `<circle cx="${3000 + 900 * Math.cos(i)}" cy="${2000 + 700 * Math.sin(i * 1.7)}" r="${120 + 9 * i}" fill="none" stroke="#2b2622" stroke-width="${30 + i}"/>`,
      ).join('') +
      '</svg>',
  );
  const file = join(folder, 'tide rings.jpg');
  await sharp(rings, { limitInputPixels: false }).jpeg({ quality: 90 }).toFile(file);
  return file;
}

/** Hands a file to the page as the system would in a paste. */
const paste = (page: Page, bytes: Buffer, name: string) =>
  page.evaluate(
    ([base64, fileName]) => {
      const data = Uint8Array.from(atob(base64), (c) => c.charCodeAt(0));
      const carried = new DataTransfer();
      carried.items.add(new File([data], fileName, { type: 'image/jpeg' }));
      const target = document.querySelector('main') ?? document.body;
      target.dispatchEvent(new ClipboardEvent('paste', { clipboardData: carried, bubbles: true, cancelable: true }));
    },
    [bytes.toString('base64'), name] as const,
  );

/** The share of a canvas that is dark. */
function inkedShare(canvas: HTMLCanvasElement | SVGElement | HTMLElement): number {
  const { width, height } = canvas as HTMLCanvasElement;
  const { data } = (canvas as HTMLCanvasElement).getContext('2d')!.getImageData(0, 0, width, height);
  let dark = 0;
  for (let i = 0; i < data.length; i += 4) if (data[i] < 128) dark++;
  return dark / (width * height);
}

describe('pictures arrive', () => {
  let app: App;
  let page: Page;
  withApp(
    (started, opened) => {
      app = started;
      page = opened;
    },
    { demo: false },
  );
  beforeEach(async () => {
    await page.goto(app.url);
    // before that nobody listens to what is pasted or dropped
    await expect(page.locator('main')).toBeVisible();
  });

  it('in an empty cabinet that says what to do', async () => {
    await expect(page.getByText('A picture becomes a brush')).toBeVisible();
    await expect(page.getByRole('article')).toHaveCount(0);
  });

  it('by pasting', async () => {
    await paste(page, await blotPicture(), 'pasted blot.jpg');
    await expect(page).toHaveURL(/\/find$/);
    await expect(page.getByRole('button', { name: 'Rename Pasted blot' })).toBeVisible();
    await kept(page, 1);
    await page.waitForLoadState('networkidle');
    await page.goto(app.url);
    await expect(page.getByRole('article')).toHaveCount(1);
  });

  it('by being dropped anywhere on the page, the same picture a second time as a second brush from one source', async () => {
    await dropFile(page.locator('main'), 'dropped blot.jpg', await blotPicture());
    await expect(page).toHaveURL(/\/find$/);
    await kept(page, 1);
    await page.goto(app.url);
    await expect(page.getByRole('article')).toHaveCount(2);
    await page.getByRole('link', { name: /^Sources/ }).click();
    await expect(page.getByRole('article')).toHaveCount(1);
  });

  it('of 24 megapixels with progress, can be cancelled on the way, and then leave no brush', async () => {
    const file = await largePhotograph();
    await page.getByLabel('Picture or pack').setInputFiles(file);
    const progress = page.getByRole('progressbar', { name: /tide rings/ });
    await expect(progress).toBeVisible();
    await page.getByRole('button', { name: 'Cancel' }).click();
    await expect(page.getByText(/^Cancelled; /)).toBeVisible();
    await expect(progress).toHaveCount(0);
    await page.goto(app.url);
    await expect(page.getByRole('article')).toHaveCount(2);
  });

  it('of 24 megapixels show what their plate will be while they are only being sent, and become a brush', async () => {
    let send = (): void => undefined;
    const held = new Promise<void>((done) => (send = done));
    await page.route('**/api/sources?*', async (route) => {
      await held;
      await route.continue();
    });
    await page.getByLabel('Picture or pack').setInputFiles(join(folder, 'tide rings.jpg'));
    const draft = page.getByRole('img', { name: 'A draft of the plate of tide rings.jpg' });
    await expect(draft).toBeVisible();
    await expect.poll(() => draft.evaluate(inkedShare)).toBeGreaterThan(0.05);
    await expect(page.getByText('a draft', { exact: true })).toBeVisible();
    send();
    await expect(page).toHaveURL(/\/find$/);
    await expect(page.getByText('6000 x 4000 px')).toBeVisible();
    await drawn(page, 'sheet');
    await kept(page, 1);
  });

  it('that are none are refused in one sentence', async () => {
    const file = join(folder, 'not a picture.png');
    writeFileSync(file, 'these are words');
    await page.getByLabel('Picture or pack').setInputFiles(file);
    await expect(page.getByRole('alert')).toContainText('not a picture.png');
    await expect(page).toHaveURL(`${app.url}/`);
  });
});
