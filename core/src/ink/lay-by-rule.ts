import { chanceAfter, chanceStart } from '../maths/hash.ts';
import type { MEETS } from '../model/coat-schema.ts';
import type { GrainField, Through } from './grain.ts';
import { RECORD_32, RECORD_64 } from './layout.ts';
import { spanBegin, spanEnd } from './place.ts';

/** What dabs do besides building up in one ink: one for a coat and stroke. */
export interface LayRule {
  meet: (typeof MEETS)[number];
  /** r, g, b of each dab; undefined where all print in one colour */
  colours: Float32Array | undefined;
  /** for the tile whose first pixel is (x, y): the grain that a dab is laid through, undefined where it has none */
  grainsOf: (x: number, y: number) => (dab: number) => GrainField | undefined;
  throughOf: (dab: number) => Through;
  /** no dab is laid through a grain otherwise than by multiplying with it */
  multiplies: boolean;
  /** 0..1 of each dab */
  depthOf: (dab: number) => number;
  /** where crossings stay even: the way of each dab along the path, and how far back the same way reaches, px */
  ways: { alongPx: Float64Array; reachPx: Float64Array } | undefined;
  /** the sheet's pixel in the window's corner: what falls by chance stays where it is as the window moves */
  corner: readonly [number, number];
  /** for dissolving */
  seed: number;
}

/** A tile that is laid into: its coverage and, with colours, the mean colour of its ink, four numbers a pixel. */
export interface RuleTile {
  coverage: Float32Array;
  tint: Float32Array | undefined;
  /** where crossings stay even: what the present way has laid by itself, and how far along the path that was */
  way: { coverage: Float32Array; alongPx: Float32Array } | undefined;
  x: number;
  y: number;
  side: number;
}

interface Memory {
  ints: Int32Array;
  floats: Float32Array;
  doubles: Float64Array;
  words: Uint16Array;
}

const UNIT = 1 / 65535;

/** Coverage of a pixel after a dab with ceiling `o` and share `k`; `t` is the tip itself, `roll` a chance of the pixel. */
export function blended(meet: LayRule['meet'], a: number, o: number, k: number, t: number, roll: number): number {
  switch (meet) {
    case 'build':
      return a < o ? a + (o - a) * k : a;
    case 'lighten':
      return Math.max(a, o * k);
    case 'darken':
      return a > 0 ? Math.min(a, o * k) : o * k;
    case 'difference':
      return Math.abs(a - o * k);
    case 'add':
      return Math.max(a, Math.min(o, a + o * k));
    case 'best':
      return Math.max(a, o * t);
    case 'dissolve':
      return roll < k ? Math.max(a, o) : a;
  }
}

/** Lays dabs one by one into a tile by a rule, in float64: the slower way, for everything that is not plain building. */
export function layByRule(
  memory: Memory,
  records: number,
  order: Uint32Array,
  dabOf: Int32Array,
  tile: RuleTile,
  rule: LayRule,
): void {
  const grainOf = rule.grainsOf(tile.x, tile.y);
  for (const record of order) {
    const i = records / 4 + record * RECORD_32.bytes;
    const dab = dabOf[record];
    layOne(memory, i, records / 8 + record * RECORD_64.bytes, dab, grainOf(dab), tile, rule);
  }
}

function layOne(
  memory: Memory,
  i: number,
  d: number,
  dab: number,
  grain: GrainField | undefined,
  tile: RuleTile,
  rule: LayRule,
): void {
  const { ints, floats, doubles, words } = memory;
  const { side, coverage, tint } = tile;
  const top = ints[i + RECORD_32.top];
  const y1 = Math.min(ints[i + RECORD_32.bottom], tile.y + side);
  const x0 = Math.max(ints[i + RECORD_32.left], tile.x);
  const x1 = Math.min(ints[i + RECORD_32.right], tile.x + side);
  const [dux, dvx, duy, dvy] = [
    ints[i + RECORD_32.duX],
    ints[i + RECORD_32.dvX],
    ints[i + RECORD_32.duY],
    ints[i + RECORD_32.dvY],
  ];
  const texels = ints[i + RECORD_32.texels] >> 1;
  const stride = ints[i + RECORD_32.stride];
  const opacity = floats[i + RECORD_32.opacity];
  const flow = floats[i + RECORD_32.flow];
  const bits = ints[i + RECORD_32.bits];
  const scale = floats[i + RECORD_32.scale];
  const fraction = (1 << bits) - 1;
  const through = rule.throughOf(dab);
  const depth = rule.depthOf(dab);
  const start = rule.meet === 'dissolve' ? chanceStart(rule.seed, dab, 0) : 0;
  const [left, sheetTop] = rule.corner;
  const full = flow * 65535;
  const build = rule.meet === 'build';
  const tinted = tint !== undefined && rule.colours !== undefined;
  const { way } = tile;
  const along = rule.ways ? rule.ways.alongPx[dab] : 0;
  const since = rule.ways ? along - rule.ways.reachPx[dab] : 0;
  for (let y = Math.max(top, tile.y); y < y1; y++) {
    const lo = spanBegin(doubles, d, y - top, x0);
    const hi = spanEnd(doubles, d, y - top, x1);
    let u = (ints[i + RECORD_32.u] + Math.imul(y, duy) + Math.imul(lo, dux)) | 0;
    let v = (ints[i + RECORD_32.v] + Math.imul(y, dvy) + Math.imul(lo, dvx)) | 0;
    let at = (y - tile.y) * side + lo - tile.x;
    let g = grain ? (y - grain.y0) * grain.stride + lo - grain.x0 : 0;
    for (let x = lo; x <= hi; x++, at++, g++) {
      const p = texels + Math.imul(v >>> bits, stride) + (u >>> bits);
      const fx = (u & fraction) * scale;
      const fy = (v & fraction) * scale;
      const a0 = words[p];
      const b0 = words[p + stride];
      const upper = a0 + (words[p + 1] - a0) * fx;
      const lower = b0 + (words[p + stride + 1] - b0) * fx;
      let t = (upper + (lower - upper) * fy) * UNIT;
      u = (u + dux) | 0;
      v = (v + dvx) | 0;
      if (t <= 0) continue;
      if (grain) t = through.plain ? t * (1 - depth + depth * grain.values[g]) : through.of(t, grain.values[g], depth);
      const k = full * t;
      const a = coverage[at];
      if (way) {
        const own = blended(rule.meet, way.alongPx[at] >= since ? way.coverage[at] : 0, opacity, k, t, 0);
        way.alongPx[at] = along;
        way.coverage[at] = own;
        coverage[at] = Math.max(a, own);
      } else if (build) coverage[at] = a < opacity ? a + (opacity - a) * k : a;
      else
        coverage[at] = blended(
          rule.meet,
          a,
          opacity,
          k,
          t,
          start === 0 ? 0 : chanceAfter(start, x + left, y + sheetTop, 0),
        );
      if (tinted) paint(tint, 4 * at, rule.colours as Float32Array, 3 * dab, a, opacity * k);
    }
  }
}

/** Moves the mean colour of a pixel's ink toward the dab's by the dab's share of it: paint over paint. */
export function paint(
  tint: Float32Array,
  at: number,
  colours: Float32Array,
  from: number,
  below: number,
  share: number,
): void {
  if (share <= 0) return;
  const q = below <= 0 ? 1 : share / (share + below * (1 - share));
  tint[at] += (colours[from] - tint[at]) * q;
  tint[at + 1] += (colours[from + 1] - tint[at + 1]) * q;
  tint[at + 2] += (colours[from + 2] - tint[at + 2]) * q;
  tint[at + 3] = 1;
}
