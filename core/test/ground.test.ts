import {
  BLENDS,
  GroundStack,
  PLAIN_PLACEMENT,
  coverBox,
  type GroundLayer,
  type GroundPlacement,
  type PlacedInk,
} from '@amber-stamp/core/ground';
import { InkEngine, groundColour, layOnce, layOut, sheetOrder } from '@amber-stamp/core/ink';
import { expect } from 'chai';
import { brushWith, sheetOf, solidPlate, straight } from './helpers/make.ts';

const SIZE = { width: 4, height: 1 };
const COVER = [0.5, 0.5, 0.5] as const;

/** A layer of one row of pixels, each [r, g, b, a]. */
const layer = (name: string, ...pixels: number[][]): GroundLayer => ({
  name,
  pixels: new Uint8ClampedArray(pixels.flat()),
});
const CLEAR = [0, 0, 0, 0];
const SKY = [200, 100, 50, 255];
const FIGURE = [0, 0, 255, 255];

/** Ink of one colour over all four pixels, premultiplied. */
const ink = (lie: Partial<GroundPlacement>, colour: number[], alpha = 1): PlacedInk => ({
  lie: { ...PLAIN_PLACEMENT, ...lie },
  pixels: new Float32Array(Array.from({ length: 4 }, () => [...colour.map((v) => (v / 255) * alpha), alpha]).flat()),
});
const RED = [255, 0, 0];

describe('ground', () => {
  const stack = new GroundStack(
    [layer('sky', SKY, SKY, SKY, SKY), layer('figure', CLEAR, FIGURE, FIGURE, CLEAR)],
    SIZE,
  );
  const seen = (...inks: PlacedInk[]): number[][] => {
    const bytes = [...stack.compose(inks, COVER)];
    return [0, 1, 2, 3].map((i) => bytes.slice(4 * i, 4 * i + 3));
  };
  const sky = SKY.slice(0, 3);
  const figure = FIGURE.slice(0, 3);

  it('without ink is its layers, one over the other', () => {
    expect(seen()).to.deep.equal([sky, figure, figure, sky]);
  });
  it('shows ink behind a layer only where the layer is not', () => {
    expect(seen(ink({ place: 'behind', layer: 'figure' }, RED))).to.deep.equal([RED, figure, figure, RED]);
  });
  it('shows ink in front of a layer over it', () => {
    expect(seen(ink({ place: 'front', layer: 'figure' }, RED))).to.deep.equal([RED, RED, RED, RED]);
    expect(seen(ink({ place: 'front', layer: 'sky' }, RED))).to.deep.equal([RED, figure, figure, RED]);
  });
  it('shows ink that is clipped to a layer only on it', () => {
    expect(seen(ink({ place: 'clipped', layer: 'figure' }, RED))).to.deep.equal([sky, RED, RED, sky]);
  });
  it('keeps a cover over everything but where strokes take it away, and only half of it where they press half', () => {
    const half = {
      ...ink({ place: 'uncover' }, RED),
      pixels: new Float32Array([...[0, 0, 0, 1], ...[0, 0, 0, 0.5], ...Array(8).fill(0)]),
    };
    expect(seen(half)).to.deep.equal([sky, [64, 64, 191], [128, 128, 128], [128, 128, 128]]);
  });
  it('takes more of a cover away with every further ink', () => {
    const once = seen(ink({ place: 'uncover' }, RED, 0.5));
    const twice = seen(ink({ place: 'uncover' }, RED, 0.5), ink({ place: 'uncover', opacityPct: 100 }, RED, 0.5));
    expect(Math.abs(twice[0][0] - sky[0])).to.be.below(Math.abs(once[0][0] - sky[0]));
  });
  it('mixes ink by the blend modes of the compositing standard', () => {
    const by = (blend: GroundPlacement['blend']) => seen(ink({ blend }, [100, 200, 250]))[0];
    const at = (f: (b: number, s: number) => number) =>
      sky.map((b, i) => Math.round(255 * f(b / 255, [100, 200, 250][i] / 255)));
    expect(by('multiply')).to.deep.equal(at((b, s) => b * s));
    expect(by('screen')).to.deep.equal(at((b, s) => b + s - b * s));
    expect(by('darken')).to.deep.equal(at(Math.min));
    expect(by('lighten')).to.deep.equal(at(Math.max));
    expect(by('difference')).to.deep.equal(at((b, s) => Math.abs(b - s)));
    expect(by('subtract')).to.deep.equal(at((b, s) => Math.max(0, b - s)));
    expect(by('plus-lighter')).to.deep.equal(at((b, s) => Math.min(1, b + s)));
    expect(by('normal')).to.deep.equal([100, 200, 250]);
  });
  it('is wholly under its cover before the first stroke, where it has one', () => {
    const bytes = [...stack.compose([], COVER, { covered: true })];
    const cover = COVER.map((v) => Math.round(v * 255));
    for (let i = 0; i < 4; i++) expect(bytes.slice(4 * i, 4 * i + 3)).to.deep.equal(cover);
  });
  it('with opacity nothing is laid, whatever the blend', () => {
    for (const blend of BLENDS) expect(seen(ink({ blend, opacityPct: 0 }, RED)), blend).to.deep.equal(seen());
  });
  it('dissolving ink is either wholly there or not at all, as often as it is strong', () => {
    const wide = { width: 400, height: 10 };
    const paper = new Uint8ClampedArray(16_000).fill(255);
    const pixels = new Float32Array(16_000).fill(0).map((_, i) => (i % 4 === 3 ? 0.3 : 0));
    const made = new GroundStack([{ name: 'paper', pixels: paper }], wide).compose(
      [{ lie: { ...PLAIN_PLACEMENT, blend: 'dissolve' }, pixels }],
      COVER,
    );
    let black = 0;
    for (let p = 0; p < made.length; p += 4) {
      expect([0, 255]).to.include(made[p]);
      if (made[p] === 0) black++;
    }
    expect(black / 4000).to.be.within(0.26, 0.34);
  });
  it('blurred ink spreads beyond itself and loses nothing', () => {
    const wide = { width: 41, height: 41 };
    const paper = new Uint8ClampedArray(41 * 41 * 4).fill(255);
    const pixels = new Float32Array(41 * 41 * 4);
    for (let y = 18; y < 23; y++) for (let x = 18; x < 23; x++) pixels[4 * (y * 41 + x) + 3] = 1;
    const print = (blurPx: number) =>
      new GroundStack([{ name: 'paper', pixels: paper }], wide).compose(
        [{ lie: { ...PLAIN_PLACEMENT, blurPx }, pixels }],
        COVER,
      );
    const [sharp, soft] = [print(0), print(3)];
    const dark = (bytes: Uint8ClampedArray) => bytes.reduce((sum, v, p) => sum + (p % 4 === 0 ? 255 - v : 0), 0);
    expect(sharp[4 * (20 * 41 + 14)]).to.equal(255);
    expect(soft[4 * (20 * 41 + 14)]).to.be.below(250);
    expect(dark(soft) / dark(sharp)).to.be.within(0.97, 1.03);
  });
  it('is covered wholly by a picture, its middle in the middle', () => {
    expect(coverBox({ width: 100, height: 100 }, { width: 200, height: 50 })).to.deep.equal({
      scale: 2,
      left: -150,
      top: 0,
    });
  });
  it('of a colour is told as written, and dark ones are printed on in white', () => {
    expect(groundColour('#ff8000').map((v) => Math.round(v * 255))).to.deep.equal([255, 128, 0]);
  });
});

describe('strokes that take away', () => {
  const brush = brushWith({ size: { rest: 20 }, spacing: { rest: 10 } });
  const plates = new Map([['tip', solidPlate(32)]]);
  const sheet = sheetOf(100, 60, straight(10, 90, 30), straight(60, 90, 30));
  const engine = new InkEngine();
  /** Gray at a place after a stroke over the whole way and one that takes its second half away. */
  const bytes = (ground: 'white' | '#204060', awayOf: number) => {
    const order = sheetOrder({ brush, plates }, layOut(brush, sheet), sheet, ground);
    const strokes = order.strokes.map((one, s) => ({ ...one, away: s === awayOf }));
    const out = layOnce(engine, { ...order, strokes }, ({ prints }) =>
      engine.toBytes(prints, groundColour(ground), sheet),
    );
    return (x: number, y = 30) => [...out.subarray(4 * (y * 100 + x), 4 * (y * 100 + x) + 3)];
  };
  it('show the ground again where they go, of whichever colour it is', () => {
    for (const [ground, colour] of [
      ['white', [255, 255, 255]],
      ['#204060', [32, 64, 96]],
    ] as const) {
      const at = bytes(ground, 1);
      expect(at(25), ground).not.to.deep.equal(colour);
      expect(at(80), ground).to.deep.equal(colour);
    }
  });
  it('take nothing from what is drawn after them', () => {
    const at = bytes('white', 0);
    expect(at(25)).to.deep.equal([255, 255, 255]);
    expect(at(80)).to.deep.equal([0, 0, 0]);
  });
});
