import type { Plate } from '../raster/raster.ts';
import { meansOfWords, narrowed, widened } from '../raster/words.ts';
import { addGrid, halfX, halfY, type Grid } from './octaves.ts';

/** Zero texels all round a level: room for the bilinear neighbour and for the masked tail of four. */
export const PAD = 8;
const QUARTERS = 4;
const DIAGONAL = 0.7071067811865476;

/** The eight half planes of a hull, as directions. */
export const HULL_DIRECTIONS: readonly (readonly [number, number])[] = [
  [1, 0],
  [DIAGONAL, DIAGONAL],
  [0, 1],
  [-DIAGONAL, DIAGONAL],
  [-1, 0],
  [-DIAGONAL, -DIAGONAL],
  [0, -1],
  [DIAGONAL, -DIAGONAL],
];
/** How far a hull stands off its last printing texel beyond the bilinear reach, so that rounding never cuts one. */
const HULL_SLACK = 1 / 1024;

/** A plate as a grid. */
function whole({ width, height, data: values }: Plate): Grid {
  const data = new Float32Array(values.length);
  widened(values, data);
  return { width, height, data };
}

/** A plate at half its width, as `halfX` gives it, without the whole grid before it where its width is even. */
function halved(plate: Plate): Grid {
  const { width, height, data } = plate;
  if (width % 2 === 1) return halfX(whole(plate));
  const out = new Float32Array((width >> 1) * height);
  meansOfWords(data, out);
  return { width: width >> 1, height, data: out };
}

/** One level of a tip: uint16 texels, padded, with the convex hull of where it prints. */
export interface TipLevel {
  width: number;
  height: number;
  stride: number;
  /** halvings across and down: one level texel is 2^octave plate px */
  octaveX: number;
  octaveY: number;
  /** fraction bits of texture coordinates for this level */
  bits: number;
  texels: Uint16Array;
  hull: Float64Array;
}

/** Quarter octaves of a reduction (plate px per sheet px), by halving: exact in every engine. */
export function quartersOf(reduction: number, lengthPx: number): number {
  let octave = 0;
  let rest = reduction;
  while (rest >= 2 && lengthPx >> (octave + 1) >= 1) {
    rest *= 0.5;
    octave++;
  }
  const quarter = rest <= 1 ? 0 : Math.min(QUARTERS, Math.floor((rest - 1) * QUARTERS + 0.5));
  return octave * QUARTERS + quarter;
}

/** The first value of a row that prints; the row's length where none does. */
function firstIn(data: Float32Array, row: number, width: number): number {
  let first = 0;
  while (first < width && !(data[row + first] > 0)) first++;
  return first;
}

function lastIn(data: Float32Array, row: number, width: number): number {
  let last = width - 1;
  while (!(data[row + last] > 0)) last--;
  return last;
}

/** Widens a hull to what prints from `first` to `last` of a row. */
function reachOut(hull: Float64Array, first: number, last: number, y: number): void {
  for (let k = 0; k < HULL_DIRECTIONS.length; k++) {
    const a = HULL_DIRECTIONS[k][0];
    const b = HULL_DIRECTIONS[k][1];
    const reach = Math.max(a * first, a * last) + b * y + Math.abs(a) + Math.abs(b) + HULL_SLACK;
    if (reach > hull[k]) hull[k] = reach;
  }
}

function hullOf({ width, height, data }: Grid): Float64Array {
  const hull = new Float64Array(HULL_DIRECTIONS.length).fill(-1e9);
  for (let y = 0; y < height; y++) {
    const first = firstIn(data, y * width, width);
    if (first < width) reachOut(hull, first, lastIn(data, y * width, width), y);
  }
  return hull;
}

function packed(g: Grid, octaveX: number, octaveY: number): TipLevel {
  const stride = g.width + 2 * PAD;
  const texels = new Uint16Array(stride * (g.height + 2 * PAD));
  const words = new Uint16Array(g.data.length);
  narrowed(g.data, words);
  for (let y = 0; y < g.height; y++)
    texels.set(words.subarray(y * g.width, (y + 1) * g.width), (y + PAD) * stride + PAD);
  let room = 16;
  while (room < Math.max(g.width, g.height) + 2 * PAD) room *= 2;
  let bits = 32;
  for (let r = room; r > 1; r /= 2) bits--;
  return {
    width: g.width,
    height: g.height,
    stride,
    octaveX,
    octaveY,
    bits: Math.min(24, bits),
    texels,
    hull: hullOf(g),
  };
}

/** A plate in the role of a stamped shape: levels of four steps an octave, reduced across and down on their own. */
export class Tip {
  readonly width: number;
  readonly height: number;
  private readonly plate: Plate;
  private readonly octaves = new Map<number, Grid>();
  private readonly levels = new Map<number, TipLevel>();

  constructor(plate: Plate) {
    this.width = plate.width;
    this.height = plate.height;
    this.plate = plate;
  }

  /** Levels that were asked for so far. */
  builtLevels(): Iterable<TipLevel> {
    return this.levels.values();
  }

  /** Forgets what levels are blended from; it is made again for the next one. */
  dropOctaves(): void {
    this.octaves.clear();
  }

  private octave(ox: number, oy: number): Grid {
    const key = ox * 32 + oy;
    let grid = this.octaves.get(key);
    if (!grid) {
      grid = this.makeOctave(ox, oy);
      this.octaves.set(key, grid);
    }
    return grid;
  }

  private makeOctave(ox: number, oy: number): Grid {
    if (oy > 0) return halfY(this.octave(ox, oy - 1));
    if (ox > 1) return halfX(this.octave(ox - 1, 0));
    return ox === 1 ? halved(this.plate) : whole(this.plate);
  }

  /** The level for `reductionX` and `reductionY` plate px per sheet px (below 1 enlarges). Built once. */
  level(reductionX: number, reductionY: number): TipLevel {
    const x = quartersOf(reductionX, this.width);
    const y = quartersOf(reductionY, this.height);
    const key = (x << 8) | y;
    let level = this.levels.get(key);
    if (!level) {
      level = packed(this.blended(x, y), x >> 2, y >> 2);
      this.levels.set(key, level);
    }
    return level;
  }

  /** The blend of the octaves that bound a level: two where one direction is between octaves, four where both are. */
  private blended(x: number, y: number): Grid {
    const base = this.octave(x >> 2, y >> 2);
    if (x % QUARTERS === 0 && y % QUARTERS === 0) return base;
    const out = { ...base, data: new Float32Array(base.data.length) };
    const fx = (x % QUARTERS) / QUARTERS;
    const fy = (y % QUARTERS) / QUARTERS;
    const parts: [number, number, number][] = [
      [0, 0, (1 - fx) * (1 - fy)],
      [1, 0, fx * (1 - fy)],
      [0, 1, (1 - fx) * fy],
      [1, 1, fx * fy],
    ];
    for (const [dx, dy, weight] of parts) {
      if (weight === 0) continue;
      const grid = this.octave((x >> 2) + dx, (y >> 2) + dy);
      addGrid(grid, out, dx === 1, dy === 1, weight);
    }
    return out;
  }
}
