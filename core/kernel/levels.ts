/** Levels of a tip, in the order of core/src/ink/octaves.ts, so that both give the same bits. */

/** What lies at a place of a row of half the width, between its values; beyond its ends is nothing. */
// @ts-ignore: decorator
@inline
function halfway(row: usize, x: i32, width: i32): f64 {
  const at = x >> 1;
  const here = <f64>load<f32>(row + (<usize>at << 2)) * 0.75;
  if (x & 1) return here + (at + 1 < width ? <f64>load<f32>(row + (<usize>at << 2), 4) : 0) * 0.25;
  return (at > 0 ? <f64>load<f32>(row + (<usize>(at - 1) << 2)) : 0) * 0.25 + here;
}

// @ts-ignore: decorator
@inline
function valueOf(row: usize, x: i32, width: i32, inX: i32): f64 {
  if (!row) return 0;
  return inX ? halfway(row, x, width) : <f64>load<f32>(row + (<usize>x << 2));
}

/** Adds `by` times a grid, of the same size or of half of it across (`inX`) and down (`inY`), to another. */
export function addGrid(
  grid: usize, fromWidth: i32, fromHeight: i32, to: usize, width: i32, height: i32, inX: i32, inY: i32, by: f64,
): void {
  const stride = <usize>fromWidth << 2;
  for (let y = 0; y < height; y++) {
    const above = inY ? (y & 1 ? y >> 1 : (y >> 1) - 1) : y;
    const weight: f64 = inY ? (y & 1 ? 0.25 : 0.75) : 0;
    const top = above >= 0 ? grid + <usize>above * stride : 0;
    const low = inY && above + 1 < fromHeight ? grid + <usize>(above + 1) * stride : 0;
    for (let x = 0; x < width; x++) {
      const value = valueOf(top, x, fromWidth, inX) * (1 - weight) + valueOf(low, x, fromWidth, inX) * weight;
      store<f32>(to, <f32>(<f64>load<f32>(to) + <f64><f32>value * by));
      to += 4;
    }
  }
}
