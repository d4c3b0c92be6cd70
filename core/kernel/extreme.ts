/** Running maxima, as in core/src/raster/morph.ts. */

/** Running maximum of 2 r + 1 values along every row, in place; `before` and `behind`: a row of room each. */
function maximaAlongRows(data: usize, width: i32, height: i32, r: i32, before: usize, behind: usize): void {
  const span = 2 * r + 1;
  for (let y = 0; y < height; y++) {
    let left = 0;
    let best: f32 = 0;
    for (let i = 0; i < width; i++) {
      const v = load<f32>(data + (<usize>i << 2));
      best = left === 0 || v > best ? v : best;
      store<f32>(before + (<usize>i << 2), best);
      if (++left === span) left = 0;
    }
    for (let i = width - 1; i >= 0; i--) {
      const v = load<f32>(data + (<usize>i << 2));
      best = i === width - 1 || (i + 1) % span === 0 || v > best ? v : best;
      store<f32>(behind + (<usize>i << 2), best);
    }
    for (let i = 0; i < width; i++) {
      const low = max(0, i - r);
      const high = min(width - 1, i + r);
      const first = load<f32>(behind + (<usize>low << 2));
      const last = load<f32>(before + (<usize>high << 2));
      let v = low % span === 0 ? last : first;
      if (high - (high % span) > low) v = first > last ? first : last;
      store<f32>(data + (<usize>i << 2), v);
    }
    data += <usize>width << 2;
  }
}

/** Rows become columns, in blocks that stay in the cache. */
function transpose(from: usize, to: usize, width: i32, height: i32): void {
  const block = 32;
  for (let top = 0; top < height; top += block)
    for (let left = 0; left < width; left += block) {
      const bottom = min(height, top + block);
      const right = min(width, left + block);
      for (let y = top; y < bottom; y++)
        for (let x = left; x < right; x++)
          store<f32>(to + (<usize>(x * height + y) << 2), load<f32>(from + (<usize>(y * width + x) << 2)));
    }
}

/** The largest value within a square of 2 r + 1 px around each pixel, or the smallest (`sign` -1); `spare`: as much room. */
export function extreme(data: usize, spare: usize, width: i32, height: i32, r: i32, sign: i32, rows: usize): void {
  const count = width * height;
  const behind = rows + (<usize>max(width, height) << 2) + 64;
  if (sign < 0) negate(data, count);
  maximaAlongRows(data, width, height, r, rows, behind);
  transpose(data, spare, width, height);
  maximaAlongRows(spare, height, width, r, rows, behind);
  transpose(spare, data, height, width);
  if (sign < 0) negate(data, count);
}

function negate(data: usize, count: i32): void {
  for (let i = 0; i < count; i += 4) {
    v128.store(data, f32x4.neg(v128.load(data)));
    data += 16;
  }
}
