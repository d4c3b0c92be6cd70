// Measures bands: how many of their pixels are laid a second, beside stamped dabs of the same size in the same run.
import { InkEngine, printSheet } from '@amber-stamp/core/ink';
import { parseBrush, type Brush, type Strokes } from '@amber-stamp/core/model';
import { TRIAL_SIZE, trialStrokes } from '@amber-stamp/core/path';
import { dabsOf } from '@amber-stamp/core/vary';
import { dabsOfSize, tipPlate } from './dabs.ts';
import { alternate } from './measure.ts';

const SHEET = { width: 1800, height: 1400 };
const plate = tipPlate();

/** A stroke that bends all the way, 60 samples. */
const bent = {
  points: Array.from({ length: 60 }, (_, k) => ({
    x: 150 + k * 25,
    y: 700 + 300 * Math.sin(k / 6),
    t: k * 10,
    pressure: 0.5,
    tiltX: 0,
    tiltY: 0,
    twist: 0,
  })),
};

const bandOf = (size: number): Brush =>
  parseBrush({
    format: 'amber-stamp/brush',
    version: 1,
    coats: [{ deck: { cards: [{ plate: 'tip' }] }, band: {}, properties: { size: { rest: size } } }],
  });

/** Millions of pixels a second of CPU time by the width of a band, and of dabs as large. */
export function bandTable(): string[] {
  const engine = new InkEngine();
  const rows = ['| width | band | stamped dabs of that size | share |', '|---|---|---|---|'];
  for (const size of [16, 40, 200, 800]) {
    const brush = bandOf(size);
    const [{ band }] = brush.coats;
    const along = dabsOf(brush, 0, bent, 0);
    const stamped = dabsOfSize(size, Math.max(20, Math.round(2e6 / size ** 2)), SHEET.height);
    const made = { cardOf: () => 0, draw: () => 0, size: SHEET, zoom: 1, tilt: [1, 0, 1] as const };
    const order = { band: band!, dabs: along, plates: [plate], ...made };
    const ms = alternate({
      band: () => engine.free(engine.layBand({ ...order, rule: undefined })),
      dabs: () => engine.free(engine.lay(stamped, [plate], SHEET)),
    });
    const banded = (along.count * size) / ms.band / 1000;
    const dabs = (stamped.count * size ** 2) / ms.dabs / 1000;
    rows.push(`| ${size} px | ${banded.toFixed(1)} | ${dabs.toFixed(0)} | ${(banded / dabs).toFixed(2)} |`);
  }
  return rows;
}

/** The trial strokes at the half of their size, as the bench shows them. */
function trialSheet(): Strokes {
  const { strokes } = trialStrokes();
  const halved = strokes.map(({ points }) => ({ points: points.map((p) => ({ ...p, x: p.x / 2, y: p.y / 2 })) }));
  return { width: TRIAL_SIZE.width / 2, height: TRIAL_SIZE.height / 2, strokes: halved };
}

/** How long the trial sheet of a band takes as a whole, by its width, ms. */
export function bandSheets(): string[] {
  const engine = new InkEngine();
  const sheet = trialSheet();
  const plates = new Map([['tip', plate]]);
  const took = alternate(
    Object.fromEntries(
      [20, 50, 110].map((size) => [
        `${size} px`,
        () => void printSheet(engine, { brush: bandOf(size), plates }, sheet, 'white'),
      ]),
    ),
  );
  const words = Object.entries(took).map(([size, ms]) => `${ms.toFixed(1)} ms at ${size}`);
  return ['', `The trial sheet of a band, from its brush to its pixels: ${words.join(', ')}.`];
}
