import type { Mesh } from '../raster/picture.ts';
import { boxOfMesh } from './mesh.ts';

export const LATTICE = { least: 2, most: 6 } as const;

/** A control point that was moved: which, and by how much in shares of the mesh's box along x, y and z. */
export type LatticeMove = readonly [index: number, x: number, y: number, z: number];

/** The number of a control point, x fastest. */
export const latticeIndex = (side: number, x: number, y: number, z: number): number => (z * side + y) * side + x;
export const latticePlace = (side: number, index: number): [number, number, number] => [
  index % side,
  Math.floor(index / side) % side,
  Math.floor(index / (side * side)),
];

/** Bernstein polynomials of degree side - 1 at t, into `out`. */
function bernstein(side: number, t: number, out: Float64Array): void {
  out.fill(0);
  out[0] = 1;
  // de Casteljau's triangle, one degree at a time
  for (let degree = 1; degree < side; degree++)
    for (let k = degree; k >= 0; k--) out[k] = (k < degree ? out[k] * (1 - t) : 0) + (k > 0 ? out[k - 1] * t : 0);
}

/**
 * A mesh bent by a lattice of side x side x side control points over its box (free-form deformation, Sederberg and Parry
 * 1986). Without moves it is the mesh itself.
 */
export function shapedByLattice(mesh: Mesh, side: number, moves: readonly (readonly number[])[]): Mesh {
  if (moves.length === 0) return mesh;
  const { low, high } = boxOfMesh(mesh);
  const size = low.map((v, k) => high[k] - v || 1);
  const by = new Float64Array(3 * side * side * side);
  for (const [index, ...way] of moves)
    if (index >= 0 && index < side ** 3) for (let k = 0; k < 3; k++) by[3 * index + k] += (way[k] ?? 0) * size[k];
  const weights = [0, 1, 2].map(() => new Float64Array(side));
  const positions = mesh.positions.slice();
  for (let i = 0; i < positions.length; i += 3) {
    for (let k = 0; k < 3; k++) bernstein(side, (mesh.positions[i + k] - low[k]) / size[k], weights[k]);
    const [wx, wy, wz] = weights;
    for (let z = 0; z < side; z++)
      for (let y = 0; y < side; y++)
        for (let x = 0; x < side; x++) {
          const w = wx[x] * wy[y] * wz[z];
          const at = 3 * latticeIndex(side, x, y, z);
          positions[i] += w * by[at];
          positions[i + 1] += w * by[at + 1];
          positions[i + 2] += w * by[at + 2];
        }
  }
  return { ...mesh, positions };
}
