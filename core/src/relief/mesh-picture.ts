import type { Picture, Mesh } from '../raster/picture.ts';
import { castMesh } from './cast.ts';
import { FRONT } from './view.ts';

const SIDE = 512;

/** A mesh as a source: its front view as heights, with the mesh itself. Throws nothing-to-print. */
export function pictureOfMesh(mesh: Mesh): Picture {
  const { heights } = castMesh(mesh, { view: { ...FRONT, up: mesh.up ?? 'y' }, size: SIDE, padPct: 4, depth: 1 });
  return { width: SIDE, height: SIDE, channels: 1, data: heights.data, mesh };
}
