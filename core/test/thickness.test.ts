import {
  flatShare,
  heightPlate,
  InkEngine,
  isThick,
  LAMP,
  layOut,
  lightSheet,
  printSheet,
  printSheetWords,
  type Brush,
  type Plate,
} from '@amber-stamp/core';
import { expect } from 'chai';
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
  printSheet(engine, b, new Map([['tip', plate]]), sheet, 'white');
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
    const sixteen = printSheetWords(engine, b, new Map([['tip', round]]), SHEET, 'white');
    for (let i = 0; i < eight.length; i += 97) expect(sixteen[i] / 257).to.be.closeTo(eight[i], 1.5);
  });
  it('tell when a tip that is full all over makes them flat on top', () => {
    expect(flatShare(solidPlate(32))).to.equal(1);
    expect(flatShare(round)).to.be.lessThan(0.02);
  });
});

describe('the lamp on a sheet', () => {
  it('leaves every flat place as it is', () => {
    const pixels = new Uint8ClampedArray(4 * 25).fill(90);
    lightSheet(pixels, 255, { width: 5, height: 5, data: new Float32Array(25).fill(7) }, LAMP);
    expect(pixels.every((v) => v === 90)).to.equal(true);
  });
  it('shows relief in black ink by its shine', () => {
    const pixels = new Uint8ClampedArray(4 * 81);
    const data = Float32Array.from({ length: 81 }, (_, i) => -0.35 * (8 - (i % 9) + (8 - Math.floor(i / 9))));
    lightSheet(pixels, 255, { width: 9, height: 9, data }, LAMP);
    expect(pixels[4 * 40]).to.be.greaterThan(12);
  });
});
