import type { Picture, Mesh } from '../raster/picture.ts';
import { castMesh } from './cast.ts';
import { FRONT } from './view.ts';

const PICTURE_SIDE = 512;

/** A mesh as a source: its front view as heights, with the mesh itself. Throws nothing-to-print. */
export function pictureOfMesh(mesh: Mesh): Picture {
  const { heights } = castMesh(mesh, {
    view: { ...FRONT, up: mesh.up ?? 'y' },
    size: PICTURE_SIDE,
    padPct: 4,
    depth: 1,
  });
  return { width: PICTURE_SIDE, height: PICTURE_SIDE, channels: 1, data: heights.data, mesh };
}
