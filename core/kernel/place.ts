/**
 * Placing dabs: from what a dab is (place, extent, turn) to where its texels fall on the sheet. The same operations in
 * the same order as core/src/ink/place.ts, so the same bits.
 */
const ENTRY: usize = 64;
export const RECORD: usize = 192;
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
    const at = rec + 128 + ((slot >> 8) << 3);
    store<f64>(at, rest / perX);
    store<f64>(at, -perY / perX, 32);
    return slot + 256;
  }
  if (perX < -1e-6 && (slot & 255) < 4) {
    const at = rec + 64 + ((slot & 255) << 3);
    store<f64>(at, rest / perX);
    store<f64>(at, -perY / perX, 32);
    return slot + 1;
  }
  return slot;
}

/** Places `count` entries as records on a sheet that may lie tilted: xx, xy, yy stretch sheet px back onto it. */
export function place(entries: usize, count: i32, records: usize, xx: f64, xy: f64, yy: f64): void {
  for (let i = 0; i < count; i++) {
    const entry = entries + ENTRY * <usize>i;
    const rec = records + RECORD * <usize>i;
    const x = load<f64>(entry), y = load<f64>(entry, 8), width = load<f64>(entry, 16), height = load<f64>(entry, 24);
    const turns = load<f64>(entry, 32);
    const level = <usize>load<u32>(entry, 40);
    const mirrors = load<i32>(entry, 44);
    const acrossTexels = load<f64>(level, 64), downTexels = load<f64>(level, 72);
    const bits = load<i32>(level, 80);
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
    store<i32>(rec, <i32>top);
    store<i32>(rec, <i32>ceil(y + reachY) + 1, 4);
    store<i32>(rec, <i32>floor(x - reachX), 8);
    store<i32>(rec, <i32>ceil(x + reachX) + 1, 12);
    store<i32>(rec, <i32><i64>dux, 16);
    store<i32>(rec, <i32><i64>dvx, 20);
    store<i32>(rec, <i32><i64>duy, 24);
    store<i32>(rec, <i32><i64>dvy, 28);
    store<i32>(rec, <i32><i64>u, 32);
    store<i32>(rec, <i32><i64>v, 36);
    store<u32>(rec, <u32>level + 128, 40);
    store<i32>(rec, load<i32>(level, 84), 44);
    store<f32>(rec, load<f32>(entry, 48), 48);
    store<f32>(rec, load<f32>(entry, 52) * <f32>(1.0 / 65535.0), 52);
    store<i32>(rec, bits, 56);
    store<f32>(rec, <f32>(1 / one), 60);
    const lowest = f64x2.splat(-1e9), highest = f64x2.splat(1e9), flat = f64x2.splat(0);
    v128.store(rec, lowest, 64);
    v128.store(rec, lowest, 80);
    v128.store(rec, flat, 96);
    v128.store(rec, flat, 112);
    v128.store(rec, highest, 128);
    v128.store(rec, highest, 144);
    v128.store(rec, flat, 160);
    v128.store(rec, flat, 176);
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
  return bound(rec, perX, perY, load<f64>(level + (k << 3)) - (a * pu + b * pv) - perY * top, slot);
}
