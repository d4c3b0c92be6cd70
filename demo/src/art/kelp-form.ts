/** The form of the kelp: the buckled blade, its wounds, what of it is visible, and its foot. Lengths are pixels. */
import { mix, ramp, rng, value, type Stream } from './noise.ts';
import { plane } from './plane.ts';
import { line, type LinePoint } from './lines.ts';

export type Pair = [number, number];

export const bezier = (p: readonly number[][], t: number): Pair =>
  [0, 1].map(
    (c) => (1 - t) ** 3 * p[0][c] + 3 * t * (1 - t) ** 2 * p[1][c] + 3 * t * t * (1 - t) * p[2][c] + t ** 3 * p[3][c],
  ) as Pair;

/** Geometry of the blade in pixels: at(t, v) with t 0 base..1 tip, v -1..1 across gives {x, y, z}. */
export interface BladePoint {
  x: number;
  y: number;
  z: number;
  slope: number;
  w: number;
}
export interface Blade {
  at: (t: number, v: number) => BladePoint;
  spine: number[][];
}
export interface Wound {
  t: number;
  v: number;
  r: number;
  long: number;
}

export function blade(u: number, seed: number): Blade {
  const spine = [
    [325, 712],
    [560, 500],
    [850, 700],
    [1335, 190],
  ].map((p) => p.map((v) => v * u));
  const wave = (t: number, side: number) =>
    6.283 * (12.5 * t + 2 * t * t) + 6.5 * (value(t * 9, side, seed + 2) - 0.5) + side * 1.9;
  const half = (t: number) =>
    u *
    128 *
    Math.pow(Math.sin(Math.PI * Math.pow(t * 0.985 + 0.004, 0.6)), 0.72) *
    (0.9 + 0.2 * value(t * 4, 3, seed));
  let last = -9,
    x = 0,
    y = 0,
    tx = 0,
    ty = 0,
    w = 0,
    ph = [0, 0],
    amp = [0, 0];
  const at = (t: number, v: number): BladePoint => {
    if (t !== last) {
      // everything that does not depend on v
      const p = bezier(spine, t),
        q = bezier(spine, t + 0.001),
        L = Math.hypot(q[0] - p[0], q[1] - p[1]);
      [x, y] = p;
      tx = (q[0] - x) / L;
      ty = (q[1] - y) / L;
      w = half(t);
      last = t;
      ph = [wave(t, 0), wave(t, 1)];
      amp = [0, 1].map((s) => w * (0.1 + 0.24 * value(t * 11, 7 + s, seed + 4)) + 5 * u * Math.sin(Math.PI * t));
    }
    const side = v < 0 ? 0 : 1,
      m = Math.abs(v),
      f = ph[side] + 1.5 * (1 - m);
    const z = amp[side] * m * m * (Math.sin(f) + 0.16 * Math.sin(1.6 * f + side)),
      bow = -0.1 * w * m * m;
    const roll = (side ? -0.72 : 0.72) * amp[side] * m * m * m * Math.cos(f); // crests lean over, so the frill loops
    return {
      x: x - ty * v * w + z * (0.3 * tx - 0.2 * ty) + roll * tx + bow * ty,
      y: y + tx * v * w + z * (0.3 * ty + 0.75) + roll * ty,
      z,
      slope: ((amp[side] * m) / (w + 1)) * (Math.cos(f) + 0.25 * Math.cos(1.6 * f + side)) * 4.2,
      w,
    };
  };
  return { at, spine };
}

/** Holes and tears: {t, v, r px}, more towards the old tip. */
export function wounds(seed: number, u: number): Wound[] {
  const rnd = rng(seed + 90);
  return Array.from({ length: 17 }, () => {
    const t = 0.16 + 0.78 * Math.sqrt(rnd());
    return {
      t,
      v: (rnd() < 0.5 ? -1 : 1) * mix(0.18, 0.82, rnd()),
      r: u * (4 + 13 * rnd() ** 2),
      long: 1 + 1.2 * rnd(),
    };
  });
}

/** Which part of the blade shows at each pixel: nearest sheet wins. */
export interface Visible {
  T: Float32Array;
  V: Float32Array;
  Z: Float32Array;
}

export function visible(w: number, h: number, B: Blade, holes: Wound[], u: number, seed: number): Visible {
  const T = plane(w, h, -1),
    V = plane(w, h),
    Z = plane(w, h, -1e9),
    nt = Math.round(3000 * u),
    nv = Math.round(620 * u);
  const length = 1180 * u;
  for (let i = 0; i <= nt; i++)
    for (let j = 0; j <= nv; j++) {
      const t = i / nt,
        v = (2 * j) / nv - 1,
        p = B.at(t, v),
        k = Math.round(p.y) * w + Math.round(p.x);
      if (p.z < Z[k]) continue;
      let open = false;
      for (const q of holes) {
        if (Math.abs(t - q.t) > 0.05) continue;
        const a = ((t - q.t) * length) / q.long,
          b = (v - q.v) * p.w;
        if (a * a + b * b < (q.r * (0.75 + 0.5 * value(Math.atan2(b, a) * 1.5, q.t * 99, seed))) ** 2) {
          open = true;
          break;
        }
      }
      if (!open)
        for (const m of [k, k + 1])
          if (m === k || p.z >= Z[m]) {
            Z[m] = p.z;
            T[m] = t;
            V[m] = v;
          }
    }
  return { T, V, Z };
}

type Dot = (x: number, y: number, r: number, a?: number) => LinePoint;

/** The roots that hold on to the ground. */
function holdfast(ink: Float32Array, w: number, h: number, P: Dot, rnd: Stream): void {
  const root = (x: number, y: number, a: number, r: number, n: number, depth: number): void => {
    const pts = [];
    for (let i = 0; i < n; i++) {
      pts.push(P(x, y, r * (1 - (0.7 * i) / n)));
      a += (rnd() - 0.5) * 0.5;
      x += 5 * Math.cos(a);
      y += 5 * Math.sin(a);
    }
    line(ink, w, h, pts);
    if (depth)
      for (const d of [-0.55, 0.5]) root(x, y, a + d + 0.3 * (rnd() - 0.5), r * 0.55, Math.round(n * 0.75), depth - 1);
  };
  for (let i = 0; i < 11; i++) root(112 + 1.6 * i, 904, mix(2.75, 0.35, i / 10), 3.4, 6 + rnd() * 5, 2);
}

/** Bladder, stipe and holdfast at the foot of the blade. */
export function stalk(ink: Float32Array, w: number, h: number, u: number, seed: number, rnd: Stream): void {
  const P = (x: number, y: number, r: number, a = 0.94) => ({ x: x * u, y: y * u, r: r * u, a });
  const stipe = (t: number) =>
    bezier(
      [
        [118, 905],
        [150, 800],
        [190, 850],
        [262, 748],
      ],
      t,
    );
  for (const [off, r] of [
    [-5, 1.1],
    [6, 2.3],
  ])
    line(
      ink,
      w,
      h,
      Array.from({ length: 40 }, (_, i) => {
        const [x, y] = stipe(i / 39);
        return P(x + off * 0.7, y + off, r * (0.7 + 0.6 * value(i / 4, off, seed)));
      }),
    );
  for (let i = 0; i < 46; i++) {
    const [x, y] = stipe(i / 46);
    line(ink, w, h, [P(x + 4.5, y + 6.5, 1.2), P(x + 1 * rnd(), y + 4 * rnd() - 1, 0.3)]);
  }
  const cx = 296,
    cy = 727,
    turn = -0.56;
  const R = (a: number, s: number) => [
    cx + s * (46 * Math.cos(a) * Math.cos(turn) - 29 * Math.sin(a) * Math.sin(turn)),
    cy + s * (46 * Math.cos(a) * Math.sin(turn) + 29 * Math.sin(a) * Math.cos(turn)),
  ];
  line(
    ink,
    w,
    h,
    Array.from({ length: 61 }, (_, i) => {
      const a = (i / 60) * 6.283,
        q = R(a, 1);
      return P(q[0], q[1], 1 + 1.6 * ramp(-0.5, 1, Math.sin(a + 0.5)));
    }),
  );
  for (let i = 0; i < 900; i++) {
    // stipple on the shaded side
    const a = rnd() * 6.283,
      s = Math.sqrt(rnd()) * 0.97,
      [x, y] = R(a, s),
      shade = ramp(-0.25, 0.9, s * Math.sin(a + 0.6));
    if (rnd() < shade) line(ink, w, h, [P(x, y, 0.7 + 1.1 * shade * rnd())]);
  }
  holdfast(ink, w, h, P, rnd);
}
