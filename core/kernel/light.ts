/** How high strokes stand above a sheet, and how a lamp lights them. */
import {
  LAMP_AMBIENT, LAMP_FLAT_SHINE, LAMP_GLOSS, LAMP_HALF_X, LAMP_HALF_Y, LAMP_HALF_Z, LAMP_TO_X, LAMP_TO_Y, LAMP_TO_Z,
} from './layout';

/**
 * heights += coverage * by over the rows [y0, y1) and columns [x0, x1) of a tile `side` px wide, x0 and x1 multiples of
 * four; `heights` is where the tile's first pixel lies in the heights of the sheet, `stride` how many lie in a row.
 */
export function raise(
  coverage: usize, heights: usize, stride: i32, by: f32, side: i32, x0: i32, y0: i32, x1: i32, y1: i32,
): void {
  const up = f32x4.splat(by);
  for (let y = y0; y < y1; y++) {
    let from = coverage + (<usize>(y * side + x0) << 2);
    const end = coverage + (<usize>(y * side + x1) << 2);
    for (let to = heights + (<usize>(y * stride + x0) << 2); from < end; from += 16, to += 16)
      v128.store(to, f32x4.add(v128.load(to), f32x4.mul(v128.load(from), up)));
  }
}

// @ts-ignore: decorator
@inline
function positive(v: v128): v128 {
  return f32x4.pmax(v, f32x4.splat(0));
}

/** The sixteenth power: how narrowly a wet slope shines. */
// @ts-ignore: decorator
@inline
function narrowed(v: v128): v128 {
  const two = f32x4.mul(v, v);
  const four = f32x4.mul(two, two);
  const eight = f32x4.mul(four, four);
  return f32x4.mul(eight, eight);
}

/**
 * The light of `count` pixels (a multiple of four) of a row of heights at `row`, between the rows at `above` and `below`,
 * each with a height before and behind it: what their colour is multiplied by into `shares`, and the shine that is added,
 * 0..1, into `shines`. At `lamp` lie the ways to it (x, y, z) and half way to it (x, y, z), the shine of what lies flat,
 * the share of light from everywhere, and the gloss: 9 floats. Gives 0 where all of it is flat.
 */
export function light(above: usize, row: usize, below: usize, count: i32, lamp: usize, shares: usize, shines: usize): i32 {
  const one = f32x4.splat(1), half = f32x4.splat(0.5), flat = f32x4.splat(0);
  const lx = f32x4.splat(load<f32>(lamp, LAMP_TO_X)), ly = f32x4.splat(load<f32>(lamp, LAMP_TO_Y)), lz = f32x4.splat(load<f32>(lamp, LAMP_TO_Z));
  const hx = f32x4.splat(load<f32>(lamp, LAMP_HALF_X)), hy = f32x4.splat(load<f32>(lamp, LAMP_HALF_Y)), hz = f32x4.splat(load<f32>(lamp, LAMP_HALF_Z));
  const still = f32x4.splat(load<f32>(lamp, LAMP_FLAT_SHINE));
  const ambient = f32x4.splat(load<f32>(lamp, LAMP_AMBIENT));
  const direct = f32x4.sub(one, ambient);
  const gloss = f32x4.splat(load<f32>(lamp, LAMP_GLOSS));
  let found = 0;
  for (let i: usize = 0; i < <usize>count << 2; i += 16) {
    const dx = f32x4.mul(f32x4.sub(v128.load(row + i, 4), v128.load(row + i - 4)), half);
    const dy = f32x4.mul(f32x4.sub(v128.load(below + i), v128.load(above + i)), half);
    const sloped = v128.or(f32x4.ne(dx, flat), f32x4.ne(dy, flat));
    if (!v128.any_true(sloped)) {
      v128.store(shares + i, one);
      v128.store(shines + i, flat);
      continue;
    }
    found = 1;
    const length = f32x4.sqrt(f32x4.add(one, f32x4.add(f32x4.mul(dx, dx), f32x4.mul(dy, dy))));
    const n = f32x4.div(one, length);
    const towards = f32x4.sub(f32x4.sub(lz, f32x4.mul(dx, lx)), f32x4.mul(dy, ly));
    const lit = f32x4.div(positive(f32x4.mul(towards, n)), lz);
    const share = f32x4.add(ambient, f32x4.mul(direct, f32x4.pmin(lit, f32x4.splat(1.6))));
    const turned = f32x4.sub(f32x4.sub(hz, f32x4.mul(dx, hx)), f32x4.mul(dy, hy));
    const shine = f32x4.mul(gloss, positive(f32x4.sub(narrowed(positive(f32x4.mul(turned, n))), still)));
    v128.store(shares + i, v128.bitselect(share, one, sloped));
    v128.store(shines + i, v128.and(shine, sloped));
  }
  return found;
}

/** One pixel of bytes, widened to 32 bits, in its light; alpha stays. */
// @ts-ignore: decorator
@inline
function litPixel(px: v128, share: v128, shine: v128): v128 {
  const colour = i32x4(-1, -1, -1, 0);
  const by = v128.bitselect(share, f32x4.splat(1), colour);
  const more = v128.and(f32x4.mul(shine, f32x4.splat(255)), colour);
  const v = f32x4.add(f32x4.mul(f32x4.convert_i32x4_s(px), by), more);
  return i32x4.trunc_sat_f32x4_s(f32x4.add(v, f32x4.splat(0.5)));
}

/** Puts `count` pixels (a multiple of four) of 8-bit r, g, b, a into the light that `light` told, in place. */
export function shine(pixels: usize, count: i32, shares: usize, shines: usize): void {
  const one = f32x4.splat(1), none = f32x4.splat(0);
  for (let i: usize = 0; i < <usize>count << 2; i += 16) {
    const by = v128.load(shares + i), more = v128.load(shines + i);
    if (!v128.any_true(v128.or(f32x4.ne(by, one), f32x4.ne(more, none)))) continue;
    const px = v128.load(pixels + i);
    const low = i16x8.extend_low_i8x16_u(px), high = i16x8.extend_high_i8x16_u(px);
    const a = litPixel(i32x4.extend_low_i16x8_u(low), v128.shuffle<f32>(by, by, 0, 0, 0, 0), v128.shuffle<f32>(more, more, 0, 0, 0, 0));
    const b = litPixel(i32x4.extend_high_i16x8_u(low), v128.shuffle<f32>(by, by, 1, 1, 1, 1), v128.shuffle<f32>(more, more, 1, 1, 1, 1));
    const c = litPixel(i32x4.extend_low_i16x8_u(high), v128.shuffle<f32>(by, by, 2, 2, 2, 2), v128.shuffle<f32>(more, more, 2, 2, 2, 2));
    const d = litPixel(i32x4.extend_high_i16x8_u(high), v128.shuffle<f32>(by, by, 3, 3, 3, 3), v128.shuffle<f32>(more, more, 3, 3, 3, 3));
    v128.store(pixels + i, i8x16.narrow_i16x8_u(i16x8.narrow_i32x4_u(a, b), i16x8.narrow_i32x4_u(c, d)));
  }
}
