import { contentBox } from '../raster/content-box.ts';
import { cosineTurns, headingDeg, sineTurns } from '../maths/angles.ts';
import { blur } from '../raster/blur.ts';
import { distanceTo, outsideOf } from '../raster/distance.ts';
import { coverage as meanOf } from '../raster/measure.ts';
import { opened } from '../raster/morph.ts';
import { pieces } from '../raster/pieces.ts';
import type { Raster } from '../raster/raster.ts';
import { resample } from '../raster/resample.ts';

/** What a first guess looks at; measured on the plate reduced to at most 192 px a side. */
export interface PlateShape {
  /** mean value 0..1 */
  coverage: number;
  /** longer over shorter deviation of the mass along its principal axes */
  elongation: number;
  /** direction of the long axis in degrees, -90..90, 0 = lying */
  axisDeg: number;
  /** pieces that print, and the share of the largest in all that prints */
  pieces: number;
  largestShare: number;
  /** share of the outermost ring that prints */
  ringShare: number;
  /** mean value inside the box of what prints: what one dab lays down */
  fill: number;
  /** standard deviation of the values where it prints, 0..0.5 */
  texture: number;
  /** likeness with its mirror image left to right and top to bottom, 0..1 */
  mirrorX: number;
  mirrorY: number;
  /** mean thickness across the long axis over its length */
  thinness: number;
  /** mass in the outer thirds of the long axis: lighter over heavier end */
  taper: number;
  /** mass in the outer thirds of the long axis over twice that in its middle third: 1 for a bar, less for a leaf */
  ends: number;
  /** share that prints of the box around it that lies along its axes */
  boxFill: number;
  /** width of what prints, in shares of the longer side */
  extent: number;
}

/** Of the longer side at which shapes are measured, px. */
export const SHAPE_SIDE = 192;
const SEEN = 0.12;

interface Moments {
  mass: number;
  cx: number;
  cy: number;
  xx: number;
  yy: number;
  xy: number;
}

function moments(r: Raster): Moments {
  const m = { mass: 1e-12, cx: 0, cy: 0, xx: 0, yy: 0, xy: 0 };
  r.data.forEach((v, i) => {
    m.mass += v;
    m.cx += v * (i % r.width);
    m.cy += v * Math.floor(i / r.width);
  });
  m.cx /= m.mass;
  m.cy /= m.mass;
  r.data.forEach((v, i) => {
    const dx = (i % r.width) - m.cx;
    const dy = Math.floor(i / r.width) - m.cy;
    m.xx += (v * dx * dx) / m.mass;
    m.yy += (v * dy * dy) / m.mass;
    m.xy += (v * dx * dy) / m.mass;
  });
  return m;
}

function likeness(r: Raster, mirrored: (x: number, y: number) => number): number {
  let same = 0;
  let all = 1e-12;
  for (let y = 0; y < r.height; y++)
    for (let x = 0; x < r.width; x++) {
      const a = r.data[y * r.width + x];
      const b = r.data[mirrored(x, y)];
      same += Math.min(a, b);
      all += Math.max(a, b);
    }
  return same / all;
}

/** Mass in the outer thirds of the extent along the long axis, as lighter over heavier. */
function taperOf(r: Raster, m: Moments, ux: number, uy: number): number {
  const along = (i: number): number => ((i % r.width) - m.cx) * ux + (Math.floor(i / r.width) - m.cy) * uy;
  let low = Infinity;
  let high = -Infinity;
  r.data.forEach((v, i) => {
    if (v <= SEEN) return;
    low = Math.min(low, along(i));
    high = Math.max(high, along(i));
  });
  const third = (high - low) / 3;
  let head = 1e-12;
  let tail = 1e-12;
  r.data.forEach((v, i) => {
    const s = along(i);
    if (s > high - third) head += v;
    else if (s < low + third) tail += v;
  });
  return Math.min(head, tail) / Math.max(head, tail);
}

function ringShare(r: Raster): number {
  let seen = 0;
  let all = 0;
  for (let y = 0; y < r.height; y++)
    for (let x = 0; x < r.width; x++)
      if (x === 0 || y === 0 || x === r.width - 1 || y === r.height - 1) {
        all++;
        if (r.data[y * r.width + x] > SEEN / 2) seen++;
      }
  return seen / all;
}

function fillOf(r: Raster): number {
  const box = contentBox(r, SEEN);
  if (!box) return 0;
  let sum = 0;
  for (let y = box.y0; y < box.y1; y++) for (let x = box.x0; x < box.x1; x++) sum += r.data[y * r.width + x];
  return sum / ((box.x1 - box.x0) * (box.y1 - box.y0));
}

/** How what prints lies along its axes, and how much of the box around it. */
function alongAxes(r: Raster, m: Moments, ux: number, uy: number): { ends: number; boxFill: number } {
  const [low, high] = [
    [Infinity, Infinity],
    [-Infinity, -Infinity],
  ];
  const places: [number, number][] = [];
  r.data.forEach((v, i) => {
    if (v <= SEEN) return;
    const [x, y] = [(i % r.width) - m.cx, Math.floor(i / r.width) - m.cy];
    const [along, across] = [x * ux + y * uy, y * ux - x * uy];
    places.push([along, v]);
    [along, across].forEach((at, axis) => {
      low[axis] = Math.min(low[axis], at);
      high[axis] = Math.max(high[axis], at);
    });
  });
  const third = (high[0] - low[0]) / 3;
  let [outer, middle] = [0, 1e-9];
  for (const [along, v] of places)
    if (along < low[0] + third || along > high[0] - third) outer += v;
    else middle += v;
  const box = (high[0] - low[0] + 1) * (high[1] - low[1] + 1);
  return { ends: outer / (2 * middle), boxFill: places.length / Math.max(1, box) };
}

function extentOf(r: Raster): number {
  const box = contentBox(r, SEEN);
  return box ? (box.x1 - box.x0) / Math.max(r.width, r.height) : 1;
}

/** Px from an edge within which nothing is taken for detail. */
const RIM = 4;
/** Detail is what a blur so wide takes away, px. */
const FINE = 3;

/** How much detail the inside of a reduced plate has, rims left out: the mean difference from itself blurred, 0..0.5. */
export function detailOf(r: Raster): number {
  const outside = distanceTo(outsideOf(r.data, SEEN), r.width, r.height);
  const soft = blur(r, FINE);
  let sum = 0;
  let count = 1e-9;
  for (let i = 0; i < r.data.length; i++)
    if (outside[i] > RIM) {
      sum += Math.abs(r.data[i] - soft.data[i]);
      count++;
    }
  return sum / count;
}

/** What is thinner than twice this is no part of a smooth outline, px. */
const THORN = 8;

/** How much of a reduced plate stays when its thorns are taken off, 0..1: near 1 for a smooth outline. */
export function smoothness(r: Raster): number {
  const mask = { ...r, data: r.data.map((v) => (v > HALF ? 1 : 0)) };
  const area = (of: Raster) => of.data.reduce((sum, v) => sum + v, 0);
  return area(opened(mask, THORN)) / Math.max(1, area(mask));
}

const WAYS = 48;
const HALF = 0.5;
const ROUND_WITHIN = 0.05;

/** Whether the outline of a reduced plate is as far from its middle on all sides. */
export function isRound(r: Raster): boolean {
  const { cx, cy } = moments(r);
  const most = r.data.reduce((a, b) => Math.max(a, b), 0);
  const radii = Array.from({ length: WAYS }, (_, k) => {
    const [dx, dy] = [cosineTurns(k / WAYS), sineTurns(k / WAYS)];
    let far = 0;
    for (let d = 0; d < r.width; d += 0.5) {
      const [x, y] = [Math.round(cx + dx * d), Math.round(cy + dy * d)];
      if (x < 0 || y < 0 || x >= r.width || y >= r.height) break;
      if (r.data[y * r.width + x] > HALF * most) far = d;
    }
    return far;
  });
  const mean = radii.reduce((a, b) => a + b, 0) / WAYS;
  return radii.every((radius) => Math.abs(radius - mean) < ROUND_WITHIN * mean + 1);
}

/** The plate at working size: at most 192 px a side. */
export function reduced(plate: Raster): Raster {
  const scale = Math.min(1, SHAPE_SIDE / Math.max(plate.width, plate.height));
  return resample(plate, Math.max(1, Math.round(plate.width * scale)), Math.max(1, Math.round(plate.height * scale)));
}

/** Root mean square distances along and across the way in which a plate is longest, from its moments. */
function lengths(m: ReturnType<typeof moments>): { mean: number; half: number; long: number; short: number } {
  const mean = (m.xx + m.yy) / 2;
  const half = Math.sqrt(((m.xx - m.yy) / 2) ** 2 + m.xy * m.xy);
  return { mean, half, long: Math.sqrt(mean + half), short: Math.sqrt(Math.max(1e-6, mean - half)) };
}

/** How many times as long as broad a plate is, alone: as its shape says. */
export function elongationOf(plate: Raster): number {
  const { long, short } = lengths(moments(reduced(plate)));
  return long / short;
}

/** Measures a plate; the numbers do not depend on its resolution. */
export function measureShape(plate: Raster): PlateShape {
  const r = reduced(plate);
  const m = moments(r);
  const { mean, half, long, short } = lengths(m);
  const axis = headingDeg(m.xx - m.yy, 2 * m.xy) / 2;
  const ux = Math.abs(m.xy) < 1e-9 ? (m.xx >= m.yy ? 1 : 0) : mean + half - m.yy;
  const uy = Math.abs(m.xy) < 1e-9 ? (m.xx >= m.yy ? 0 : 1) : m.xy;
  const length = Math.sqrt(ux * ux + uy * uy);
  const found = pieces(r, SEEN);
  const areas = found.area.slice(1);
  const printing = areas.reduce((a, b) => a + b, 0) || 1;
  const shown = r.data.filter((v) => v > SEEN);
  const middle = shown.reduce((a, b) => a + b, 0) / (shown.length || 1);
  const variance = shown.reduce((a, b) => a + (b - middle) * (b - middle), 0) / (shown.length || 1);
  return {
    coverage: meanOf(r),
    elongation: long / short,
    axisDeg: axis,
    pieces: areas.filter((a) => a >= 3).length,
    largestShare: Math.max(0, ...areas) / printing,
    ringShare: ringShare(r),
    fill: fillOf(r),
    texture: Math.sqrt(variance),
    mirrorX: likeness(r, (x, y) => y * r.width + (r.width - 1 - x)),
    mirrorY: likeness(r, (x, y) => (r.height - 1 - y) * r.width + x),
    thinness: short / long,
    taper: taperOf(r, m, ux / length, uy / length),
    extent: extentOf(r),
    ...alongAxes(r, m, ux / length, uy / length),
  };
}
