import { array, boolean, number, string, type InferType } from 'yup';
import { smoothstep } from '../maths/ramps.ts';
import { finite, shape, typed } from '../model/check.ts';
import type { Raster } from '../raster/raster.ts';
import { logTwo } from '../maths/roots.ts';
import { resample } from '../raster/resample.ts';
import { valueAt } from '../raster/sample.ts';
import { SURFACES, type Surface } from './surface.ts';

export const EDGES = ['constant', 'soft'] as const;

export const MAX_PRESSES = 800;

type Triple = readonly [number, number, number];
const triple = () => typed<Triple>(array(finite().min(-4).max(4).required()).length(3).required());

/** One dab pressed on a surface. Places and directions are those of the bare surface. */
const pressSchema = shape({
  /** which surface it lies on: each keeps its own */
  on: string().oneOf(SURFACES).required(),
  /** the middle of the tip */
  at: triple(),
  /** where the top of the tip points */
  up: triple(),
  /** whether left and right of the tip are exchanged */
  mirrored: boolean().default(undefined),
  /** side of the tip, in units of the surface */
  size: finite().min(0.001).max(8).required(),
  /** height 1 in percent of the size; below 0 it goes into the surface */
  depthPct: finite().min(-400).max(400).required(),
  /** full up to the rim of the tip, or running out towards it in a circle */
  edge: string().oneOf(EDGES).default('constant'),
  /** which card of the lowest coat */
  card: number().integer().min(0).max(63).default(0),
  /** dabs of one stroke, of a number above 0, do not add up: where they overlap the farthest stands. 0: it adds */
  stroke: number().integer().min(0).max(1e6).default(0),
});
export const pressFields = pressSchema.fields;
export interface Press extends InferType<typeof pressSchema> {}

export const surfaceSchema = shape({
  shape: string().oneOf(SURFACES).default('plane'),
  presses: array(pressSchema).max(MAX_PRESSES).default([]),
});
/** What is tried on surfaces: which is looked at, and what was pressed on all of them, in order. */
export interface SurfaceState extends InferType<typeof surfaceSchema> {}

/** What lies on the surface that is looked at. */
export const pressesOn = ({ shape, presses }: SurfaceState): Press[] => presses.filter(({ on }) => on === shape);

/** A tip to press with: heights, or with overhangs where each place also moves across and up, in shares of the side. */
export interface PressTip {
  heights: Raster;
  across?: Raster;
  upwards?: Raster;
}

type Vector = readonly [number, number, number];
const dot = (a: Vector, b: Vector): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
const cross = (a: Vector, b: Vector): Vector => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
];
function unit(a: Vector): Vector {
  const length = Math.sqrt(dot(a, a)) || 1;
  return [a[0] / length, a[1] / length, a[2] / length];
}

/** The corner of a surface that is nearest to a place: where its numbers begin. */
function nearestCorner({ positions }: Surface, [x, y, z]: Vector): number {
  let best = Infinity;
  let found = 0;
  for (let i = 0; i < positions.length; i += 3) {
    const d = (positions[i] - x) ** 2 + (positions[i + 1] - y) ** 2 + (positions[i + 2] - z) ** 2;
    if (d < best) {
      best = d;
      found = i;
    }
  }
  return found;
}

/** How far the corners around one lie apart. */
function cellAt({ positions, columns }: Surface, corner: number): number {
  const place = corner / 3;
  const [row, column] = [Math.floor(place / columns), place % columns];
  const away = (other: number): number => {
    const [dx, dy, dz] = [0, 1, 2].map((k) => positions[3 * other + k] - positions[corner + k]);
    return Math.sqrt(dx * dx + dy * dy + dz * dz);
  };
  const beside = row * columns + (column > 0 ? column - 1 : 1);
  const below = (row > 0 ? row - 1 : 1) * columns + column;
  return Math.max(away(beside), away(below));
}

const coarser = new WeakMap<PressTip, PressTip[]>();

/** A tip whose px are no finer than the corners that it moves: between them steep edges would stand as teeth. */
function fitting(tip: PressTip, cellPx: number): PressTip {
  const level = Math.max(0, Math.ceil(logTwo(cellPx)));
  if (level === 0) return tip;
  const levels = coarser.get(tip) ?? [];
  coarser.set(tip, levels);
  const size = (px: number) => Math.max(1, Math.ceil(px / 2 ** level));
  const less = (one: Raster): Raster => resample(one, size(one.width), size(one.height));
  return (levels[level] ??= {
    heights: less(tip.heights),
    ...(tip.across ? { across: less(tip.across) } : {}),
    ...(tip.upwards ? { upwards: less(tip.upwards) } : {}),
  });
}

/** To the right of the tip, which is left of it where it is mirrored, its top, and away from the surface; each one unit long. */
function frameAt(
  { normals }: Surface,
  corner: number,
  { up, mirrored }: Press,
): { right: Vector; top: Vector; away: Vector } {
  const away: Vector = [normals[corner], normals[corner + 1], normals[corner + 2]];
  const along = dot(up, away);
  let top: Vector = [up[0] - along * away[0], up[1] - along * away[1], up[2] - along * away[2]];
  // a top that points away from the surface says nothing: any direction along it will do
  if (dot(top, top) < 1e-8) top = Math.abs(away[1]) < 0.9 ? cross(away, [0, 1, 0]) : [1, 0, 0];
  top = unit(top);
  return { right: mirrored ? cross(away, top) : cross(top, away), top, away };
}

/** Corners that look this far away from the press are on another side of the body. */
const SAME_SIDE = 0.15;

/**
 * Presses a tip on a surface: moves corners of `target`, which begins as the places of the bare surface. A tip lies flat
 * on the surface at its middle; each corner moves along its own direction away from the surface by the height over it,
 * and with a tip that has overhangs also along the tip. `within`: by how much the stroke that it belongs to has moved each
 * corner so far; then only what goes farther counts, and is remembered.
 */
export function press(surface: Surface, target: Float32Array, one: Press, tip: PressTip, within?: Float32Array): void {
  const corner = nearestCorner(surface, one.at);
  const { right, top, away } = frameAt(surface, corner, one);
  const longer = Math.max(tip.heights.width, tip.heights.height);
  const { heights, across, upwards } = fitting(tip, (cellAt(surface, corner) * longer) / one.size);
  const { positions: p, normals: n } = surface;
  const [cx, cy, cz] = one.at;
  const reach = one.size * 0.7072;
  const longest = Math.max(heights.width, heights.height);
  const scale = longest / one.size;
  const gain = (one.size * one.depthPct) / 100;
  for (let i = 0; i < p.length; i += 3) {
    const x = p[i] - cx;
    const y = p[i + 1] - cy;
    const z = p[i + 2] - cz;
    if (x > reach || x < -reach || y > reach || y < -reach || z > reach || z < -reach) continue;
    if (n[i] * away[0] + n[i + 1] * away[1] + n[i + 2] * away[2] < SAME_SIDE) continue;
    const a = x * right[0] + y * right[1] + z * right[2];
    const b = x * top[0] + y * top[1] + z * top[2];
    const px = heights.width / 2 - 0.5 + a * scale;
    const py = heights.height / 2 - 0.5 - b * scale;
    if (px < -1 || py < -1 || px > heights.width || py > heights.height) continue;
    const soft = one.edge === 'soft' ? 1 - smoothstep(0.25, 0.5, Math.sqrt(a * a + b * b) / one.size) : 1;
    const share = gain * soft;
    const h = valueAt(heights, px, py) * share;
    const dx = across ? valueAt(across, px, py) * share : 0;
    const dy = upwards ? valueAt(upwards, px, py) * share : 0;
    const mx = n[i] * h + right[0] * dx + top[0] * dy;
    const my = n[i + 1] * h + right[1] * dx + top[1] * dy;
    const mz = n[i + 2] * h + right[2] * dx + top[2] * dy;
    if (within) move(target, within, i, [mx, my, mz]);
    else {
      target[i] += mx;
      target[i + 1] += my;
      target[i + 2] += mz;
    }
  }
}

/** Moves a corner of a stroke on to where a dab takes it, if that is farther than it went before. */
function move(target: Float32Array, within: Float32Array, i: number, [mx, my, mz]: Vector): void {
  const [wx, wy, wz] = [within[i], within[i + 1], within[i + 2]];
  if (mx * mx + my * my + mz * mz <= wx * wx + wy * wy + wz * wz) return;
  target[i] += mx - wx;
  target[i + 1] += my - wy;
  target[i + 2] += mz - wz;
  within[i] = mx;
  within[i + 1] = my;
  within[i + 2] = mz;
}
