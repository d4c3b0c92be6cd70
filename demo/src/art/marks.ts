/** Marks of brush, pen and stick: each draws ink 0..1 into a plane; `tooth` is the relief 0..1 of the paper there. */
import { clamp, fbm, gauss, hash, mix, ramp, rng, value } from './noise.ts';
import { blur, plane } from './plane.ts';
import { bristles, line } from './lines.ts';
import { poly } from './poly.ts';

type Visit = (x: number, y: number, k: number) => void;
/** Calls with every place: x and y from the middle in half heights, k the number of the pixel. */
export const each = (w: number, h: number, f: Visit): void => {
  for (let y = 0, k = 0; y < h; y++)
    for (let x = 0; x < w; x++, k++) f((x - w / 2) / (h / 2), (y - h / 2) / (h / 2), k);
};
export const curve = <T>(n: number, f: (t: number) => T): T[] => Array.from({ length: n }, (_, i) => f(i / (n - 1)));

export function blot(p: Float32Array, w: number, h: number, seed: number): void {
  const rnd = rng(seed),
    R = h * 0.27;
  const thorns = Array.from({ length: 26 }, () => ({
    a: rnd() * 6.283,
    l: h * mix(0.02, 0.17, rnd() ** 2.5),
    s: mix(0.025, 0.09, rnd()),
  }));
  poly(
    p,
    w,
    h,
    curve(500, (t) => {
      const a = t * 6.283;
      let r = R * (0.5 + fbm(Math.cos(a) * 1.3 + 5, Math.sin(a) * 1.3, seed, 4));
      for (const q of thorns) {
        const d = Math.atan2(Math.sin(a - q.a), Math.cos(a - q.a));
        r += q.l * Math.exp(-((d / q.s) ** 2));
      }
      return [w / 2 + r * Math.cos(a), h / 2 + r * Math.sin(a)];
    }),
    0.97,
  );
  for (const q of thorns) {
    const d = R + q.l * mix(1, 1.9, rnd());
    line(p, w, h, [{ x: w / 2 + d * Math.cos(q.a), y: h / 2 + d * Math.sin(q.a), r: h * q.s * 0.24, a: 0.96 }]);
  }
  const pool = blur(p.slice(), w, h, 9);
  each(w, h, (x, y, k) => {
    p[k] *= 0.92 + 0.08 * ramp(0.95, 0.6, pool[k]) - 0.12 * (fbm(x * 3, y * 3, seed + 4, 3) - 0.5);
  });
}
export function dryBrush(p: Float32Array, w: number, h: number, seed: number, tooth: Float32Array): void {
  const path = curve(150, (t) => ({
    x: mix(0.07, 0.95, t) * w,
    y: h * (0.52 - 0.12 * Math.sin(t * 2.6) + 0.05 * t),
    p: 1.05 - 0.35 * t,
  }));
  bristles(p, w, h, path, { width: h * 0.42, count: 260, seed, dry: 0.8, r: 1.15, grain: tooth, a: 0.95 });
}
export function splatter(p: Float32Array, w: number, h: number, seed: number): void {
  const rnd = rng(seed);
  for (let i = 0; i < 340; i++) {
    const far = Math.abs(gauss(rnd)) * 0.34;
    const a = -0.42 + gauss(rnd) * 0.4,
      x = w * 0.2 + far * w * Math.cos(a);
    const y = h * 0.66 + far * w * Math.sin(a);
    const r = Math.max(0.5, h * 0.034 * rnd() ** 5 + 0.7 + (far < 0.2 ? 3 * rnd() ** 3 : 0));
    const tail = r * mix(0, 4, rnd() ** 2) * (far + 0.3);
    if (x < 9 || y < 9 || x > w - 20 || y > h - 9) continue;
    const b = a + 0.25 * gauss(rnd),
      to = (t: number, f: number) => ({ x: x + t * Math.cos(b), y: y + t * Math.sin(b), r: r * f, a: 0.95 });
    line(p, w, h, [to(0, 1), to(r * 0.5, 0.86), to(r + tail * 0.4, 0.3), to(r + tail, 0.1)]);
    if (r > 4)
      line(p, w, h, [
        to(-r * 0.3, 0.8),
        { x: x + r * gauss(rnd) * 0.5, y: y + r * gauss(rnd) * 0.5, r: r * 0.6, a: 0.95 },
      ]);
  }
}
export function charcoal(p: Float32Array, w: number, h: number, seed: number, tooth: Float32Array): void {
  const heavy = plane(w, h),
    rnd = rng(seed);
  const along = curve(90, (t) => [mix(0.1, 0.9, t), 0.5 + 0.26 * Math.sin(t * 15) * (1 - 0.3 * t)]);
  for (const off of [-1, -0.6, -0.2, 0.25, 0.65, 1])
    line(
      heavy,
      w,
      h,
      along.map(([x, y], i) => ({
        x: x * w,
        y: y * h + off * h * 0.085,
        r: h * 0.03,
        a: clamp(0.45 + 0.35 * off + 0.35 * value(i / 9, off, seed)),
      })),
      { soft: h * 0.035 },
    );
  each(w, h, (_x, _y, k) => {
    p[k] =
      heavy[k] > 0.01
        ? clamp(
            ramp(0.25, 0.62, heavy[k] * 0.9 + 0.62 * (tooth[k] - 0.5) + 0.12 * (hash(k, 1, seed) - 0.5)) * 0.86 +
              0.1 * heavy[k],
          )
        : 0;
  });
  for (let i = 0; i < 160; i++)
    line(p, w, h, [{ x: w * rnd(), y: h * (0.75 + 0.2 * rnd()), r: 0.5 + 0.6 * rnd() ** 3, a: 0.5 }]);
}
export function ring(p: Float32Array, w: number, h: number, seed: number): void {
  each(w, h, (x, y, k) => {
    const a = Math.atan2(y, x),
      r = Math.hypot(x, y) + 0.03 * (fbm(x * 3, y * 3, seed, 3) - 0.5);
    const n = fbm(Math.cos(a) * 2 + 4, Math.sin(a) * 2, seed + 1, 4),
      wide = 0.02 + 0.09 * n * n;
    const d = Math.abs(r - 0.62),
      body = ramp(wide + 0.012, wide - 0.004, d),
      rim = Math.exp(-(((d - wide) / 0.01) ** 2));
    const wash = ramp(0.62, 0.5, r) * ramp(0.55, 0.75, fbm(x * 2, y * 2, seed + 3, 3)) * 0.25;
    p[k] = clamp((body * (0.3 + 0.4 * n) + 0.5 * rim) * ramp(0.3, 0.45, n) + wash);
  });
}
export function sweep(p: Float32Array, w: number, h: number, seed: number, tooth: Float32Array): void {
  const path = curve(200, (t) => ({
    x: w * (0.12 + 0.74 * t + 0.05 * Math.sin(t * 7)),
    y: h * (0.5 + 0.3 * Math.sin(t * 6.6 + 0.5) * (1 - 0.45 * t)),
    p: 0.25 + 0.85 * Math.sin(Math.PI * Math.min(1, t * 1.25 + 0.06)) ** 0.7 * (1 - 0.5 * t),
  }));
  line(
    p,
    w,
    h,
    path.slice(0, 128).map((q, i) => ({ ...q, r: h * 0.062 * q.p * (1 - i / 210), a: 0.93 * ramp(128, 60, i) })),
  );
  bristles(p, w, h, path, { width: h * 0.24, count: 120, seed, dry: 0.55, r: 1.3, grain: tooth, a: 0.95 });
}
