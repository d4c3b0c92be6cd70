/** Places of a raster read between its pixels, in the order of core/src/prove, so that both give the same bits. */

import { between, floats, high, low } from './lanes';

/** A pixel, or nothing beyond the border. */
function pixel(data: usize, width: i32, height: i32, x: i32, y: i32): f64 {
  if (x < 0 || y < 0 || x >= width || y >= height) return 0;
  return <f64>load<f32>(data + (<usize>(y * width + x) << 2));
}

function atBorder(data: usize, width: i32, height: i32, x: i32, y: i32, fx: f64, fy: f64): f64 {
  if (x < -1 || y < -1 || x >= width || y >= height) return 0;
  const a = pixel(data, width, height, x, y);
  const c = pixel(data, width, height, x, y + 1);
  const upper = a + (pixel(data, width, height, x + 1, y) - a) * fx;
  return upper + (c + (pixel(data, width, height, x + 1, y + 1) - c) * fx - upper) * fy;
}

/** Bilinear value at (x, y) in px, pixel centres at whole numbers; beyond the border nothing. */
// @ts-ignore: decorator
@inline
function valueAt(data: usize, width: i32, height: i32, x: f64, y: f64): f64 {
  const left = Math.floor(x);
  const top = Math.floor(y);
  const x0 = <i32>left;
  const y0 = <i32>top;
  const fx = x - left;
  const fy = y - top;
  if (<u32>x0 >= <u32>(width - 1) || <u32>y0 >= <u32>(height - 1)) return atBorder(data, width, height, x0, y0, fx, fy);
  return between(data + (<usize>(y0 * width + x0) << 2), <usize>width << 2, fx, fy);
}

/** Values at `count` places (a row of float64 of their x, and one of their y): a row of float64. */
export function valuesAt(data: usize, width: i32, height: i32, places: usize, count: i32, out: usize): void {
  const row = <usize>count << 3;
  for (const end = places + row; places < end; places += 8) {
    store<f64>(out, valueAt(data, width, height, load<f64>(places), load<f64>(places + row)));
    out += 8;
  }
}

/**
 * A row of an image pulled through a map: pixel (x, row) of `count` comes from (a x + b y + c, d x + e y + f), both from the
 * upper left corner; float32.
 */
export function pulledRow(
  data: usize,
  width: i32,
  height: i32,
  a: f64,
  b: f64,
  c: f64,
  d: f64,
  e: f64,
  f: f64,
  row: i32,
  count: i32,
  out: usize,
): void {
  const y = <f64>row + 0.5;
  const by = b * y, ey = e * y;
  for (let column = 0; column < count; column++) {
    const x = <f64>column + 0.5;
    store<f32>(out, <f32>valueAt(data, width, height, a * x + by + c - 0.5, d * x + ey + f - 0.5));
    out += 4;
  }
}

/**
 * How much of a template is seen around each of `count` dabs: the sum of its `n` values (three rows of float64: x, y and
 * value) times what lies there, at most `most`. Of each dab u, v, cosine, sine, across and down, six float64.
 */
export function shown(
  image: usize,
  width: i32,
  height: i32,
  template: usize,
  n: i32,
  dabs: usize,
  count: i32,
  shift: f64,
  most: f64,
  out: usize,
): void {
  const row = <usize>n << 3;
  for (let i = 0; i < count; i++) {
    const u = load<f64>(dabs) + shift;
    const v = load<f64>(dabs, 8);
    const c = load<f64>(dabs, 16);
    const s = load<f64>(dabs, 24);
    const across = load<f64>(dabs, 32);
    const down = load<f64>(dabs, 40);
    let sum: f64 = 0;
    let at = template;
    for (let k = 0; k < n; k++) {
      const a = load<f64>(at) * across;
      const b = load<f64>(at + row) * down;
      sum += load<f64>(at + 2 * row) * min(most, valueAt(image, width, height, u + c * a - s * b, v + s * a + c * b));
      at += 8;
    }
    store<f64>(out, sum);
    out += 8;
    dabs += 48;
  }
}

/**
 * How alike a tip (four rows of float64: x, y, value, and how much it prints) is to the detail of another laid on it by a
 * matrix: writes the products of both, of its own and of the other, as far as it prints.
 */
export function laidOn(
  tip: usize,
  n: i32,
  detail: usize,
  width: i32,
  height: i32,
  px: f64,
  middle: f64,
  xx: f64,
  xy: f64,
  gx: f64,
  yx: f64,
  yy: f64,
  gy: f64,
  out: usize,
): void {
  const row = <usize>n << 3;
  let both: f64 = 0;
  let mine: f64 = 0;
  let other: f64 = 0;
  for (let k = 0; k < n; k++) {
    const x = load<f64>(tip);
    const y = load<f64>(tip + row);
    const value = load<f64>(tip + 2 * row);
    const w = load<f64>(tip + 3 * row);
    const u = gx * (xx * x - xy * y);
    const v = gy * (yx * x + yy * y);
    const there = valueAt(detail, width, height, u * px + middle, v * px + middle);
    both += w * value * there;
    mine += w * value * value;
    other += w * there * there;
    tip += 8;
  }
  store<f64>(out, both);
  store<f64>(out, mine, 8);
  store<f64>(out, other, 16);
}

/**
 * Of a rim (six rows of `n` float64: x, y, how detail rises to the right and down, how much of it is rim, and its arc) at
 * a dab (u, v, cosine, sine, across, down, and what the rise to the right and down is multiplied by): for each arc the sums
 * of what is seen times what is looked for, of both by themselves, and of weights, added to four float64.
 */
export function rimSums(slopes: usize, width: i32, height: i32, rim: usize, n: i32, dab: usize, sums: usize): void {
  const row = <usize>n << 3;
  const u = load<f64>(dab), v = load<f64>(dab, 8);
  const c = load<f64>(dab, 16), s = load<f64>(dab, 24);
  const across = load<f64>(dab, 32), down = load<f64>(dab, 40);
  const right = load<f64>(dab, 48), below = load<f64>(dab, 56);
  for (const end = rim + row; rim < end; rim += 8) {
    const w = load<f64>(rim + 4 * row);
    if (w < 0.02) continue;
    const a = load<f64>(rim) * across;
    const b = load<f64>(rim + row) * down;
    const found = valueAt(slopes, width, height, u + c * a - s * b, v + s * a + c * b);
    const wanted = right * load<f64>(rim + 2 * row) - below * load<f64>(rim + 3 * row);
    const at = sums + (<usize>load<f64>(rim + 5 * row) << 5);
    store<f64>(at, load<f64>(at) + w * found * wanted);
    store<f64>(at, load<f64>(at, 8) + w * found * found, 8);
    store<f64>(at, load<f64>(at, 16) + w * wanted * wanted, 16);
    store<f64>(at, load<f64>(at, 24) + w, 24);
  }
}

/** A row of `count` values read between two rows and two columns of a raster, by shares of the way to the next ones. */
export function shiftedRow(upper: usize, lower: usize, count: i32, fx: f64, fy: f64, to: usize): void {
  const x = f64x2.splat(fx), y = f64x2.splat(fy);
  for (const end = to + (<usize>count << 2); to < end; to += 16) {
    const a = v128.load(upper), c = v128.load(upper, 4), b = v128.load(lower), d = v128.load(lower, 4);
    v128.store(to, floats(mixed(low(a), low(c), low(b), low(d), x, y), mixed(high(a), high(c), high(b), high(d), x, y)));
    upper += 16;
    lower += 16;
  }
}

// @ts-ignore: decorator
@inline
function mixed(a: v128, c: v128, b: v128, d: v128, x: v128, y: v128): v128 {
  const upper = f64x2.add(a, f64x2.mul(f64x2.sub(c, a), x));
  const lower = f64x2.add(b, f64x2.mul(f64x2.sub(d, b), x));
  return f64x2.add(upper, f64x2.mul(f64x2.sub(lower, upper), y));
}

/** What surrounds each of `count` places (two rows of float64: u and v), every second px up to `half` px away. */
export function around(data: usize, width: i32, height: i32, places: usize, count: i32, half: i32, out: usize): void {
  const row = <usize>width << 2;
  for (let i = 0; i < count; i++) {
    const u = load<f64>(places);
    const v = load<f64>(places + (<usize>count << 3));
    for (let b = -half; b <= half; b += 2)
      for (let a = -half; a <= half; a += 2) {
        const x = u + <f64>a;
        const y = v + <f64>b;
        const x0 = <i32>Math.floor(x);
        const y0 = <i32>Math.floor(y);
        let value: f64 = 0;
        if (x0 >= 0 && y0 >= 0 && x0 < width - 1 && y0 < height - 1)
          value = between(data + (<usize>(y0 * width + x0) << 2), row, x - <f64>x0, y - <f64>y0);
        store<f32>(out, <f32>value);
        out += 4;
      }
    places += 8;
  }
}
