/** Flat painted shapes with grain, for layered pictures. Lengths in px of a picture 1600 px wide, scaled by u. */
import { fillOutlines } from '@amber-stamp/core/make';
import { line } from '../art/lines.ts';
import { clamp, fbm, mix, value } from '../art/noise.ts';
import { field, plane } from '../art/plane.ts';

export type Spot = readonly [number, number];
/** A place of a brush line and its radius. */
export type Touch = readonly [number, number, number];
/** r, g, b in 0..1 */
export type Tone = readonly [number, number, number];
/** One colour, or what it is at each place of the picture. */
export type Paint = Tone | ((x: number, y: number) => Tone);

export interface How {
  /** how much the tooth of the paper breaks soft edges */
  rough?: number;
  /** how much the drag of the brush shows */
  streak?: number;
  /** light, not paint: no tooth */
  glow?: boolean;
  /** how unsteady the outline is */
  hand?: number;
  /** width of the edge of a line, px */
  soft?: number;
}
interface Part {
  x0: number;
  y0: number;
  x1: number;
  y1: number;
}

export interface PaintedLayer {
  name: string;
  width: number;
  height: number;
  /** RGBA */
  data: Uint8ClampedArray<ArrayBuffer>;
}

/** Paper tooth and brush drag, shared by all layers of a picture. */
export interface Paper {
  w: number;
  h: number;
  u: number;
  seed: number;
  tooth: Float32Array;
  drag: Float32Array;
}

export function paper(w: number, h: number, seed: number): Paper {
  const u = w / 1600;
  const tooth = field(
    w,
    h,
    2,
    (x, y) => value(x / u / 2.8, y / u / 2.8, seed + 1) * 0.65 + 0.35 * value(x / u / 7, y / u / 7, seed + 2),
  );
  const drag = field(w, h, 2, (x, y) => fbm(x / u / 95, y / u / 7, seed + 3, 3));
  return { w, h, u, seed, tooth, drag };
}

/** A transparent layer of paint. */
export class Layer {
  readonly u: number;
  readonly w: number;
  readonly h: number;
  readonly rgb: Float32Array[];
  readonly a: Float32Array;
  private readonly mask: Float32Array;
  private readonly name: string;
  private readonly paper: Paper;

  constructor(name: string, on: Paper) {
    const { w, h, u } = on;
    this.name = name;
    this.paper = on;
    this.w = w;
    this.h = h;
    this.u = u;
    this.mask = plane(w, h);
    this.rgb = [plane(w, h), plane(w, h), plane(w, h)];
    this.a = plane(w, h);
  }

  /** Lays the mask of a part as paint, and clears it. */
  private lay(colour: Paint, alpha: number, part: Part, { rough = 0.35, streak = 0.09, glow = false }: How): void {
    const { w, h, u, mask, rgb, a } = this;
    const { tooth, drag } = this.paper;
    const x0 = Math.max(0, Math.floor(part.x0));
    const x1 = Math.min(w, Math.ceil(part.x1));
    const y1 = Math.min(h, Math.ceil(part.y1));
    for (let y = Math.max(0, Math.floor(part.y0)); y < y1; y++)
      for (let x = x0, k = y * w + x0; x < x1; x++, k++) {
        const m = mask[k];
        if (m <= 0) continue;
        mask[k] = 0;
        const t = tooth[k];
        const covers = clamp(glow ? m : m - rough * (1 - m) * m * 4 * t) * alpha * (glow ? 1 : 1 - rough * 0.22 * t);
        const c = typeof colour === 'function' ? colour(x / u, y / u) : colour;
        const shade = 1 + streak * 2 * (drag[k] - 0.5) + 0.07 * (t - 0.5);
        const below = a[k] * (1 - covers);
        const all = covers + below;
        if (all <= 0) continue;
        for (let i = 0; i < 3; i++) rgb[i][k] = (c[i] * shade * covers + rgb[i][k] * below) / all;
        a[k] = all;
      }
  }

  /** A filled outline by a slightly unsteady hand. */
  shape(points: readonly Spot[], colour: Paint, alpha = 1, how: How = {}): void {
    const { u, w, h, mask } = this;
    const outline = unsteady(points, how.hand ?? 1.1, this.paper.seed).map(([x, y]) => [x * u, y * u] as const);
    const xs = outline.map(([x]) => x);
    const ys = outline.map(([, y]) => y);
    const x0 = clamp(Math.floor(Math.min(...xs)) - 3, 0, w);
    const y0 = clamp(Math.floor(Math.min(...ys)) - 3, 0, h);
    const x1 = clamp(Math.ceil(Math.max(...xs)) + 3, 0, w);
    const y1 = clamp(Math.ceil(Math.max(...ys)) + 3, 0, h);
    if (x1 <= x0 || y1 <= y0) return;
    const filled = fillOutlines(x1 - x0, y1 - y0, [outline.map(([x, y]) => [x - x0, y - y0] as const)]);
    for (let y = y0; y < y1; y++)
      mask.set(filled.data.subarray((y - y0) * (x1 - x0), (y - y0 + 1) * (x1 - x0)), y * w + x0);
    this.lay(colour, alpha, { x0, y0, x1, y1 }, how);
  }

  /** A brush line. */
  stroke(points: readonly Touch[], colour: Paint, alpha = 1, how: How = {}): void {
    const { u } = this;
    const way = points.map(([x, y, r]) => ({ x: x * u, y: y * u, r: r * u }));
    const pad = 4 * u + (how.soft ?? 1) + Math.max(...way.map((p) => p.r));
    line(this.mask, this.w, this.h, way, { soft: how.soft ?? 1 });
    const part = {
      x0: Math.min(...way.map((p) => p.x)) - pad,
      x1: Math.max(...way.map((p) => p.x)) + pad,
      y0: Math.min(...way.map((p) => p.y)) - pad,
      y1: Math.max(...way.map((p) => p.y)) + pad,
    };
    this.lay(colour, alpha, part, how);
  }

  /** Paint by a coverage of places, in the rows y0..y1. */
  wash(covers: (x: number, y: number) => number, colour: Paint, alpha = 1, y0 = 0, y1 = Infinity, how: How = {}): void {
    const { u, w, h, mask } = this;
    const end = Math.min(h, Math.ceil(y1 * u));
    for (let y = Math.max(0, Math.floor(y0 * u)); y < end; y++)
      for (let x = 0; x < w; x++) mask[y * w + x] = covers(x / u, y / u);
    this.lay(colour, alpha, { x0: 0, y0: y0 * u, x1: w, y1: end }, how);
  }

  done(): PaintedLayer {
    const { w, h, rgb, a } = this;
    const data = new Uint8ClampedArray(w * h * 4);
    for (let k = 0; k < w * h; k++) {
      if (a[k] <= 0) continue;
      for (let i = 0; i < 3; i++) data[4 * k + i] = rgb[i][k] * 255;
      data[4 * k + 3] = a[k] * 255 + 0.5;
    }
    return { name: this.name, width: w, height: h, data };
  }
}

/** Points every 14 units or so along the outline, each a little off. */
function unsteady(points: readonly Spot[], amount: number, seed: number): Spot[] {
  return points.flatMap(([x, y], i) => {
    const [X, Y] = points[(i + 1) % points.length];
    const n = Math.max(1, Math.round(Math.sqrt((X - x) ** 2 + (Y - y) ** 2) / 14));
    return Array.from({ length: n }, (_, k): Spot => {
      const a = mix(x, X, k / n);
      const b = mix(y, Y, k / n);
      const off = (which: number) => amount * 2 * (value(a / 17, b / 17, seed + which) - 0.5);
      return [a + off(5), b + off(6)];
    });
  });
}

/** A closed smooth curve through points (Catmull-Rom), `n` steps each. */
export function smooth(points: readonly Spot[], n = 6): Spot[] {
  const at = (i: number) => points[(i + points.length) % points.length];
  return points.flatMap((_, i) => {
    const [p, q, r, s] = [at(i - 1), at(i), at(i + 1), at(i + 2)];
    const through = (c: 0 | 1, t: number) =>
      0.5 *
      (2 * q[c] +
        (r[c] - p[c]) * t +
        (2 * p[c] - 5 * q[c] + 4 * r[c] - s[c]) * t * t +
        (3 * q[c] - p[c] - 3 * r[c] + s[c]) * t ** 3);
    return Array.from({ length: n }, (_, k): Spot => [through(0, k / n), through(1, k / n)]);
  });
}

/** The colour between two. */
export function tone(a: Tone, b: Tone, t: number): Tone {
  const by = clamp(t);
  return [mix(a[0], b[0], by), mix(a[1], b[1], by), mix(a[2], b[2], by)];
}
