import { narrowed, widened } from './words.ts';

/** A gray picture, row by row; 0 prints nothing, 1 prints fully; heights may lie outside. */
export interface Raster {
  width: number;
  height: number;
  data: Float32Array;
}

export const raster = (width: number, height: number): Raster => ({
  width,
  height,
  data: new Float32Array(width * height),
});

/** A part of a raster that lies within it, as a copy. */
export function windowOfRaster(
  { width: across, data }: Raster,
  left: number,
  top: number,
  width: number,
  height: number,
): Raster {
  const out = raster(width, height);
  for (let y = 0, from = top * across + left; y < height; y++, from += across)
    out.data.set(data.subarray(from, from + width), y * width);
  return out;
}

/** How far a raster rises above another of its size. */
export function difference({ width, height, data }: Raster, { data: other }: Raster): Raster {
  const out = raster(width, height);
  for (let i = 0; i < data.length; i++) out.data[i] = data[i] - other[i];
  return out;
}

/** What comes into a step that does not look at it. */
export const NOTHING: Raster = raster(0, 0);

/** A prepared gray image at full depth: what a tip is made from. 65535 prints fully. */
export interface Plate {
  width: number;
  height: number;
  data: Uint16Array;
  /** of a relief: the heights as they were cut, 0 the base plane, which may lie below it and above 1 */
  heights?: Float32Array;
  /** of clay that hangs over: by how much each px moves, to the right, up and towards the eye, in shares of the side */
  displaced?: Float32Array;
}

/** The name of a plate without the ending of its file. */
export const plateTitle = (name: string): string => name.replace(/\.(png|exr)$/i, '');

/** Narrows a raster to 16 bit; values outside 0..1 are clamped. */
export function toPlate({ width, height, data }: Raster): Plate {
  const words = new Uint16Array(data.length);
  narrowed(data, words);
  return { width, height, data: words };
}

/** A plate that keeps the heights as they are; what lies between base plane and 1 is what prints of it. */
export const heightPlate = (heights: Raster): Plate => ({ ...toPlate(heights), heights: heights.data });

/** The heights of a plate: what it prints where it is no relief. */
export const heightsOf = (plate: Plate): Raster =>
  plate.heights ? { width: plate.width, height: plate.height, data: plate.heights } : fromPlate(plate);

export function fromPlate({ width, height, data }: Plate): Raster {
  const target = raster(width, height);
  widened(data, target.data);
  return target;
}
