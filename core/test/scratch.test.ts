import { raster, resample, type Raster } from '@amber-stamp/core/raster';
import { hash32 } from '@amber-stamp/core/maths';
import { scratchFor, wantScratch } from '@amber-stamp/core/wasm';
import { expect } from 'chai';
import { undo } from '../src/formats/exr-planes.ts';
import { blur, blurRows } from '../src/raster/blur.ts';
import { distanceTo } from '../src/raster/distance.ts';
import { directionsOf } from '../src/flaws/line-pieces.ts';
import { ridgeFinder, turned } from '../src/flaws/turned.ts';
import {
  filledColumns,
  lessLocal,
  mixedRows,
  printingAbove,
  product,
  slopesAlong,
  takeAway,
  takeStreaks,
  widened,
} from '../src/prove/strip-loops.ts';
import { addGrid } from '../src/ink/octaves.ts';
import { closed, dilate, erode, opened } from '../src/raster/morph.ts';
import { pieceRuns, pieces } from '../src/raster/pieces.ts';
import { pulledAffine, rowReader } from '../src/raster/sample.ts';
import { spanOf } from '../src/raster/span.ts';
import { stretch } from '../src/raster/stretch.ts';
import { echoWith } from './helpers/echoes.ts';
import * as tips from './helpers/tips.ts';

const SIZES = [
  [1, 1],
  [3, 2],
  [7, 5],
  [64, 64],
  [201, 97],
  [3, 700],
  // wider and higher than what is done at a time
  [2112, 190],
] as const;

function noise([width, height]: readonly [number, number]): Raster {
  const made = raster(width, height);
  for (let i = 0; i < made.data.length; i++) made.data[i] = hash32(i, width) / 2 ** 32 - 0.2;
  return made;
}

/** The same done in WebAssembly and in plain loops. */
function bothWays<T>(make: () => T): [T, T] {
  const quick = make();
  wantScratch(false);
  const plain = make();
  wantScratch(true);
  return [quick, plain];
}
const bits = ({ data }: Raster): Uint32Array => new Uint32Array(data.buffer, data.byteOffset, data.length);

describe('loops in WebAssembly give the bits of plain loops', () => {
  afterEach(() => wantScratch(true));
  it('are there', () => {
    expect(scratchFor(16)).not.to.equal(undefined);
  });

  const checks: Readonly<Record<string, (source: Raster) => Raster[]>> = {
    blurs: (source) =>
      [0.3, 0.8, 1.4, 2, 2.2, 6.7, 48].flatMap((sigma) =>
        [true, false].flatMap((empty) => [blur(source, sigma, empty), blurRows(source, sigma, empty)]),
      ),
    'other sizes': (source) =>
      [
        [1, 1],
        [48, 48],
        [256, 100],
        [1000, 33],
      ].map(([width, height]) => resample(source, width, height)),
    'what lies between px': (source) => {
      const row = rowReader(source, 12);
      const far = 1e7;
      row.x.set([-1, -0.5, 0, 0.4, 1.7, 2, 2.999, 63.5, 200.3, far, -far, 3]);
      row.y.set([0, -0.5, -1, 1.2, 1.2, 4.001, 96.2, 3, 96.5, 2, 2, -far]);
      const read = { width: 12, height: 1, data: Float32Array.from(row.read()) };
      return [read, pulledAffine(source, [0.7, -0.4, 3, 0.4, 0.7, -5], raster(33, 21))];
    },
    'pieces that touch': (source) =>
      [0, 0.3, 0.7].flatMap((threshold) => {
        const { label, area, count } = pieces(source, threshold);
        const { runs, ids, count: same } = pieceRuns(source, threshold);
        const rows = [label, area, [count, same, runs.count], ids, runs.begin.subarray(0, runs.count)];
        return rows.map((row) => ({ width: row.length, height: 1, data: Float32Array.from(row) }));
      }),
    'grids added to each other': ({ width, height, data }) =>
      [false, true].flatMap((inX) =>
        [false, true].map((inY) => {
          const half = (side: number, is: boolean) => (is ? (side + 1) >> 1 : side);
          const [across, down] = [half(width, inX), half(height, inY)];
          const to = { width, height, data: data.slice() };
          addGrid({ width: across, height: down, data: data.slice(0, across * down) }, to, inX, inY, 0.3);
          return to;
        }),
      ),
    'bytes told as differences': ({ data }) => {
      const packed = Uint8Array.from(data, (v) => 900 * v);
      const out = new Uint8Array(packed.length);
      undo(packed, out);
      return [{ width: out.length, height: 1, data: Float32Array.from(out) }];
    },
    'the span of values': ({ data }) => {
      const hurt = data.map((v, i) => (i % 31 === 7 ? NaN : v));
      const spans = [data, hurt, hurt.subarray(0, 6)].map(spanOf);
      return spans.map(({ low, high, holes }) => ({ width: 3, height: 1, data: Float32Array.of(low, high, holes) }));
    },
    distances: ({ width, height, data }) => {
      const set = Uint8Array.from(data, (v) => (v > 0.77 ? 1 : 0));
      return [{ width, height, data: distanceTo(set, width, height) }];
    },
    'turned squares': (source) => {
      const square = resample(source, 256, 256);
      return [0, 7.5, 90, 161].flatMap((angle) =>
        [{}, { first: 20, last: 40 }, { reach: 70 }].map((part) => ({ ...square, data: turned(square, angle, part) })),
      );
    },
    'values that are stretched': (source) =>
      [
        { less: 0.1, gain: 1.37, more: 0, low: 0, high: 1 },
        { less: 0, gain: -1, more: 1, low: -Infinity, high: Infinity },
        { less: 0, gain: 0.3, more: 0.4, low: 0.5, high: 0.5625 },
      ].map((by) => {
        const target = raster(source.width, source.height);
        stretch(source.data, target.data, by);
        return target;
      }),
    'what is seen of a strip': (source) => {
      const weight = blur(source, 2);
      const streaked = lessLocal(source, blur(source, 3), weight, source);
      takeStreaks(streaked, blurRows(source, 9), weight, source);
      const less = { ...source, data: source.data.slice() };
      takeAway(less, weight);
      return [streaked, less, product(source, weight), slopesAlong(source)];
    },
    'sets of a strip': (source) => {
      const printing = printingAbove(source, 0.3);
      const ends = (by: number) => Float32Array.from({ length: source.width }, (_, x) => (hash32(x, by) % 120) - 10);
      return [printing, widened(printing), filledColumns(ends(1), ends(2), source.height)];
    },
    'rows between px': (source) => (source.width > 1 ? [mixedRows(source, 0.3, 0.8), mixedRows(source, 0, 0.5)] : []),
    'ridges of turned squares': (source) => {
      const square = resample(source, 256, 256);
      const find = ridgeFinder(square, 6, 15);
      return [
        [0, 90, 130],
        [23, -2, 4],
        [161, 240, 260],
      ].flatMap(([angle, first, last]) => {
        const { ridges, means } = find(angle, { first, last });
        const rows = [256 * Math.max(0, first), 256 * (Math.min(255, last) + 1)];
        return [ridges, means].map((all) => {
          const data = all.slice(...rows);
          return { width: 256, height: data.length / 256, data };
        });
      });
    },
    'pieces of lines': (source) => {
      const square = resample(source, 256, 256);
      const within = { ...square, data: square.data.map((v, i) => (v > 0 && i % 256 > 9 ? 1 : 0)) };
      return directionsOf(square, within, 0.1).flatMap(({ dark, light }) =>
        [dark, light].map(({ value, x, height }) => ({
          ...{ width: 256, height: 3 },
          data: Float32Array.of(...value, ...height, ...x),
        })),
      );
    },
    'maxima and minima': (source) =>
      [closed, opened, dilate, erode].flatMap((of) => [0, 1, 2, 5, 22].map((r) => of(source, r))),
  };
  for (const [what, make] of Object.entries(checks))
    it(`for ${what}`, () => {
      for (const size of SIZES) {
        const [quick, plain] = bothWays(() => make(noise(size)).map(bits));
        quick.forEach((one, k) => expect(one, `${size.join(' x ')}, number ${k}`).to.deep.equal(plain[k]));
      }
    }).timeout(60_000);

  it('for how alike dabs are', () => {
    const [quick, plain] = bothWays(() => {
      const { echo, inside, outline, texture } = echoWith([tips.tipFrom(tips.rich(3))], { spacing: 40, turn: 10 });
      return { echo, inside, outline, texture };
    });
    expect(quick).to.deep.equal(plain);
    expect(quick.echo).to.be.greaterThan(50);
  });
});
