/** Kelp blade: an ink drawing on paper. The blade is a ribbon whose margin has grown longer than its midrib and
 *  so buckles; it is seen from above at a slant, which makes the ruffles fold over each other. */
import { clamp, fbm, hash, mix, ramp, rng, value } from './noise.ts';
import { picture, plane, type Painting } from './plane.ts';
import { bristles, line, type LinePoint } from './lines.ts';

import { bezier, blade, stalk, visible, wounds, type BladePoint, type Pair } from './kelp-form.ts';

/** What the drawing is made on and of. */
interface Kelp {
  w: number;
  h: number;
  u: number;
  seed: number;
  rnd: () => number;
  B: ReturnType<typeof blade>;
  S: ReturnType<typeof visible>;
  ink: Float32Array;
  grain: Float32Array;
}

/** Draws f(s) for s 0..1 where that part of the blade shows. */
type Trace = (
  f: (s: number) => Pair,
  n: number,
  press: (s: number, p: BladePoint, t: number) => number,
  target?: Float32Array,
) => void;

function tracer({ w, h, u, B, S, ink }: Kelp): Trace {
  const seen = (p: BladePoint, t: number, v: number) => {
    const k = Math.round(p.y) * w + Math.round(p.x);
    return S.T[k] >= 0 && Math.abs(S.T[k] - t) < 0.012 && Math.abs(S.V[k] - v) < 0.09;
  };
  return (f, n, press, target = ink) => {
    let run: LinePoint[] = [];
    for (let i = 0; i <= n; i++) {
      const s = i / n,
        [t, v] = f(s),
        p = B.at(t, v),
        r = press(s, p, t) * u;
      if (r > 0.16 * u && seen(p, t, v)) run.push({ x: p.x, y: p.y, r, a: 0.93 });
      else {
        line(target, w, h, run);
        run = [];
      }
    }
    line(target, w, h, run);
  };
}

/** Silhouettes and folds are where neighbouring pixels belong to distant places of the blade. */
function contour({ w, h, u, seed, S, ink }: Kelp): void {
  for (let y = 2; y < h - 2; y++)
    for (let x = 2; x < w - 2; x++) {
      const k = y * w + x;
      let jump = 0;
      for (const m of [k + 1, k + w])
        if (
          S.T[k] < 0 !== S.T[m] < 0 ||
          (S.T[k] >= 0 && (Math.abs(S.T[k] - S.T[m]) > 0.015 || Math.abs(S.V[k] - S.V[m]) > 0.14))
        )
          jump = 1;
      if (jump)
        line(ink, w, h, [
          {
            x,
            y,
            r:
              u *
              (0.72 +
                1.4 * ramp(0.35, 0.75, value(x / u / 55, y / u / 55, seed + 8)) +
                0.4 * value(x / u / 6, y / u / 6, seed)),
            a: 0.95,
          },
        ]);
    }
}

/** Hatching from the margin inwards, following the ruffles. */
function hatching(rnd: () => number, trace: Trace, side: number): void {
  for (let i = 0; i < 330; i++) {
    const t0 = 0.012 + 0.975 * ((i + rnd() * 0.7) / 330),
      from = 0.99,
      to = mix(0.25, 0.72, rnd()),
      slant = 0.02 + 0.01 * rnd();
    const heavy = 0.7 + 0.6 * rnd();
    trace(
      (s) => {
        const v = mix(from, to, s);
        return [t0 - slant * (1 - v), side * v];
      },
      26,
      (s, p) => heavy * clamp(2.0 * ramp(0.05, 0.75, -p.slope) + (side > 0 ? 0.4 : 0.22)) * (1 - 0.8 * s) * 1.6,
    );
    if (i % 2)
      trace(
        (s) => {
          const v = mix(0.06, 0.2 + 0.25 * rnd(), s);
          return [t0 + 0.03 * v, side * v];
        },
        14,
        (s) => (side > 0 ? 0.95 : 0.5) * (1 - s) * heavy,
      );
  }
}

function ribs(seed: number, trace: Trace, side: number): void {
  for (let j = 0; j < 5; j++)
    trace(
      (s) => [0.05 + 0.8 * s, side * (0.12 + 0.09 * j + 0.03 * (value(s * 7, j, seed) - 0.5))],
      420,
      (_s, _p, t) => 0.85 * ramp(0.45, 0.65, value(t * 18, j * 3 + side, seed + 12)),
    );
  trace(
    (s) => [0.955 * s, side * 0.042 * (1 - 0.7 * s)],
    520,
    (s) => (side > 0 ? 2.3 : 1.3) * (1 - 0.75 * s) * (0.75 + 0.5 * value(s * 22, side, seed)),
  );
}

/** Dry-brush tone, kept inside the blade. */
function dryBrush({ w, h, u, seed, B, S, grain }: Kelp): Float32Array {
  const wash = plane(w, h);
  for (const [v0, p0] of [
    [0.38, 1],
    [-0.5, 0.72],
    [0.62, 0.8],
  ]) {
    const path = Array.from({ length: 130 }, (_, i) => {
      const t = 0.07 + (0.82 * i) / 130,
        a = B.at(t, 0),
        b = B.at(t, 0.1);
      return {
        x: a.x + (b.x - a.x) * v0 * 10,
        y: a.y + (b.y - a.y) * v0 * 10,
        p: p0 * Math.sin(Math.PI * Math.sqrt(i / 130)),
      };
    });
    bristles(wash, w, h, path, {
      width: 96 * u,
      count: 120,
      seed: seed + 31 + Math.round(v0 * 10),
      dry: 0.84,
      r: 0.85 * u,
      grain,
      a: 0.95,
    });
  }
  for (let k = 0; k < w * h; k++) if (S.T[k] < 0) wash[k] = 0;
  return wash;
}

/** Lines that the drawing was laid out with. */
function layingOut({ w, h, u, B }: Kelp): Float32Array {
  const pencil = plane(w, h);
  const axis = Array.from({ length: 60 }, (_, i) => {
    const p = bezier(B.spine, -0.32 + (1.4 * i) / 59);
    return { x: p[0] + 3 * u, y: p[1] + 5 * u, r: 0.6 * u, a: 0.5 };
  });
  line(pencil, w, h, axis);
  line(pencil, w, h, [
    { x: 300 * u, y: 470 * u, r: 0.6 * u, a: 0.4 },
    { x: 800 * u, y: 400 * u, r: 0.5 * u, a: 0.34 },
    { x: 1290 * u, y: 96 * u, r: 0.5 * u, a: 0.3 },
  ]);
  line(pencil, w, h, [
    { x: 420 * u, y: 800 * u, r: 0.6 * u, a: 0.4 },
    { x: 900 * u, y: 720 * u, r: 0.5 * u, a: 0.3 },
    { x: 1340 * u, y: 330 * u, r: 0.5 * u, a: 0.3 },
  ]);
  return pencil;
}

function paperGrain(w: number, h: number, u: number, seed: number): Float32Array {
  const grain = plane(w, h);
  for (let y = 0, k = 0; y < h; y++)
    for (let x = 0; x < w; x++, k++)
      grain[k] = 0.62 * fbm(x / u / 3.4, y / u / 3.4, seed + 5, 2) + 0.38 * value(x / u / 40, y / u / 9, seed + 6);
  return grain;
}

export function kelpBlade(width = 1400, height = 1000, seed = 1): Painting {
  const w = width,
    h = height,
    u = w / 1400,
    rnd = rng(seed),
    B = blade(u, seed),
    holes = wounds(seed, u);
  const ink = plane(w, h);
  const grain = paperGrain(w, h, u, seed);
  const S = visible(w, h, B, holes, u, seed);
  const kelp = { w, h, u, seed, rnd, B, S, ink, grain };
  const trace = tracer(kelp);
  contour(kelp);
  for (const side of [-1, 1]) {
    hatching(rnd, trace, side);
    ribs(seed, trace, side);
  }
  const wash = dryBrush(kelp);
  stalk(ink, w, h, u, seed, rnd);
  const pencil = layingOut(kelp);
  return picture(w, h, (x, y, k, o) => {
    const e = grain[k] - grain[k + (x < w - 1 && y < h - 1 ? w + 1 : 0)],
      age = fbm(x / u / 420, y / u / 420, seed + 14, 4);
    const paper =
      0.935 + 0.2 * e - 0.07 * ramp(0.5, 0.8, age) - 0.00009 * Math.abs(x / u - 700) + 0.012 * (hash(x, y, seed) - 0.5);
    const lead = pencil[k] * ramp(0.62, 0.4, grain[k]),
      a = clamp(Math.max(ink[k], wash[k] * 0.86) * (1.05 - 0.14 * grain[k]));
    for (let c = 0; c < 3; c++)
      o[c] = mix(mix(paper * [1, 0.975, 0.92][c], 0.38, lead), [0.11, 0.12, 0.16][c] + 0.05 * grain[k], a);
  });
}
