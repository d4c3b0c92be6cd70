/** Lines in an image of a tip, in the order of core/src/flaws, so that both give the same bits. */

import { widen } from './blur';
import { floats, high, low } from './lanes';

/** Where row y of a square image lies; beyond the ends the end row. */
// @ts-ignore: decorator
@inline
function rowAt(data: usize, y: i32, width: i32): usize {
  return data + ((<usize>max(0, min(width - 1, y)) * <usize>width) << 2);
}

// @ts-ignore: decorator
@inline
function third(a: v128, b: v128, c: v128): v128 {
  return f64x2.div(f64x2.add(f64x2.add(a, b), c), f64x2.splat(3));
}

// @ts-ignore: decorator
@inline
function rise(a: v128, b: v128, c: v128): v128 {
  return f64x2.sub(b, f64x2.mul(f64x2.splat(0.3), f64x2.add(a, c)));
}

/**
 * How far three rows together rise above the rows `away` px beside them, for the rows from `first` to `last` of a square
 * image; `width` a multiple of four. `three`: room for an image.
 */
export function ridge(data: usize, three: usize, out: usize, width: i32, away: i32, first: i32, last: i32): void {
  const stride = <usize>width << 2;
  for (let y = max(0, first - away); y <= min(width - 1, last + away); y++) {
    const a = rowAt(data, y - 1, width), b = rowAt(data, y, width), c = rowAt(data, y + 1, width);
    const to = rowAt(three, y, width);
    for (let x: usize = 0; x < stride; x += 16) {
      const p = v128.load(a + x), q = v128.load(b + x), r = v128.load(c + x);
      v128.store(to + x, floats(third(low(p), low(q), low(r)), third(high(p), high(q), high(r))));
    }
  }
  for (let y = max(0, first); y <= min(width - 1, last); y++) {
    const a = rowAt(three, y - away, width), b = rowAt(three, y, width), c = rowAt(three, y + away, width);
    const to = rowAt(out, y, width);
    for (let x: usize = 0; x < stride; x += 16) {
      const p = v128.load(a + x), q = v128.load(b + x), r = v128.load(c + x);
      v128.store(to + x, floats(rise(low(p), low(q), low(r)), rise(high(p), high(q), high(r))));
    }
  }
}

/**
 * Of each row from `first` to `last` of a square image of ridges the piece of `length` px (odd) that stands out most against
 * its own unevenness and `least`, of those of which more than `enough` px lie `within`. Dark ones and, behind them, light
 * ones: a row of float32 that say how far it stands out, one of its mean height, and one of int32 with its middle; of a row
 * without any the first is 0. `rows`: room for two rows of float64, widened by a length.
 */
export function pieces(
  ridges: usize,
  within: usize,
  width: i32,
  first: i32,
  last: i32,
  length: i32,
  enough: f64,
  least: f64,
  rows: usize,
  out: usize,
): void {
  const r = (length - 1) / 2;
  const stride = <usize>width << 2;
  const there = rows + (<usize>(width + length + 4) << 3);
  const share: f64 = 1 / <f64>length;
  memory.fill(out, 0, 6 * stride);
  for (let y = first; y <= last; y++) {
    widen(ridges + <usize>y * stride, width, r, 0, rows);
    widen(within + <usize>y * stride, width, r, 0, there);
    let sum: f64 = 0, squares: f64 = 0, inside: f64 = 0;
    for (let x: usize = 0; x < <usize>length; x++) {
      const v = load<f64>(rows + (x << 3));
      sum += v;
      squares += v * v;
      inside += load<f64>(there + (x << 3));
    }
    for (let x = 0; x < width; x++) {
      const at = <usize>x << 3;
      const ahead = at + (<usize>length << 3);
      if (inside > enough) {
        const mean = sum * share;
        const stands = mean / Math.sqrt(max<f64>(0, squares * share - mean * mean) + least);
        const peak = out + (<usize>y << 2) + (stands > 0 ? 0 : 3 * stride);
        const value = Math.abs(stands);
        if (value > <f64>load<f32>(peak)) {
          store<f32>(peak, <f32>value);
          store<f32>(peak + stride, <f32>Math.abs(mean));
          store<i32>(peak + 2 * stride, x);
        }
      }
      const gone = load<f64>(rows + at), come = load<f64>(rows + ahead);
      sum += come - gone;
      squares += come * come - gone * gone;
      inside += load<f64>(there + ahead) - load<f64>(there + at);
    }
  }
}
