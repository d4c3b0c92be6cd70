/**
 * Laying placed dabs that meet what lies there otherwise than by building up, whose grain is blended, or whose crossings
 * stay even; the twin is core/src/ink/kernel-plain-meet.ts.
 */
import { throughGrain } from './blend';
import { rowBegin, rowEnd, texels } from './lay';
import {
  EXTRAS_ALONG, EXTRAS_BLEND, EXTRAS_COLOUR, EXTRAS_DEPTH, EXTRAS_GRAIN, EXTRAS_GRAIN_STRIDE, EXTRAS_SINCE, EXTRAS_START,
  RECORD_BITS, RECORD_BOTTOM, RECORD_DU_X, RECORD_DU_Y, RECORD_DV_X, RECORD_DV_Y, RECORD_FLOW, RECORD_LEFT, RECORD_LOWER,
  RECORD_LOWER_SLOPES, RECORD_OPACITY, RECORD_RIGHT, RECORD_SCALE, RECORD_STRIDE, RECORD_TEXELS, RECORD_TOP, RECORD_U,
  RECORD_UPPER, RECORD_UPPER_SLOPES, RECORD_V, RULE_LEFT, RULE_MEET, RULE_TINTS, RULE_TOP, RULE_WAYS,
} from './layout';
import { mix } from './sheet';

/** By their places in MEETS of core/src/model/coat-schema.ts. */
const LIGHTEN = 1;
const DARKEN = 2;
const DIFFERENCE = 3;
const ADD = 4;
const BEST = 5;
const DISSOLVE = 6;

// @ts-ignore: decorator
@inline
function mixStep(h: v128, value: v128): v128 {
  let k = i32x4.mul(value, i32x4.splat(<i32>0xcc9e2d51));
  k = v128.or(i32x4.shl(k, 15), i32x4.shr_u(k, 17));
  let m = v128.xor(h, i32x4.mul(k, i32x4.splat(0x1b873593)));
  m = v128.or(i32x4.shl(m, 13), i32x4.shr_u(m, 19));
  return i32x4.add(i32x4.mul(m, i32x4.splat(5)), i32x4.splat(<i32>0xe6546b64));
}

/** Chances in [0, 1] of four pixels of a row: chanceAfter of core/src/maths/hash.ts. */
function chances(start: i32, x: v128, y: i32): v128 {
  let h = mixStep(mixStep(mixStep(i32x4.splat(start), x), i32x4.splat(y)), i32x4.splat(0));
  h = v128.xor(h, i32x4.splat(24));
  h = i32x4.mul(v128.xor(h, i32x4.shr_u(h, 16)), i32x4.splat(<i32>0x85ebca6b));
  h = i32x4.mul(v128.xor(h, i32x4.shr_u(h, 13)), i32x4.splat(<i32>0xc2b2ae35));
  h = v128.xor(h, i32x4.shr_u(h, 16));
  return f32x4.mul(f32x4.convert_i32x4_u(h), f32x4.splat(2.3283064365386963e-10));
}

/** Coverage of four pixels after a dab with a ceiling and a share; `t` is the tip itself, `roll` a chance of each pixel. */
// @ts-ignore: decorator
@inline
function met(meet: i32, a: v128, ceiling: v128, share: v128, t: v128, roll: v128): v128 {
  const none = f32x4.splat(0);
  const s = f32x4.mul(ceiling, share);
  switch (meet) {
    case LIGHTEN: return f32x4.pmax(a, s);
    case DARKEN: return v128.bitselect(f32x4.pmin(a, s), s, f32x4.gt(a, none));
    case DIFFERENCE: return f32x4.abs(f32x4.sub(a, s));
    case ADD: return f32x4.pmax(a, f32x4.pmin(ceiling, f32x4.add(a, s)));
    case BEST: return f32x4.pmax(a, f32x4.mul(ceiling, t));
    case DISSOLVE: return v128.bitselect(f32x4.pmax(a, ceiling), a, f32x4.lt(roll, share));
    default: return f32x4.add(a, f32x4.mul(f32x4.pmax(f32x4.sub(ceiling, a), none), share));
  }
}

/** One record with its extra into rows `fromY` up to `toY` (of the sheet) of the square tile at `tile`, by the rule at `rule`. */
export function meetRecord(
  rec: usize, extra: usize, rule: usize, tile: usize, originX: i32, originY: i32, side: i32, fromY: i32, toY: i32,
): void {
  const lane = i32x4(0, 1, 2, 3);
  const none = f32x4.splat(0);
  const bits = load<i32>(rec, RECORD_BITS);
  const top = load<i32>(rec, RECORD_TOP);
  const y1 = min(load<i32>(rec, RECORD_BOTTOM), toY);
  const x0 = max(load<i32>(rec, RECORD_LEFT), originX);
  const x1 = min(load<i32>(rec, RECORD_RIGHT), originX + side);
  const dux = load<i32>(rec, RECORD_DU_X), dvx = load<i32>(rec, RECORD_DV_X), duy = load<i32>(rec, RECORD_DU_Y), dvy = load<i32>(rec, RECORD_DV_Y);
  const u00 = load<i32>(rec, RECORD_U), v00 = load<i32>(rec, RECORD_V);
  const tip = <usize>load<u32>(rec, RECORD_TEXELS);
  const stride = load<i32>(rec, RECORD_STRIDE);
  const ceiling = f32x4.splat(load<f32>(rec, RECORD_OPACITY));
  const flow = f32x4.splat(load<f32>(rec, RECORD_FLOW) * 65535);
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
  const blend = load<i32>(extra, EXTRAS_BLEND);
  const depth = f32x4.splat(load<f32>(extra, EXTRAS_DEPTH));
  const rest = f32x4.sub(f32x4.splat(1), depth);
  const colour = v128.load(extra, EXTRAS_COLOUR);
  const along = f32x4.splat(load<f32>(extra, EXTRAS_ALONG));
  const since = f32x4.splat(load<f32>(extra, EXTRAS_SINCE));
  const start = load<i32>(extra, EXTRAS_START);
  const meet = load<i32>(rule, RULE_MEET);
  const ways = <usize>load<u32>(rule, RULE_WAYS);
  const tints = <usize>load<u32>(rule, RULE_TINTS);
  const left = load<i32>(rule, RULE_LEFT), sheetTop = load<i32>(rule, RULE_TOP);
  const plane = <usize>(side * side) << 2;
  for (let y = max(top, fromY); y < y1; y++) {
    const down = f64x2.splat(<f64>(y - top));
    const lo = rowBegin(l0, l1, dl0, dl1, down, x0);
    const hi = rowEnd(h0, h1, dh0, dh1, down, x1);
    if (lo > hi) continue;
    let u = i32x4.add(i32x4.splat(u00 + y * duy + lo * dux), ul);
    let v = i32x4.add(i32x4.splat(v00 + y * dvy + lo * dvx), vl);
    const place = (y - originY) * side + lo - originX;
    let at: usize = <usize>place << 2;
    let grain: usize = <usize>(<u32>(grains + ((y * grainStride + lo) << 2)));
    for (let x = lo; x <= hi; x += 4) {
      let t = f32x4.mul(texels(tip, step, row, u, v, bits, fraction, scale), f32x4.splat(1.0 / 65535.0));
      const here = v128.and(f32x4.gt(t, none), i32x4.le_s(i32x4.add(i32x4.splat(x), lane), i32x4.splat(hi)));
      if (v128.any_true(here)) {
        if (grainStride) t = throughGrain(t, v128.load(grain), depth, rest, blend);
        const k = f32x4.mul(flow, t);
        const a = v128.load(tile + at);
        const roll = meet == DISSOLVE ? chances(start, i32x4.add(i32x4.splat(x + left), lane), y + sheetTop) : none;
        let after: v128;
        if (ways) {
          const last = v128.load(ways + plane + at);
          const own = v128.load(ways + at);
          const before = v128.and(own, f32x4.ge(last, since));
          const now = met(meet, before, ceiling, k, t, roll);
          v128.store(ways + at, v128.bitselect(now, own, here));
          v128.store(ways + plane + at, v128.bitselect(along, last, here));
          after = f32x4.pmax(a, now);
        } else after = met(meet, a, ceiling, k, t, roll);
        v128.store(tile + at, v128.bitselect(after, a, here));
        if (tints) paint(tints + (at << 2), colour, a, f32x4.mul(ceiling, k), here);
      }
      at += 16;
      grain += 16;
      u = i32x4.add(u, du4);
      v = i32x4.add(v, dv4);
    }
  }
}

/** Moves the mean colour of four pixels by the dab's share of what then lies there: paint over paint. */
// @ts-ignore: decorator
@inline
export function paint(tint: usize, colour: v128, below: v128, share: v128, here: v128): void {
  const some = v128.and(f32x4.gt(share, f32x4.splat(0)), here);
  if (!v128.any_true(some)) return;
  const all = f32x4.add(share, f32x4.mul(below, f32x4.sub(f32x4.splat(1), share)));
  const q = v128.and(f32x4.div(share, all), some);
  mix(tint, colour, v128.shuffle<f32>(q, q, 0, 0, 0, 0));
  mix(tint + 16, colour, v128.shuffle<f32>(q, q, 1, 1, 1, 1));
  mix(tint + 32, colour, v128.shuffle<f32>(q, q, 2, 2, 2, 2));
  mix(tint + 48, colour, v128.shuffle<f32>(q, q, 3, 3, 3, 3));
}
