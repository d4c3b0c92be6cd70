// A brush with everything on against the plain engine, in alternating rounds.
import { groundColour, InkEngine, layOnce, layOut, sheetOrder } from '@amber-stamp/core/ink';
import { parseBrush, type Brush } from '@amber-stamp/core/model';
import type { Plate } from '@amber-stamp/core/raster';
import { dabsOf } from '@amber-stamp/core/vary';
import { tipPlate } from './dabs.ts';
import { alternate } from './measure.ts';

const SHEET = { width: 2000, height: 700 };
const DRIVERS = ['chance', 'pressure', 'tilt', 'twist', 'speed', 'heading', 'progress', 'cycle'].map((by) => ({ by }));
const NAMES = Array.from({ length: 8 }, (_, k) => `tip ${k}`);

function plates(): Map<string, Plate> {
  const all = new Map(NAMES.map((name) => [name, tipPlate()]));
  const data = Uint16Array.from({ length: 512 * 512 }, (_, i) => ((i * 7919) % 65536) | 0);
  return all.set('grain', { width: 512, height: 512, data });
}

const varied = (size: number) => ({
  size: { rest: size, low: 60, drivers: DRIVERS },
  spacing: { rest: 12 },
  across: { low: -60, high: 60, drivers: DRIVERS },
  angle: { low: -180, high: 180, drivers: DRIVERS },
  flow: { low: 30, drivers: DRIVERS },
});

const brushOf = (size: number, coats: number, more: object, rows: object = {}): Brush =>
  parseBrush({
    format: 'amber-stamp/brush',
    version: 1,
    coats: Array.from({ length: coats }, (_, c) => ({
      join: c === 0 ? 'over' : 'mask',
      deck: { deal: 'shuffled', cards: (coats === 1 ? NAMES.slice(0, 1) : NAMES).map((plate) => ({ plate })) },
      properties: coats === 1 ? { size: { rest: size * 0.8 }, spacing: { rest: 12 } } : { ...varied(size), ...rows },
      ...more,
    })),
  });

const STROKES = {
  strokes: [120, 260, 400, 540].map((y) => ({
    points: [80, 1000, 1920].map((x, i) => ({
      x,
      y,
      t: i * 500,
      pressure: 0.2 + 0.35 * i,
      tiltX: 20 * i,
      tiltY: 10,
      twist: 40 * i,
    })),
  })),
};

/** Dab pixels of a brush along the bench's strokes. */
function dabPixels(brush: Brush): number {
  let sum = 0;
  brush.coats.forEach((_, c) =>
    STROKES.strokes.forEach((stroke, s) => {
      const dabs = dabsOf(brush, c, stroke, s);
      for (let i = 0; i < dabs.count; i++) sum += dabs.sizePx[i] ** 2;
    }),
  );
  return sum;
}

/** Rates from brush to finished RGBA: plain, with everything on, and with grain and tint on every dab. */
export function fullTable(): string[] {
  const engine = new InkEngine();
  const held = plates();
  const run = (brush: Brush) => () => {
    layOnce(engine, sheetOrder({ brush: brush, plates: held }, layOut(brush, STROKES), SHEET, 'white'), ({ prints }) =>
      engine.toBytes(prints, groundColour('white'), SHEET),
    );
  };
  const grain = { plate: 'grain', scale: 80, depth: { rest: 70, low: 30, drivers: DRIVERS } };
  const rows = [
    '| size | plain engine | two coats, eight cards, grain, all drivers | share | and grain and tint on every dab | share |',
    '|---|---|---|---|---|---|',
  ];
  for (const size of [60, 200]) {
    const plain = brushOf(size, 1, {});
    const full = brushOf(size, 2, { grain });
    const every = brushOf(
      size,
      2,
      { grain: { ...grain, appliesTo: 'dab' }, ink: { colour: '#a03020' } },
      { hue: { low: -30, high: 30, drivers: DRIVERS } },
    );
    const ms = alternate({ plain: run(plain), full: run(full), every: run(every) });
    const rate = (brush: Brush, t: number) => dabPixels(brush) / t / 1000;
    const [p, f, e] = [rate(plain, ms.plain), rate(full, ms.full), rate(every, ms.every)];
    rows.push(
      `| ${size} px | ${p.toFixed(0)} | ${f.toFixed(0)} | ${(f / p).toFixed(2)} | ${e.toFixed(0)} | ${(e / p).toFixed(2)} |`,
    );
  }
  return rows;
}
