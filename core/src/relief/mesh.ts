import { AmberError } from '../errors.ts';
import type { Mesh } from '../raster/picture.ts';

/** An error of a mesh file: `sentence` goes on after its name. */
export const badMesh = (where: string, sentence: string): AmberError =>
  new AmberError('bad-mesh', `${where} ${sentence}`, where);

const MAX_TRIANGLES = 20_000_000;

/** Checks a mesh that was read from a file; `where` names it. Throws bad-mesh. */
export function checkMesh({ positions, indices }: Mesh, where: string): void {
  const bad = (sentence: string) => badMesh(where, sentence);
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

/** Lowest and highest corner that a face uses, along each axis. */
export function boxOfMesh({ positions, indices }: Pick<Mesh, 'indices'> & { positions: ArrayLike<number> }): {
  low: number[];
  high: number[];
} {
  const low = [Infinity, Infinity, Infinity];
  const high = [-Infinity, -Infinity, -Infinity];
  for (const corner of indices)
    for (let k = 0; k < 3; k++) {
      const v = positions[3 * corner + k];
      if (v < low[k]) low[k] = v;
      if (v > high[k]) high[k] = v;
    }
  return { low, high };
}
