import { sinCosTurns } from '../maths/angles.ts';
import { LEVEL_HEAD_BYTES, middleOf, type Lying, type Views } from './entry.ts';
import { HULL_DIRECTIONS, PAD } from './tip.ts';

/**
 * A placed dab as `lay` reads it: 192 bytes, little endian.
 *
 *   0 top, 4 bottom, 8 left, 12 right    i32  bounding box in sheet px, bottom and right exclusive
 *  16 du/dx, 20 dv/dx, 24 du/dy, 28 dv/dy i32  steps of the texture coordinates, fixed point
 *  32 u, 36 v                             i32  at the centre of sheet pixel (0, 0), modulo 2^32
 *  40 texel address, 44 stride in texels  u32
 *  48 opacity, 52 flow / 65535            f32
 *  56 fraction bits i32, 60 2^-bits       f32
 *  64 four lower bounds, 96 their slopes  f64  span of a row: x >= bound + slope (y - top)
 * 128 four upper bounds, 160 their slopes f64
 */
export const RECORD_BYTES = 192;
const pair = new Float64Array(2);

/** How sheet px are stretched back onto a tilted sheet: xx, xy, yy of a symmetric matrix. */
export type Floor = readonly [number, number, number];
/** The sheet faces the eye. */
export const FACING: Floor = [1, 0, 1];

/** A sheet tilted away by an angle below 90 degrees, in a direction (degrees, clockwise from right). */
export function floorOf({ tiltDeg, directionDeg }: { tiltDeg: number; directionDeg: number }): Floor {
  if (tiltDeg === 0) return FACING;
  sinCosTurns(tiltDeg / 360, pair);
  const back = 1 / pair[1] - 1;
  sinCosTurns(directionDeg / 360, pair);
  const [s, c] = pair;
  return [1 + back * c * c, back * c * s, 1 + back * s * s];
}

const NO_BOUND = 1e9;

/** Where one dab lies on the sheet and on its level, in float64: the source of a record and of the reference picture. */
export interface Placement {
  top: number;
  bottom: number;
  left: number;
  right: number;
  /** fixed-point steps and origin as whole float64 numbers */
  dux: number;
  dvx: number;
  duy: number;
  dvy: number;
  u: number;
  v: number;
}

const whole = (v: number): number => Math.floor(v + 0.5);

/** Snaps the texture coordinates of a dab to fixed point and bounds it on the sheet. */
export function placed(dab: Lying, floor: Floor = FACING): Placement {
  const { x, y, width, height } = dab;
  const one = 2 ** dab.bits;
  const kx = dab.across / width;
  const ky = dab.down / height;
  sinCosTurns(dab.turns, pair);
  const [s, c] = pair;
  const mx = dab.mirrorX ? -kx : kx;
  const my = dab.mirrorY ? -ky : ky;
  const [xx, xy, yy] = floor;
  const dux = whole((c * mx * xx + s * mx * xy) * one);
  const duy = whole((c * mx * xy + s * mx * yy) * one);
  const dvx = whole((-s * my * xx + c * my * xy) * one);
  const dvy = whole((-s * my * xy + c * my * yy) * one);
  const hw = width / 2 + 2 / kx;
  const hh = height / 2 + 2 / ky;
  const reachX = Math.abs(c) * hw + Math.abs(s) * hh;
  const reachY = Math.abs(s) * hw + Math.abs(c) * hh;
  return {
    top: Math.floor(y - reachY),
    bottom: Math.ceil(y + reachY) + 1,
    left: Math.floor(x - reachX),
    right: Math.ceil(x + reachX) + 1,
    dux,
    dvx,
    duy,
    dvy,
    u: whole(middleOf(dab.across) * one) + whole((0.5 - x) * dux + (0.5 - y) * duy),
    v: whole(middleOf(dab.down) * one) + whole((0.5 - x) * dvx + (0.5 - y) * dvy),
  };
}

/** Writes the row spans: each half plane of the hull bounds x from below or from above. */
function writeSpans(doubles: Float64Array, at: number, p: Placement, hull: Float64Array, one: number): void {
  let low = 0;
  let high = 0;
  for (let k = 0; k < 4; k++) {
    doubles[at + k] = -NO_BOUND;
    doubles[at + 4 + k] = 0;
    doubles[at + 8 + k] = NO_BOUND;
    doubles[at + 12 + k] = 0;
  }
  HULL_DIRECTIONS.forEach(([a, b], k) => {
    const perX = a * (p.dux / one) + b * (p.dvx / one);
    const perY = a * (p.duy / one) + b * (p.dvy / one);
    const rest = hull[k] - (a * (p.u / one - PAD) + b * (p.v / one - PAD)) - perY * p.top;
    if (perX > 1e-6 && high < 4) {
      doubles[at + 8 + high] = rest / perX;
      doubles[at + 12 + high++] = -perY / perX;
    } else if (perX < -1e-6 && low < 4) {
      doubles[at + low] = rest / perX;
      doubles[at + 4 + low++] = -perY / perX;
    }
  });
}

/** The first pixel of a row, `down` rows below a record's top, not before `x0`; `at` is where its bounds begin. */
export function spanBegin(doubles: Float64Array, at: number, down: number, x0: number): number {
  let lo = x0;
  for (let k = 0; k < 4; k++) lo = Math.max(lo, Math.ceil(doubles[at + k] + doubles[at + 4 + k] * down));
  return lo;
}

/** The last pixel of that row, before `x1`. */
export function spanEnd(doubles: Float64Array, at: number, down: number, x1: number): number {
  let hi = x1 - 1;
  for (let k = 0; k < 4; k++) hi = Math.min(hi, Math.floor(doubles[at + 8 + k] + doubles[at + 12 + k] * down));
  return hi;
}

/** The twin of `place` in core/kernel/place.ts for one entry: byte addresses in `views`, which begin at byte 0. */
export function placeEntry({ ints, floats, doubles }: Views, entry: number, record: number, floor: Floor): void {
  const e = entry / 8;
  const w = entry / 4;
  const level = ints[w + 10];
  const bits = ints[level / 4 + 20];
  const mirrors = ints[w + 11];
  const lying = {
    x: doubles[e],
    y: doubles[e + 1],
    width: doubles[e + 2],
    height: doubles[e + 3],
    turns: doubles[e + 4],
    mirrorX: (mirrors & 1) !== 0,
    mirrorY: (mirrors & 2) !== 0,
    across: doubles[level / 8 + 8],
    down: doubles[level / 8 + 9],
    bits,
  };
  const p = placed(lying, floor);
  const i = record / 4;
  // storing to 32 bits is the remainder modulo 2^32: the coordinates wrap and stay exact
  ints.set([p.top, p.bottom, p.left, p.right, p.dux, p.dvx, p.duy, p.dvy, p.u, p.v], i);
  ints[i + 10] = level + LEVEL_HEAD_BYTES;
  ints[i + 11] = ints[level / 4 + 21];
  floats[i + 12] = floats[w + 12];
  floats[i + 13] = floats[w + 13] * Math.fround(1 / 65535);
  ints[i + 14] = bits;
  floats[i + 15] = 1 / 2 ** bits;
  writeSpans(doubles, record / 8 + 8, p, doubles.subarray(level / 8, level / 8 + 8), 2 ** bits);
}
