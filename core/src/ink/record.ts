import { sinCosTurns } from '../maths/angles.ts';
import type { DabTable } from '../vary/dab-table.ts';
import { HULL_DIRECTIONS, PAD, type Tip, type TipLevel } from './tip.ts';

/**
 * A dab as the kernels read it: 192 bytes, little endian.
 *
 *   0 top, 4 bottom, 8 left, 12 right    i32  bounding box in sheet px, bottom and right exclusive
 *  16 du/dx, 20 dv/dx, 24 du/dy, 28 dv/dy i32  steps of the texture coordinates, fixed point
 *  32 u, 36 v                             i32  at the centre of sheet pixel (0, 0), modulo 2^32
 *  40 tip address, 44 stride in texels    u32
 *  48 opacity, 52 flow / 65535            f32
 *  56 fraction bits i32, 60 2^-bits       f32
 *  64 four lower bounds, 96 their slopes  f64  span of a row: x >= bound + slope (y - top)
 * 128 four upper bounds, 160 their slopes f64
 */
export const RECORD_BYTES = 192;

/** Named columns over a block of records. */
export interface Records {
  ints: Int32Array;
  floats: Float32Array;
  doubles: Float64Array;
}

const INTS = RECORD_BYTES / 4;
const DOUBLES = RECORD_BYTES / 8;
const NO_BOUND = 1e9;
const pair = new Float64Array(2);

/** Where one dab lies on the sheet and on its level, in float64: the source of a record and of the reference picture. */
export interface Placement {
  level: TipLevel;
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

/** Rest width and height of a dab: the size is the longer side; aspect squashes the height, above 100 the width. */
function extent(tip: Tip, sizePx: number, aspectPct: number): { width: number; height: number } {
  const scale = sizePx / Math.max(tip.width, tip.height);
  const narrow = aspectPct > 100 ? 100 / aspectPct : 1;
  const low = aspectPct < 100 ? aspectPct / 100 : 1;
  return { width: tip.width * scale * narrow, height: tip.height * scale * low };
}

/** Places row `i` of a dab table, scaled by `zoom` sheet px per px; undefined when nothing of it can print. */
export function placeDab(dabs: DabTable, i: number, tip: Tip, zoom: number): Placement | undefined {
  const { width, height } = extent(tip, dabs.sizePx[i] * zoom, dabs.aspectPct[i]);
  if (!(width > 1e-3) || !(height > 1e-3) || dabs.flowPct[i] <= 0 || dabs.opacityPct[i] <= 0) return undefined;
  const level = tip.level(tip.width / width, tip.height / height);
  const one = 2 ** level.bits;
  const kx = tip.width / 2 ** level.octaveX / width;
  const ky = tip.height / 2 ** level.octaveY / height;
  sinCosTurns(dabs.angleDeg[i] / 360, pair);
  const [s, c] = pair;
  const mx = dabs.mirrorX[i] ? -kx : kx;
  const my = dabs.mirrorY[i] ? -ky : ky;
  const dux = whole(c * mx * one);
  const duy = whole(s * mx * one);
  const dvx = whole(-s * my * one);
  const dvy = whole(c * my * one);
  const x = dabs.x[i] * zoom;
  const y = dabs.y[i] * zoom;
  // texel 0 is centred half a texel inside the plate's edge
  const middleU = tip.width / 2 ** level.octaveX / 2 - 0.5 + PAD;
  const middleV = tip.height / 2 ** level.octaveY / 2 - 0.5 + PAD;
  const u = whole(middleU * one) + whole((0.5 - x) * dux + (0.5 - y) * duy);
  const v = whole(middleV * one) + whole((0.5 - x) * dvx + (0.5 - y) * dvy);
  const hw = width / 2 + 2 / kx;
  const hh = height / 2 + 2 / ky;
  const reachX = Math.abs(c) * hw + Math.abs(s) * hh;
  const reachY = Math.abs(s) * hw + Math.abs(c) * hh;
  return {
    level,
    top: Math.floor(y - reachY),
    bottom: Math.ceil(y + reachY) + 1,
    left: Math.floor(x - reachX),
    right: Math.ceil(x + reachX) + 1,
    dux,
    dvx,
    duy,
    dvy,
    u,
    v,
  };
}

/** Writes the row spans: each half plane of the hull bounds x from below or from above. */
function writeSpans(p: Placement, doubles: Float64Array, at: number): void {
  const one = 2 ** p.level.bits;
  let low = 0;
  let high = 0;
  for (let k = 0; k < 4; k++) {
    doubles[at + k] = -NO_BOUND;
    doubles[at + 4 + k] = 0;
    doubles[at + 8 + k] = NO_BOUND;
    doubles[at + 12 + k] = 0;
  }
  HULL_DIRECTIONS.forEach(([a, b], k) => {
    const perX = (a * p.dux + b * p.dvx) / one;
    const perY = (a * p.duy + b * p.dvy) / one;
    const base = a * (p.u / one - PAD) + b * (p.v / one - PAD);
    const bound = (p.level.hull[k] - base - perY * p.top) / perX;
    if (perX > 1e-6 && high < 4) {
      doubles[at + 8 + high] = bound;
      doubles[at + 12 + high++] = -perY / perX;
    } else if (perX < -1e-6 && low < 4) {
      doubles[at + low] = bound;
      doubles[at + 4 + low++] = -perY / perX;
    }
  });
}

/** Writes a placement as record number `index`. */
export function writeRecord(
  target: Records,
  index: number,
  p: Placement,
  address: number,
  opacity: number,
  flow: number,
): void {
  const i = index * INTS;
  const { ints, floats } = target;
  ints[i] = p.top;
  ints[i + 1] = p.bottom;
  ints[i + 2] = p.left;
  ints[i + 3] = p.right;
  // | 0 is the remainder modulo 2^32: the coordinates wrap and stay exact
  ints[i + 4] = p.dux | 0;
  ints[i + 5] = p.dvx | 0;
  ints[i + 6] = p.duy | 0;
  ints[i + 7] = p.dvy | 0;
  ints[i + 8] = p.u | 0;
  ints[i + 9] = p.v | 0;
  ints[i + 10] = address;
  ints[i + 11] = p.level.stride;
  floats[i + 12] = opacity;
  floats[i + 13] = Math.fround(flow) * Math.fround(1 / 65535);
  ints[i + 14] = p.level.bits;
  floats[i + 15] = 1 / 2 ** p.level.bits;
  writeSpans(p, target.doubles, index * DOUBLES + 8);
}
