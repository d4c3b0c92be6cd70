/** Laying placed dabs that are seen through a grain, or that differ in the colour of their ink. */
import {
  EXTRAS_BLEND, EXTRAS_BYTES, EXTRAS_COLOUR, EXTRAS_DEPTH, EXTRAS_GRAIN, EXTRAS_GRAIN_STRIDE, RECORD_BITS, RECORD_BOTTOM,
  RECORD_BYTES, RECORD_DU_X, RECORD_DU_Y, RECORD_DV_X, RECORD_DV_Y, RECORD_FLOW, RECORD_LEFT, RECORD_LOWER,
  RECORD_LOWER_SLOPES, RECORD_OPACITY, RECORD_RIGHT, RECORD_SCALE, RECORD_STRIDE, RECORD_TEXELS, RECORD_TOP,
  RECORD_U, RECORD_UPPER, RECORD_UPPER_SLOPES, RECORD_V, RULE_BYTES, RULE_MEET, RULE_TINTS, RULE_WAYS,
} from './layout';
import { rowBegin, rowEnd, texels } from './lay';
import { MULTIPLY } from './blend';
import { meetRecord, paint } from './meet';

/**
 * Four pixels: the tip times 1 - depth + depth * grain where there is a grain, laid as `lay` does; where there is tint,
 * the dab's share of what then lies there, s / (s + a (1 - s)) with s = opacity * flow * tip, moves its colour. `grained`,
 * `tinted` and `masked` are constants at every call.
 */
// @ts-ignore: decorator
@inline
function fourThrough(
  at: usize, tip: usize, step: v128, row: usize, u: v128, v: v128, bits: i32, fraction: v128, scale: v128,
  opacity: v128, flow: v128, grained: boolean, grain: usize, rest: v128, depth: v128,
  tinted: boolean, tint: usize, colour: v128, masked: boolean, mask: v128,
): void {
  let t = texels(tip, step, row, u, v, bits, fraction, scale);
  if (grained) t = f32x4.mul(t, f32x4.add(rest, f32x4.mul(depth, v128.load(grain))));
  let k = f32x4.mul(flow, t);
  // beyond the span the grain may be anything, so that what is laid is masked, not what is multiplied
  if (masked) k = v128.and(k, mask);
  const a = v128.load(at);
  const room = f32x4.pmax(f32x4.sub(opacity, a), f32x4.splat(0));
  v128.store(at, f32x4.add(a, f32x4.mul(room, k)));
  if (!tinted) return;
  // what is masked has no share
  paint(tint, colour, a, f32x4.mul(opacity, k), i32x4.splat(-1));
}

// @ts-ignore: decorator
@inline
function throughRecord(
  rec: usize, extra: usize, tile: usize, tints: usize, originX: i32, originY: i32, side: i32, fromY: i32, toY: i32, bits: i32,
  grained: boolean, tinted: boolean,
): void {
  const lane = i32x4(0, 1, 2, 3);
  const top = load<i32>(rec, RECORD_TOP);
  const y0 = max(top, fromY);
  const y1 = min(load<i32>(rec, RECORD_BOTTOM), toY);
  const x0 = max(load<i32>(rec, RECORD_LEFT), originX);
  const x1 = min(load<i32>(rec, RECORD_RIGHT), originX + side);
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
  const grains = load<i32>(extra, EXTRAS_GRAIN);
  const grainStride = load<i32>(extra, EXTRAS_GRAIN_STRIDE);
  const depth = f32x4.splat(load<f32>(extra, EXTRAS_DEPTH));
  const rest = f32x4.sub(f32x4.splat(1), depth);
  const colour = v128.load(extra, EXTRAS_COLOUR);
  for (let y = y0; y < y1; y++) {
    const down = f64x2.splat(<f64>(y - top));
    const lo = rowBegin(l0, l1, dl0, dl1, down, x0);
    const hi = rowEnd(h0, h1, dh0, dh1, down, x1);
    if (lo > hi) continue;
    let u = i32x4.add(i32x4.splat(u00 + y * duy + lo * dux), ul);
    let v = i32x4.add(i32x4.splat(v00 + y * dvy + lo * dvx), vl);
    const place = (y - originY) * side + lo - originX;
    let at: usize = tile + (<usize>place << 2);
    let tint: usize = tints + (<usize>place << 4);
    let grain: usize = <usize>(<u32>(grains + ((y * grainStride + lo) << 2)));
    let n = hi - lo + 1;
    for (; n >= 4; n -= 4) {
      fourThrough(at, tip, step, row, u, v, bits, fraction, scale, opacity, flow, grained, grain, rest, depth, tinted, tint, colour, false, lane);
      at += 16;
      tint += 64;
      grain += 16;
      u = i32x4.add(u, du4);
      v = i32x4.add(v, dv4);
    }
    if (n > 0)
      fourThrough(
        at, tip, step, row, u, v, bits, fraction, scale, opacity, flow, grained, grain, rest, depth, tinted, tint, colour,
        true, i32x4.lt_s(lane, i32x4.splat(n)),
      );
  }
}

/** One record by what its dab and its tile have. */
// @ts-ignore: decorator
@inline
function throughAny(
  rec: usize, extra: usize, tile: usize, tints: usize, originX: i32, originY: i32, side: i32, fromY: i32, toY: i32, bits: i32,
): void {
  const grained = load<i32>(extra, EXTRAS_GRAIN_STRIDE) != 0;
  if (tints && grained) throughRecord(rec, extra, tile, tints, originX, originY, side, fromY, toY, bits, true, true);
  else if (tints) throughRecord(rec, extra, tile, tints, originX, originY, side, fromY, toY, bits, false, true);
  else if (grained) throughRecord(rec, extra, tile, tints, originX, originY, side, fromY, toY, bits, true, false);
  else throughRecord(rec, extra, tile, tints, originX, originY, side, fromY, toY, bits, false, false);
}

/** Rows of a tile that are laid at a time where a pixel has five numbers or more: as many as a core keeps at hand. */
const STRIP: i32 = 16;

/**
 * Lays the records `list[index[0..count)]` by the rule at `rule` into the square tile at `tile`, whose first pixel is
 * (originX, originY) of the sheet; behind the rule lie the extras, in step with `index`.
 */
export function layThrough(
  list: usize, index: usize, rule: usize, count: i32, tile: usize, originX: i32, originY: i32, side: i32,
): void {
  const wide = load<u32>(rule, RULE_TINTS) != 0 || load<u32>(rule, RULE_WAYS) != 0;
  const rows = wide && count > 1 ? STRIP : side;
  for (let y = 0; y < side; y += rows)
    layStrip(list, index, rule, count, tile, originX, originY, side, originY + y, originY + min(y + rows, side));
}

/** The same from row `fromY` of the sheet up to `toY`. */
function layStrip(
  list: usize, index: usize, rule: usize, count: i32, tile: usize, originX: i32, originY: i32, side: i32, fromY: i32, toY: i32,
): void {
  const tints = <usize>load<u32>(rule, RULE_TINTS);
  const builds = load<i32>(rule, RULE_MEET) == 0 && load<u32>(rule, RULE_WAYS) == 0;
  for (let q = 0; q < count; q++) {
    const rec = list + RECORD_BYTES * <usize>load<u32>(index + (<usize>q << 2));
    if (load<i32>(rec, RECORD_TOP) >= toY || load<i32>(rec, RECORD_BOTTOM) <= fromY) continue;
    const extra = rule + RULE_BYTES + EXTRAS_BYTES * <usize>q;
    const multiplies = load<i32>(extra, EXTRAS_GRAIN_STRIDE) == 0 || load<i32>(extra, EXTRAS_BLEND) == MULTIPLY;
    if (builds && multiplies) throughBits(rec, extra, tile, tints, originX, originY, side, fromY, toY);
    else meetRecord(rec, extra, rule, tile, originX, originY, side, fromY, toY);
  }
}

// @ts-ignore: decorator
@inline
function throughBits(
  rec: usize, extra: usize, tile: usize, tints: usize, originX: i32, originY: i32, side: i32, fromY: i32, toY: i32,
): void {
  switch (load<i32>(rec, RECORD_BITS)) {
    case 24: throughAny(rec, extra, tile, tints, originX, originY, side, fromY, toY, 24); break;
    case 23: throughAny(rec, extra, tile, tints, originX, originY, side, fromY, toY, 23); break;
    case 22: throughAny(rec, extra, tile, tints, originX, originY, side, fromY, toY, 22); break;
    case 21: throughAny(rec, extra, tile, tints, originX, originY, side, fromY, toY, 21); break;
    case 20: throughAny(rec, extra, tile, tints, originX, originY, side, fromY, toY, 20); break;
    case 19: throughAny(rec, extra, tile, tints, originX, originY, side, fromY, toY, 19); break;
    default: throughAny(rec, extra, tile, tints, originX, originY, side, fromY, toY, 18);
  }
}
