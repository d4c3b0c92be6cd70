import { sinCosTurns } from '../maths/angles.ts';
import { middleOf, type DabFrame, type Views } from './entry.ts';
import { ENTRY_32, ENTRY_64, LEVEL, LEVEL_32, LEVEL_64, RECORD_32, RECORD_64 } from './layout.ts';
import { HULL_DIRECTIONS, PAD } from './tip.ts';

const sinCos = new Float64Array(2);

/** How sheet px are stretched back onto a tilted sheet: xx, xy, yy of a symmetric matrix. */
export type SheetTilt = readonly [number, number, number];
/** The sheet faces the eye. */
export const NO_TILT: SheetTilt = [1, 0, 1];

/** A sheet tilted away by an angle below 90 degrees, in a direction (degrees, clockwise from right). */
export function sheetTiltOf({ tiltDeg, directionDeg }: { tiltDeg: number; directionDeg: number }): SheetTilt {
  if (tiltDeg === 0) return NO_TILT;
  sinCosTurns(tiltDeg / 360, sinCos);
  const back = 1 / sinCos[1] - 1;
  sinCosTurns(directionDeg / 360, sinCos);
  const [s, c] = sinCos;
  return [1 + back * c * c, back * c * s, 1 + back * s * s];
}

const NO_BOUND = 1e9;

/** Where one dab lies on the sheet and on its level, in float64: the source of a record and of the reference picture. */
export interface PlacedDab {
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

const roundHalfUp = (v: number): number => Math.floor(v + 0.5);

/** Snaps the texture coordinates of a dab to fixed point and bounds it on the sheet. */
export function placeDab(dab: DabFrame, tilt: SheetTilt = NO_TILT): PlacedDab {
  const { x, y, width, height } = dab;
  const one = 2 ** dab.bits;
  const kx = dab.across / width;
  const ky = dab.down / height;
  sinCosTurns(dab.turns, sinCos);
  const [s, c] = sinCos;
  const mx = dab.mirrorX ? -kx : kx;
  const my = dab.mirrorY ? -ky : ky;
  const [xx, xy, yy] = tilt;
  const dux = roundHalfUp((c * mx * xx + s * mx * xy) * one);
  const duy = roundHalfUp((c * mx * xy + s * mx * yy) * one);
  const dvx = roundHalfUp((-s * my * xx + c * my * xy) * one);
  const dvy = roundHalfUp((-s * my * xy + c * my * yy) * one);
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
    u: roundHalfUp(middleOf(dab.across) * one) + roundHalfUp((0.5 - x) * dux + (0.5 - y) * duy),
    v: roundHalfUp(middleOf(dab.down) * one) + roundHalfUp((0.5 - x) * dvx + (0.5 - y) * dvy),
  };
}

/** Bounds of each kind, from below and from above, that a record has room for. */
const BOUNDS = 4;

/** Writes the row spans of the record at float64 number `at`: each half plane of the hull bounds x from below or from above. */
function writeSpans(doubles: Float64Array, at: number, p: PlacedDab, hull: Float64Array, one: number): void {
  const [lower, lowerSlopes] = [at + RECORD_64.lower, at + RECORD_64.lowerSlopes];
  const [upper, upperSlopes] = [at + RECORD_64.upper, at + RECORD_64.upperSlopes];
  let low = 0;
  let high = 0;
  for (let k = 0; k < BOUNDS; k++) {
    doubles[lower + k] = -NO_BOUND;
    doubles[lowerSlopes + k] = 0;
    doubles[upper + k] = NO_BOUND;
    doubles[upperSlopes + k] = 0;
  }
  HULL_DIRECTIONS.forEach(([a, b], k) => {
    const perX = a * (p.dux / one) + b * (p.dvx / one);
    const perY = a * (p.duy / one) + b * (p.dvy / one);
    const rest = hull[k] - (a * (p.u / one - PAD) + b * (p.v / one - PAD)) - perY * p.top;
    if (perX > 1e-6 && high < BOUNDS) {
      doubles[upper + high] = rest / perX;
      doubles[upperSlopes + high++] = -perY / perX;
    } else if (perX < -1e-6 && low < BOUNDS) {
      doubles[lower + low] = rest / perX;
      doubles[lowerSlopes + low++] = -perY / perX;
    }
  });
}

/** The first pixel of a row, `down` rows below a record's top, not before `x0`; `at` is the record's first float64. */
export function spanBegin(doubles: Float64Array, at: number, down: number, x0: number): number {
  const [bounds, slopes] = [at + RECORD_64.lower, at + RECORD_64.lowerSlopes];
  let lo = x0;
  for (let k = 0; k < BOUNDS; k++) lo = Math.max(lo, Math.ceil(doubles[bounds + k] + doubles[slopes + k] * down));
  return lo;
}

/** The last pixel of that row, before `x1`. */
export function spanEnd(doubles: Float64Array, at: number, down: number, x1: number): number {
  const [bounds, slopes] = [at + RECORD_64.upper, at + RECORD_64.upperSlopes];
  let hi = x1 - 1;
  for (let k = 0; k < BOUNDS; k++) hi = Math.min(hi, Math.floor(doubles[bounds + k] + doubles[slopes + k] * down));
  return hi;
}

/** The twin of `place` in core/kernel/place.ts for one entry: byte addresses in `views`, which begin at byte 0. */
export function placeEntry({ ints, floats, doubles }: Views, entry: number, record: number, tilt: SheetTilt): void {
  const e = entry / 8;
  const w = entry / 4;
  const level = ints[w + ENTRY_32.level];
  const [level32, level64] = [level / 4, level / 8];
  const bits = ints[level32 + LEVEL_32.bits];
  const mirrors = ints[w + ENTRY_32.mirrors];
  const frame = {
    x: doubles[e + ENTRY_64.x],
    y: doubles[e + ENTRY_64.y],
    width: doubles[e + ENTRY_64.width],
    height: doubles[e + ENTRY_64.height],
    turns: doubles[e + ENTRY_64.turns],
    mirrorX: (mirrors & 1) !== 0,
    mirrorY: (mirrors & 2) !== 0,
    across: doubles[level64 + LEVEL_64.across],
    down: doubles[level64 + LEVEL_64.down],
    bits,
  };
  const p = placeDab(frame, tilt);
  const i = record / 4;
  // storing to 32 bits is the remainder modulo 2^32: the coordinates wrap and stay exact
  ints.set([p.top, p.bottom, p.left, p.right, p.dux, p.dvx, p.duy, p.dvy, p.u, p.v], i + RECORD_32.top);
  ints[i + RECORD_32.texels] = level + LEVEL.bytes;
  ints[i + RECORD_32.stride] = ints[level32 + LEVEL_32.stride];
  floats[i + RECORD_32.opacity] = floats[w + ENTRY_32.opacity];
  floats[i + RECORD_32.flow] = floats[w + ENTRY_32.flow] * Math.fround(1 / 65535);
  ints[i + RECORD_32.bits] = bits;
  floats[i + RECORD_32.scale] = 1 / 2 ** bits;
  const hull = doubles.subarray(level64 + LEVEL_64.hull, level64 + LEVEL_64.hull + HULL_DIRECTIONS.length);
  writeSpans(doubles, record / 8, p, hull, 2 ** bits);
}
