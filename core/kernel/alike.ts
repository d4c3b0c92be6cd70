/** Likeness of rows of samples, in the order of core/src/prove/likeness.ts, so that both give the same bits. */

import { high, low } from './lanes';

function dot(x: usize, y: usize, size: i32): f64 {
  let s01 = f64x2.splat(0);
  let s23 = f64x2.splat(0);
  let a = 0;
  for (; a + 3 < size; a += 4) {
    const p = v128.load(x);
    const q = v128.load(y);
    s01 = f64x2.add(s01, f64x2.mul(low(p), low(q)));
    s23 = f64x2.add(s23, f64x2.mul(high(p), high(q)));
    x += 16;
    y += 16;
  }
  let s0 = f64x2.extract_lane(s01, 0);
  for (; a < size; a++) {
    s0 += <f64>load<f32>(x) * <f64>load<f32>(y);
    x += 4;
    y += 4;
  }
  return s0 + f64x2.extract_lane(s01, 1) + (f64x2.extract_lane(s23, 0) + f64x2.extract_lane(s23, 1));
}

/** Mean product of row i of `p` and row i + `later` of `q`, over every so many of the first `pairs` rows. */
export function product(p: usize, q: usize, size: i32, pairs: i32, every: f64, later: i32): f64 {
  const row = <usize>size << 2;
  let sum: f64 = 0;
  let n: f64 = 0;
  for (let at: f64 = 0; at < <f64>pairs; at += every) {
    const i = <i32>Math.floor(at);
    sum += dot(p + <usize>i * row, q + <usize>(i + later) * row, size);
    n += 1;
  }
  return sum / n;
}
