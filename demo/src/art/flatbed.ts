/** A made-up flatbed: sheets of marks on a card of 60 x 42 mm, a little askew, with dust and uneven light. */
import { resample, type Raster } from '@amber-stamp/core/raster';
import { line } from './lines.ts';
import * as marks from './marks.ts';
import { clamp, fbm, gauss, hash, mix, ramp, rng, value } from './noise.ts';
import { field, plane } from './plane.ts';
import * as prints from './prints.ts';

export const BED_MM = { width: 60, height: 42 } as const;
export const MM_PER_INCH = 25.4;

type Draw = (p: Float32Array, w: number, h: number, seed: number, tooth: Float32Array) => void;

/** Sheets that can be laid on the glass: what is on them, mark by mark. */
export const SHEETS: Record<string, { label: string; marks: readonly Draw[] }> = {
  mixed: {
    label: 'twelve different marks',
    marks: [
      marks.blot,
      marks.dryBrush,
      prints.sponge,
      prints.string,
      prints.leaf,
      prints.cloth,
      marks.splatter,
      marks.charcoal,
      marks.ring,
      marks.sweep,
      prints.card,
      prints.crumple,
    ],
  },
  blots: { label: 'ink blots', marks: Array<Draw>(6).fill(marks.blot) },
  dryBrush: { label: 'dry brush', marks: Array<Draw>(6).fill(marks.dryBrush) },
  sponge: { label: 'sponge', marks: Array<Draw>(6).fill(prints.sponge) },
  string: { label: 'string', marks: Array<Draw>(6).fill(prints.string) },
  leaf: { label: 'leaves', marks: Array<Draw>(6).fill(prints.leaf) },
  cloth: { label: 'cloth', marks: Array<Draw>(6).fill(prints.cloth) },
};

export interface ScanOrder {
  sheet: string;
  dpi: number;
  seed: number;
  /** share of dust, 0..2, 1 as usual */
  dust: number;
  tiltDeg: number;
}

/** Side of a sheet in px while it is painted: the marks are made for this size. */
const PAINTED = { width: 1400, height: 980 };

export const scanSize = (dpi: number): { width: number; height: number } => ({
  width: Math.round((BED_MM.width / MM_PER_INCH) * dpi),
  height: Math.round((BED_MM.height / MM_PER_INCH) * dpi),
});

/** The paper's relief in one cell. */
function toothOf(w: number, h: number, seed: number): Float32Array {
  const tooth = plane(w, h);
  for (let y = 0, k = 0; y < h; y++)
    for (let x = 0; x < w; x++, k++)
      tooth[k] = 0.6 * value(x / 2.6, y / 2.6, seed + 1) + 0.4 * value(x / 5.5, y / 5.5, seed + 2);
  return tooth;
}

/** The ink of a sheet, mark after mark; yields the share that is done. */
function* paint(order: ScanOrder): Generator<number, Float32Array> {
  const { width: w, height: h } = PAINTED;
  const { marks: draws } = SHEETS[order.sheet];
  const columns = draws.length > 6 ? 4 : 3;
  const rows = Math.ceil(draws.length / columns);
  const cw = Math.floor((w / columns) * 0.84);
  const ch = Math.floor((h / rows) * 0.82);
  const tooth = toothOf(cw, ch, order.seed);
  const ink = plane(w, h);
  const rnd = rng(order.seed);
  for (const [n, draw] of draws.entries()) {
    const p = plane(cw, ch);
    draw(p, cw, ch, order.seed * 31 + n, tooth);
    const left = Math.round(w * (0.03 + (0.94 * ((n % columns) + 0.5)) / columns) - cw / 2 + 0.006 * w * gauss(rnd));
    const top = Math.round(
      h * (0.04 + (0.92 * (Math.floor(n / columns) + 0.5)) / rows) - ch / 2 + 0.006 * h * gauss(rnd),
    );
    for (let y = 0; y < ch; y++)
      for (let x = 0; x < cw; x++) {
        const px = left + x;
        const py = top + y;
        if (px < 0 || py < 0 || px >= w || py >= h) continue;
        const at = py * w + px;
        ink[at] = Math.max(ink[at], p[y * cw + x]);
      }
    yield (n + 1) / draws.length;
  }
  return ink;
}

/** Dust on the glass: dark and pale specks, hairs and lint, at the size of the scan. */
function dustOn(w: number, h: number, order: ScanOrder): { dark: Float32Array; pale: Float32Array } {
  const dark = plane(w, h);
  const pale = plane(w, h);
  const rnd = rng(order.seed + 77);
  const unit = w / 2000;
  for (let i = 0; i < 260 * order.dust; i++)
    line(i % 4 ? dark : pale, w, h, [
      { x: rnd() * w, y: rnd() * h, r: (0.4 + 1.7 * rnd() ** 6) * unit, a: 0.3 + 0.5 * rnd() },
    ]);
  for (let i = 0; i < 14 * order.dust; i++) {
    let x = rnd() * w;
    let y = rnd() * h;
    let a = rnd() * 6.283;
    const bend = gauss(rnd) * 0.05;
    const points = [];
    for (let k = 0, n = 14 + rnd() * 40; k < n; k++) {
      points.push({ x, y, r: 0.55 * unit, a: 0.5 });
      x += 2.5 * unit * Math.cos(a);
      y += 2.5 * unit * Math.sin(a);
      a += bend + 0.12 * gauss(rnd);
    }
    line(i % 3 ? dark : pale, w, h, points);
  }
  return { dark, pale };
}

const PAPER = [1, 0.985, 0.945] as const;
const INK = [0.1, 0.105, 0.125] as const;
const BAND = 24;

/** Rows of a scan that are ready: RGBA, 8 bit. */
export interface Band {
  top: number;
  rows: number;
  data: Uint8ClampedArray<ArrayBuffer>;
  /** share of the whole work */
  share: number;
}

const PAINTING = 0.6;

/** Scans a sheet: paints it, then passes the lamp over it band by band. The same order gives the same bytes. */
export function* scan(order: ScanOrder): Generator<{ share: number } | Band, void> {
  const painting = paint(order);
  let step = painting.next();
  while (!step.done) {
    yield { share: step.value * PAINTING };
    step = painting.next();
  }
  const { width: w, height: h } = scanSize(order.dpi);
  const painted = { ...PAINTED, data: step.value };
  const small = w < PAINTED.width ? resample(painted, w, h) : painted;
  const dust = dustOn(w, h, order);
  const unit = w / 2000;
  const cloudy = field(w, h, 6, (x, y) => fbm(x / (420 * unit), y / (420 * unit), order.seed + 5, 4));
  const fibre = field(w, h, 2, (x, y) => fbm(x / (7 * unit), y / (7 * unit), order.seed + 6, 2));
  const angle = (order.tiltDeg * Math.PI) / 180;
  const c = Math.cos(angle);
  const s = Math.sin(angle);
  const inkAt = sampler(small);
  for (let top = 0; top < h; top += BAND) {
    const rows = Math.min(BAND, h - top);
    const data = new Uint8ClampedArray(w * rows * 4);
    for (let y = top; y < top + rows; y++)
      for (let x = 0; x < w; x++) {
        const k = y * w + x;
        const u = (x - w / 2) * c + (y - h / 2) * s;
        const v = -(x - w / 2) * s + (y - h / 2) * c;
        const out = Math.max(Math.abs(u) - w * 0.492 - 1.5 * cloudy[k], Math.abs(v) - h * 0.487);
        const a = clamp(inkAt((u / w + 0.5) * small.width - 0.5, (v / h + 0.5) * small.height - 0.5));
        const light =
          1 -
          0.1 * ramp(0.35, 1, x / w) -
          0.16 * Math.exp(-x / (60 * unit)) -
          0.07 * ramp(0.55, 1, y / h) +
          0.02 * Math.sin(y / (190 * unit));
        const paper =
          0.93 + 0.03 * (fibre[k] - 0.5) + 0.035 * (cloudy[k] - 0.5) + 0.018 * (hash(x, y, order.seed) - 0.5);
        const bed = 0.3 + 0.03 * cloudy[k] + 0.3 * ramp(26 * unit, 0, out);
        const inside = ramp(1, -1, out);
        const shade = 1 - 0.1 * ramp(-5 * unit, 0, out) * inside;
        const o = ((y - top) * w + x) * 4;
        for (let i = 0; i < 3; i++) {
          const q = mix(bed * 0.9, mix(paper * PAPER[i], INK[i] + 0.05 * fibre[k], a) * shade, inside);
          data[o + i] = clamp(mix(mix(q, 0.35, 0.7 * dust.dark[k]), 1, 0.7 * dust.pale[k]) * light) * 255;
        }
        data[o + 3] = 255;
      }
    yield { top, rows, data, share: PAINTING + ((1 - PAINTING) * (top + rows)) / h };
  }
}

/** Bilinear readings of a painted plane; beyond it there is no ink. */
function sampler({ width, height, data }: Raster): (x: number, y: number) => number {
  return (x, y) => {
    const x0 = Math.floor(x);
    const y0 = Math.floor(y);
    if (x0 < 0 || y0 < 0 || x0 + 1 >= width || y0 + 1 >= height) return 0;
    const at = y0 * width + x0;
    const top = mix(data[at], data[at + 1], x - x0);
    return mix(top, mix(data[at + width], data[at + width + 1], x - x0), y - y0);
  };
}
