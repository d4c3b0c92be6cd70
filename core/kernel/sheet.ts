/** Coverage onto colour, and colour into bytes. */
import {
  COVERED_BYTES, COVERED_COLOUR, COVERED_COVERAGE, COVERED_TINTS, COVERED_X0, COVERED_X1, COVERED_Y0, COVERED_Y1,
} from './layout';

/** Empties `bytes` bytes. */
export function clear(at: usize, bytes: usize): void {
  memory.fill(at, 0, bytes);
}

/** Moves the four numbers of one pixel towards a colour by a share. */
// @ts-ignore: decorator
@inline
export function mix(at: usize, colour: v128, c: v128): void {
  const px = v128.load(at);
  v128.store(at, f32x4.add(px, f32x4.mul(f32x4.sub(colour, px), c)));
}

/**
 * out += (colour - out) * coverage over the rows [y0, y1) and columns [x0, x1) of a tile `side` px wide, x0 and x1
 * multiples of four; out is float32 r, g, b, a.
 */
export function blend(coverage: usize, out: usize, side: i32, x0: i32, y0: i32, x1: i32, y1: i32, r: f32, g: f32, b: f32): void {
  const colour = f32x4(r, g, b, 1);
  for (let y = y0; y < y1; y++) {
    let from = coverage + (<usize>(y * side + x0) << 2);
    let to = out + (<usize>(y * side + x0) << 4);
    for (let x = x0; x < x1; x += 4) {
      const c = v128.load(from);
      if (v128.any_true(c)) {
        mix(to, colour, v128.shuffle<f32>(c, c, 0, 0, 0, 0));
        mix(to + 16, colour, v128.shuffle<f32>(c, c, 1, 1, 1, 1));
        mix(to + 32, colour, v128.shuffle<f32>(c, c, 2, 2, 2, 2));
        mix(to + 48, colour, v128.shuffle<f32>(c, c, 3, 3, 3, 3));
      }
      from += 16;
      to += 64;
    }
  }
}

/**
 * The same with a colour for each pixel: `tints` holds r, g, b, 1 of the mean ink in step with the tile, and nothing where
 * nothing is covered.
 */
export function blendTint(coverage: usize, tints: usize, out: usize, side: i32, x0: i32, y0: i32, x1: i32, y1: i32): void {
  for (let y = y0; y < y1; y++) {
    let from = coverage + (<usize>(y * side + x0) << 2);
    let tint = tints + (<usize>(y * side + x0) << 4);
    let to = out + (<usize>(y * side + x0) << 4);
    for (let x = x0; x < x1; x += 4) {
      const c = v128.load(from);
      if (v128.any_true(c)) {
        mix(to, v128.load(tint), v128.shuffle<f32>(c, c, 0, 0, 0, 0));
        mix(to + 16, v128.load(tint, 16), v128.shuffle<f32>(c, c, 1, 1, 1, 1));
        mix(to + 32, v128.load(tint, 32), v128.shuffle<f32>(c, c, 2, 2, 2, 2));
        mix(to + 48, v128.load(tint, 48), v128.shuffle<f32>(c, c, 3, 3, 3, 3));
      }
      from += 16;
      tint += 64;
      to += 64;
    }
  }
}

/** What `keep` does with a coverage; the twin of KEEP in core/src/ink/kernel-plain.ts. */
const TAKE = 0;
const MASK = 1;

/**
 * One coat's coverage into the coverage of a stroke, over the same box: it is taken as it is (0), keeps what is there only
 * where it lies itself (1), or only where it does not (2). With a grain in step with the tile (0 for none) the coverage is
 * first multiplied by 1 - depth + depth * grain.
 */
export function keep(
  coverage: usize, grains: usize, depth: f32, out: usize, how: i32, side: i32, x0: i32, y0: i32, x1: i32, y1: i32,
): void {
  const one = f32x4.splat(1);
  const bite = f32x4.splat(depth);
  const rest = f32x4.splat(<f32>1 - depth);
  for (let y = y0; y < y1; y++) {
    const first = <usize>(y * side + x0) << 2;
    const end = out + (<usize>(y * side + x1) << 2);
    let from = coverage + first;
    let grain = grains + first;
    for (let to = out + first; to < end; to += 16) {
      let c = v128.load(from);
      if (grains) c = f32x4.mul(c, f32x4.add(rest, f32x4.mul(bite, v128.load(grain))));
      if (how == MASK) c = f32x4.mul(v128.load(to), c);
      else if (how != TAKE) c = f32x4.mul(v128.load(to), f32x4.sub(one, c));
      v128.store(to, c);
      from += 16;
      grain += 16;
    }
  }
}

/** Fills `count` float32 pixels with one colour. */
export function fill(out: usize, count: i32, r: f32, g: f32, b: f32, a: f32): void {
  const px = f32x4(r, g, b, a);
  for (let i = 0; i < count; i++) v128.store(out + (<usize>i << 4), px);
}

// @ts-ignore: decorator
@inline
function byteLanes(from: usize): v128 {
  return i32x4.trunc_sat_f32x4_s(f32x4.add(f32x4.mul(v128.load(from), f32x4.splat(255)), f32x4.splat(0.5)));
}

/** Float32 r, g, b, a in 0..1 to bytes, floor(v * 255 + 0.5); `count` is a multiple of four. */
export function bytes(from: usize, to: usize, count: i32): void {
  for (let i = 0; i < count; i += 4) {
    const at = from + (<usize>i << 4);
    const first = i16x8.narrow_i32x4_u(byteLanes(at), byteLanes(at + 16));
    const second = i16x8.narrow_i32x4_u(byteLanes(at + 32), byteLanes(at + 48));
    v128.store(to + (<usize>i << 2), i8x16.narrow_i16x8_u(first, second));
  }
}

/** Four pixels of one colour under one coverage, over one ground: what fill, blend and bytes give. */
// @ts-ignore: decorator
@inline
function byteOf(ground: v128, way: v128, c: v128): v128 {
  const px = f32x4.add(ground, f32x4.mul(way, c));
  return i32x4.trunc_sat_f32x4_s(f32x4.add(f32x4.mul(px, f32x4.splat(255)), f32x4.splat(0.5)));
}

/** A row of one coverage in one colour over an even ground, as bytes. */
// @ts-ignore: decorator
@inline
function printedAlone(covered: usize, ground: v128, empty: v128, out: usize, at: i32, x0: i32, x1: i32): void {
  const way = f32x4.sub(v128.load(covered, COVERED_COLOUR), ground);
  let from = <usize>load<u32>(covered, COVERED_COVERAGE) + (<usize>(at + x0) << 2);
  for (let x = x0; x < x1; x += 4) {
    const c = v128.load(from);
    from += 16;
    let four = empty;
    if (v128.any_true(c)) {
      const first = i16x8.narrow_i32x4_u(
        byteOf(ground, way, v128.shuffle<f32>(c, c, 0, 0, 0, 0)),
        byteOf(ground, way, v128.shuffle<f32>(c, c, 1, 1, 1, 1)),
      );
      const second = i16x8.narrow_i32x4_u(
        byteOf(ground, way, v128.shuffle<f32>(c, c, 2, 2, 2, 2)),
        byteOf(ground, way, v128.shuffle<f32>(c, c, 3, 3, 3, 3)),
      );
      four = i8x16.narrow_i16x8_u(first, second);
    }
    v128.store(out + (<usize>x << 2), four);
  }
}

/** One coverage over a row of float32 r, g, b, a at `row`. */
// @ts-ignore: decorator
@inline
function coveredRow(covered: usize, row: usize, side: i32, y: i32, x0: i32, x1: i32): void {
  const coverage = <usize>load<u32>(covered, COVERED_COVERAGE);
  const tints = <usize>load<u32>(covered, COVERED_TINTS);
  // as if the row were that of a whole tile
  const out = row - (<usize>(y * side) << 4);
  if (tints) blendTint(coverage, tints, out, side, x0, y, x1, y + 1);
  else
    blend(
      coverage, out, side, x0, y, x1, y + 1,
      load<f32>(covered, COVERED_COLOUR), load<f32>(covered, COVERED_COLOUR + 4), load<f32>(covered, COVERED_COLOUR + 8),
    );
}

/**
 * Prints `count` coverages, told at `list` from the lowest, over an even ground: 8-bit pixels at `out`, `wide` px a row, of the
 * rows [y0, y1) and columns [x0, x1) of a tile `side` px wide, x0 and x1 multiples of four. `row` has room for a row of float32 pixels:
 * what lies in the nearest cache is written to several times at no cost, a whole tile of such is not.
 */
export function printed(
  list: usize, count: i32, row: usize, out: usize, wide: i32, side: i32, x0: i32, y0: i32, x1: i32, y1: i32,
  r: f32, g: f32, b: f32,
): void {
  const ground = f32x4(r, g, b, 1);
  fill(row, 4, r, g, b, 1);
  bytes(row, row + 64, 4);
  const empty = v128.load(row, 64);
  for (let y = y0; y < y1; y++) {
    const at = y * side;
    const to = out + (<usize>(y * wide) << 2);
    let here = 0;
    let alone: usize = 0;
    for (let k = 0; k < count; k++) {
      const covered = list + COVERED_BYTES * <usize>k;
      if (y < load<i32>(covered, COVERED_Y0) || y >= load<i32>(covered, COVERED_Y1)) continue;
      here++;
      alone = load<u32>(covered, COVERED_TINTS) ? 0 : covered;
    }
    if (here == 0 || (here == 1 && alone)) {
      const from = alone ? min(x1, max(x0, load<i32>(alone, COVERED_X0))) : x1;
      const end = alone ? max(from, min(x1, load<i32>(alone, COVERED_X1))) : x1;
      for (let x = x0; x < from; x += 4) v128.store(to + (<usize>x << 2), empty);
      if (alone) printedAlone(alone, ground, empty, to, at, from, end);
      for (let x = end; x < x1; x += 4) v128.store(to + (<usize>x << 2), empty);
      continue;
    }
    fill(row + (<usize>x0 << 4), x1 - x0, r, g, b, 1);
    for (let k = 0; k < count; k++) {
      const covered = list + COVERED_BYTES * <usize>k;
      if (y < load<i32>(covered, COVERED_Y0) || y >= load<i32>(covered, COVERED_Y1)) continue;
      coveredRow(covered, row, side, y, max(x0, load<i32>(covered, COVERED_X0)), min(x1, load<i32>(covered, COVERED_X1)));
    }
    bytes(row + (<usize>x0 << 4), to + (<usize>x0 << 2), x1 - x0);
  }
}

/** a[i] += b[i] * c over `count` floats (a multiple of 4): the memory limit that the bench compares with. */
export function multiplyAdd(a: usize, b: usize, count: i32, c: f32): void {
  const k = f32x4.splat(c);
  for (let i: usize = 0; i < <usize>count << 2; i += 16)
    v128.store(a + i, f32x4.add(v128.load(a + i), f32x4.mul(v128.load(b + i), k)));
}
