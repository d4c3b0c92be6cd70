import { BRUSHES } from '@amber-stamp/demo';
import type { Locator, Page } from '@playwright/test';
import { decode, type DecodedPng } from 'fast-png';
import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { expect, PATIENCE } from './expect.ts';

/** What a person does at the bench, by the names that they see. */
export const stage = (page: Page, name: string) =>
  page.getByRole('navigation', { name: 'Stages' }).getByRole('link', { name: new RegExp(`^${name}`) });

export async function openBrush(page: Page, url: string, name: string): Promise<void> {
  await page.goto(url);
  await page.getByRole('article', { name, exact: true }).getByRole('link').click();
  await drawn(page, 'sheet');
}

/** Waits until a view has been drawn at least once. */
export const drawn = (page: Page, view: string): Promise<void> =>
  expect(page.locator(`canvas[data-view="${view}"]`)).toHaveAttribute('data-drawn', /\d+/);

/** The number of the dial, once it is known and rests. */
export async function echoAtRest(page: Page): Promise<number> {
  const dial = page.getByTestId('echo');
  const number = dial.getByRole('img');
  await expect(number).toHaveAttribute('aria-label', /^Echo \d+ of 100, texture \d+ of 100$/);
  await expect(dial).toHaveAttribute('aria-busy', 'false');
  return Number(/Echo (\d+)/.exec((await number.getAttribute('aria-label')) ?? '')?.[1]);
}

/** Adds a step of the recipe by its name. */
export async function addStep(page: Page, label: string): Promise<void> {
  const field = page.getByRole('combobox', { name: 'Add a step' });
  await field.fill(label);
  await field.press('Enter');
}

/** What a view shows now, as PNG. */
export const picture = (page: Page, view: string): Promise<Buffer> =>
  page
    .locator(`canvas[data-view="${view}"]`)
    .evaluate((canvas: unknown) => (canvas as { toDataURL: () => string }).toDataURL())
    .then((url) => Buffer.from(url.slice(url.indexOf(',') + 1), 'base64'));

/** In the page: a hash of the pixels of a canvas, far quicker than a PNG of it. */
const HASH = `async (canvas) => {
  const { width, height } = canvas;
  const copy = new OffscreenCanvas(width, height).getContext('2d');
  copy.drawImage(canvas, 0, 0);
  const digest = await crypto.subtle.digest('SHA-1', copy.getImageData(0, 0, width, height).data);
  return width + 'x' + height + ' ' + Array.from(new Uint8Array(digest)).join('.');
}`;

/** A hash of what a view shows now. */
export async function pixels(page: Page, view: string): Promise<string> {
  const canvas = `canvas[data-view="${view}"]`;
  await page.waitForSelector(canvas, { state: 'attached' });
  return page.evaluate<string>(`(${HASH})(document.querySelector('${canvas}'))`);
}

/** Views are mostly drawn within a few frames: looked for more often than Playwright would. */
const OFTEN = { timeout: PATIENCE, intervals: [50, 100, 100, 100, 200, 300] };

/** Whether a view is being drawn again. */
const isBusy = async (page: Page, view: string): Promise<boolean> =>
  (await page.locator(`canvas[data-view="${view}"]`).getAttribute('aria-busy')) === 'true';

/** Waits until a view shows something else than `before`, and the same at two looks with nothing on its way. */
export async function changed(page: Page, view: string, before: string): Promise<string> {
  let now = before;
  const rests = async () => {
    const last = now;
    now = await pixels(page, view);
    return now !== before && now === last && !(await isBusy(page, view));
  };
  await expect.poll(rests, OFTEN).toBe(true);
  return now;
}
/** A hash of what a view shows once it has been drawn and does not change any more. */
export async function rested(page: Page, view: string): Promise<string> {
  await drawn(page, view);
  return changed(page, view, '');
}
export const same = (page: Page, view: string, wanted: string): Promise<void> =>
  expect.poll(() => pixels(page, view), OFTEN).toBe(wanted);

/** Waits until everything is kept as the given version, or as whichever comes. */
export const kept = (page: Page, version?: number): Promise<void> =>
  expect(
    page.getByRole('button', {
      name: version === undefined ? /^kept, (branch \d+, )?version \d+/ : `kept, version ${version}`,
      exact: version !== undefined,
    }),
  ).toBeVisible();

export async function middleOf(locator: Locator): Promise<{ x: number; y: number; width: number; height: number }> {
  const box = await locator.boundingBox();
  if (!box) throw new Error('nothing is shown there');
  return { x: box.x + box.width / 2, y: box.y + box.height / 2, width: box.width, height: box.height };
}

/** A place on something, in shares of its sides from its middle. */
export type Place = readonly [number, number];

/** Draws on something through some places, with the button held. */
export async function drawOn(page: Page, what: Locator, ...places: Place[]): Promise<void> {
  const { x, y, width, height } = await middleOf(what);
  const at = ([u, v]: Place) => [x + u * width, y + v * height] as const;
  await page.mouse.move(...at(places[0]));
  await page.mouse.down();
  for (const place of places.slice(1)) await page.mouse.move(...at(place), { steps: 8 });
  await page.mouse.up();
}

/** What lies over the picture of a step or of a source and is drawn on. */
export const handles = (page: Page): Locator => page.getByTestId('handles').first();

/** Drags something by (dx, dy) with a real pointer. */
export async function drag(page: Page, locator: Locator, dx: number, dy = 0): Promise<void> {
  const { x, y } = await middleOf(locator);
  await page.mouse.move(x, y);
  await page.mouse.down();
  for (let i = 1; i <= 6; i++) await page.mouse.move(x + (dx * i) / 6, y + (dy * i) / 6);
  await page.mouse.up();
}

/** Draws a wavy stroke on the wide sheet. */
export async function scribble(page: Page): Promise<void> {
  const { x, y, width } = await middleOf(page.getByTestId('wide'));
  await page.mouse.move(x - width * 0.35, y);
  await page.mouse.down();
  for (let i = 1; i <= 20; i++)
    await page.mouse.move(x - width * 0.35 + (width * 0.7 * i) / 20, y + 40 * Math.sin(i / 2));
  await page.mouse.up();
}

/** Presses something that hands a file over, and reads the file. */
export async function download(page: Page, press: Locator): Promise<{ name: string; path: string; bytes: Buffer }> {
  const waiting = page.waitForEvent('download');
  await press.click();
  const file = await waiting;
  const path = await file.path();
  return { name: file.suggestedFilename(), path, bytes: readFileSync(path) };
}

export const pngPixels = (bytes: Uint8Array): string => {
  const { data, width, height } = decode(bytes);
  return `${width}x${height} ${createHash('sha256')
    .update(new Uint8Array(data.buffer, data.byteOffset, data.byteLength))
    .digest('hex')}`;
};

/** How dark a picture is over a box: 0 white, 255 black. */
export function darkOver(
  { data, width, channels }: DecodedPng,
  left: number,
  top: number,
  w: number,
  h: number,
): number {
  let sum = 0;
  for (let y = Math.round(top), n = 0; n < h; n++, y++)
    for (let x = Math.round(left), m = 0; m < w; m++, x++) {
      const p = (y * width + x) * channels;
      sum += 255 - (data[p] + data[p + 1] + data[p + 2]) / 3;
    }
  return sum / (w * h);
}

/** A blot with a ragged rim and a speck beside it, as a photograph: dark on paper. */
export async function blotPicture(): Promise<Buffer> {
  const { default: sharp } = await import('sharp');
  const [width, height] = [420, 320];
  const data = new Uint8Array(width * height * 3);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const a = Math.atan2(y - 150, x - 200);
      const inside =
        Math.hypot(x - 200, y - 150) < 90 + 14 * Math.sin(9 * a) + 6 * Math.sin(23 * a) ||
        Math.hypot(x - 380, y - 40) < 3;
      const v = inside ? 35 + ((x * 7 + y * 11) % 60) : 232 + ((x * 5 + y * 3) % 9);
      data.fill(v, (y * width + x) * 3, (y * width + x) * 3 + 3);
    }
  return sharp(data, { raw: { width, height, channels: 3 } })
    .jpeg({ quality: 92 })
    .toBuffer();
}

/** Brushes that a fresh cabinet holds. */
export const DEMO_BRUSHES = BRUSHES.length;

/** Brings a file in at the cabinet and waits for its brush on the bench. */
export async function bringFile(page: Page, url: string, name: string, bytes: Uint8Array): Promise<void> {
  await page.goto(url);
  const file = { name, mimeType: 'application/octet-stream', buffer: Buffer.from(bytes) };
  await page.locator('input[type=file]').first().setInputFiles(file);
  await expect(page.getByRole('navigation', { name: 'Stages' })).toBeVisible();
  await drawn(page, 'sheet');
}

/** Scans the made-up sheet of ink blots, small; ends in Find. */
export async function scanBlots(page: Page, url: string): Promise<void> {
  await page.goto(`${url}/new/scanner`);
  await page.getByRole('radio', { name: 'ink blots' }).click();
  await page.getByRole('radio', { name: '300' }).click();
  await page.getByRole('button', { name: 'Scan', exact: true }).click();
  await expect(page).toHaveURL(/\/find$/);
}

/** Finds a setting by what people say for it, and opens it. */
export async function find(page: Page, words: string): Promise<void> {
  await page.getByRole('combobox', { name: 'Find a setting' }).fill(words);
  await page.getByRole('option').first().waitFor();
  await page.keyboard.press('Enter');
}

/** Lets go of a file over a part of the page, as the system would. */
export const dropFile = (on: Locator, name: string, bytes: Uint8Array): Promise<void> =>
  on.evaluate(
    (target, [fileName, base64]) => {
      const data = Uint8Array.from(atob(base64), (c) => c.charCodeAt(0));
      const carried = new DataTransfer();
      carried.items.add(new File([data], fileName, { type: 'image/png' }));
      for (const type of ['dragenter', 'dragover', 'drop'])
        target.dispatchEvent(new DragEvent(type, { dataTransfer: carried, bubbles: true, cancelable: true }));
    },
    [name, Buffer.from(bytes).toString('base64')] as const,
  );
