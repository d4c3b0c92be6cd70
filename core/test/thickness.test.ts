import { SheetHeights } from '../src/ink/sheet-heights.ts';
import { isThick } from '../src/ink/thickness.ts';
import { flatShare, InkEngine, layOut, printSheet, printSheetWords } from '@amber-stamp/core/ink';
import type { Brush } from '@amber-stamp/core/model';
import { heightPlate, type Plate } from '@amber-stamp/core/raster';
import { LAMP } from '@amber-stamp/core/relief';
import { expect } from 'chai';
import { towardsLamp } from '../src/relief/shade.ts';
import { raster } from '../src/raster/raster.ts';
import { brushWith, sheetOf, solidPlate, straight } from './helpers/make.ts';

const engine = new InkEngine();
const SHEET = sheetOf(160, 96, straight(30, 130, 48));
/** A soft round tip. */
const round: Plate = (() => {
  const data = new Uint16Array(64 * 64);
  for (let i = 0; i < data.length; i++) {
    const d = Math.hypot((i % 64) - 31.5, Math.floor(i / 64) - 31.5) / 32;
    data[i] = d < 1 ? Math.round(65535 * (1 - d * d)) : 0;
  }
  return { width: 64, height: 64, data };
})();
const INK = { ink: { colour: '#7a6a58' } };
const brush = (thickness: object, more: object = {}): Brush =>
  brushWith({ size: { rest: 40 }, spacing: { rest: 8 }, thickness, ...more }, {}, INK);
const print = (b: Brush, plate = round, sheet = SHEET) =>
  printSheet(engine, { brush: b, plates: new Map([['tip', plate]]) }, sheet, 'white');
/** Mean of red over a box. */
function tone(pixels: Uint8ClampedArray, x: number, y: number, w = 30, h = 4): number {
  let sum = 0;
  for (let j = y; j < y + h; j++) for (let i = x; i < x + w; i++) sum += pixels[4 * (j * SHEET.width + i)];
  return sum / (w * h);
}

describe('strokes with thickness', () => {
  it('print as before while they are flat', () => {
    const flat = print(brush({}));
    expect(print(brush({ rest: 0 }))).to.deep.equal(flat);
    expect(print(brush({ rest: 30, muted: true }))).to.deep.equal(flat);
    expect(isThick(brush({}))).to.equal(false);
    expect(isThick(brush({ rest: 5 }))).to.equal(true);
  });
  it('are lighter towards the lamp and darker away from it, on both sides alike when they are flat', () => {
    const above = (pixels: Uint8ClampedArray) => tone(pixels, 65, 30);
    const below = (pixels: Uint8ClampedArray) => tone(pixels, 65, 62);
    const flat = print(brush({}));
    expect(above(flat)).to.be.closeTo(below(flat), 1);
    const thick = print(brush({ rest: 20 }));
    expect(above(thick)).to.be.greaterThan(above(flat) + 6);
    expect(below(thick)).to.be.lessThan(below(flat) - 10);
  });
  it('stand as high as their row says by pressure, and along the stroke', () => {
    const rows = { rest: 5, low: 0, high: 100, drivers: [{ by: 'progress' }] };
    const pixels = print(brush(rows));
    const flat = print(brush({}));
    const dark = (x: number) => tone(flat, x, 62, 12) - tone(pixels, x, 62, 12);
    expect(dark(40)).to.be.lessThan(dark(110) / 2);
    const [{ dabs }] = layOut(brush(rows), SHEET);
    expect(dabs.thicknessPx[0]).to.equal(0);
    expect(dabs.thicknessPx[dabs.count - 1]).to.be.closeTo(5, 0.2);
  });
  it('are pressed in where the tip lies below its base plane', () => {
    const heights = raster(64, 64);
    for (let i = 0; i < heights.data.length; i++) {
      const d = Math.hypot((i % 64) - 31.5, Math.floor(i / 64) - 31.5) / 32;
      heights.data[i] = d < 1 ? -(1 - d * d) : 0;
    }
    // nothing of it prints, but the paper is pressed in: its upper slope turns away from the lamp
    const pixels = print(brush({ rest: 20 }), heightPlate(heights));
    expect(tone(pixels, 65, 30)).to.be.lessThan(245);
    expect(print(brush({}), heightPlate(heights)).every((v) => v === 255)).to.equal(true);
  });
  it('come out alike at 8 and 16 bit', () => {
    const b = brush({ rest: 20 });
    const eight = print(b);
    const sixteen = printSheetWords(engine, { brush: b, plates: new Map([['tip', round]]) }, SHEET, 'white');
    for (let i = 0; i < eight.length; i += 97) expect(sixteen[i] / 257).to.be.closeTo(eight[i], 1.5);
  });
  it('tell when a tip that is full all over makes them flat on top', () => {
    expect(flatShare(solidPlate(32))).to.equal(1);
    expect(flatShare(round)).to.be.lessThan(0.02);
  });
});

describe('the lamp on a sheet', () => {
  /** Pixels of a square sheet, all of one tone, lit by what stands on it. */
  function lit(side: number, tone: number, height: (x: number, y: number) => number, kernel?: 'plain') {
    const heights = new SheetHeights(new InkEngine(kernel), { width: side, height: side });
    for (let y = 0; y < side; y++) heights.row(y).set(Float32Array.from({ length: side }, (_, x) => height(x, y)));
    const pixels = new Uint8ClampedArray(4 * side * side).fill(tone);
    heights.light(pixels, LAMP);
    heights.free();
    return pixels;
  }

  it('leaves every flat place as it is, up to the edges of the sheet', () => {
    expect(lit(5, 90, () => 7).every((v) => v === 90)).to.equal(true);
    expect(lit(256, 90, () => 7).every((v) => v === 90)).to.equal(true);
  });
  it('shows relief in black ink by its shine', () => {
    expect(lit(9, 0, (x, y) => -0.35 * (16 - x - y))[4 * 40]).to.be.greaterThan(12);
  });
  it('lights slopes by the cosine of their angle to it', () => {
    const pixels = lit(9, 100, (x) => -0.5 * x);
    const [x, , z] = towardsLamp(LAMP);
    // falling to the right: the normal leans to the right
    const cosine = (0.5 * x + z) / Math.hypot(0.5, 1) / z;
    expect(pixels[4 * 40]).to.be.closeTo(100 * (0.34 + 0.66 * cosine), 1);
  });
  it('gives the same bits in both kernels', () => {
    const bumps = (x: number, y: number) => 6 * Math.sin(x / 5) * Math.cos(y / 7);
    const pixels = lit(40, 120, bumps);
    expect(new Set(pixels).size).to.be.greaterThan(20);
    expect(lit(40, 120, bumps, 'plain')).to.deep.equal(pixels);
  });
});
