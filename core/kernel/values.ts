/** Values that are changed one by one, as in core/src/raster/stretch.ts and core/src/raster/words.ts. */

import { high, low } from './lanes';

// @ts-ignore: decorator
@inline
function stretched(v: v128, less: v128, gain: v128, more: v128, low: v128, high: v128): v128 {
  const value = f64x2.add(f64x2.mul(f64x2.sub(v, less), gain), more);
  return f64x2.pmin(f64x2.pmax(value, low), high);
}

/** Changes `count` float32 in place; in float64, as plain loops do. */
export function stretch(data: usize, count: i32, less: f64, gain: f64, more: f64, low: f64, high: f64): void {
  const l = f64x2.splat(less);
  const g = f64x2.splat(gain);
  const m = f64x2.splat(more);
  const least = f64x2.splat(low);
  const most = f64x2.splat(high);
  const end = data + (<usize>count << 2);
  for (; data < end; data += 16) {
    const v = v128.load(data);
    const a = stretched(f64x2.promote_low_f32x4(v), l, g, m, least, most);
    const b = stretched(f64x2.promote_low_f32x4(v128.shuffle<f32>(v, v, 2, 3, 0, 1)), l, g, m, least, most);
    v128.store(data, v128.shuffle<f32>(f32x4.demote_f64x2_zero(a), f32x4.demote_f64x2_zero(b), 0, 1, 4, 5));
  }
}

// @ts-ignore: decorator
@inline
function nearest(v: v128): v128 {
  const within = f64x2.pmin(f64x2.pmax(f64x2.splat(0), v), f64x2.splat(1));
  return i32x4.trunc_sat_f64x2_u_zero(f64x2.add(f64x2.mul(within, f64x2.splat(65535)), f64x2.splat(0.5)));
}

// @ts-ignore: decorator
@inline
function four(from: usize): v128 {
  const v = v128.load(from);
  return v128.shuffle<i32>(nearest(low(v)), nearest(high(v)), 0, 1, 4, 5);
}

/** `count` float32 as uint16, 0..1 as 0..65535, by the nearest in float64; what lies beyond is clamped. */
export function narrowed(from: usize, count: i32, to: usize): void {
  for (const end = from + (<usize>count << 2); from < end; from += 32) {
    v128.store(to, i16x8.narrow_i32x4_u(four(from), four(from + 16)));
    to += 16;
  }
}

// @ts-ignore: decorator
@inline
function share(words: v128): v128 {
  return f32x4.div(f32x4.convert_i32x4_s(words), f32x4.splat(65535));
}

/**
 * The lowest and the highest of `count` float32, a multiple of four, and of what `out` tells already, and how many are no
 * numbers: four of each side by side in `out`, float32, float32 and int32.
 */
export function span(data: usize, count: i32, out: usize): void {
  let lowest = v128.load(out), highest = v128.load(out, 16), holes = v128.load(out, 32);
  for (const end = data + (<usize>count << 2); data < end; data += 16) {
    const v = v128.load(data);
    lowest = f32x4.pmin(lowest, v);
    highest = f32x4.pmax(highest, v);
    // what is no number is not even 0 when it is taken from itself; a lane of those is -1
    holes = i32x4.sub(holes, f32x4.ne(f32x4.sub(v, v), f32x4.splat(0)));
  }
  v128.store(out, lowest);
  v128.store(out, highest, 16);
  v128.store(out, holes, 32);
}

/** `count` uint16 as float32, 0..65535 as 0..1. */
export function widenedWords(from: usize, count: i32, to: usize): void {
  for (const end = from + (<usize>count << 1); from < end; from += 16) {
    const words = v128.load(from);
    v128.store(to, share(i32x4.extend_low_i16x8_u(words)));
    v128.store(to + 16, share(i32x4.extend_high_i16x8_u(words)));
    to += 32;
  }
}

/** The means of `pairs` pairs of uint16 as float32, 0..65535 as 0..1. */
export function wordPairs(from: usize, pairs: i32, to: usize): void {
  for (const end = from + (<usize>pairs << 2); from < end; from += 16) {
    const words = v128.load(from);
    const sum = f32x4.add(share(v128.and(words, i32x4.splat(0xffff))), share(i32x4.shr_u(words, 16)));
    v128.store(to, f32x4.mul(sum, f32x4.splat(0.5)));
    to += 16;
  }
}

/** The means of `pairs` pairs of float32. */
export function floatPairs(from: usize, pairs: i32, to: usize): void {
  for (const end = from + (<usize>pairs << 3); from < end; from += 32) {
    const a = v128.load(from), b = v128.load(from, 16);
    const sum = f32x4.add(v128.shuffle<f32>(a, b, 0, 2, 4, 6), v128.shuffle<f32>(a, b, 1, 3, 5, 7));
    v128.store(to, f32x4.mul(sum, f32x4.splat(0.5)));
    to += 16;
  }
}
