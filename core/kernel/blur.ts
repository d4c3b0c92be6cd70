/** Blurs of a raster. All sums are float64 in the order of core/src/raster/blur.ts, so that both give the same bits. */

import { floats, high, low } from './lanes';

/** A row with `reach` values before and behind it: nothing, or the end values going on. */
function widen(from: usize, width: i32, reach: i32, empty: i32, row: usize): void {
  const first: f32 = empty ? 0 : load<f32>(from);
  const last: f32 = empty ? 0 : load<f32>(from + (<usize>(width - 1) << 2));
  for (let k = 0; k < reach; k++) {
    store<f32>(row + (<usize>k << 2), first);
    store<f32>(row + (<usize>(reach + width + k) << 2), last);
  }
  memory.copy(row + (<usize>reach << 2), from, <usize>width << 2);
}

/**
 * Weighs what lies `step`, 2 `step` ... bytes before and behind each of `count` places, three pairs at a time. `w`: the own
 * weight, then those of the pairs, and two of nothing. Up to three values more are written.
 */
function weigh(at: usize, step: usize, w: usize, reach: i32, count: i32, to: usize): void {
  const own = v128.load64_splat(w);
  for (let x = 0; x < count; x += 4) {
    const here = v128.load(at);
    let lo = f64x2.mul(own, low(here));
    let hi = f64x2.mul(own, high(here));
    for (let k = 1; k <= reach; k += 3) {
      const weight = w + (<usize>k << 3);
      let sumLow = f64x2.splat(0);
      let sumHigh = f64x2.splat(0);
      for (let n = 0; n < 3; n++) {
        const far = <usize>min(reach, k + n) * step;
        const before = v128.load(at - far);
        const behind = v128.load(at + far);
        const by = v128.load64_splat(weight + (<usize>n << 3));
        const l = f64x2.mul(by, f64x2.add(low(before), low(behind)));
        const h = f64x2.mul(by, f64x2.add(high(before), high(behind)));
        sumLow = n ? f64x2.add(sumLow, l) : l;
        sumHigh = n ? f64x2.add(sumHigh, h) : h;
      }
      lo = f64x2.add(lo, sumLow);
      hi = f64x2.add(hi, sumHigh);
    }
    v128.store(to, floats(lo, hi));
    at += 16;
    to += 16;
  }
}

/**
 * A convolution of `rows` rows of a raster, `before` and `after` rows that lie beyond it left out: `half` holds those that
 * are there along their rows, and `to` all but `reach` at both ends along their columns too.
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
  const first = half + <usize>before * stride;
  for (let y = 0; y < rows; y++) {
    widen(from + <usize>y * stride, width, reach, empty, row);
    weigh(row + (<usize>reach << 2), 4, w, reach, width, first + <usize>y * stride);
  }
  const end = first + <usize>rows * stride;
  for (let k = 0; k < before; k++) {
    if (empty) memory.fill(half + <usize>k * stride, 0, stride);
    else memory.copy(half + <usize>k * stride, first, stride);
  }
  for (let k = 0; k < after; k++) {
    if (empty) memory.fill(end + <usize>k * stride, 0, stride);
    else memory.copy(end + <usize>k * stride, end - stride, stride);
  }
  const out = before + rows + after - 2 * reach;
  for (let y = 0; y < out; y++) weigh(half + <usize>(y + reach) * stride, stride, w, reach, width, to + <usize>y * stride);
}

/** Running mean of 2 r + 1 values along rows. */
export function boxRows(from: usize, to: usize, width: i32, height: i32, r: i32, empty: i32, row: usize): void {
  const share: f64 = 1 / <f64>(2 * r + 1);
  const ahead = <usize>(2 * r + 1) << 2;
  for (let y = 0; y < height; y++) {
    widen(from, width, r, empty, row);
    // one value is read beyond the last mean that it would belong to
    store<f32>(row + (<usize>(width + 2 * r) << 2), empty ? 0 : load<f32>(from + (<usize>(width - 1) << 2)));
    let sum: f64 = 0;
    for (let x = 0; x <= 2 * r; x++) sum += <f64>load<f32>(row + (<usize>x << 2));
    let at = row;
    for (let x = 0; x < width; x++) {
      store<f32>(to + (<usize>x << 2), <f32>(sum * share));
      sum += <f64>load<f32>(at + ahead) - <f64>load<f32>(at);
      at += 4;
    }
    from += <usize>width << 2;
    to += <usize>width << 2;
  }
}

/** Adds a row, less another (0 for none), to sums. */
function addRow(sums: usize, come: usize, gone: usize, width: i32): void {
  for (let x = 0; x < width; x += 4) {
    const c = v128.load(come);
    let l = low(c);
    let h = high(c);
    if (gone) {
      const g = v128.load(gone);
      l = f64x2.sub(l, low(g));
      h = f64x2.sub(h, high(g));
      gone += 16;
    }
    v128.store(sums, f64x2.add(v128.load(sums), l));
    v128.store(sums, f64x2.add(v128.load(sums, 16), h), 16);
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
  for (let y = -r; y <= r; y++) addRow(sums, rowAt(from, y, width, height, nothing), 0, width);
  for (let y = 0; y < height; y++) {
    let at = sums;
    let out = to;
    for (let x = 0; x < width; x += 4) {
      v128.store(out, floats(f64x2.mul(v128.load(at), share), f64x2.mul(v128.load(at, 16), share)));
      at += 32;
      out += 16;
    }
    const come = rowAt(from, y + r + 1, width, height, nothing);
    addRow(sums, come, rowAt(from, y - r, width, height, nothing), width);
    to += <usize>width << 2;
  }
}
