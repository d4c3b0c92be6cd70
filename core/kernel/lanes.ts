/** Four float32 as two pairs of float64 and back, and a value between pixels: what several loops do alike. */

// @ts-ignore: decorator
@inline
export function low(v: v128): v128 {
  return f64x2.promote_low_f32x4(v);
}
// @ts-ignore: decorator
@inline
export function high(v: v128): v128 {
  return f64x2.promote_low_f32x4(v128.shuffle<f32>(v, v, 2, 3, 2, 3));
}
// @ts-ignore: decorator
@inline
export function floats(lo: v128, hi: v128): v128 {
  return v128.shuffle<f32>(f32x4.demote_f64x2_zero(lo), f32x4.demote_f64x2_zero(hi), 0, 1, 4, 5);
}

/** Bilinear value beside the pixel at `at`, whose row is `stride` bytes long, by shares of the way to the next ones. */
// @ts-ignore: decorator
@inline
export function between(at: usize, stride: usize, fx: f64, fy: f64): f64 {
  const a = <f64>load<f32>(at);
  const c = <f64>load<f32>(at + stride);
  const upper = a + (<f64>load<f32>(at, 4) - a) * fx;
  return upper + (c + (<f64>load<f32>(at + stride, 4) - c) * fx - upper) * fy;
}
