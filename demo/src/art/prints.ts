/** Marks printed from things: sponge, string, leaf, cloth, card, crumpled paper. The same form as the marks of brush and pen. */
import { clamp, fbm, hash, mix, ramp, value, worley } from './noise.ts';
import { line } from './lines.ts';
import { curve, each } from './marks.ts';

export function sponge(p: Float32Array, w: number, h: number, seed: number, tooth: Float32Array): void {
  each(w, h, (x, y, k) => {
    const a = Math.atan2(y, x);
    const R = 0.72 + 0.12 * Math.sin(a * 3 + seed) + 0.3 * (fbm(Math.cos(a) * 2 + 9, Math.sin(a) * 2, seed, 3) - 0.5);
    const big = worley(x * 6 + 0.3 * y + 40, y * 6 + 40, seed + 1),
      r1 = big.id2,
      f1 = big.f1;
    const small = worley(x * 19 + 40, y * 19 + 40, seed + 2);
    const pores =
      ramp(0.12 + 0.34 * r1, 0.2 + 0.36 * r1, f1 + 0.25 * (fbm(x * 22, y * 22, seed + 3, 2) - 0.5)) *
      ramp(0.12 + 0.3 * small.id2, 0.24 + 0.34 * small.id2, small.f1);
    const touch = ramp(
      0.34,
      0.56,
      fbm(x * 4, y * 4, seed + 5, 4) + 0.22 * ramp(1, 0.3, Math.hypot(x, y)) - 0.12 * tooth[k],
    );
    p[k] =
      ramp(R + 0.02, R - 0.06, Math.hypot(x * 0.86, y) + 0.12 * (fbm(x * 13, y * 13, seed + 6, 2) - 0.5)) *
      pores *
      touch *
      0.9;
  });
}
export function string(p: Float32Array, w: number, h: number, seed: number, tooth: Float32Array): void {
  let x = w * 0.27,
    y = h * 0.72,
    a = -0.5;
  for (let i = 0; i < 560; i++) {
    // a laid cord: short slanted touches along a looping path
    a += 0.05 * Math.sin(i * 0.021 + 1) + 0.03 * (value(i / 34, 1, seed) - 0.5) + 0.004;
    x += 2.6 * Math.cos(a);
    y += 2.6 * Math.sin(a);
    x += (w / 2 - x) * 0.006;
    y += (h / 2 - y) * 0.006;
    if (i % 3) continue;
    const k = clamp(y | 0, 0, h - 1) * w + clamp(x | 0, 0, w - 1);
    const ink = clamp(0.35 + 1.1 * value(i / 26, 5, seed) - 0.5 * tooth[k]),
      d = a + 0.75;
    line(
      p,
      w,
      h,
      curve(5, (t) => ({
        x: x + (t - 0.5) * 13 * Math.cos(d),
        y: y + (t - 0.5) * 13 * Math.sin(d),
        r: 2.3 * Math.sin(Math.PI * (0.12 + 0.76 * t)),
        a: ink,
      })),
    );
  }
}
export function leaf(p: Float32Array, w: number, h: number, seed: number, tooth: Float32Array): void {
  each(w, h, (x, y, k) => {
    const X = x * 0.94 + y * 0.34,
      Y = -x * 0.34 + y * 0.94 + 0.08 * X * X,
      t = (X + 0.98) / 1.9,
      s = Math.abs(Y);
    if (t < -0.2 || t > 1) return;
    const half =
      t < 0
        ? 0
        : 0.47 * Math.pow(Math.sin(Math.PI * Math.pow(t, 0.72)), 0.9) * (1 + 0.05 * Math.abs(Math.sin(t * 60)) - 0.03);
    const stem = ramp(0.022, 0.012, s) * ramp(-0.13, -0.1, t) * ramp(0.06, 0.0, t);
    const q = (t - 0.62 * s - 0.35 * s * s) * 11 + (Y > 0 ? 0.35 : 0);
    const vein = Math.min(Math.abs(q - Math.round(q)) / 11 / Math.max(0.25, 1 - s), s * 0.9);
    const e = worley(X * 17 + 40, Y * 17 + 40, seed).edge;
    const rib = ramp(0.005, 0.014, vein) * ramp(0.2 * 0.05, 0.025, s) * (0.72 + 0.28 * ramp(0.03, 0.12, e));
    const outline = ramp(0.035, 0.008, half - s) * 0.4;
    p[k] = Math.max(
      stem * 0.8,
      ramp(half + 0.004, half - 0.008, s) *
        clamp(rib * (0.55 + 0.75 * fbm(x * 3, y * 3, seed + 2, 3) - 0.3 * tooth[k] * (1.1 - e)) + outline),
    );
  });
}
export function cloth(p: Float32Array, w: number, h: number, seed: number, tooth: Float32Array): void {
  each(w, h, (x, y, k) => {
    const X = x + 0.05 * (fbm(x * 2, y * 2, seed, 3) - 0.5) + 0.02 * Math.sin(y * 4);
    const Y = y + 0.06 * (fbm(x * 2 + 7, y * 2, seed, 3) - 0.5),
      i = Math.floor(X * 26),
      j = Math.floor(Y * 26);
    const fx = X * 26 - i - 0.5,
      fy = Y * 26 - j - 0.5;
    const over = (i + j) & 1,
      thick = 0.36 + 0.16 * hash(over ? i : 0, over ? 0 : j, seed + 3);
    const knot = Math.hypot(fx * (over ? 1 / thick : 1.4), fy * (over ? 1.4 : 1 / thick)) * 0.5;
    const frayX = 0.76 + 0.16 * hash(j, x < 0 ? 1 : 2, seed),
      frayY = 0.66 + 0.14 * hash(i, y < 0 ? 1 : 2, seed);
    const inside =
      ramp(frayX, frayX - 0.04, Math.abs(X)) *
      ramp(frayY, frayY - 0.04, Math.abs(Y)) *
      (Math.abs(X) > 0.76 && over ? 0 : 1) *
      (Math.abs(Y) > 0.66 && !over ? 0 : 1);
    const press = ramp(0.25, 0.6, fbm(x * 2.4, y * 2.4, seed + 5, 3) + 0.1);
    p[k] = inside * clamp(ramp(0.6, 0.36, knot) * (0.5 + 0.6 * press) - 0.25 * tooth[k]);
  });
}
export function card(p: Float32Array, w: number, h: number, seed: number, tooth: Float32Array): void {
  // torn corrugated card, pressed face down
  each(w, h, (x, y, k) => {
    const X = x * 0.98 + y * 0.17,
      Y = -x * 0.17 + y * 0.98,
      e = 0.09 * (fbm(X * 5, Y * 5, seed, 4) - 0.5);
    const inside = ramp(0.02, -0.01, Math.abs(X) - 0.74 + e) * ramp(0.02, -0.01, Math.abs(Y) - 0.6 + 1.6 * e);
    const wave = 0.5 + 0.5 * Math.sin(X * 46 + 1.2 * (fbm(X * 2, Y * 2, seed + 2, 2) - 0.5));
    const press = fbm(X * 2.2, Y * 2.2, seed + 3, 4),
      skin = ramp(0.56, 0.6, fbm(X * 2.6 + 5, Y * 1.6, seed + 4, 4));
    p[k] =
      inside *
      clamp(
        mix(ramp(0.8 - 0.5 * press, 0.98 - 0.4 * press, wave), ramp(0.25, 0.55, press + 0.2) * 0.7, skin) -
          0.35 * tooth[k] +
          0.1,
      );
  });
}
export function crumple(p: Float32Array, w: number, h: number, seed: number, tooth: Float32Array): void {
  // a crumpled sheet inked and flattened: folds print, hollows do not
  each(w, h, (x, y, k) => {
    let v = 0,
      X = x,
      Y = y;
    for (let i = 0; i < 3; i++) {
      const f = [2.6, 4.6, 9][i],
        c = worley(X * f + 30, Y * f + 30, seed + i),
        side = c.dx * (c.id - 0.5) + c.dy * (c.id2 - 0.5);
      v += (ramp(0.075, 0.0, c.edge) * 0.85 + 0.7 * Math.max(0, side) * 1.6) * [1, 0.75, 0.4][i];
      X += 0.1 * c.dx;
      Y += 0.1 * c.dy;
    }
    const R = 0.74 + 0.22 * (worley(Math.atan2(y, x) * 1.6 + 20, 3.5, seed + 9).f1 - 0.5);
    p[k] = ramp(R + 0.015, R - 0.02, Math.hypot(x * 0.9, y)) * clamp((v - 0.22) * 1.15 - 0.3 * (tooth[k] - 0.3));
  });
}
