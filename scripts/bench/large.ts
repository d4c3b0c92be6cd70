// npm run bench:large: large files on their way to strokes, and what a page then holds. Writes docs/bench/large.md.
import { expect, type Page } from '@playwright/test';
import type { BrushListing, Page as ListPage } from '@amber-stamp/core/api';
import { randomUUID } from 'node:crypto';
import { mkdirSync, writeFileSync } from 'node:fs';
import { cpus, tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout } from 'node:timers/promises';
import sharp from 'sharp';
import { BRUSHES } from '@amber-stamp/demo';
import { encodeHeights } from '../../core/src/formats/exr-write.ts';
import { drawn } from '../../e2e/acts.ts';
import { App, closeBrowser } from '../../e2e/app.ts';
import { ask } from './asking.ts';
import { median } from './measure.ts';

const ROUNDS = 5;
/** Somebody looks for a file in the dialogue at least so long, ms. */
const DIALOGUE_MS = 1500;
/** Opened one after the other in the page that has taken the picture in. */
const OPENED = 10;

interface Large {
  ending: string;
  bytes: Buffer;
}

/** A blot of 24 megapixels on paper, as a camera would give it. */
async function largePicture(): Promise<Large> {
  const [width, height] = [6000, 4000];
  const pixels = Buffer.alloc(width * height * 3);
  for (let y = 0, p = 0; y < height; y++)
    for (let x = 0; x < width; x++, p += 3) {
      const [dx, dy] = [(x - 3000) / 1800, (y - 2000) / 1300];
      const inside = dx * dx + dy * dy < 1 + 0.1 * Math.sin(9 * Math.atan2(dy, dx));
      const v =
        (inside ? 70 + 30 * Math.sin(x / 17) * Math.sin(y / 23) : 215 - 0.006 * x) + ((x * 7919 + y * 104729) % 13);
      pixels.fill(v, p, p + 3);
    }
  const bytes = await sharp(pixels, { raw: { width, height, channels: 3 } })
    .jpeg({ quality: 90 })
    .toBuffer();
  return { ending: '.jpg', bytes };
}

/** A grained dome of 4096 x 4096 float heights, as a sculpting program would give it. */
function largeHeights(): Large {
  const side = 4096;
  const data = new Float32Array(side * side);
  for (let y = 0, i = 0; y < side; y++)
    for (let x = 0; x < side; x++, i++) {
      const [dx, dy] = [(x - 2048) / 1500, (y - 2048) / 1400];
      const up = Math.sqrt(Math.max(0, 1 - dx * dx - dy * dy));
      const grain = 0.05 * Math.sin(x / 17) * Math.sin(y / 23) + ((x * 7919 + y * 104729) % 13) / 400;
      data[i] = up > 0 ? up + grain : 0;
    }
  const bytes = Buffer.from(encodeHeights({ width: side, height: side, data }));
  return { ending: '.exr', bytes };
}

/** The path of a file with the same picture whose bytes no other has: none is known already. */
function another({ ending, bytes }: Large): string {
  const path = join(tmpdir(), `amber-stamp-large${ending}`);
  writeFileSync(path, Buffer.concat([bytes, Buffer.from(randomUUID())]));
  return path;
}

/** Notes, in the page, when what is shown of a file on its way in is first seen. */
const WATCH = `{
  const seen = (window.seen = {});
  new MutationObserver(() => {
    const box = document.querySelector('.arriving');
    const label = box?.querySelector('canvas')?.getAttribute('aria-label');
    if (label) seen[label.startsWith('A draft') ? 'draft' : 'plate'] ??= performance.now();
    if (document.querySelector('canvas[data-view=sheet][data-drawn]')) seen.sheet ??= performance.now();
  }).observe(document.body, { subtree: true, childList: true, attributeFilter: ['aria-label', 'data-drawn'] });
}`;

type What = 'draft' | 'plate' | 'sheet';
const WORDS: Record<What, string> = {
  draft: 'a draft of its plate',
  plate: 'its plate',
  sheet: 'its strokes on the sheet of the new brush',
};
type Taken = Partial<Record<What, number>>;

/** Waits until the cabinet, which is open, has had all of its brushes measured: the server is busy with that. */
async function allMeasured(app: App): Promise<void> {
  const unmeasured = async () =>
    (await ask<ListPage<BrushListing>>(`${app.url}/api/brushes`)).items.filter(({ echo }) => echo === null).length;
  await expect.poll(unmeasured, { timeout: 120_000 }).toBe(0);
}

/** ms from the file chosen to what is then seen, in a page of its own; `then` goes on in that page. */
async function taken(app: App, file: Large, then?: (page: Page) => Promise<void>): Promise<Taken> {
  const page = await app.page();
  await page.goto(app.url);
  await expect(page.getByRole('article').first()).toBeVisible();
  await allMeasured(app);
  await page.evaluate(WATCH);
  const path = another(file);
  const dialogue = page.waitForEvent('filechooser');
  await page.getByRole('button', { name: 'New brush from a picture' }).click();
  const chooser = await dialogue;
  await setTimeout(DIALOGUE_MS);
  const start = await page.evaluate<number>('performance.now()');
  await chooser.setFiles(path);
  await page.waitForSelector('canvas[data-view=sheet][data-drawn]', { timeout: 60_000 });
  const seen = await page.evaluate<Taken>('window.seen');
  await then?.(page);
  await page.context().close();
  return Object.fromEntries(Object.entries(seen).map(([what, at]) => [what, at - start]));
}

interface Counted {
  bytes: number;
  breakdown: { bytes: number; attribution: { url: string }[] }[];
}
/** What a worker that helps holds of its own, MB: all else that is counted of it is the memory of the one that it helps. */
const HELPER_MB = 1;

/**
 * What the page and its workers hold, MB, as the browser counts it after it has cleared away; and how much of it is counted
 * a second time, since it is the memory of one worker that another one sees.
 */
async function memoryOf(page: Page): Promise<{ all: number; twice: number }> {
  const { bytes, breakdown } = await page.evaluate<Counted>('performance.measureUserAgentSpecificMemory()');
  const helping = breakdown.filter(({ attribution }) => attribution.some(({ url }) => /\/lay\.worker/.test(url)));
  const twice = helping.map((one) => one.bytes / 1e6 - HELPER_MB);
  return { all: bytes / 1e6, twice: twice.reduce((sum, mb) => sum + Math.max(0, mb), 0) };
}

/** Opens brushes of the cabinet, one after the other, in the page as it is. */
async function openSome(page: Page): Promise<void> {
  for (const { name } of BRUSHES.slice(0, OPENED)) {
    await page.getByRole('link', { name: 'Cabinet' }).click();
    await page.getByRole('article', { name, exact: true }).getByRole('link').click();
    await expect(page.getByRole('heading', { level: 1 })).toContainText(name);
    await drawn(page, 'sheet');
  }
}

const ASKED: Record<string, Taken> = {
  'a JPEG of 24 megapixels': { draft: 500, plate: 1500 },
  'an EXR of 4096 x 4096 float heights': { sheet: 3000 },
};

/** A table of one kind of file. */
async function table(app: App, what: string, file: Large): Promise<string[]> {
  const all: Taken[] = [];
  for (let k = 0; k < ROUNDS; k++) all.push(await taken(app, file));
  const rows = (Object.keys(WORDS) as What[]).flatMap((seen) => {
    const times = all.flatMap((one) => one[seen] ?? []);
    if (times.length < ROUNDS) return [];
    const asked = ASKED[what][seen];
    return `| ${WORDS[seen]} | ${median(times).toFixed(0)} ms | ${Math.max(...times).toFixed(0)} ms | ${asked ? `${asked} ms` : ''} |`;
  });
  return [
    `## From the file chosen: ${what}`,
    '',
    '| seen | median | most | aimed at |',
    '|---|---|---|---|',
    ...rows,
    '',
  ];
}

/** So long after the last brush was opened what is held is counted, ms: the sources of others are given up by then. */
const REST_MS = 15_000;

const app = await App.start({ demo: true, apart: true });
const picture = await largePicture();
let held = { all: 0, twice: 0 };
const lines = [
  '# Large files',
  '',
  `Measured in headless Chromium on ${cpus().length} cores (${cpus()[0]?.model ?? 'unknown'}), a shared machine that server, database and browser`,
  `share, by \`npm run bench:large\`: ${ROUNDS} files each, in a page of its own, chosen in the dialogue after ${DIALOGUE_MS / 1000} s.`,
  '',
  ...(await table(app, 'a JPEG of 24 megapixels', picture)),
  ...(await table(app, 'an EXR of 4096 x 4096 float heights', largeHeights())),
];
await taken(app, picture, async (page) => {
  await openSome(page);
  await setTimeout(REST_MS);
  held = await memoryOf(page);
});
await app.stop();
await closeBrowser();
lines.push(
  `A page that took the JPEG in and then opened ${OPENED} brushes one after the other holds, ${REST_MS / 1000} s later and with its workers, ${(held.all - held.twice).toFixed(0)} MB (250 aimed at).`,
  `The browser tells ${held.all.toFixed(0)} MB: memory that two workers see is counted for each of them.`,
  '',
);
mkdirSync('docs/bench', { recursive: true });
writeFileSync('docs/bench/large.md', lines.join('\n'));
console.log(lines.join('\n'));
