/** Values that are changed one by one, as in core/src/raster/stretch.ts. */

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
