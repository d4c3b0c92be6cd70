import { cut, makeRecipe, makeStep } from '@amber-stamp/core/cut';
import { groundColour, InkEngine, layOnce, layOut, printSheet, sheetOrder } from '@amber-stamp/core/ink';
import { parseBrush, type Brush, type PenPoint, type Strokes } from '@amber-stamp/core/model';
import type { Plate } from '@amber-stamp/core/raster';
import { dabsOfSize } from '../dabs.ts';

/** Something whose cost is measured for several numbers, each in a process of its own. */
export interface Axis {
  what: string;
  of: string;
  values: readonly number[];
  /** the number that the cost is held against, where it is not the value itself */
  count?: (value: number) => number;
  /** everything that is not measured; gives what is */
  prepare: (value: number) => () => void;
}

/** A mottled round tip. */
function tipOf(side: number, seed = 0): Plate {
  const data = new Uint16Array(side * side);
  for (let y = 0; y < side; y++)
    for (let x = 0; x < side; x++) {
      const [u, v] = [(2 * x + 1) / side - 1, (2 * y + 1) / side - 1];
      const rim = Math.min(1, Math.max(0, 4 * (1 - Math.sqrt(u * u + v * v))));
      data[y * side + x] = Math.round(65535 * rim * (0.6 + 0.4 * Math.sin(40 * u + seed) * Math.cos(31 * v - seed)));
    }
  return { width: side, height: side, data };
}

const line = (y: number, width: number): { points: PenPoint[] } => ({
  points: [0.05, 0.95].map((share) => ({
    ...{ x: share * width, y, t: 1000 * share },
    ...{ pressure: 0.5, tiltX: 0, tiltY: 0, twist: 0 },
  })),
});
const sheet = (width: number, height: number, lines: number): Strokes => ({
  ...{ format: 'amber-stamp/strokes', version: 1, width, height },
  strokes: Array.from({ length: lines }, (_, k) => line(((k + 0.5) * height) / lines, width)),
});

const rows = { size: { rest: 60 }, spacing: { rest: 12 }, flow: { rest: 50 } };
const brushOf = (cards: number, coats = 1, properties: object = rows): Brush =>
  parseBrush({
    ...{ format: 'amber-stamp/brush', version: 1, seed: 5 },
    coats: Array.from({ length: coats }, () => ({
      deck: { deal: 'shuffled', cards: Array.from({ length: cards }, (_, k) => ({ plate: `tip ${k}` })) },
      properties,
    })),
  });
const platesOf = (cards: number, side: number): Map<string, Plate> =>
  new Map(Array.from({ length: cards }, (_, k) => [`tip ${k}`, tipOf(side, k)]));

const STEPS = [
  makeStep('levels', { automatic: false, low: 0.02, high: 0.95 }),
  makeStep('blur'),
  makeStep('tone', { contrastPct: 10 }),
  makeStep('sharpen'),
  makeStep('invert'),
];

/** A sheet between white and black that no step makes blank. */
function picture(side: number) {
  const data = Float32Array.from(tipOf(side).data, (v) => 0.9 - (0.8 * v) / 65535);
  return { width: side, height: side, channels: 1 as const, data };
}

const STROKES = 10;

export const AXES: Readonly<Record<string, Axis>> = {
  dabs: {
    what: 'ten strokes with dabs of 24 px on a sheet of 2048 px',
    of: 'dabs',
    values: [100, 1000, 10_000, 100_000, 1_000_000],
    prepare: (count) => {
      const engine = new InkEngine();
      // one stroke takes 400,000 at most
      const dabs = dabsOfSize(24, count / STROKES, 2048);
      const tip = tipOf(256);
      return () => {
        for (let k = 0; k < STROKES; k++) engine.free(engine.lay(dabs, [tip], { width: 2048, height: 2048 }));
      };
    },
  },
  sheet: {
    what: 'printing a sheet full of strokes',
    of: 'megapixels of the sheet',
    values: [1024, 2048, 4096, 8192, 16_384],
    count: (side) => (side * side) / 1e6,
    prepare: (side) => {
      const engine = new InkEngine();
      const strokes = sheet(side, side, Math.round(side / 256));
      const painted = { brush: brushOf(1), plates: platesOf(1, 256) };
      return () => void printSheet(engine, painted, strokes, 'white');
    },
  },
  tip: {
    what: 'a new tip and 40 dabs as large as it',
    of: 'thousand pixels of the tip',
    values: [16, 64, 256, 1024, 2048],
    count: (side) => (side * side) / 1000,
    prepare: (side) => {
      const dabs = dabsOfSize(side, 40, 6 * side);
      return () => {
        const engine = new InkEngine();
        engine.free(engine.lay(dabs, [tipOf(side)], { width: 6 * side, height: 6 * side }));
      };
    },
  },
  deck: {
    what: 'a new deck of tips of 256 px, and a stroke with them',
    of: 'tips',
    values: [1, 2, 4, 8, 16, 24],
    prepare: (cards) => {
      const strokes = sheet(2000, 300, 1);
      const brush = brushOf(cards);
      return () => void printSheet(new InkEngine(), { brush, plates: platesOf(cards, 256) }, strokes, 'white');
    },
  },
  coats: {
    what: 'a stroke of several coats',
    of: 'coats',
    values: [1, 2, 3, 4],
    prepare: (coats) => {
      const engine = new InkEngine();
      const strokes = sheet(2000, 700, 4);
      const painted = { brush: brushOf(1, coats), plates: platesOf(1, 256) };
      return () =>
        layOnce(engine, sheetOrder(painted, layOut(painted.brush, strokes), strokes, 'white'), ({ prints }) =>
          engine.toBytes(prints, groundColour('white'), strokes),
        );
    },
  },
  steps: {
    what: 'cutting a plate of 512 px by a recipe',
    of: 'steps',
    values: [1, 5, 10, 20, 40],
    prepare: (count) => {
      const from = picture(512);
      const recipe = makeRecipe(Array.from({ length: count }, (_, k) => STEPS[k % STEPS.length]));
      return () => void cut(from, recipe);
    },
  },
};
