import { curveFunction } from '../../maths/curve.ts';
import { clamp } from '../../maths/ramps.ts';
import { blur } from '../../raster/blur.ts';
import { raster, type Raster } from '../../raster/raster.ts';
import { fillOutlines, type Place } from '../outline.ts';
import { after, apply, inverse, moved, scaleOf, turned, type Affine } from '../../maths/affine.ts';
import { contourOf, isClosed } from './contour.ts';
import { copiesOf } from './copies.ts';
import { strokeLine } from './line.ts';
import type { Figure, Shapes } from './schema.ts';

/** What is drawn so far: how much of each pixel is covered, and what prints there, 0..1, times that. */
interface Layer {
  width: number;
  height: number;
  alpha: Float32Array;
  ink: Float32Array;
  /** what was laid on so far lies within: right and bottom are outside */
  touched: { left: number; top: number; right: number; bottom: number };
}

/** A part of the drawing: its left upper pixel, and what a figure does to each of its pixels. */
interface Laid {
  left: number;
  top: number;
  coverage: Raster;
  ink: (i: number, x: number, y: number) => number;
}

const layer = (width: number, height: number): Layer => ({
  width,
  height,
  alpha: new Float32Array(width * height),
  ink: new Float32Array(width * height),
  touched: { left: width, top: height, right: 0, bottom: 0 },
});

function touch({ touched }: Layer, left: number, top: number, right: number, bottom: number): void {
  touched.left = Math.min(touched.left, left);
  touched.top = Math.min(touched.top, top);
  touched.right = Math.max(touched.right, right);
  touched.bottom = Math.max(touched.bottom, bottom);
}

/** A curve through points [place, value] in percent, by a share 0..1; 1 where there are none. */
function throughPoints(points: readonly (readonly number[])[]): (share: number) => number {
  if (points.length === 0) return () => 1;
  const sorted = [...points].sort((a, b) => a[0] - b[0]);
  return curveFunction(sorted.map(([place, value]) => [place / 100, value / 100]));
}

type Meets = (layer: Layer, j: number, share: number, value: number) => void;

/** `share` of a pixel takes `value`: what was there shines through the rest. */
function over({ alpha, ink }: Layer, j: number, share: number, value: number): void {
  alpha[j] += (1 - alpha[j]) * share;
  ink[j] += (value - ink[j]) * share;
}

/** How a figure meets what lies below it. Where nothing lies, all but cutting lay it as it is. */
const MEETS: Record<Figure['meets'], Meets> = {
  over,
  cut: ({ alpha, ink }, j, share, value) => {
    alpha[j] *= 1 - share * value;
    ink[j] *= 1 - share * value;
  },
  darken: (to, j, share, value) => blended(to, j, share, value, Math.max),
  lighten: (to, j, share, value) => blended(to, j, share, value, Math.min),
  add: (to, j, share, value) => blended(to, j, share, value, (below, own) => Math.min(1, below + own)),
};

function blended(
  to: Layer,
  j: number,
  share: number,
  value: number,
  blend: (below: number, own: number) => number,
): void {
  const there = to.alpha[j];
  const below = there > 0 ? to.ink[j] / there : 0;
  // the compositing standard: what overlaps is blended, the rest stays its own
  over(to, j, share, value + (blend(below, value) - value) * there);
}

/**
 * The box of a line in whole px with room around it; undefined where nothing of it is seen. It ends `beside` px beyond the
 * drawing: so far what lies there is blurred into it.
 */
function boxOf(line: readonly Place[], room: number, beside: number, { width, height }: Layer) {
  let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const [x, y] of line) {
    left = Math.min(left, x);
    right = Math.max(right, x);
    top = Math.min(top, y);
    bottom = Math.max(bottom, y);
  }
  left = Math.max(-beside, Math.floor(left - room));
  top = Math.max(-beside, Math.floor(top - room));
  right = Math.min(width + beside, Math.ceil(right + room));
  bottom = Math.min(height + beside, Math.ceil(bottom + room));
  const seen = right > Math.max(0, left) && bottom > Math.max(0, top) && left < width && top < height;
  return seen ? { left, top, width: right - left, height: bottom - top } : undefined;
}

/** The value of a figure at a pixel, by its fill. `place`: where the pixel lies in halves of the figure's box. */
function inkOf(row: Figure, place: (x: number, y: number) => Place, along: Raster | undefined): Laid['ink'] {
  if (row.fill === 'plain') return () => row.value / 100;
  const value = throughPoints(row.stops);
  if (row.fill === 'along' && along) return (i) => value(along.data[i]);
  if (row.fill === 'radial')
    return (_, x, y) => {
      const [u, v] = place(x, y);
      return value(Math.sqrt(u * u + v * v));
    };
  const turn = inverse(turned(row.fillTurn));
  const reach = Math.abs(turn[0]) + Math.abs(turn[1]);
  return (_, x, y) => value(0.5 + (0.5 * apply(turn, place(x, y))[0]) / reach);
}

/** Draws one copy of a figure. `unit`: px of one percent of the longer side, before `by` scales it. */
function laidBy(row: Figure, by: Affine, unit: number, target: Layer): Laid | undefined {
  const [rx, ry] = [(row.width * unit) / 2, (row.height * unit) / 2];
  const line = contourOf(row, rx, ry).map((p) => apply(by, p));
  if (line.length < 2) return undefined;
  const stroked = row.line > 0 || !isClosed(row);
  const radius = (row.line * unit * scaleOf(by)) / 2;
  const sigma = (row.soft * unit * scaleOf(by)) / 4;
  const beside = Math.ceil(3 * sigma);
  const box = boxOf(line, beside + (stroked ? radius : 0) + 1, beside, target);
  if (!box) return undefined;
  const here = line.map(([x, y]): Place => [x - box.left, y - box.top]);
  const share = throughPoints(row.profile);
  const drawn = stroked
    ? strokeLine(box.width, box.height, here, { closed: isClosed(row), radius: (s) => radius * share(s) })
    : { coverage: fillOutlines(box.width, box.height, [here]), along: undefined };
  const back = inverse(by);
  const place = (x: number, y: number): Place => {
    const [u, v] = apply(back, [x + box.left + 0.5, y + box.top + 0.5]);
    return [u / Math.max(rx, 1e-9), v / Math.max(ry, 1e-9)];
  };
  return { ...box, coverage: blur(drawn.coverage, sigma), ink: inkOf(row, place, drawn.along) };
}

function lay(target: Layer, { left, top, coverage, ink }: Laid, meets: Meets, strength: number): void {
  const { width, height, data } = coverage;
  const [x0, x1] = [Math.max(0, -left), Math.min(width, target.width - left)];
  const [y0, y1] = [Math.max(0, -top), Math.min(height, target.height - top)];
  touch(target, left + x0, top + y0, left + x1, top + y1);
  for (let y = y0; y < y1; y++)
    for (let x = x0; x < x1; x++) {
      const i = y * width + x;
      if (data[i] > 0) meets(target, (top + y) * target.width + left + x, data[i] * strength, ink(i, x, y));
    }
}

/** Lays what a group made: as much of each pixel as it covers, with what prints there. */
function layGroup(target: Layer, { alpha, ink, touched, width }: Layer, meets: Meets, strength: number): void {
  const { left, top, right, bottom } = touched;
  if (right <= left || bottom <= top) return;
  touch(target, left, top, right, bottom);
  for (let y = top; y < bottom; y++)
    for (let j = y * width + left; j < y * width + right; j++)
      if (alpha[j] > 0) meets(target, j, alpha[j] * strength, Math.min(1, ink[j] / alpha[j]));
}

function drawRow(row: Figure, base: Affine, unit: number, target: Layer, progress: () => void): void {
  if (!row.on) return;
  for (const { by, strength } of copiesOf(row, unit)) {
    const placed = after(base, by);
    if (scaleOf(placed) < 1e-6) continue;
    if (row.what === 'group') {
      const own = layer(target.width, target.height);
      for (const inner of row.rows) drawRow(inner, placed, unit, own, progress);
      layGroup(target, own, MEETS[row.meets], strength);
    } else {
      const laid = laidBy(row, placed, unit, target);
      if (laid) lay(target, laid, MEETS[row.meets], strength);
      progress();
    }
  }
}

const laidBelow = (rows: readonly Figure[]): number =>
  rows.reduce((sum, row) => sum + row.copies.count * (row.what === 'group' ? laidBelow(row.rows) : 1), 0);

/**
 * Draws shapes as what prints, 0..1, at a size in px; its own where none is given. Rows lie in their order, the first one
 * lowest. `onProgress` is told the share done and may throw to end it.
 */
export function renderShapes(
  shapes: Shapes,
  size: { width: number; height: number } = { width: shapes.widthPx, height: shapes.heightPx },
  onProgress: (share: number) => void = () => undefined,
): Raster {
  const { width, height } = size;
  const target = layer(width, height);
  const unit = Math.max(width, height) / 100;
  const all = Math.max(1, laidBelow(shapes.rows));
  let done = 0;
  const progress = () => onProgress(Math.min(1, ++done / all));
  for (const row of shapes.rows) drawRow(row, moved(width / 2, height / 2), unit, target, progress);
  const made = raster(width, height);
  for (let j = 0; j < made.data.length; j++) made.data[j] = clamp(target.ink[j]);
  return made;
}
