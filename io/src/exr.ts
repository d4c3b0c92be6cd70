import { AmberError, type Raster } from '@amber-stamp/core';
import { DataTexture, FloatType, HalfFloatType, RGBAFormat } from 'three';
import { EXRExporter, ZIP_COMPRESSION } from 'three/examples/jsm/exporters/EXRExporter.js';
import { EXRLoader } from 'three/examples/jsm/loaders/EXRLoader.js';

/** Heights as OpenEXR with lossless ZIP: the same value in R, G and B, as float or half. */
export async function encodeExr({ width, height, data }: Raster, format: 'float' | 'half'): Promise<Uint8Array> {
  const rgba = new Float32Array(width * height * 4);
  // rows run upwards in a texture
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const v = data[y * width + x];
      rgba.set([v, v, v, 1], ((height - 1 - y) * width + x) * 4);
    }
  const texture = new DataTexture(rgba, width, height, RGBAFormat, FloatType);
  const type = format === 'half' ? HalfFloatType : FloatType;
  return new EXRExporter().parse(texture, { type, compression: ZIP_COMPRESSION });
}

/** The first channel of an OpenEXR file as heights. Throws bad-picture. */
export function decodeExr(bytes: Uint8Array, where: string): Raster {
  try {
    const read = new EXRLoader().setDataType(FloatType).parse(new Uint8Array(bytes).buffer);
    const { width = 0, height = 0 } = read;
    const values = read.data as Float32Array;
    const channels = values.length / (width * height);
    const heights = new Float32Array(width * height);
    for (let y = 0; y < height; y++)
      for (let x = 0; x < width; x++) heights[y * width + x] = values[((height - 1 - y) * width + x) * channels];
    return { width, height, data: heights };
  } catch {
    throw new AmberError('bad-picture', `${where} cannot be read as OpenEXR; export it again.`, where);
  }
}
