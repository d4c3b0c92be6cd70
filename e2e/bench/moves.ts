// Measures in the browser: moving the last handle of a long recipe, and taking in a large photograph.
import { appendFileSync, mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { makeRecipe, makeStep } from '@amber-stamp/core';
import { expect, type Page } from '@playwright/test';
import sharp from 'sharp';
import { drawn, kept, openBrush, stage } from '../acts.ts';
import { App } from '../app.ts';
import { median } from '../../scripts/bench/measure.ts';

const MOVES = 200;
const REPORT = 'docs/bench/cut.md';
const HEAD = '## In the browser';
const folder = mkdtempSync(join(tmpdir(), 'amber-bench-'));

/** Eight steps that end in a plate of 1024 px. */
const EIGHT = makeRecipe([
  makeStep('gray', { prints: 'light' }),
  makeStep('levels'),
  makeStep('specks'),
  makeStep('trim'),
  makeStep('fit', { resolutionPx: 1024 }),
  makeStep('sharpen'),
  makeStep('tone', { contrastPct: 10 }),
  makeStep('fade'),
]);

/** Milliseconds from a move of the last handle to the new plate and the redrawn sheet, move after move. */
async function moves(page: Page, url: string): Promise<number[]> {
  const file = join(folder, 'eight.json');
  writeFileSync(file, JSON.stringify(EIGHT));
  await openBrush(page, url, 'Crust lichen');
  await stage(page, 'Cut').click();
  await page.getByLabel('Recipe file').setInputFiles(file);
  await expect(page.getByRole('listitem', { name: 'Border fade' })).toBeVisible();
  await page.getByRole('listitem', { name: 'Border fade' }).getByText('Border fade').click();
  await kept(page);
  const handle = page.getByRole('slider', { name: 'Width' });
  await handle.focus();
  const took: number[] = [];
  for (let k = 0; k < MOVES; k++) {
    const done = page.evaluate(() => {
      const sheet = document.querySelector('canvas[data-view="sheet"]') as HTMLElement;
      const slider = document.activeElement as HTMLInputElement;
      return new Promise<number>((ready) => {
        let start = 0;
        slider.addEventListener('keydown', () => (start = performance.now()), { once: true });
        const watch = new MutationObserver(() => {
          watch.disconnect();
          ready(performance.now() - start);
        });
        watch.observe(sheet, { attributes: true, attributeFilter: ['data-drawn'] });
      });
    });
    await page.keyboard.press(k % 40 < 20 ? 'ArrowRight' : 'ArrowLeft');
    took.push(await done);
  }
  return took;
}

/** Seconds from a 24 megapixel photograph let go of to its first strokes, and the memory of the page then. */
async function photograph(page: Page, url: string): Promise<{ seconds: number; megabytes: number }> {
  const [width, height] = [6000, 4000];
  const rings = Array.from(
    { length: 60 },
    (_, i) =>
      `<circle cx="${3000 + 1100 * Math.cos(i)}" cy="${2000 + 800 * Math.sin(i * 1.7)}" r="${90 + 9 * i}" fill="none" stroke="#2b2622" stroke-width="${20 + i}"/>`,
  );
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}"><rect width="100%" height="100%" fill="#eee8dc"/>${rings.join('')}</svg>`;
  const file = join(folder, 'rings.jpg');
  await sharp(Buffer.from(svg), { limitInputPixels: false }).jpeg({ quality: 90 }).toFile(file);
  await page.goto(url);
  const start = Date.now();
  await page.getByLabel('Picture or pack').setInputFiles(file);
  await expect(page).toHaveURL(/\/find$/, { timeout: 120_000 });
  await drawn(page, 'sheet');
  const seconds = (Date.now() - start) / 1000;
  const bytes = await page.evaluate(async () => {
    const measure = (performance as unknown as { measureUserAgentSpecificMemory?: () => Promise<{ bytes: number }> })
      .measureUserAgentSpecificMemory;
    return measure ? (await measure.call(performance)).bytes : Number.NaN;
  });
  return { seconds, megabytes: bytes / 1048576 };
}

const app = await App.start();
try {
  const page = await app.page();
  const took = await moves(page, app.url);
  const { seconds, megabytes } = await photograph(page, app.url);
  const sorted = [...took].sort((a, b) => a - b);
  const lines = [
    HEAD,
    '',
    `${MOVES} moves of the last handle of an eight-step recipe on a 1024 px plate, from the key to the new plate and the redrawn sheet, in`,
    `headless Chromium with software drawing: median ${median(took).toFixed(0)} ms, nine in ten under ${sorted[Math.floor(MOVES * 0.9)].toFixed(0)} ms.`,
    '',
    `A JPEG of 24 megapixels, from the file to a cut plate and its strokes on screen: ${seconds.toFixed(1)} s; memory of the page with its`,
    `workers then ${megabytes.toFixed(0)} MB.`,
    '',
  ];
  const before = readFileSync(REPORT, 'utf8').split(`\n${HEAD}`)[0];
  writeFileSync(REPORT, `${before.trimEnd()}\n\n`);
  appendFileSync(REPORT, lines.join('\n'));
  console.log(lines.join('\n'));
} finally {
  await app.stop();
}
