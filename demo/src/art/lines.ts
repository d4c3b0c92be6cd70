/** Drawing into float planes: round lines, dry-brush strokes. Lengths are pixels. */
import { clamp, gauss, rng, value } from './noise.ts';

/** A point of a line: radius in px, opacity 0..1. */
export interface LinePoint {
  x: number;
  y: number;
  r: number;
  a?: number;
}
type Mode = 'max' | 'over';

function put(p: Float32Array, k: number, a: number, mode: Mode): void {
  if (mode === 'over') p[k] += (1 - p[k]) * a;
  else if (a > p[k]) p[k] = a;
}

/** Round brush line through points {x, y, r radius, a opacity}. soft: edge width. */
export function line(
  p: Float32Array,
  w: number,
  h: number,
  pts: readonly LinePoint[],
  { mode = 'max', soft = 1 }: { mode?: Mode; soft?: number } = {},
): void {
  for (let i = 0; i < pts.length - (pts.length > 1 ? 1 : 0); i++) {
    const A = pts[i],
      B = pts[i + 1] ?? A,
      dx = B.x - A.x,
      dy = B.y - A.y,
      L2 = dx * dx + dy * dy;
    const R = Math.max(A.r, B.r) + soft;
    const x0 = Math.max(0, Math.floor(Math.min(A.x, B.x) - R)),
      x1 = Math.min(w - 1, Math.ceil(Math.max(A.x, B.x) + R));
    const y0 = Math.max(0, Math.floor(Math.min(A.y, B.y) - R)),
      y1 = Math.min(h - 1, Math.ceil(Math.max(A.y, B.y) + R));
    for (let y = y0; y <= y1; y++)
      for (let x = x0; x <= x1; x++) {
        const t = L2 ? clamp(((x - A.x) * dx + (y - A.y) * dy) / L2) : 0;
        const ex = x - A.x - dx * t,
          ey = y - A.y - dy * t,
          d = Math.sqrt(ex * ex + ey * ey),
          r = A.r + (B.r - A.r) * t;
        const c = clamp((r - d) / soft + 0.5) * Math.min(1, 2 * r + 0.15);
        if (c > 0) put(p, y * w + x, c * ((A.a ?? 1) + ((B.a ?? 1) - (A.a ?? 1)) * t), mode);
      }
  }
}

/** Dry-brush stroke along points {x, y, p pressure}: many bristles which run dry and skip on the paper grain. */
export interface Bristles {
  width: number;
  count: number;
  seed: number;
  dry: number;
  r: number;
  grain: Float32Array;
  a: number;
}

export function bristles(
  p: Float32Array,
  w: number,
  h: number,
  path: readonly { x: number; y: number; p: number }[],
  { width, count, seed, dry, r, grain, a }: Bristles,
): void {
  const rnd = rng(seed);
  for (let b = 0; b < count; b++) {
    const off = clamp(gauss(rnd) * 0.3, -0.5, 0.5) * width,
      load = rnd(),
      lag = rnd() * 0.08,
      fat = r * (0.5 + rnd());
    const pts: LinePoint[] = [];
    for (let i = 1; i < path.length; i++) {
      const t = i / path.length,
        A = path[i - 1],
        B = path[i],
        L = Math.hypot(B.x - A.x, B.y - A.y) || 1;
      const x = B.x - ((B.y - A.y) / L) * off * (0.6 + 0.4 * B.p),
        y = B.y + ((B.x - A.x) / L) * off * (0.6 + 0.4 * B.p);
      const patch = value(t * 9 + b * 0.13, b * 0.31, seed) * 0.7 + value(t * 60, b * 3, seed + 1) * 0.3;
      const tooth = grain[clamp(Math.round(y), 0, h - 1) * w + clamp(Math.round(x), 0, w - 1)];
      const ink =
        (1.25 - dry * t * 1.3 - dry * 0.5 + (load - 0.5) * 0.7) * B.p - patch * 0.55 * dry - tooth * 0.6 * dry;
      pts.push({ x, y, r: fat * (0.6 + 0.4 * B.p), a: t < lag || t > 1 - lag ? 0 : a * clamp(ink * 3.5) });
    }
    line(p, w, h, pts);
  }
}
