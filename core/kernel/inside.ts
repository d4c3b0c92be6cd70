/** What is seen of a strip, px by px, in the order of core/src/prove, so that both give the same bits. */

import { floats, high, low } from './lanes';

// @ts-ignore: decorator
@inline
function lessLocal(v: v128, local: v128, weight: v128, within: v128): v128 {
  const mean = f64x2.div(local, f64x2.pmax(f64x2.splat(1e-3), weight));
  return f64x2.mul(f64x2.sub(v, mean), within);
}

/** Tone less the mean around it, as far as it lies within the edges: `data` becomes that. */
export function inside(data: usize, local: usize, weight: usize, within: usize, count: i32): void {
  for (let i: usize = 0; i < <usize>count << 2; i += 16) {
    const v = v128.load(data + i), mean = v128.load(local + i), w = v128.load(weight + i), d = v128.load(within + i);
    const first = lessLocal(low(v), low(mean), low(w), low(d));
    v128.store(data + i, floats(first, lessLocal(high(v), high(mean), high(w), high(d))));
  }
}

// @ts-ignore: decorator
@inline
function lessStreak(v: v128, streak: v128, depth: v128, within: v128): v128 {
  return f64x2.sub(v, f64x2.mul(f64x2.div(streak, f64x2.pmax(f64x2.splat(0.05), depth)), within));
}

/** `data` less what runs along the path, as far as it lies within the edges. */
export function lessStreaks(data: usize, streaks: usize, depth: usize, within: usize, count: i32): void {
  for (let i: usize = 0; i < <usize>count << 2; i += 16) {
    const v = v128.load(data + i), s = v128.load(streaks + i), w = v128.load(depth + i), d = v128.load(within + i);
    const first = lessStreak(low(v), low(s), low(w), low(d));
    v128.store(data + i, floats(first, lessStreak(high(v), high(s), high(w), high(d))));
  }
}

/** 1 where a row lies between the first and the last of each of `width` columns (float32 both), 0 elsewhere, row by row. */
export function columns(first: usize, last: usize, width: i32, height: i32, out: usize): void {
  const one = f32x4.splat(1);
  for (let y = 0; y < height; y++) {
    const here = f32x4.splat(<f32>y);
    for (let x: usize = 0; x < <usize>width << 2; x += 16) {
      const within = v128.and(f32x4.ge(here, v128.load(first + x)), f32x4.le(here, v128.load(last + x)));
      v128.store(out + x, v128.and(within, one));
    }
    out += <usize>width << 2;
  }
}

/** How much each value rises from the one before it to the one behind it, half of that; nothing at both ends of a row. */
export function slopesAlong(data: usize, width: i32, height: i32, out: usize): void {
  const half = f32x4.splat(0.5);
  const stride = <usize>width << 2;
  for (let y = 0; y < height; y++) {
    for (let x: usize = 0; x < stride; x += 16)
      v128.store(out + x, f32x4.mul(f32x4.sub(v128.load(data + x, 4), v128.load(data + x - 4)), half));
    store<f32>(out, 0);
    store<f32>(out + stride - 4, 0);
    data += stride;
    out += stride;
  }
}

/** Sums of each of `size` columns over `count` rows, float64. */
export function columnSums(data: usize, count: i32, size: i32, sums: usize): void {
  memory.fill(sums, 0, <usize>(size + 4) << 3);
  for (let i = 0; i < count; i++) {
    let to = sums;
    for (let k: usize = 0; k < <usize>size << 2; k += 16) {
      const v = v128.load(data + k);
      v128.store(to, f64x2.add(v128.load(to), low(v)));
      v128.store(to, f64x2.add(v128.load(to, 16), high(v)), 16);
      to += 32;
    }
    data += <usize>size << 2;
  }
}

/** Takes `less`, a row of `size` float64, away from each of `count` rows. */
export function lessRow(data: usize, count: i32, size: i32, less: usize): void {
  for (let i = 0; i < count; i++) {
    let by = less;
    let k = 0;
    for (; k + 3 < size; k += 4) {
      const v = v128.load(data);
      v128.store(data, floats(f64x2.sub(low(v), v128.load(by)), f64x2.sub(high(v), v128.load(by, 16))));
      data += 16;
      by += 32;
    }
    for (; k < size; k++) {
      store<f32>(data, <f32>(<f64>load<f32>(data) - load<f64>(by)));
      data += 4;
      by += 8;
    }
  }
}

/** 1 for each value above `least`, 0 for the others. */
export function above(data: usize, count: i32, least: f64, out: usize): void {
  const at = f64x2.splat(least);
  const one = f32x4.splat(1);
  for (let i: usize = 0; i < <usize>count << 2; i += 16) {
    const v = v128.load(data + i);
    const first = f64x2.gt(low(v), at);
    const found = v128.shuffle<f32>(first, f64x2.gt(high(v), at), 0, 2, 4, 6);
    v128.store(out + i, v128.and(found, one));
  }
}

/** Each value, or what is more above it, below it, before it or behind it. */
export function widened(data: usize, width: i32, height: i32, out: usize): void {
  const stride = <usize>width << 2;
  const next: usize = width > 1 ? 4 : 0;
  for (let y = 0; y < height; y++) {
    const up = y > 0 ? data - stride : data;
    const down = y < height - 1 ? data + stride : data;
    for (let x: usize = 0; x < stride; x += 16) {
      const beside = f32x4.pmax(v128.load(data + x, 4), v128.load(data + x - 4));
      const over = f32x4.pmax(v128.load(up + x), v128.load(down + x));
      v128.store(out + x, f32x4.pmax(v128.load(data + x), f32x4.pmax(beside, over)));
    }
    // the ends of a row have no neighbour in the row beside
    store<f32>(out, max(max(load<f32>(data), load<f32>(data + next)), max(load<f32>(up), load<f32>(down))));
    const end = stride - 4;
    const last = max(load<f32>(data + end), load<f32>(data + end - next));
    store<f32>(out + end, max(last, max(load<f32>(up + end), load<f32>(down + end))));
    data += stride;
    out += stride;
  }
}

/** Multiplies each value of `a` by that of `b`. */
export function times(a: usize, b: usize, count: i32): void {
  for (let i: usize = 0; i < <usize>count << 2; i += 16) v128.store(a + i, f32x4.mul(v128.load(a + i), v128.load(b + i)));
}

/** Takes each value of `b` away from that of `a`. */
export function minus(a: usize, b: usize, count: i32): void {
  for (let i: usize = 0; i < <usize>count << 2; i += 16) v128.store(a + i, f32x4.sub(v128.load(a + i), v128.load(b + i)));
}
