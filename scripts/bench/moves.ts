// Measures in the browser what a hand feels: a moved handle of the last of eight steps, a peg of a row, the pen.
import { expect, type Page } from '@playwright/test';
import { mkdirSync, writeFileSync } from 'node:fs';
import { cpus } from 'node:os';
import { BRUSHES } from '@amber-stamp/demo';
import { App, closeBrowser } from '../../e2e/app.ts';
import { addStep, drawn, echoAtRest, openBrush, stage } from '../../e2e/acts.ts';
import { median } from './measure.ts';

const MOVES = 200;
const SHEET_MOVES = 60;
const PEG_STEP_PX = 4;
const PEN_MOVES = 40;
/** Where waves are drawn, shares of the sheet's height. */
const PEN_WAVES = [0.5, 0.4, 0.6];

interface Taken {
  ms: number[];
  frames: number[];
}

/** Watches, in the page, the time from a pointer's move to the strokes drawn in a view with what it made. */
const watchOn = (view: string): string => `{
  const taken = (window.taken = { ms: [], frames: [] });
  let at = 0, frame = 0, frameAt = 0;
  const count = () => { frame++; requestAnimationFrame(count); };
  count();
  document.addEventListener('pointermove', (e) => { if (e.buttons) [at, frameAt] = [e.timeStamp, frame]; }, true);
  new MutationObserver(() => {
    if (!at) return;
    taken.ms.push(performance.now() - at);
    taken.frames.push(frame - frameAt);
    at = 0;
  }).observe(document.querySelector('canvas[data-view=${view}]'), { attributes: true, attributeFilter: ['data-drawn'] });
}`;

/** Eight steps on a plate of 1024 px, the last of them open. */
async function eightSteps(page: Page): Promise<void> {
  await stage(page, 'Cut').click();
  await expect(page.getByText('border ring')).toBeVisible({ timeout: 30_000 });
  const cards = page.locator('li.card');
  await cards.filter({ hasText: 'Fit a square' }).locator('button.text').click();
  await page.getByLabel('Resolution value').fill('1024');
  await page.keyboard.press('Enter');
  for (const name of ['Tone', 'Border fade', 'Shift to nothing']) {
    await addStep(page, name);
    await expect(cards.last()).toContainText(name);
  }
  await expect(cards).toHaveCount(8);
}

async function moves(page: Page): Promise<Taken> {
  await page.evaluate(watchOn('sheet'));
  const thumb = (await page.locator('li.card').last().locator('.MuiSlider-thumb').boundingBox())!;
  const y = thumb.y + thumb.height / 2;
  let x = thumb.x + thumb.width / 2;
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.waitForLoadState('networkidle');
  for (let i = 0; i < MOVES; i++) {
    const before = await page.evaluate<number>('window.taken.ms.length');
    // on and on by less than a repeated value, so that every plate is a new one
    x += i < MOVES / 2 ? 0.6 : -0.593;
    await page.mouse.move(x, y);
    await page
      .waitForFunction(`window.taken.ms.length > ${before}`, undefined, { timeout: 1000, polling: 5 })
      .catch(() => undefined);
  }
  await page.mouse.up();
  return page.evaluate<Taken>('window.taken');
}

/** The pen draws waves on the wide sheet: from each of its moves to the ink under it. */
async function penMoves(page: Page): Promise<Taken> {
  const paper = (await page.getByTestId('wide').boundingBox())!;
  await page.evaluate(watchOn('wide'));
  for (const height of PEN_WAVES) {
    const at = (i: number): [number, number] => [
      paper.x + paper.width * (0.15 + (0.7 * i) / PEN_MOVES),
      paper.y + paper.height * (height + 0.2 * Math.sin(i / 5)),
    ];
    await page.mouse.move(...at(0));
    await page.mouse.down();
    for (let i = 1; i <= PEN_MOVES; i++) {
      const before = await page.evaluate<number>('window.taken.ms.length');
      await page.mouse.move(...at(i));
      await page
        .waitForFunction(`window.taken.ms.length > ${before}`, undefined, { timeout: 1000, polling: 5 })
        .catch(() => undefined);
    }
    await page.mouse.up();
  }
  return page.evaluate<Taken>('window.taken');
}

/** Worker time of the trial sheet while a peg of Flow moves, for every demo brush. */
async function sheets(page: Page, url: string): Promise<string[]> {
  const rows = [
    '| brush | peg: ms, median | slowest | pen: ms, median | frames | slowest |',
    '|---|---|---|---|---|---|',
  ];
  for (const { name } of BRUSHES) {
    await openBrush(page, url, name);
    await stage(page, 'Vary').click();
    await drawn(page, 'wide');
    await page.waitForLoadState('networkidle');
    await echoAtRest(page);
    const handle = page.getByRole('group', { name: 'Flow' }).getByRole('slider').first();
    await handle.scrollIntoViewIfNeeded();
    const box = (await handle.boundingBox())!;
    const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
    const sheet = page.locator('canvas[data-view=sheet]');
    const times: number[] = [];
    await page.mouse.move(x, y);
    await page.mouse.down();
    for (let i = 1; i <= SHEET_MOVES; i++) {
      const before = await sheet.getAttribute('data-drawn');
      // to and fro by one percent of the row and more
      await page.mouse.move(x - PEG_STEP_PX * (6 - Math.abs(6 - (i % 12))), y);
      await expect(sheet).not.toHaveAttribute('data-drawn', before ?? '');
      times.push(Number(await sheet.getAttribute('data-ms')));
    }
    await page.mouse.up();
    await echoAtRest(page);
    const pen = await penMoves(page);
    const peg = `${median(times).toFixed(0)} | ${Math.max(...times).toFixed(0)}`;
    const ink = `${median(pen.ms).toFixed(0)} | ${median(pen.frames)} | ${Math.max(...pen.ms).toFixed(0)}`;
    rows.push(`| ${name} | ${peg} | ${ink} |`);
  }
  return rows;
}

const app = await App.start();
const page = await app.page();
await openBrush(page, app.url, 'Crust lichen');
await drawn(page, 'wide');
await eightSteps(page);
const taken = await moves(page);
const sheetRows = await sheets(page, app.url);
await app.stop();
await closeBrowser();
const lines = [
  '# What a hand feels',
  '',
  `Measured in headless Chromium without a GPU on ${cpus().length} cores (${cpus()[0]?.model ?? 'unknown'}), a shared machine, by`,
  '`npm run bench:moves`.',
  '',
  '## A handle of the last of eight steps, on a plate of 1024 px',
  '',
  `From the pointer's move to the trial strokes drawn with the new plate, ${taken.ms.length} of ${MOVES} moves, those that changed the value:`,
  `median ${median(taken.ms).toFixed(0)} ms, ${median(taken.frames)} frames; the slowest ${Math.max(...taken.ms).toFixed(0)} ms.`,
  '',
  '## The trial sheet while a peg of Flow moves, and the wide sheet under the pen',
  '',
  `The peg: time in the worker, from the changed row to finished pixels, ${SHEET_MOVES} moves of the mouse with the peg held. The pen: from`,
  `its move to the ink on the screen, ${PEN_MOVES} moves of each of ${PEN_WAVES.length} strokes; the frame in which the browser hands a move over is none. Both begin`,
  'when the echo of the brush is known.',
  '',
  ...sheetRows,
  '',
];
mkdirSync('docs/bench', { recursive: true });
writeFileSync('docs/bench/moves.md', lines.join('\n'));
console.log(lines.join('\n'));
