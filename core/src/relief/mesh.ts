import { AmberError } from '../errors.ts';

/** Triangles in space, in whatever unit they came: x, y, z of each corner, and three corners a triangle. */
export interface Mesh {
  positions: Float32Array;
  indices: Uint32Array;
}

export const MAX_TRIANGLES = 20_000_000;

/** Checks a mesh that was read from a file; `where` names it. Throws bad-mesh. */
export function checkMesh({ positions, indices }: Mesh, where: string): void {
  const bad = (sentence: string) => new AmberError('bad-mesh', `${where} ${sentence}`, where);
  const corners = positions.length / 3;
  if (indices.length < 3) throw bad('has no faces, so there is nothing to cast; export it with its triangles.');
  if (indices.length / 3 > MAX_TRIANGLES)
    throw bad(`has more than ${MAX_TRIANGLES.toLocaleString('en')} triangles; make it coarser.`);
  for (let i = 0; i < positions.length; i++)
    if (!Number.isFinite(positions[i]))
      throw bad(`has a corner whose place is not a number (corner ${Math.floor(i / 3)}); export it again.`);
  for (let i = 0; i < indices.length; i++)
    if (indices[i] >= corners)
      throw bad(`has a face that names corner ${indices[i]}, but there are only ${corners}; export it again.`);
}

/** The box around the corners of a mesh that faces use: least and greatest x, y, z. */
export function boundsOf({ positions, indices }: Mesh): { least: Float64Array; most: Float64Array } {
  const least = new Float64Array(3).fill(Infinity);
  const most = new Float64Array(3).fill(-Infinity);
  for (const corner of indices)
    for (let k = 0; k < 3; k++) {
      const v = positions[3 * corner + k];
      if (v < least[k]) least[k] = v;
      if (v > most[k]) most[k] = v;
    }
  return { least, most };
}
