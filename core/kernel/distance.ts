/** Distances in a raster, in the order of core/src/raster/distance.ts, so that both give the same bits. */

import { between, low } from './lanes';

const FAR: f32 = 1e6;

// @ts-ignore: decorator
@inline
function crossing(squares: usize, p: i32, q: i32): f64 {
  const a = load<f64>(squares + (<usize>q << 3)) + <f64>(q * q);
  return (a - load<f64>(squares + (<usize>p << 3)) - <f64>(p * p)) / <f64>(2 * (q - p));
}

/** Distance from each pixel to the nearest one of a set of bytes, as floats. `room`: 32 bytes for each column. */
export function distances(set: usize, near: usize, width: i32, height: i32, room: usize): void {
  const stride = <usize>width << 2;
  const count = width * height;
  for (let i = 0; i < count; i++) {
    const at = near + (<usize>i << 2);
    const there = load<u8>(set + <usize>i) !== 0;
    store<f32>(at, there ? 0 : i < width ? FAR : min(FAR, load<f32>(at - stride) + 1));
  }
  for (let i = count - width - 1; i >= 0; i--) {
    const at = near + (<usize>i << 2);
    const below = load<f32>(at + stride) + 1;
    if (below < load<f32>(at)) store<f32>(at, below);
  }
  const squares = room;
  const borders = squares + (<usize>(width + 1) << 3);
  const places = borders + (<usize>(width + 1) << 3);
  for (let y = 0; y < height; y++) {
    const row = near + <usize>y * stride;
    for (let x = 0; x < width; x++) {
      const v = <f64>load<f32>(row + (<usize>x << 2));
      store<f64>(squares + (<usize>x << 3), v * v);
    }
    let k = 0;
    store<i32>(places, 0);
    store<f64>(borders, -Infinity);
    store<f64>(borders, Infinity, 8);
    for (let q = 1; q < width; q++) {
      let s = crossing(squares, load<i32>(places + (<usize>k << 2)), q);
      while (s <= load<f64>(borders + (<usize>k << 3))) s = crossing(squares, load<i32>(places + (<usize>--k << 2)), q);
      k++;
      store<i32>(places + (<usize>k << 2), q);
      store<f64>(borders + (<usize>k << 3), s);
      store<f64>(borders + (<usize>(k + 1) << 3), Infinity);
    }
    k = 0;
    for (let x = 0; x < width; x++) {
      while (load<f64>(borders + (<usize>(k + 1) << 3)) < <f64>x) k++;
      const p = load<i32>(places + (<usize>k << 2));
      const d = <f64>(x - p);
      store<f32>(row + (<usize>x << 2), <f32>Math.sqrt(d * d + load<f64>(squares + (<usize>p << 3))));
    }
  }
}

/** Four values around a place as float64, of two images, and what lies between them. */
// @ts-ignore: decorator
@inline
function betweenBoth(at: usize, stride: usize, x: v128, y: v128): v128 {
  const a = low(v128.load64_zero(at));
  const c = low(v128.load64_zero(at + stride));
  const upper = f64x2.add(a, f64x2.mul(f64x2.sub(low(v128.load64_zero(at, 8)), a), x));
  const lower = f64x2.add(c, f64x2.mul(f64x2.sub(low(v128.load64_zero(at + stride, 8)), c), x));
  return f64x2.add(upper, f64x2.mul(f64x2.sub(lower, upper), y));
}

/** A row of two turned images that lie side by side, from (px, py) on. */
function turnedRow(
  from: usize, width: i32, begin: i32, end: i32, px: f64, py: f64, c: f64, s: f64, to: usize, other: usize,
): void {
  const edge = f64x2.splat(<f64>(width - 1));
  const nothing = f64x2.splat(0);
  const step = f64x2.replace_lane(f64x2.splat(c), 1, s);
  let at = f64x2.replace_lane(f64x2.splat(px), 1, py);
  for (let x = <usize>begin << 2, last = <usize>end << 2; x < last; x += 4) {
    let both = f32x4.splat(0);
    if (i64x2.bitmask(v128.and(f64x2.ge(at, nothing), f64x2.lt(at, edge))) === 3) {
      const whole = i32x4.trunc_sat_f64x2_s_zero(at);
      const part = f64x2.sub(at, f64x2.convert_low_i32x4_s(whole));
      const place = <usize>(i32x4.extract_lane(whole, 1) * width + i32x4.extract_lane(whole, 0)) << 3;
      const right = v128.shuffle<i64>(part, part, 0, 0), down = v128.shuffle<i64>(part, part, 1, 1);
      both = f32x4.demote_f64x2_zero(betweenBoth(from + place, <usize>width << 3, right, down));
    }
    v128.store32_lane(to + x, both, 0);
    v128.store32_lane(other + x, both, 1);
    at = f64x2.add(at, step);
  }
}

/**
 * A square image turned about its middle, in the rows from `first` to `last` and no farther than `reach` px from the
 * middle; what is farther away stays as it was, and what comes from beyond the image is 0. With an `other` (else 0) two
 * images whose values lie side by side, to one image each.
 */
export function turned(
  from: usize, to: usize, other: usize, width: i32, c: f64, s: f64, first: i32, last: i32, reach: f64,
): void {
  const middle = <f64>(width - 1) / 2;
  const edge = <f64>(width - 1);
  for (let y = first; y <= last; y++) {
    const away = Math.abs(<f64>y - middle);
    if (away > reach) continue;
    const half = Math.min(middle, Math.ceil(Math.sqrt(reach * reach - away * away)) + 0.5);
    const begin = <i32>Math.max(0, middle - half);
    const end = <i32>(middle + half + 1);
    let px = middle + c * (<f64>begin - middle) - s * (<f64>y - middle);
    let py = middle + s * (<f64>begin - middle) + c * (<f64>y - middle);
    if (other) {
      turnedRow(from, width, begin, end, px, py, c, s, to + (<usize>(y * width) << 2), other + (<usize>(y * width) << 2));
      continue;
    }
    for (let x = begin; x < end; x++, px += c, py += s) {
      const out = <usize>(y * width + x) << 2;
      if (px < 0 || py < 0 || px >= edge || py >= edge) {
        store<f32>(to + out, 0);
        continue;
      }
      const x0 = <i32>px;
      const y0 = <i32>py;
      const i = <usize>(y0 * width + x0);
      store<f32>(to + out, <f32>between(from + (i << 2), <usize>width << 2, px - <f64>x0, py - <f64>y0));
    }
  }
}
