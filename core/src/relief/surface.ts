import { sinCosTurns } from '../maths/angles.ts';

export const SURFACES = ['plane', 'sphere', 'cylinder', 'vase'] as const;
export type SurfaceName = (typeof SURFACES)[number];

/**
 * A surface that reliefs are tried on, as a grid of corners: x, y, z and the direction away from it for each, row by row
 * from its top. It is about 2 units large and stands along y. `closed`: its last column is its first again.
 */
export interface Surface {
  columns: number;
  rows: number;
  closed: boolean;
  positions: Float32Array;
  normals: Float32Array;
}

/** Where the lines of a grid lie: shares of the way around and from top to bottom, rising from 0 to 1. */
export interface SurfaceLines {
  u: Float64Array;
  v: Float64Array;
}

const sineAndCosine = new Float64Array(2);
/** Sine and cosine of an angle in radians, the same in every environment. */
function sinCos(radians: number): readonly [number, number] {
  sinCosTurns(radians / (2 * Math.PI), sineAndCosine);
  return [sineAndCosine[0], sineAndCosine[1]];
}

/** Radius of a vase at a height -1..1 from its foot to its lip: a made-up one with a belly and a waist. */
const vaseRadius = (y: number): number => 0.5 + 0.24 * sinCos(2.5 * y + 0.55)[1] + 0.05 * sinCos(5 * y)[0];

/** A place by its share of the way around and from top to bottom. */
function placeOn(name: SurfaceName, u: number, v: number, to: Float32Array, at: number): void {
  const [sinA, cosA] = sinCos(2 * Math.PI * (u - 0.5));
  if (name === 'plane') {
    to[at] = 2 * u - 1;
    to[at + 1] = 1 - 2 * v;
    to[at + 2] = 0;
    return;
  }
  // of a ball the poles are left out by a hair, so that every corner has a direction
  const [sinE, cosE] = sinCos(Math.PI * (0.001 + 0.998 * v));
  const y = name === 'sphere' ? cosE : 1 - 2 * v;
  const r = name === 'sphere' ? sinE : name === 'cylinder' ? 0.62 : vaseRadius(y);
  to[at] = r * sinA;
  to[at + 1] = y;
  to[at + 2] = r * cosA;
}

/**
 * The directions away from a grid of corners, by the differences to the neighbours of each, into `target`; only of the
 * rows from..to (exclusive) where they are given.
 */
export function gridNormals(
  grid: Surface,
  target: Float32Array = new Float32Array(grid.positions.length),
  from = 0,
  to = grid.rows,
): Float32Array {
  const { columns, rows, closed, positions: p } = grid;
  for (let row = from; row < to; row++) {
    const above = Math.max(0, row - 1) * columns;
    const below = Math.min(rows - 1, row + 1) * columns;
    for (let column = 0; column < columns; column++) {
      const left = column > 0 ? column - 1 : closed ? columns - 2 : 0;
      const right = column < columns - 1 ? column + 1 : closed ? 1 : columns - 1;
      const a = 3 * (row * columns + left);
      const b = 3 * (row * columns + right);
      const c = 3 * (below + column);
      const d = 3 * (above + column);
      const ux = p[b] - p[a];
      const uy = p[b + 1] - p[a + 1];
      const uz = p[b + 2] - p[a + 2];
      const vx = p[d] - p[c];
      const vy = p[d + 1] - p[c + 1];
      const vz = p[d + 2] - p[c + 2];
      const nx = uy * vz - uz * vy;
      const ny = uz * vx - ux * vz;
      const nz = ux * vy - uy * vx;
      const length = Math.sqrt(nx * nx + ny * ny + nz * nz) || 1;
      const at = 3 * (row * columns + column);
      target[at] = nx / length;
      target[at + 1] = ny / length;
      target[at + 2] = nz / length;
    }
  }
  return target;
}

/** A surface of `side` x `side` corners, at even lines unless others are given. */
export function makeSurface(name: SurfaceName, side: number, lines?: SurfaceLines): Surface {
  const positions = new Float32Array(3 * side * side);
  for (let row = 0; row < side; row++)
    for (let column = 0; column < side; column++)
      placeOn(
        name,
        lines?.u[column] ?? column / (side - 1),
        lines?.v[row] ?? row / (side - 1),
        positions,
        3 * (row * side + column),
      );
  const surface = { columns: side, rows: side, closed: name !== 'plane', positions, normals: positions };
  return { ...surface, normals: gridNormals(surface) };
}

/** Two triangles for each field of a grid; with `every` above 1 only every so many corners are joined, the last ones always. */
export function gridIndices({ columns, rows }: Pick<Surface, 'columns' | 'rows'>, every = 1): Uint32Array {
  const across = Math.ceil((columns - 1) / every);
  const down = Math.ceil((rows - 1) / every);
  const indices = new Uint32Array(6 * across * down);
  let at = 0;
  for (let j = 0; j < down; j++) {
    const above = j * every * columns;
    const below = Math.min(rows - 1, (j + 1) * every) * columns;
    for (let i = 0; i < across; i++) {
      const left = i * every;
      const right = Math.min(columns - 1, left + every);
      indices.set([above + left, below + left, above + right, above + right, below + left, below + right], at);
      at += 6;
    }
  }
  return indices;
}
