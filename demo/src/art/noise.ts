/** Seeded noise and small maths. Every function is pure; a seed is a 32-bit integer. */

export const clamp = (v: number, lo = 0, hi = 1): number => (v < lo ? lo : v > hi ? hi : v);
export const mix = (a: number, b: number, t: number): number => a + (b - a) * t;
/** Smooth ramp from 0 at a to 1 at b; a may be larger than b. */
export const ramp = (a: number, b: number, v: number): number => {
  const t = clamp((v - a) / (b - a));
  return t * t * (3 - 2 * t);
};

const A = 374761393,
  B = 668265263,
  C = 1274126177;
const finish = (h: number): number => {
  h = Math.imul(h ^ (h >>> 13), C);
  h = Math.imul(h ^ (h >>> 16), 0x85ebca6b);
  return (h ^ (h >>> 15)) >>> 0;
};
/** Hash of a lattice point to [0, 1). */
export const hash = (x: number, y: number, seed: number): number =>
  finish(Math.imul(x, A) ^ Math.imul(y, B) ^ Math.imul(seed, C)) / 4294967296;

/** A stream of numbers in [0, 1). */
export type Stream = () => number;

export function rng(seed: number): Stream {
  let s = seed >>> 0;
  return () => {
    s = (s + 0x6d2b79f5) >>> 0;
    let t = Math.imul(s ^ (s >>> 15), 1 | s);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

/** Roughly normal number, mean 0, deviation 1, from a stream. */
export const gauss = (rnd: Stream): number => (rnd() + rnd() + rnd() + rnd() - 2) * 1.73;

const wrap = (i: number, period: number): number => (period ? ((i % period) + period) % period : i);

/** Value noise in [0, 1], one bump per unit. With periods (whole numbers) it tiles. */
export function value(x: number, y: number, seed: number, px = 0, py = 0): number {
  const xi = Math.floor(x),
    yi = Math.floor(y),
    s = Math.imul(seed, C);
  let fx = x - xi,
    fy = y - yi;
  fx = fx * fx * (3 - 2 * fx);
  fy = fy * fy * (3 - 2 * fy);
  const x0 = Math.imul(px ? wrap(xi, px) : xi, A),
    x1 = Math.imul(px ? wrap(xi + 1, px) : xi + 1, A);
  const y0 = Math.imul(py ? wrap(yi, py) : yi, B) ^ s,
    y1 = Math.imul(py ? wrap(yi + 1, py) : yi + 1, B) ^ s;
  const a = finish(x0 ^ y0),
    b = finish(x1 ^ y0),
    c = finish(x0 ^ y1),
    d = finish(x1 ^ y1);
  return (a + (b - a) * fx + (c - a + (a - b - c + d) * fx) * fy) / 4294967296;
}

/** Sum of octaves of value noise, in [0, 1], mean 0.5. With periods it tiles. */
export function fbm(x: number, y: number, seed: number, octaves = 5, px = 0, py = 0): number {
  let v = 0,
    a = 1,
    f = 1,
    sum = 0;
  for (let i = 0; i < octaves; i++) {
    v += a * value(x * f + i * (px ? 0 : 17.3), y * f, seed + i * 101, px * f, py * f);
    sum += a;
    a *= 0.5;
    f *= 2;
  }
  return v / sum;
}

export interface Cell {
  f1: number;
  f2: number;
  edge: number;
  id: number;
  id2: number;
  dx: number;
  dy: number;
}
const cell: Cell = { f1: 0, f2: 0, edge: 0, id: 0, id2: 0, dx: 0, dy: 0 };
/** Cell noise, one point per unit square: distances to the two nearest points, distance to the cell edge,
 *  two numbers belonging to the cell, and the way to its point. The object is reused. */
export function worley(x: number, y: number, seed: number, px = 0, py = 0): Cell {
  const xi = Math.floor(x),
    yi = Math.floor(y);
  let d1 = 1e9,
    d2 = 1e9,
    ax = 0,
    ay = 0,
    bx = 0,
    by = 0,
    ci = 0,
    cj = 0;
  for (let j = -1; j <= 1; j++)
    for (let i = -1; i <= 1; i++) {
      const gx = px ? wrap(xi + i, px) : xi + i,
        gy = py ? wrap(yi + j, py) : yi + j;
      const h = finish(Math.imul(gx, A) ^ Math.imul(gy, B) ^ Math.imul(seed, C));
      // one hash, two numbers
      const dx = xi + i + (h & 65535) / 65536 - x,
        dy = yi + j + (h >>> 16) / 65536 - y,
        d = dx * dx + dy * dy;
      if (d < d1) {
        d2 = d1;
        bx = ax;
        by = ay;
        d1 = d;
        ax = dx;
        ay = dy;
        ci = gx;
        cj = gy;
      } else if (d < d2) {
        d2 = d;
        bx = dx;
        by = dy;
      }
    }
  cell.f1 = Math.sqrt(d1);
  cell.f2 = Math.sqrt(d2);
  cell.edge = (d2 - d1) / (2 * Math.sqrt((bx - ax) ** 2 + (by - ay) ** 2) + 1e-9);
  cell.id = hash(ci, cj, seed + 3);
  cell.id2 = hash(ci, cj, seed + 5);
  cell.dx = ax;
  cell.dy = ay;
  return cell;
}
