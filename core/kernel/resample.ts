/** A raster at another size, in the order of core/src/raster/resample.ts, so that both give the same bits. */

import { floats, high, low } from './lanes';

/** Each row narrowed or widened: `first`, `count` (int32) and `weights` (float64, `most` each) tell what a value is made of. */
export function resampleRows(
  from: usize,
  to: usize,
  fromWidth: i32,
  toWidth: i32,
  height: i32,
  first: usize,
  count: usize,
  weights: usize,
  most: i32,
): void {
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < toWidth; x++) {
      let at = from + (<usize>load<i32>(first + (<usize>x << 2)) << 2);
      let w = weights + (<usize>(x * most) << 3);
      let sum: f64 = 0;
      for (let k = load<i32>(count + (<usize>x << 2)); k > 0; k--) {
        sum += <f64>load<f32>(at) * load<f64>(w);
        at += 4;
        w += 8;
      }
      store<f32>(to, <f32>sum);
      to += 4;
    }
    from += <usize>fromWidth << 2;
  }
}

/** The columns likewise, from rows that have their width already. */
export function resampleColumns(
  from: usize,
  to: usize,
  width: i32,
  toHeight: i32,
  first: usize,
  count: usize,
  weights: usize,
  most: i32,
): void {
  const stride = <usize>width << 2;
  memory.fill(to, 0, stride * <usize>toHeight);
  for (let y = 0; y < toHeight; y++) {
    let above = from + <usize>load<i32>(first + (<usize>y << 2)) * stride;
    for (let k = 0; k < load<i32>(count + (<usize>y << 2)); k++) {
      const w = load<f64>(weights + (<usize>(y * most + k) << 3));
      const both = f64x2.splat(w);
      let x = 0;
      for (; x + 3 < width; x += 4) {
        const at = <usize>x << 2;
        const f = v128.load(above + at);
        const t = v128.load(to + at);
        const lowSum = f64x2.add(low(t), f64x2.mul(low(f), both));
        const highSum = f64x2.add(high(t), f64x2.mul(high(f), both));
        v128.store(to + at, floats(lowSum, highSum));
      }
      for (; x < width; x++) {
        const at = <usize>x << 2;
        store<f32>(to + at, <f32>(<f64>load<f32>(to + at) + <f64>load<f32>(above + at) * w));
      }
      above += stride;
    }
    to += stride;
  }
}
