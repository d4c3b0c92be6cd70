import type { RecipeStep, Rows } from '@amber-stamp/core/cut';
import type { Mesh } from '@amber-stamp/core/raster';
import { boxOfMesh, frameOf, latticeIndex, latticePlace } from '@amber-stamp/core/relief';
import { create } from 'zustand';
import { setCast } from './cast-place.ts';
import { frameSeen, type ViewExtent } from './framing.ts';
import type { Pane } from './panes.ts';

/** Whether a drag bends the object, which points of its lattice are chosen, and whether both sides are bent alike. */
export const useBending = create<{ bends: boolean; chosen: readonly number[]; alike: boolean }>(() => ({
  bends: false,
  chosen: [],
  alike: true,
}));

/** A control point as it is seen: px of the pane from its upper left corner, and how near it is. */
export interface SeenPoint {
  index: number;
  x: number;
  y: number;
  near: number;
}

type Vector = [number, number, number];
const dot = (a: readonly number[], b: readonly number[]): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];

export const latticeSideOf = (step: RecipeStep): number => Number(step.latticeSide);

/** By how much each control point is moved, in shares of the mesh's box. */
export function movesOf(step: RecipeStep): Map<number, Vector> {
  const moves = new Map<number, Vector>();
  for (const [index, x, y, z] of step.lattice as Rows) moves.set(index, [x, y, z]);
  return moves;
}

/** So far from the edge of its pane a point is kept, px. */
const RIM = 7;
/** A point that lies beyond the pane waits at its edge, where it can be taken hold of. */
const inside = (v: number, extent: number): number => Math.max(RIM, Math.min(extent - RIM, v));

/** The lattice over a pane: all its points as they are seen. `plain`: the mesh before it is bent, `mesh`: after. */
export function seenPoints(pane: Pane, plain: Mesh, mesh: Mesh, step: RecipeStep, sight: ViewExtent): SeenPoint[] {
  const side = latticeSideOf(step);
  const { low, high } = boxOfMesh(plain);
  const moves = movesOf(step);
  const frame = frameOf(sight.view);
  const { centre, side: square } = frameSeen(mesh, sight);
  const px = pane.width / square;
  return Array.from({ length: side ** 3 }, (_, index) => {
    const place = latticePlace(side, index);
    const move = moves.get(index) ?? [0, 0, 0];
    const at = place.map((p, k) => low[k] + (p / (side - 1) + move[k]) * (high[k] - low[k]));
    const x = pane.width / 2 + (dot(frame[0], at) - centre[0] - sight.across * square) * px;
    const y = pane.height / 2 - (dot(frame[1], at) - centre[1] + sight.down * square) * px;
    return { index, x: inside(x, pane.width), y: inside(y, pane.height), near: dot(frame[2], at) };
  });
}

/** Pairs of neighbouring points, for the lines of the lattice. */
export function latticeLines(side: number): [number, number][] {
  const lines: [number, number][] = [];
  for (let z = 0; z < side; z++)
    for (let y = 0; y < side; y++)
      for (let x = 0; x < side; x++) {
        const from = latticeIndex(side, x, y, z);
        if (x + 1 < side) lines.push([from, latticeIndex(side, x + 1, y, z)]);
        if (y + 1 < side) lines.push([from, latticeIndex(side, x, y + 1, z)]);
        if (z + 1 < side) lines.push([from, latticeIndex(side, x, y, z + 1)]);
      }
  return lines;
}

/** How chosen points go on from where they were: by a way on the screen, about their middle by a factor and a turn. */
export interface Bend {
  dx: number;
  dy: number;
  factor: number;
  turnDeg: number;
}

/** An object under its lattice as it is seen: as it came, and as it is bent. */
export interface BentObject {
  pane: Pane;
  plain: Mesh;
  mesh: Mesh;
  step: RecipeStep;
  sight: ViewExtent;
}

/** Bends the object: `from` are the moves as the gesture began. With `alike` the other side does the same, mirrored. */
export function bend(
  { pane, plain, mesh, step, sight }: BentObject,
  from: ReadonlyMap<number, Vector>,
  { dx, dy, factor, turnDeg }: Bend,
): void {
  const { chosen, alike } = useBending.getState();
  const side = latticeSideOf(step);
  const { low, high } = boxOfMesh(plain);
  const size = low.map((v, k) => high[k] - v || 1);
  const [right, upwards, towards] = frameOf(sight.view);
  const unit = frameSeen(mesh, sight).side / pane.width;
  const placeOf = (index: number): number[] => {
    const place = latticePlace(side, index);
    const move = from.get(index) ?? [0, 0, 0];
    return place.map((p, k) => (p / (side - 1) + move[k]) * size[k]);
  };
  const middle = [0, 1, 2].map((k) => chosen.reduce((sum, index) => sum + placeOf(index)[k], 0) / chosen.length);
  const a = (turnDeg * Math.PI) / 180;
  const next = new Map(from);
  const set = new Set(chosen);
  for (const index of chosen) {
    const at = placeOf(index).map((v, k) => v - middle[k]);
    const [u, v, w] = [dot(right, at), dot(upwards, at), dot(towards, at)].map((t) => t * factor);
    const seen = [u * Math.cos(a) + v * Math.sin(a) + dx * unit, v * Math.cos(a) - u * Math.sin(a) - dy * unit, w];
    const [px, py, pz] = latticePlace(side, index);
    const move = [0, 1, 2].map((k) => {
      const goes = right[k] * seen[0] + upwards[k] * seen[1] + towards[k] * seen[2] + middle[k];
      return goes / size[k] - [px, py, pz][k] / (side - 1);
    }) as Vector;
    next.set(index, move);
    const other = latticeIndex(side, side - 1 - px, py, pz);
    if (alike && other !== index && !set.has(other)) next.set(other, [-move[0], move[1], move[2]]);
  }
  const round = (v: number) => Math.max(-4, Math.min(4, Math.round(v * 1e4) / 1e4));
  const rows = [...next]
    .filter(([, move]) => move.some((v) => Math.abs(v) > 5e-5))
    .sort(([i], [j]) => i - j)
    .map(([index, move]) => [index, ...move.map(round)]);
  setCast({ lattice: rows });
}
