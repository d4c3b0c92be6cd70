/** Blurs of a raster. All sums are float64 in the order of core/src/raster/blur.ts, so that both give the same bits. */

import { floats, high, low } from './lanes';

/**
 * A row as float64, each of which is read several times, with `reach` values before and behind it: nothing, or the end
 * values going on.
 */
export function widen(from: usize, width: i32, reach: i32, empty: i32, row: usize): void {
  const first: f64 = empty ? 0 : <f64>load<f32>(from);
  const last: f64 = empty ? 0 : <f64>load<f32>(from + (<usize>(width - 1) << 2));
  let to = row + (<usize>reach << 3);
  for (let x = 0; x < width; x += 4) {
    const v = v128.load(from);
    v128.store(to, low(v));
    v128.store(to, high(v), 16);
    from += 16;
    to += 32;
  }
  for (let k = 0; k < reach; k++) {
    store<f64>(row + (<usize>k << 3), first);
    store<f64>(row + (<usize>(reach + width + k) << 3), last);
  }
}

/** Two places of float64 before and two behind, together and weighed. */
// @ts-ignore: decorator
@inline
function pair(at: usize, far: usize, by: v128): v128 {
  return f64x2.mul(by, f64x2.add(v128.load(at - far), v128.load(at + far)));
}

/** The same of three distances. */
// @ts-ignore: decorator
@inline
function three(at: usize, f1: usize, f2: usize, f3: usize, w1: v128, w2: v128, w3: v128): v128 {
  return f64x2.add(f64x2.add(pair(at, f1, w1), pair(at, f2, w2)), pair(at, f3, w3));
}

/**
 * Weighs what lies `step`, 2 `step` ... bytes before and behind each of `count` places of float64, three pairs at a time,
 * eight places side by side. `w`: the own weight, then those of the pairs, and two of nothing. Writes them as float32, or
 * as float64 that are rounded to float32 (`wide`); up to seven more than asked.
 */
// @ts-ignore: decorator
@inline
function weigh(at: usize, step: usize, w: usize, reach: i32, count: i32, to: usize, wide: bool): void {
  const own = v128.load64_splat(w);
  for (let x = 0; x < count; x += 8) {
    let a = f64x2.mul(own, v128.load(at));
    let b = f64x2.mul(own, v128.load(at, 16));
    let c = f64x2.mul(own, v128.load(at, 32));
    let d = f64x2.mul(own, v128.load(at, 48));
    for (let k = 1; k <= reach; k += 3) {
      const weight = w + (<usize>k << 3);
      const w1 = v128.load64_splat(weight), w2 = v128.load64_splat(weight, 8), w3 = v128.load64_splat(weight, 16);
      const f1 = <usize>k * step, f2 = <usize>min(reach, k + 1) * step, f3 = <usize>min(reach, k + 2) * step;
      a = f64x2.add(a, three(at, f1, f2, f3, w1, w2, w3));
      b = f64x2.add(b, three(at + 16, f1, f2, f3, w1, w2, w3));
      c = f64x2.add(c, three(at + 32, f1, f2, f3, w1, w2, w3));
      d = f64x2.add(d, three(at + 48, f1, f2, f3, w1, w2, w3));
    }
    if (wide) {
      v128.store(to, low(f32x4.demote_f64x2_zero(a)));
      v128.store(to, low(f32x4.demote_f64x2_zero(b)), 16);
      v128.store(to, low(f32x4.demote_f64x2_zero(c)), 32);
      v128.store(to, low(f32x4.demote_f64x2_zero(d)), 48);
      to += 64;
    } else {
      v128.store(to, floats(a, b));
      v128.store(to, floats(c, d), 16);
      to += 32;
    }
    at += 64;
  }
}

function weighToFloats(at: usize, step: usize, w: usize, reach: i32, count: i32, to: usize): void {
  weigh(at, step, w, reach, count, to, false);
}

function weighToDoubles(at: usize, step: usize, w: usize, reach: i32, count: i32, to: usize): void {
  weigh(at, step, w, reach, count, to, true);
}

/**
 * A convolution of `rows` rows of a raster, `before` and `after` rows that lie beyond it left out: `half` holds (as float64)
 * those that are there along their rows, and `to` all but `reach` at both ends along their columns too.
 */
export function convolve(
  from: usize,
  rows: i32,
  before: i32,
  after: i32,
  width: i32,
  reach: i32,
  w: usize,
  empty: i32,
  row: usize,
  half: usize,
  to: usize,
): void {
  const stride = <usize>width << 2;
  const wide = <usize>width << 3;
  const first = half + <usize>before * wide;
  for (let y = 0; y < rows; y++) {
    widen(from + <usize>y * stride, width, reach, empty, row);
    weighToDoubles(row + (<usize>reach << 3), 8, w, reach, width, first + <usize>y * wide);
  }
  const end = first + <usize>rows * wide;
  for (let k = 0; k < before; k++) {
    if (empty) memory.fill(half + <usize>k * wide, 0, wide);
    else memory.copy(half + <usize>k * wide, first, wide);
  }
  for (let k = 0; k < after; k++) {
    if (empty) memory.fill(end + <usize>k * wide, 0, wide);
    else memory.copy(end + <usize>k * wide, end - wide, wide);
  }
  const out = before + rows + after - 2 * reach;
  for (let y = 0; y < out; y++) weighToFloats(half + <usize>(y + reach) * wide, wide, w, reach, width, to + <usize>y * stride);
}

/** A row widened for a running mean of 2 r + 1 values, and the sum that it begins with. */
// @ts-ignore: decorator
@inline
function beginRow(from: usize, width: i32, r: i32, empty: i32, row: usize): f64 {
  widen(from, width, r, empty, row);
  // one value is read beyond the last mean that it would belong to
  store<f64>(row + (<usize>(width + 2 * r) << 3), 0);
  let sum: f64 = 0;
  for (let x = 0; x <= 2 * r; x++) sum += load<f64>(row + (<usize>x << 3));
  return sum;
}

/** What comes into a running sum of a widened row less what goes. */
// @ts-ignore: decorator
@inline
function change(row: usize, ahead: usize): f64 {
  return load<f64>(row + ahead) - load<f64>(row);
}

/** Running mean of 2 r + 1 values along rows; four rows side by side, since each sum waits for the one before it. */
export function boxRows(from: usize, to: usize, width: i32, height: i32, r: i32, empty: i32, rows: usize): void {
  const share: f64 = 1 / <f64>(2 * r + 1);
  const ahead = <usize>(2 * r + 1) << 3;
  const stride = <usize>width << 2;
  const room = <usize>(width + 2 * r + 4) << 3;
  for (let y = 0; y < height; y += 4) {
    // behind the last row the last one is done once more
    const second = y + 1 < height ? stride : 0;
    const third = y + 2 < height ? 2 * stride : second;
    const fourth = y + 3 < height ? 3 * stride : third;
    let sa = beginRow(from, width, r, empty, rows);
    let sb = beginRow(from + second, width, r, empty, rows + room);
    let sc = beginRow(from + third, width, r, empty, rows + 2 * room);
    let sd = beginRow(from + fourth, width, r, empty, rows + 3 * room);
    let row = rows;
    const end = to + stride;
    for (let at = to; at < end; at += 4) {
      store<f32>(at, <f32>(sa * share));
      store<f32>(at + second, <f32>(sb * share));
      store<f32>(at + third, <f32>(sc * share));
      store<f32>(at + fourth, <f32>(sd * share));
      sa += change(row, ahead);
      sb += change(row + room, ahead);
      sc += change(row + 2 * room, ahead);
      sd += change(row + 3 * room, ahead);
      row += 8;
    }
    from += 4 * stride;
    to += 4 * stride;
  }
}

/** Adds a row to sums of float64. */
function addRow(sums: usize, come: usize, width: i32): void {
  for (let x = 0; x < width; x += 4) {
    const c = v128.load(come);
    v128.store(sums, f64x2.add(v128.load(sums), low(c)));
    v128.store(sums, f64x2.add(v128.load(sums, 16), high(c)), 16);
    come += 16;
    sums += 32;
  }
}

/** Where a row lies; beyond the ends the end row, or `nothing` where that is given. */
// @ts-ignore: decorator
@inline
function rowAt(from: usize, y: i32, width: i32, height: i32, nothing: usize): usize {
  if (nothing && (y < 0 || y >= height)) return nothing;
  return from + ((<usize>max(0, min(height - 1, y)) * <usize>width) << 2);
}

/** Running mean of 2 r + 1 values along columns; `sums`: a float64 for each; `nothing`: a row of nothing, or 0. */
export function boxColumns(from: usize, to: usize, width: i32, height: i32, r: i32, sums: usize, nothing: usize): void {
  const share = f64x2.splat(1 / <f64>(2 * r + 1));
  memory.fill(sums, 0, <usize>(width + 4) << 3);
  for (let y = -r; y <= r; y++) addRow(sums, rowAt(from, y, width, height, nothing), width);
  const stride = <usize>width << 2;
  for (let y = 0; y < height; y++) {
    const come = rowAt(from, y + r + 1, width, height, nothing);
    const gone = rowAt(from, y - r, width, height, nothing);
    let at = sums;
    for (let x: usize = 0; x < stride; x += 16) {
      const l = v128.load(at), h = v128.load(at, 16);
      const c = v128.load(come + x), g = v128.load(gone + x);
      v128.store(to + x, floats(f64x2.mul(l, share), f64x2.mul(h, share)));
      v128.store(at, f64x2.add(l, f64x2.sub(low(c), low(g))));
      v128.store(at, f64x2.add(h, f64x2.sub(high(c), high(g))), 16);
      at += 32;
    }
    to += stride;
  }
}
