/** Laying placed dabs into a tile of coverage. */
import {
  RECORD_BITS, RECORD_BOTTOM, RECORD_BYTES, RECORD_DU_X, RECORD_DU_Y, RECORD_DV_X, RECORD_DV_Y, RECORD_FLOW,
  RECORD_LEFT, RECORD_LOWER, RECORD_LOWER_SLOPES, RECORD_OPACITY, RECORD_RIGHT, RECORD_SCALE, RECORD_STRIDE,
  RECORD_TEXELS, RECORD_TOP, RECORD_U, RECORD_UPPER, RECORD_UPPER_SLOPES, RECORD_V,
} from './layout';

/**
 * Four pixels' bilinear reading of a tip level, 0..65535. `bits` is a constant at every call: immediate shifts. `step`
 * holds (1, stride) in 16-bit halves for one multiply-add.
 */
// @ts-ignore: decorator
@inline
export function texels(tip: usize, step: v128, row: usize, u: v128, v: v128, bits: i32, fraction: v128, scale: v128): v128 {
  const whole = v128.or(i32x4.shr_u(u, bits), i32x4.shl(i32x4.shr_u(v, bits), 16));
  const place = i32x4.shl(i32x4.dot_i16x8_s(whole, step), 1);
  // two lanes at a time: fewer moves from the vector to the address registers
  const low = i64x2.extract_lane(place, 0), high = i64x2.extract_lane(place, 1);
  const p0: usize = tip + <usize>(<u32>low);
  const p1: usize = tip + <usize>(<u32>(<u64>low >> 32));
  const p2: usize = tip + <usize>(<u32>high);
  const p3: usize = tip + <usize>(<u32>(<u64>high >> 32));
  let upper = v128.load32_zero(p0);
  upper = v128.load32_lane(p1, upper, 1);
  upper = v128.load32_lane(p2, upper, 2);
  upper = v128.load32_lane(p3, upper, 3);
  let lower = v128.load32_zero(p0 + row);
  lower = v128.load32_lane(p1 + row, lower, 1);
  lower = v128.load32_lane(p2 + row, lower, 2);
  lower = v128.load32_lane(p3 + row, lower, 3);
  const low16 = i32x4.splat(0xffff);
  const a0 = f32x4.convert_i32x4_s(v128.and(upper, low16));
  const a1 = f32x4.convert_i32x4_s(i32x4.shr_u(upper, 16));
  const b0 = f32x4.convert_i32x4_s(v128.and(lower, low16));
  const b1 = f32x4.convert_i32x4_s(i32x4.shr_u(lower, 16));
  const fx = f32x4.mul(f32x4.convert_i32x4_s(v128.and(u, fraction)), scale);
  const fy = f32x4.mul(f32x4.convert_i32x4_s(v128.and(v, fraction)), scale);
  const t0 = f32x4.add(a0, f32x4.mul(f32x4.sub(a1, a0), fx));
  const t1 = f32x4.add(b0, f32x4.mul(f32x4.sub(b1, b0), fx));
  return f32x4.add(t0, f32x4.mul(f32x4.sub(t1, t0), fy));
}

/** The first pixel of a row `down` rows below a record's top, not before `x0`: by four lower bounds and their slopes. */
// @ts-ignore: decorator
@inline
export function rowBegin(l0: v128, l1: v128, dl0: v128, dl1: v128, down: v128, x0: i32): i32 {
  const l = f64x2.pmax(f64x2.add(l0, f64x2.mul(dl0, down)), f64x2.add(l1, f64x2.mul(dl1, down)));
  return max(x0, <i32>ceil(max(f64x2.extract_lane(l, 0), f64x2.extract_lane(l, 1))));
}

/** The last pixel of that row, before `x1`. */
// @ts-ignore: decorator
@inline
export function rowEnd(h0: v128, h1: v128, dh0: v128, dh1: v128, down: v128, x1: i32): i32 {
  const h = f64x2.pmin(f64x2.add(h0, f64x2.mul(dh0, down)), f64x2.add(h1, f64x2.mul(dh1, down)));
  return min(x1 - 1, <i32>floor(min(f64x2.extract_lane(h, 0), f64x2.extract_lane(h, 1))));
}

/** Four pixels: a += max(opacity - a, 0) * flow * tip; `masked` is a constant at every call. */
// @ts-ignore: decorator
@inline
function four(
  at: usize, tip: usize, step: v128, row: usize, u: v128, v: v128, bits: i32, fraction: v128, scale: v128,
  opacity: v128, flow: v128, masked: boolean, mask: v128,
): void {
  const t = texels(tip, step, row, u, v, bits, fraction, scale);
  const a = v128.load(at);
  let room = f32x4.pmax(f32x4.sub(opacity, a), f32x4.splat(0));
  if (masked) room = v128.and(room, mask);
  v128.store(at, f32x4.add(a, f32x4.mul(room, f32x4.mul(flow, t))));
}

/** One record into one tile; see `lay`. */
// @ts-ignore: decorator
@inline
function layRecord(rec: usize, tile: usize, originX: i32, originY: i32, width: i32, height: i32, bits: i32): void {
  const lane = i32x4(0, 1, 2, 3);
  const top = load<i32>(rec, RECORD_TOP);
  const y0 = max(top, originY);
  const y1 = min(load<i32>(rec, RECORD_BOTTOM), originY + height);
  const x0 = max(load<i32>(rec, RECORD_LEFT), originX);
  const x1 = min(load<i32>(rec, RECORD_RIGHT), originX + width);
  const dux = load<i32>(rec, RECORD_DU_X), dvx = load<i32>(rec, RECORD_DV_X), duy = load<i32>(rec, RECORD_DU_Y), dvy = load<i32>(rec, RECORD_DV_Y);
  const u00 = load<i32>(rec, RECORD_U), v00 = load<i32>(rec, RECORD_V);
  const tip = <usize>load<u32>(rec, RECORD_TEXELS);
  const stride = load<i32>(rec, RECORD_STRIDE);
  const opacity = f32x4.splat(load<f32>(rec, RECORD_OPACITY));
  const flow = f32x4.splat(load<f32>(rec, RECORD_FLOW));
  const fraction = i32x4.splat((1 << bits) - 1);
  const scale = f32x4.splat(load<f32>(rec, RECORD_SCALE));
  const step = i32x4.splat((stride << 16) | 1);
  const row = <usize>stride << 1;
  const du4 = i32x4.splat(dux << 2), dv4 = i32x4.splat(dvx << 2);
  const ul = i32x4.mul(lane, i32x4.splat(dux)), vl = i32x4.mul(lane, i32x4.splat(dvx));
  const l0 = v128.load(rec, RECORD_LOWER), l1 = v128.load(rec, RECORD_LOWER + 16), dl0 = v128.load(rec, RECORD_LOWER_SLOPES), dl1 = v128.load(rec, RECORD_LOWER_SLOPES + 16);
  const h0 = v128.load(rec, RECORD_UPPER), h1 = v128.load(rec, RECORD_UPPER + 16), dh0 = v128.load(rec, RECORD_UPPER_SLOPES), dh1 = v128.load(rec, RECORD_UPPER_SLOPES + 16);
  for (let y = y0; y < y1; y++) {
    const down = f64x2.splat(<f64>(y - top));
    const lo = rowBegin(l0, l1, dl0, dl1, down, x0);
    const hi = rowEnd(h0, h1, dh0, dh1, down, x1);
    if (lo > hi) continue;
    let u = i32x4.add(i32x4.splat(u00 + y * duy + lo * dux), ul);
    let v = i32x4.add(i32x4.splat(v00 + y * dvy + lo * dvx), vl);
    let at: usize = tile + (<usize>((y - originY) * width + lo - originX) << 2);
    let n = hi - lo + 1;
    for (; n >= 8; n -= 8) {
      four(at, tip, step, row, u, v, bits, fraction, scale, opacity, flow, false, lane);
      u = i32x4.add(u, du4);
      v = i32x4.add(v, dv4);
      four(at + 16, tip, step, row, u, v, bits, fraction, scale, opacity, flow, false, lane);
      at += 32;
      u = i32x4.add(u, du4);
      v = i32x4.add(v, dv4);
    }
    for (; n >= 4; n -= 4) {
      four(at, tip, step, row, u, v, bits, fraction, scale, opacity, flow, false, lane);
      at += 16;
      u = i32x4.add(u, du4);
      v = i32x4.add(v, dv4);
    }
    if (n > 0) four(at, tip, step, row, u, v, bits, fraction, scale, opacity, flow, true, i32x4.lt_s(lane, i32x4.splat(n)));
  }
}

/**
 * Lays the records `list[index[0..count)]` into the tile at `tile` (`width` px a row), whose top left pixel is
 * (originX, originY) of the sheet and which is `height` px high.
 */
export function lay(list: usize, index: usize, count: i32, tile: usize, originX: i32, originY: i32, width: i32, height: i32): void {
  for (let q = 0; q < count; q++) {
    const rec = list + RECORD_BYTES * <usize>load<u32>(index + (<usize>q << 2));
    switch (load<i32>(rec, RECORD_BITS)) {
      case 24: layRecord(rec, tile, originX, originY, width, height, 24); break;
      case 23: layRecord(rec, tile, originX, originY, width, height, 23); break;
      case 22: layRecord(rec, tile, originX, originY, width, height, 22); break;
      case 21: layRecord(rec, tile, originX, originY, width, height, 21); break;
      case 20: layRecord(rec, tile, originX, originY, width, height, 20); break;
      case 19: layRecord(rec, tile, originX, originY, width, height, 19); break;
      default: layRecord(rec, tile, originX, originY, width, height, 18);
    }
  }
}
