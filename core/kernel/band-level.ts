/** Levels of a band's plate, as core/src/ink/band/band-level.ts makes them and with the same bits. */

import { floats, high, low } from './lanes';

// @ts-ignore: decorator
@inline
function texels(upper: usize, lower: usize, k: i32, most: v128): v128 {
  const at = <usize>k << 1;
  const two = f64x2.replace_lane(f64x2.splat(<f64>load<u16>(upper + at)), 1, <f64>load<u16>(lower + at));
  return f64x2.div(two, most);
}

/**
 * A plate of 16-bit values at another width, as float32: each value is the mean of what it covers, its ends counted by their
 * share. Two rows at a time, so the last row is written twice where their number is odd.
 */
export function bandNarrowed(plate: usize, width: i32, height: i32, to: i32, out: usize): void {
  const span = <f64>width / <f64>to;
  const most = f64x2.splat(65535), divisor = f64x2.splat(span);
  for (let y = 0; y < height; y += 2) {
    const other = min(y + 1, height - 1);
    const upper = plate + (<usize>(y * width) << 1), lower = plate + (<usize>(other * width) << 1);
    const first = out + (<usize>(y * to) << 2), second = out + (<usize>(other * to) << 2);
    for (let i = 0; i < to; i++) {
      const a = <f64>i * span, b = <f64>(i + 1) * span;
      let sum = f64x2.splat(0);
      for (let k = <i32>floor<f64>(a); <f64>k < b && k < width; k++) {
        const share = min<f64>(b, <f64>(k + 1)) - max<f64>(a, <f64>k);
        sum = f64x2.add(sum, f64x2.mul(texels(upper, lower, k, most), f64x2.splat(share)));
      }
      const mean = f64x2.div(sum, divisor);
      const at = <usize>i << 2;
      store<f32>(first + at, <f32>f64x2.extract_lane(mean, 0));
      store<f32>(second + at, <f32>f64x2.extract_lane(mean, 1));
    }
  }
}

/** Rows of so many values as another number of rows, in the same way. `sums`: room for a row of float64 and four more. */
export function bandLowered(rows: usize, width: i32, height: i32, to: i32, sums: usize, out: usize): void {
  const span = <f64>height / <f64>to;
  const divisor = f64x2.splat(span);
  for (let i = 0; i < to; i++) {
    const a = <f64>i * span, b = <f64>(i + 1) * span;
    memory.fill(sums, 0, <usize>(width + 4) << 3);
    for (let k = <i32>floor<f64>(a); <f64>k < b && k < height; k++) {
      const share = f64x2.splat(min<f64>(b, <f64>(k + 1)) - max<f64>(a, <f64>k));
      const from = rows + (<usize>(k * width) << 2);
      for (let x = 0; x < width; x += 4) {
        const v = v128.load(from + (<usize>x << 2)), at = sums + (<usize>x << 3);
        v128.store(at, f64x2.add(v128.load(at), f64x2.mul(low(v), share)));
        v128.store(at, f64x2.add(v128.load(at, 16), f64x2.mul(high(v), share)), 16);
      }
    }
    const row = out + (<usize>(i * width) << 2);
    // rows follow one another: what is written beyond this one is written over by the next
    for (let x = 0; x < width; x += 4) {
      const at = sums + (<usize>x << 3);
      v128.store(row + (<usize>x << 2), floats(f64x2.div(v128.load(at), divisor), f64x2.div(v128.load(at, 16), divisor)));
    }
  }
}
