/** Which level of a band's plate serves a length, and its values between pixels, as core/src/ink/band has them. */

import { between } from './lanes';

/** The reduction at which the next quarter of an octave begins. */
// @ts-ignore: decorator
@inline
export function above(quarters: i32): f64 {
  return <f64>(1 << (quarters >> 2)) * (1.125 + <f64>(quarters & 3) / 4);
}

/** Quarter octaves of a reduction, by halving. */
export function quartersOf(reduction: f64, lengthPx: i32): i32 {
  let octave = 0;
  let rest = reduction;
  while (rest >= 2 && lengthPx >> (octave + 1) >= 1) {
    rest *= 0.5;
    octave++;
  }
  const quarter = rest <= 1 ? 0 : <i32>min<f64>(4, floor<f64>((rest - 1) * 4 + 0.5));
  return octave * 4 + quarter;
}

/** A value between two columns of a row: columns beyond it hold nothing. */
// @ts-ignore: decorator
@inline
function alongRow(row: usize, width: i32, left: i32, right: i32, fx: f64): f64 {
  const a: f64 = left >= 0 && left < width ? <f64>load<f32>(row + (<usize>left << 2)) : 0;
  const b: f64 = right >= 0 && right < width ? <f64>load<f32>(row + (<usize>right << 2)) : 0;
  return a + (b - a) * fx;
}

/** A value of a level at its border: what lies beyond is nothing, or its other end. */
function valueAtBorder(data: usize, width: i32, height: i32, x: f64, y: f64, wraps: bool): f64 {
  const x0 = <i32>floor<f64>(x), y0 = <i32>floor<f64>(y);
  const fx = x - <f64>x0;
  let left = x0, right = x0 + 1;
  if (wraps) {
    if (left < 0) left += width;
    if (right >= width) right -= width;
  }
  const row = data + (<usize>(y0 * width) << 2);
  const upper: f64 = y0 >= 0 && y0 < height ? alongRow(row, width, left, right, fx) : 0;
  const hasLower = y0 + 1 >= 0 && y0 + 1 < height;
  const lower: f64 = hasLower ? alongRow(row + (<usize>width << 2), width, left, right, fx) : 0;
  return upper + (lower - upper) * (y - <f64>y0);
}

/** A value of a level between its values, at shares of its sides. */
// @ts-ignore: decorator
@inline
export function valueAt(data: usize, width: i32, height: i32, u: f64, v: f64, wraps: bool): f64 {
  const x = u * <f64>width - 0.5, y = v * <f64>height - 0.5;
  if (!(x >= 0 && y >= 0 && x < <f64>(width - 1) && y < <f64>(height - 1)))
    return valueAtBorder(data, width, height, x, y, wraps);
  const x0 = <i32>x, y0 = <i32>y;
  return between(data + (<usize>(y0 * width + x0) << 2), <usize>width << 2, x - <f64>x0, y - <f64>y0);
}

/** Whether two places lie inside of a level, where each has values around it. */
// @ts-ignore: decorator
@inline
export function within(x: v128, y: v128, width: i32, height: i32): v128 {
  const zero = f64x2.splat(0);
  const after = v128.and(f64x2.ge(x, zero), f64x2.ge(y, zero));
  const before = v128.and(f64x2.lt(x, f64x2.splat(<f64>(width - 1))), f64x2.lt(y, f64x2.splat(<f64>(height - 1))));
  return v128.and(after, before);
}

/** The same as `valueAt` of two places inside of a level. */
// @ts-ignore: decorator
@inline
export function betweenTwo(data: usize, width: i32, x: v128, y: v128): v128 {
  const x0 = i32x4.trunc_sat_f64x2_s_zero(x), y0 = i32x4.trunc_sat_f64x2_s_zero(y);
  const at = i32x4.shl(i32x4.add(i32x4.mul(y0, i32x4.splat(width)), x0), 2);
  const first = data + <usize>i32x4.extract_lane(at, 0), second = data + <usize>i32x4.extract_lane(at, 1);
  const stride = <usize>width << 2;
  const upper = v128.load64_lane(second, v128.load64_zero(first), 1);
  const lower = v128.load64_lane(second + stride, v128.load64_zero(first + stride), 1);
  const fx = f64x2.sub(x, f64x2.convert_low_i32x4_s(x0));
  const a = f64x2.promote_low_f32x4(v128.shuffle<f32>(upper, upper, 0, 2, 0, 2));
  const b = f64x2.promote_low_f32x4(v128.shuffle<f32>(upper, upper, 1, 3, 1, 3));
  const c = f64x2.promote_low_f32x4(v128.shuffle<f32>(lower, lower, 0, 2, 0, 2));
  const d = f64x2.promote_low_f32x4(v128.shuffle<f32>(lower, lower, 1, 3, 1, 3));
  const above = f64x2.add(a, f64x2.mul(f64x2.sub(b, a), fx));
  const below = f64x2.add(c, f64x2.mul(f64x2.sub(d, c), fx));
  return f64x2.add(above, f64x2.mul(f64x2.sub(below, above), f64x2.sub(y, f64x2.convert_low_i32x4_s(y0))));
}
