/**
 * Placing dabs: from what a dab is (place, extent, turn) to where its texels fall on the sheet. The same operations in
 * the same order as core/src/ink/place.ts, so the same bits.
 */
import {
  ENTRY_BYTES, ENTRY_FLOW, ENTRY_HEIGHT, ENTRY_LEVEL, ENTRY_MIRRORS, ENTRY_OPACITY, ENTRY_TURNS, ENTRY_WIDTH,
  ENTRY_X, ENTRY_Y, LEVEL_ACROSS, LEVEL_BITS, LEVEL_BYTES, LEVEL_DOWN, LEVEL_HULL, LEVEL_STRIDE, RECORD_BITS,
  RECORD_BOTTOM, RECORD_BYTES, RECORD_DU_X, RECORD_DU_Y, RECORD_DV_X, RECORD_DV_Y, RECORD_FLOW, RECORD_LEFT,
  RECORD_LOWER, RECORD_LOWER_SLOPES, RECORD_OPACITY, RECORD_RIGHT, RECORD_SCALE, RECORD_STRIDE, RECORD_TEXELS,
  RECORD_TOP, RECORD_U, RECORD_UPPER, RECORD_UPPER_SLOPES, RECORD_V,
} from './layout';

const PAD: f64 = 8;
const DIAGONAL: f64 = 0.7071067811865476;

// @ts-ignore: decorator
@inline
function whole(v: f64): f64 {
  return floor(v + 0.5);
}

function sinKernel(x: f64): f64 {
  const z = x * x;
  return x * (1 + z * (-1.6666666666666632e-1 + z * (8.33333333332248946124e-3 + z * (-1.98412698298579493134e-4 + z * (2.75573137070700676789e-6 + z * (-2.50507602534068634195e-8 + z * 1.58969099521155010221e-10))))));
}

function cosKernel(x: f64): f64 {
  const z = x * x;
  return 1 - 0.5 * z + z * z * (4.16666666666666019037e-2 + z * (-1.38888888888741095749e-3 + z * (2.48015872894767294178e-5 + z * (-2.75573143513906633035e-7 + z * (2.0875723212981748279e-9 + z * -1.13596475577881948265e-11)))));
}

/** Writes the bounds of a row's span that one half plane of the hull gives: from below or from above. */
// @ts-ignore: decorator
@inline
function bound(rec: usize, perX: f64, perY: f64, rest: f64, slot: usize): usize {
  // slot counts lower bounds in its low byte and upper ones above
  if (perX > 1e-6 && slot >> 8 < 4) {
    const at = rec + RECORD_UPPER + ((slot >> 8) << 3);
    store<f64>(at, rest / perX);
    store<f64>(at, -perY / perX, RECORD_UPPER_SLOPES - RECORD_UPPER);
    return slot + 256;
  }
  if (perX < -1e-6 && (slot & 255) < 4) {
    const at = rec + RECORD_LOWER + ((slot & 255) << 3);
    store<f64>(at, rest / perX);
    store<f64>(at, -perY / perX, RECORD_LOWER_SLOPES - RECORD_LOWER);
    return slot + 1;
  }
  return slot;
}

/** Places `count` entries as records on a sheet that may lie tilted: xx, xy, yy stretch sheet px back onto it. */
export function place(entries: usize, count: i32, records: usize, xx: f64, xy: f64, yy: f64): void {
  for (let i = 0; i < count; i++) {
    const entry = entries + ENTRY_BYTES * <usize>i;
    const rec = records + RECORD_BYTES * <usize>i;
    const x = load<f64>(entry, ENTRY_X), y = load<f64>(entry, ENTRY_Y);
    const width = load<f64>(entry, ENTRY_WIDTH), height = load<f64>(entry, ENTRY_HEIGHT);
    const turns = load<f64>(entry, ENTRY_TURNS);
    const level = <usize>load<u32>(entry, ENTRY_LEVEL);
    const mirrors = load<i32>(entry, ENTRY_MIRRORS);
    const acrossTexels = load<f64>(level, LEVEL_ACROSS), downTexels = load<f64>(level, LEVEL_DOWN);
    const bits = load<i32>(level, LEVEL_BITS);
    const one = <f64>(<i64>1 << <i64>bits);
    const kx = acrossTexels / width, ky = downTexels / height;
    const quarter = floor(turns * 4 + 0.5);
    const rest = (turns * 4 - quarter) * 1.5707963267948966;
    const s0 = sinKernel(rest), c0 = cosKernel(rest);
    const q = <i32>(<i64>quarter & 3);
    const s: f64 = q == 0 ? s0 : q == 1 ? c0 : q == 2 ? -s0 : -c0;
    const c: f64 = q == 0 ? c0 : q == 1 ? -s0 : q == 2 ? -c0 : s0;
    const mx = mirrors & 1 ? -kx : kx, my = mirrors & 2 ? -ky : ky;
    const dux = whole((c * mx * xx + s * mx * xy) * one), duy = whole((c * mx * xy + s * mx * yy) * one);
    const dvx = whole((-s * my * xx + c * my * xy) * one), dvy = whole((-s * my * xy + c * my * yy) * one);
    const u = whole((acrossTexels / 2 - 0.5 + PAD) * one) + whole((0.5 - x) * dux + (0.5 - y) * duy);
    const v = whole((downTexels / 2 - 0.5 + PAD) * one) + whole((0.5 - x) * dvx + (0.5 - y) * dvy);
    const hw = width / 2 + 2 / kx, hh = height / 2 + 2 / ky;
    const reachX = abs(c) * hw + abs(s) * hh, reachY = abs(s) * hw + abs(c) * hh;
    const top = floor(y - reachY);
    store<i32>(rec, <i32>top, RECORD_TOP);
    store<i32>(rec, <i32>ceil(y + reachY) + 1, RECORD_BOTTOM);
    store<i32>(rec, <i32>floor(x - reachX), RECORD_LEFT);
    store<i32>(rec, <i32>ceil(x + reachX) + 1, RECORD_RIGHT);
    store<i32>(rec, <i32><i64>dux, RECORD_DU_X);
    store<i32>(rec, <i32><i64>dvx, RECORD_DV_X);
    store<i32>(rec, <i32><i64>duy, RECORD_DU_Y);
    store<i32>(rec, <i32><i64>dvy, RECORD_DV_Y);
    store<i32>(rec, <i32><i64>u, RECORD_U);
    store<i32>(rec, <i32><i64>v, RECORD_V);
    store<u32>(rec, <u32>level + <u32>LEVEL_BYTES, RECORD_TEXELS);
    store<i32>(rec, load<i32>(level, LEVEL_STRIDE), RECORD_STRIDE);
    store<f32>(rec, load<f32>(entry, ENTRY_OPACITY), RECORD_OPACITY);
    store<f32>(rec, load<f32>(entry, ENTRY_FLOW) * <f32>(1.0 / 65535.0), RECORD_FLOW);
    store<i32>(rec, bits, RECORD_BITS);
    store<f32>(rec, <f32>(1 / one), RECORD_SCALE);
    const lowest = f64x2.splat(-1e9), highest = f64x2.splat(1e9), flat = f64x2.splat(0);
    v128.store(rec, lowest, RECORD_LOWER);
    v128.store(rec, lowest, RECORD_LOWER + 16);
    v128.store(rec, flat, RECORD_LOWER_SLOPES);
    v128.store(rec, flat, RECORD_LOWER_SLOPES + 16);
    v128.store(rec, highest, RECORD_UPPER);
    v128.store(rec, highest, RECORD_UPPER + 16);
    v128.store(rec, flat, RECORD_UPPER_SLOPES);
    v128.store(rec, flat, RECORD_UPPER_SLOPES + 16);
    const px = dux / one, qx = dvx / one, py = duy / one, qy = dvy / one;
    const pu = u / one - PAD, pv = v / one - PAD;
    let slot: usize = 0;
    // the eight directions of HULL_DIRECTIONS
    slot = half(rec, level, 0, 1, 0, px, qx, py, qy, pu, pv, top, slot);
    slot = half(rec, level, 1, DIAGONAL, DIAGONAL, px, qx, py, qy, pu, pv, top, slot);
    slot = half(rec, level, 2, 0, 1, px, qx, py, qy, pu, pv, top, slot);
    slot = half(rec, level, 3, -DIAGONAL, DIAGONAL, px, qx, py, qy, pu, pv, top, slot);
    slot = half(rec, level, 4, -1, 0, px, qx, py, qy, pu, pv, top, slot);
    slot = half(rec, level, 5, -DIAGONAL, -DIAGONAL, px, qx, py, qy, pu, pv, top, slot);
    slot = half(rec, level, 6, 0, -1, px, qx, py, qy, pu, pv, top, slot);
    slot = half(rec, level, 7, DIAGONAL, -DIAGONAL, px, qx, py, qy, pu, pv, top, slot);
  }
}

// @ts-ignore: decorator
@inline
function half(
  rec: usize, level: usize, k: usize, a: f64, b: f64, px: f64, qx: f64, py: f64, qy: f64, pu: f64, pv: f64, top: f64,
  slot: usize,
): usize {
  const perX = a * px + b * qx, perY = a * py + b * qy;
  return bound(rec, perX, perY, load<f64>(level + (k << 3), LEVEL_HULL) - (a * pu + b * pv) - perY * top, slot);
}
