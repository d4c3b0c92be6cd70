// What a person waits for first: the cabinet, the first strokes and the first echo of a page that was never opened here.
import { expect, type Page } from '@playwright/test';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { cpus } from 'node:os';
import { setTimeout } from 'node:timers/promises';
import { App, closeBrowser } from '../../e2e/app.ts';
import { launch } from '../../e2e/browser.ts';
import { sizesOf, writeSizes } from '../lib/sizes.mjs';
import { coldCures } from './cold-cures.ts';
import { median } from './measure.ts';

const ROUNDS = 9;
const PLACE = 'docs/bench/start.md';

/** A window of the browser stands by then, ms: what it does for itself is not what a page takes. */
const SETTLED_MS = 500;

/** ms from the way to an address until something of it is there, in a browser that holds nothing of the pages. */
async function cold(address: string, there: (page: Page) => Promise<unknown>): Promise<number> {
  const browser = await launch();
  const page = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
  await setTimeout(SETTLED_MS);
  const start = performance.now();
  await page.goto(address, { waitUntil: 'commit' });
  await there(page);
  const took = performance.now() - start;
  await browser.close();
  return took;
}

async function medianOf(address: string, there: (page: Page) => Promise<unknown>): Promise<number> {
  const all: number[] = [];
  for (let k = 0; k < ROUNDS; k++) all.push(await cold(address, there));
  return median(all);
}

const seen = (selector: string) => (page: Page) =>
  page.waitForFunction((wanted) => document.querySelector(wanted) !== null, selector, { polling: 10 });
const STROKES = 'canvas[data-view="sheet"][data-drawn]';
/** the dial says a number only once it was measured */
const ECHO = '[aria-label^="Echo "][aria-label*=" of 100"]';

/** Somebody looks at the cabinet before opening a brush at least so long, ms. */
const LOOKED_MS = 3000;

/** ms from a press on a brush in the cabinet, in a page that was just opened, until something of the brush is there. */
async function pressed(address: string, name: RegExp, there: (page: Page) => Promise<unknown>): Promise<number> {
  const all: number[] = [];
  for (let k = 0; k < ROUNDS; k++) {
    const browser = await launch();
    const page = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
    await page.goto(address);
    const link = page.getByRole('article', { name }).first().getByRole('link');
    await expect(link).toBeVisible();
    await setTimeout(LOOKED_MS);
    const start = performance.now();
    await link.click();
    await there(page);
    all.push(performance.now() - start);
    await browser.close();
  }
  return median(all);
}

/** Brushes that are cured: of one tip, of one that is slow to look over, and of a deck of eight. */
const CURED = ['Crust lichen', 'Rosette button', 'Cushion moss'];

const app = await App.start({ demo: true, apart: true });
const page = await app.page();
await page.goto(app.url);
const stageOf = async (name: string, stage: string): Promise<string> => {
  const box = page.getByRole('article', { name: new RegExp(name) }).first();
  await expect(box).toBeVisible();
  const [brush] = /\/brush\/[^/?]+/.exec((await box.getByRole('link').getAttribute('href')) ?? '') ?? [''];
  return `${app.url}${brush}/${stage}`;
};
const vary = await stageOf('Crust lichen', 'vary');
const prove = await Promise.all(CURED.map((name) => stageOf(name, 'prove')));
const cabinet = await medianOf(app.url, seen('article'));
const strokes = await medianOf(vary, seen(STROKES));
const echo = await medianOf(vary, seen(ECHO));
const opened = await pressed(app.url, /Crust lichen/, seen(STROKES));
const openedEcho = await pressed(app.url, /Crust lichen/, seen(ECHO));
const cures: Awaited<ReturnType<typeof coldCures>>[] = [];
for (const address of prove) cures.push(await coldCures(address));
await app.stop();
await closeBrowser();

/** What it took before scripts were split, as it was written down when they were. */
function before(): string[] {
  const rows = existsSync(PLACE)
    ? (readFileSync(PLACE, 'utf8').match(/^\| (?:cabinet,|first )[^|]*\|.*$/gm) ?? [])
    : [];
  return rows.map((row) => row.split('|')[3].trim());
}
const was = before();
const kB = (bytes: number): string => `${Math.round(bytes / 1000)} kB`;
const rows = [
  ['cabinet, its brushes seen', cabinet, 600],
  ['first strokes of a brush', strokes, 1200],
  ['first echo of that brush', echo, 2200],
  ['first strokes of a brush that is opened in the cabinet', opened, 1200],
  ['first echo of a brush that is opened in the cabinet', openedEcho, 1000],
] as const;
const text = `# The first second

Made by \`npm run bench:start\`: from an address to what is seen, in a browser that was just begun and holds nothing of the
pages, the median of ${ROUNDS}, on ${cpus().length} cores (${cpus()[0].model.trim()}), a shared machine. The column of
before was measured while each window of the browser loaded pages of its own beside, which took about as long again.

| what | ms | before scripts were split | aimed at |
| --- | --- | --- | --- |
${rows.map(([what, ms, most], k) => `| ${what} | ${Math.round(ms)} | ${was[k] ?? ''} | ${most} |`).join('\n')}

Cures of a brush that was just opened, from the press on the button as soon as there is one; the first may be shown at a
glance, before its tips are looked over (2000 ms asked for the first, 4000 for all).

| brush | the first, ms | all, ms |
| --- | --- | --- |
${cures.map(({ first, all }, k) => `| ${CURED[k]} | ${Math.round(first)} | ${Math.round(all)} |`).join('\n')}

## What is sent

Packed by brotli when they are built, as the server sends them.

| file | size | packed |
| --- | --- | --- |
${sizesOf()
  .map(({ name, bytes, packed }) => `| ${name} | ${kB(bytes)} | ${kB(packed)} |`)
  .join('\n')}
`;
writeFileSync(PLACE, text);
writeSizes();
console.log(text);
