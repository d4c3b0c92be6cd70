import type { Box } from '../raster/box.ts';
import { blur } from '../raster/blur.ts';
import { distanceTo, maskOf } from '../raster/distance.ts';
import { maskOfPieces, pieces, piecesAtFrame } from '../raster/pieces.ts';
import { raster, type Raster } from '../raster/raster.ts';
import { maxOf, percentile, valuesAbove } from '../maths/measures.ts';
import { ANALYSIS_SIDE } from './analysed-tip.ts';
import { areaOf, asRaster, invertedMask, PIXELS, type PixelSet } from './masks.ts';

/** Distance to the nearest pixel of the mask; 0 within it. */
export const distanceFrom = (mask: PixelSet): Float32Array => distanceTo(mask, ANALYSIS_SIDE, ANALYSIS_SIDE);

/** A part of the tip: so much of it around a mask as a reach of `px` can touch. */
export interface Window {
  x0: number;
  y0: number;
  width: number;
  height: number;
}

export function windowOf(mask: PixelSet, px: number): Window {
  const { x0, y0, x1, y1 } = boxOf(mask);
  const [left, top] = [Math.max(0, x0 - px), Math.max(0, y0 - px)];
  return {
    x0: left,
    y0: top,
    width: Math.max(0, Math.min(ANALYSIS_SIDE, x1 + px) - left),
    height: Math.max(0, Math.min(ANALYSIS_SIDE, y1 + px) - top),
  };
}

/** What of a set lies in a window. */
export function setIn(set: PixelSet, { x0, y0, width, height }: Window): PixelSet {
  const part = new Uint8Array(width * height);
  for (let y = 0, from = y0 * ANALYSIS_SIDE + x0; y < height; y++, from += ANALYSIS_SIDE)
    part.set(set.subarray(from, from + width), y * width);
  return part;
}

/** Writes a raster or set of a window's size back to where it lies in a tip. */
export function putWindow<T extends Uint8Array | Float32Array>(part: T, { x0, y0, width, height }: Window, tip: T): T {
  for (let y = 0, to = y0 * ANALYSIS_SIDE + x0; y < height; y++, to += ANALYSIS_SIDE)
    tip.set(part.subarray(y * width, (y + 1) * width), to);
  return tip;
}

/** The mask and all within `px` of it. */
export function grown(mask: PixelSet, px: number): PixelSet {
  const window = windowOf(mask, Math.ceil(px) + 1);
  const out = new Uint8Array(PIXELS);
  if (window.width === 0) return out;
  const far = distanceTo(setIn(mask, window), window.width, window.height);
  return putWindow(invertedMask(maskOf(far, px)), window, out);
}

/** What of the mask lies more than `px` within it; the frame does not eat into it. */
export function shrunk(mask: PixelSet, px: number): PixelSet {
  const window = windowOf(mask, 1);
  const out = new Uint8Array(PIXELS);
  if (window.width === 0) return out;
  const far = distanceTo(invertedMask(setIn(mask, window)), window.width, window.height);
  return putWindow(maskOf(far, px), window, out);
}

/** The mask with what it surrounds. */
const filled = (mask: PixelSet): PixelSet => invertedMask(piecesAtFrame(asRaster(invertedMask(mask)), 0.5));

/** The box around a set; empty and upside down for an empty one. */
export function boxOf(mask: PixelSet): Box {
  const box = { x0: ANALYSIS_SIDE, y0: ANALYSIS_SIDE, x1: 0, y1: 0 };
  for (let y = 0; y < ANALYSIS_SIDE; y++) {
    // searched without a loop of ours: most rows of most sets are empty
    const row = mask.subarray(y * ANALYSIS_SIDE, (y + 1) * ANALYSIS_SIDE);
    const first = row.indexOf(1);
    if (first < 0) continue;
    box.x0 = Math.min(box.x0, first);
    box.x1 = Math.max(box.x1, row.lastIndexOf(1) + 1);
    box.y0 = Math.min(box.y0, y);
    box.y1 = y + 1;
  }
  return box;
}

/** A tip with what every detector asks of it. */
export interface Tip256 {
  image: Raster;
  /** its large pieces */
  body: PixelSet;
  /** with their holes */
  solid: PixelSet;
  /** what its dark parts print */
  ref: number;
  /** area of the body, px */
  area: number;
  /** px outside the body, px inside the filled body */
  out: Float32Array;
  inn: Float32Array;
}

/** Blur before the body is told from what lies around it, px: texture has no holes then. */
const BODY_SOFT = 2.5;
/** From so much of what a tip's dark parts print it is taken for its body: dabs that overlap show even its light parts. */
export const BODY_AT = 0.15;

/** The large pieces of a tip that print from a share `level` of what its dark parts print on, and what those print. */
export function bodyOf(image: Raster, level: number): { body: PixelSet; ref: number } {
  const most = maxOf(image.data);
  const ref = most > 0.05 ? percentile(valuesAbove(image.data, 0.25 * most), 0.9) : 1;
  const soft = blur(image, BODY_SOFT, false);
  const found = pieces(soft, level * ref);
  const least = Math.max(40, 0.12 * Math.max(0, ...found.area));
  const large = found.area.map((area, label) => (label > 0 && area >= least ? 1 : 0));
  return { body: maskOfPieces(found, large), ref: Math.max(0.1, ref) };
}

export function tipOf(image: Raster, level: number): Tip256 {
  const { body, ref } = bodyOf(image, level);
  const solid = filled(body);
  return {
    image,
    body,
    solid,
    ref,
    area: Math.max(1, areaOf(body)),
    out: distanceFrom(body),
    inn: distanceFrom(invertedMask(solid)),
  };
}

/** The product of both. */
export function weighed({ width, height, data }: Raster, weight: Raster): Raster {
  const made = raster(width, height);
  for (let i = 0; i < data.length; i++) made.data[i] = data[i] * weight.data[i];
  return made;
}

/** The mean of what prints around each pixel, of the masked part only. */
export function maskedBlur(image: Raster, weight: Raster, sigma: number): Float32Array {
  const means = blur(weighed(image, weight), sigma, false).data;
  divide(means, blur(weight, sigma, false).data);
  return means;
}

function divide(sums: Float32Array, shares: Float32Array): void {
  for (let i = 0; i < sums.length; i++) sums[i] /= Math.max(1e-4, shares[i]);
}
