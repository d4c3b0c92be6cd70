/**
 * The inner loops of the ink engine in AssemblyScript. Layouts are those of core/src/ink/record.ts and layer.ts; the
 * twin in core/src/ink/kernel-plain.ts does the same in the same order and gives the same bits: no relaxed SIMD, no
 * fused multiply-add, float32 throughout.
 */
const RECORD: usize = 192;

/** Four pixels: bilinear reading of the tip level, then a += max(opacity - a, 0) * flow * tip. */
// @ts-ignore: decorator
@inline
function four(
  at: usize, tip: usize, stride: v128, row: usize, u: v128, v: v128, bits: i32, fraction: v128, scale: v128,
  opacity: v128, flow: v128, mask: v128,
): void {
  const place = i32x4.shl(i32x4.add(i32x4.mul(i32x4.shr_u(v, bits), stride), i32x4.shr_u(u, bits)), 1);
  const p0: usize = tip + <usize>(<u32>i32x4.extract_lane(place, 0));
  const p1: usize = tip + <usize>(<u32>i32x4.extract_lane(place, 1));
  const p2: usize = tip + <usize>(<u32>i32x4.extract_lane(place, 2));
  const p3: usize = tip + <usize>(<u32>i32x4.extract_lane(place, 3));
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
  const t = f32x4.add(t0, f32x4.mul(f32x4.sub(t1, t0), fy));
  const a = v128.load(at);
  const room = v128.and(f32x4.pmax(f32x4.sub(opacity, a), f32x4.splat(0)), mask);
  v128.store(at, f32x4.add(a, f32x4.mul(room, f32x4.mul(flow, t))));
}

/**
 * Lays the records `list[index[0..count)]` into the tile at `tile` (`width` px a row), whose top left pixel is
 * (originX, originY) of the sheet and which is `height` px high.
 */
export function lay(list: usize, index: usize, count: i32, tile: usize, originX: i32, originY: i32, width: i32, height: i32): void {
  const lane = i32x4(0, 1, 2, 3);
  const all = i32x4.splat(-1);
  for (let q = 0; q < count; q++) {
    const rec = list + RECORD * <usize>load<u32>(index + (<usize>q << 2));
    const top = load<i32>(rec);
    const y0 = max(top, originY);
    const y1 = min(load<i32>(rec, 4), originY + height);
    const x0 = max(load<i32>(rec, 8), originX);
    const x1 = min(load<i32>(rec, 12), originX + width);
    const dux = load<i32>(rec, 16), dvx = load<i32>(rec, 20), duy = load<i32>(rec, 24), dvy = load<i32>(rec, 28);
    const u00 = load<i32>(rec, 32), v00 = load<i32>(rec, 36);
    const tip = <usize>load<u32>(rec, 40);
    const stride = load<i32>(rec, 44);
    const opacity = f32x4.splat(load<f32>(rec, 48));
    const flow = f32x4.splat(load<f32>(rec, 52));
    const bits = load<i32>(rec, 56);
    const fraction = i32x4.splat((1 << bits) - 1);
    const scale = f32x4.splat(load<f32>(rec, 60));
    const strides = i32x4.splat(stride);
    const row = <usize>stride << 1;
    const du4 = i32x4.splat(dux << 2), dv4 = i32x4.splat(dvx << 2);
    const ul = i32x4.mul(lane, i32x4.splat(dux)), vl = i32x4.mul(lane, i32x4.splat(dvx));
    const l0 = v128.load(rec, 64), l1 = v128.load(rec, 80), dl0 = v128.load(rec, 96), dl1 = v128.load(rec, 112);
    const h0 = v128.load(rec, 128), h1 = v128.load(rec, 144), dh0 = v128.load(rec, 160), dh1 = v128.load(rec, 176);
    for (let y = y0; y < y1; y++) {
      const down = f64x2.splat(<f64>(y - top));
      const l = f64x2.pmax(f64x2.add(l0, f64x2.mul(dl0, down)), f64x2.add(l1, f64x2.mul(dl1, down)));
      const h = f64x2.pmin(f64x2.add(h0, f64x2.mul(dh0, down)), f64x2.add(h1, f64x2.mul(dh1, down)));
      const lo = max(x0, <i32>ceil(max(f64x2.extract_lane(l, 0), f64x2.extract_lane(l, 1))));
      const hi = min(x1 - 1, <i32>floor(min(f64x2.extract_lane(h, 0), f64x2.extract_lane(h, 1))));
      if (lo > hi) continue;
      let u = i32x4.add(i32x4.splat(u00 + y * duy + lo * dux), ul);
      let v = i32x4.add(i32x4.splat(v00 + y * dvy + lo * dvx), vl);
      let at: usize = tile + (<usize>((y - originY) * width + lo - originX) << 2);
      let n = hi - lo + 1;
      for (; n >= 4; n -= 4) {
        four(at, tip, strides, row, u, v, bits, fraction, scale, opacity, flow, all);
        at += 16;
        u = i32x4.add(u, du4);
        v = i32x4.add(v, dv4);
      }
      if (n > 0) four(at, tip, strides, row, u, v, bits, fraction, scale, opacity, flow, i32x4.lt_s(lane, i32x4.splat(n)));
    }
  }
}

/** out += (colour - out) * coverage for `count` pixels; out is float32 r, g, b, a. */
export function blend(coverage: usize, out: usize, count: i32, r: f32, g: f32, b: f32): void {
  const colour = f32x4(r, g, b, 1);
  for (let i = 0; i < count; i++) {
    const c = load<f32>(coverage + (<usize>i << 2));
    if (c == 0) continue;
    const at = out + (<usize>i << 4);
    const px = v128.load(at);
    v128.store(at, f32x4.add(px, f32x4.mul(f32x4.sub(colour, px), f32x4.splat(c))));
  }
}

/** Fills `count` float32 pixels with one colour. */
export function fill(out: usize, count: i32, r: f32, g: f32, b: f32, a: f32): void {
  const px = f32x4(r, g, b, a);
  for (let i = 0; i < count; i++) v128.store(out + (<usize>i << 4), px);
}

/** Float32 r, g, b, a in 0..1 to bytes: floor(v * 255 + 0.5). */
export function bytes(from: usize, to: usize, count: i32): void {
  const top = f32x4.splat(255), half = f32x4.splat(0.5);
  for (let i = 0; i < count; i++) {
    const v = i32x4.trunc_sat_f32x4_s(f32x4.add(f32x4.mul(v128.load(from + (<usize>i << 4)), top), half));
    const n = i16x8.narrow_i32x4_u(v, v);
    v128.store32_lane(to + (<usize>i << 2), i8x16.narrow_i16x8_u(n, n), 0);
  }
}

/** a[i] += b[i] * c over `count` floats (a multiple of 4): the memory limit that the bench compares with. */
export function multiplyAdd(a: usize, b: usize, count: i32, c: f32): void {
  const k = f32x4.splat(c);
  for (let i: usize = 0; i < <usize>count << 2; i += 16)
    v128.store(a + i, f32x4.add(v128.load(a + i), f32x4.mul(v128.load(b + i), k)));
}
