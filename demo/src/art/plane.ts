/** Float planes (width * height, row by row): fields, blurs, distances, light, pictures. Lengths are pixels. */
import { clamp } from './noise.ts';

export interface Painting {
  width: number;
  height: number;
  data: Uint8Array | Uint16Array;
}

export const plane = (w: number, h: number, v = 0): Float32Array =>
  v ? new Float32Array(w * h).fill(v) : new Float32Array(w * h);

/** Evaluates f(x, y) every `step` pixels and fills the plane between bilinearly. */
export function field(w: number, h: number, step: number, f: (x: number, y: number) => number): Float32Array {
  const gw = Math.ceil(w / step) + 2,
    gh = Math.ceil(h / step) + 2,
    g = plane(gw, gh),
    p = plane(w, h);
  for (let j = 0; j < gh; j++) for (let i = 0; i < gw; i++) g[j * gw + i] = f(i * step, j * step);
  for (let y = 0, k = 0; y < h; y++) {
    const j = (y / step) | 0,
      fy = y / step - j;
    for (let x = 0; x < w; x++, k++) {
      const i = (x / step) | 0,
        fx = x / step - i,
        m = j * gw + i;
      p[k] = (g[m] * (1 - fx) + g[m + 1] * fx) * (1 - fy) + (g[m + gw] * (1 - fx) + g[m + gw + 1] * fx) * fy;
    }
  }
  return p;
}

/** Three box blurs in place; r is the deviation of the nearly Gaussian result. Edges repeat. */
export function blur(p: Float32Array, w: number, h: number, r: number): Float32Array {
  const n = Math.max(1, Math.round(r)),
    q = new Float32Array(p.length),
    sum = new Float32Array(w),
    f = 1 / (2 * n + 1);
  for (let pass = 0; pass < 3; pass++) {
    for (let y = 0; y < h; y++) {
      const o = y * w;
      let s = p[o] * (n + 1);
      for (let i = 1; i <= n; i++) s += p[o + (i < w ? i : w - 1)];
      for (let x = 0; x < w; x++) {
        q[o + x] = s * f;
        s += p[o + (x + n + 1 < w ? x + n + 1 : w - 1)] - p[o + (x > n ? x - n : 0)];
      }
    }
    sum.fill(0);
    for (let i = -n; i <= n; i++) {
      const o = clamp(i, 0, h - 1) * w;
      for (let x = 0; x < w; x++) sum[x] += q[o + x];
    }
    for (let y = 0; y < h; y++) {
      const o = y * w,
        add = Math.min(h - 1, y + n + 1) * w,
        take = Math.max(0, y - n) * w;
      for (let x = 0; x < w; x++) {
        p[o + x] = sum[x] * f;
        sum[x] += q[add + x] - q[take + x];
      }
    }
  }
  return p;
}

/** Distance in pixels from each pixel to the nearest one where inside(k) is false (two-pass chamfer). */
export function distance(w: number, h: number, inside: (k: number) => boolean): Float32Array {
  const d = plane(w, h);
  for (let k = 0; k < d.length; k++) d[k] = inside(k) ? 1e6 : 0;
  const look = (k: number, m: number, c: number): void => {
    if (d[m] + c < d[k]) d[k] = d[m] + c;
  };
  for (let y = 1; y < h; y++)
    for (let x = 1; x < w - 1; x++) {
      const k = y * w + x;
      if (d[k]) {
        look(k, k - 1, 1);
        look(k, k - w, 1);
        look(k, k - w - 1, 1.414);
        look(k, k - w + 1, 1.414);
      }
    }
  for (let y = h - 2; y >= 0; y--)
    for (let x = w - 2; x > 0; x--) {
      const k = y * w + x;
      if (d[k]) {
        look(k, k + 1, 1);
        look(k, k + w, 1);
        look(k, k + w + 1, 1.414);
        look(k, k + w - 1, 1.414);
      }
    }
  return d;
}

/** Light on a height plane (pixels high): diffuse 0..1 and cast shadow 0..1 for a light from the upper left. */
export function relight(
  z: Float32Array,
  w: number,
  h: number,
  { slope = 0.7, reach = 24, lx = -0.7, ly = -0.7 } = {},
): { diffuse: Float32Array; shadow: Float32Array } {
  const diffuse = plane(w, h),
    shadow = plane(w, h),
    n = Math.hypot(lx, ly, slope);
  for (let y = 0; y < h; y++)
    for (let x = 0; x < w; x++) {
      const k = y * w + x,
        gx = z[k + (x < w - 1 ? 1 : 0)] - z[k - (x ? 1 : 0)];
      const gy = z[k + (y < h - 1 ? w : 0)] - z[k - (y ? w : 0)];
      diffuse[k] = clamp(((-gx / 2) * lx - (gy / 2) * ly + slope) / (Math.sqrt((gx * gx) / 4 + (gy * gy) / 4 + 1) * n));
      let s = 0;
      for (let i = 2; i < reach; i += 1 + (i >> 3)) {
        const u = Math.round(x + lx * i),
          v = Math.round(y + ly * i);
        if (u < 0 || v < 0 || u >= w || v >= h) break;
        const over = z[v * w + u] - z[k] - i * slope;
        if (over > s) s = over;
      }
      shadow[k] = clamp(s * 0.5);
    }
  return { diffuse, shadow };
}

/** RGBA picture of 8 bits from f(x, y, k, out), which fills out[0..3] in 0..1; out[3] starts at 1. */
export function picture(
  w: number,
  h: number,
  f: (x: number, y: number, k: number, out: [number, number, number, number]) => void,
): Painting {
  const data = new Uint8Array(w * h * 4);
  const out: [number, number, number, number] = [0, 0, 0, 1];
  for (let y = 0, k = 0; y < h; y++)
    for (let x = 0; x < w; x++, k++) {
      out[3] = 1;
      f(x, y, k, out);
      for (let c = 0; c < 4; c++) data[4 * k + c] = clamp(out[c]) * 255 + 0.5;
    }
  return { width: w, height: h, data };
}
