import { toPlate, type Mesh, type Picture } from '@amber-stamp/core/raster';
import { pictureOfMesh, shadeHeights } from '@amber-stamp/core/relief';
import { extname } from 'node:path';
import sharp from 'sharp';
import { decodeWorking, type PictureInfo } from './decode.ts';
import { decodeMade, isDocument, readMade } from './made-source.ts';

const MESH_KINDS = ['.obj', '.stl', '.ply', '.glb'];

/** Whether a file is named like a mesh. */
export const isMeshName = (name: string): boolean => MESH_KINDS.includes(extname(name).toLowerCase());

/** Reads a mesh source; what reads meshes is loaded when one comes. Throws bad-mesh and empty-file. */
const meshOf = async (bytes: Uint8Array, name: string): Promise<Mesh> =>
  (await import('./mesh.ts')).readMesh(bytes, name);

/**
 * What recipes work on, of a picture, a mesh by the ending of its name, or a document of a made source; values that are no numbers stay for the step
 * that fills them. Throws the errors of decodeWorking, readMesh and readMade.
 */
export const decodeSource = async (bytes: Uint8Array, name: string): Promise<Picture> => {
  if (isMeshName(name)) return pictureOfMesh(await meshOf(bytes, name));
  return isDocument(bytes) ? decodeMade(readMade(bytes, name)) : decodeWorking(bytes, name, 'keep');
};

/** What is known of a mesh source: it is as large as the picture that stands for it. */
export const meshInfo = ({ width, height }: Picture, name: string): PictureInfo => ({
  format: extname(name).slice(1).toLowerCase(),
  width,
  height,
  channels: 1,
  bits: 32,
});

/** A small WebP of a mesh, lit. */
export async function meshThumbnail(mesh: Mesh, side: number): Promise<Buffer> {
  const picture = pictureOfMesh(mesh);
  const { width, height, data } = picture;
  const lit = toPlate(shadeHeights({ width, height, data: data as Float32Array }));
  const gray = Uint8Array.from(lit.data, (v) => v >> 8);
  const box = { width: side, height: side, fit: 'inside', withoutEnlargement: true } as const;
  return sharp(gray, { raw: { width, height, channels: 1 } })
    .resize(box)
    .webp({ quality: 88 })
    .toBuffer();
}
