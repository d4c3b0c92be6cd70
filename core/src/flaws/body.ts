import type { Box } from '../raster/box.ts';
import { contentBox } from '../raster/content-box.ts';
import { blur } from '../raster/blur.ts';
import { distanceTo } from '../raster/distance.ts';
import { pieces, touchingFrame } from '../raster/pieces.ts';
import { raster, type Raster } from '../raster/raster.ts';
import { maxOf, percentile, filteredValues } from '../maths/measures.ts';
import { ANALYSIS_SIDE } from './analysed-tip.ts';

/** 0 and 1 over a tip of 256 px. */
export type PixelSet = Uint8Array;
/** Pixels of an analysed tip. */
export const PIXELS = ANALYSIS_SIDE * ANALYSIS_SIDE;

export const maskWhere = (test: (i: number) => boolean): PixelSet => {
  const mask = new Uint8Array(PIXELS);
  for (let i = 0; i < PIXELS; i++) mask[i] = test(i) ? 1 : 0;
  return mask;
};

export const areaOf = (mask: PixelSet): number => {
  let sum = 0;
  for (const v of mask) sum += v;
  return sum;
};

export const asRaster = (mask: ArrayLike<number>): Raster => ({
  width: ANALYSIS_SIDE,
  height: ANALYSIS_SIDE,
  data: new Float32Array(mask),
});

/** Distance to the nearest pixel of the mask; 0 within it. */
export const distanceFrom = (mask: PixelSet): Float32Array => distanceTo(mask, ANALYSIS_SIDE, ANALYSIS_SIDE);

export const invertedMask = (mask: PixelSet): PixelSet => mask.map((v) => 1 - v);

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

/** Calls `use` for every pixel of a window: its place there and in the tip. */
export function eachOf({ x0, y0, width, height }: Window, use: (at: number, i: number) => void): void {
  for (let y = 0, at = 0; y < height; y++)
    for (let x = 0, i = (y0 + y) * ANALYSIS_SIDE + x0; x < width; x++, at++, i++) use(at, i);
}

/** Distance to the pixels of the mask that equal `value`, in a window. */
function depthIn(mask: PixelSet, value: number, window: Window): Float32Array {
  const set = new Uint8Array(window.width * window.height);
  eachOf(window, (at, i) => (set[at] = mask[i] === value ? 1 : 0));
  return distanceTo(set, window.width, window.height);
}

/** The mask and all within `px` of it. */
export function grown(mask: PixelSet, px: number): PixelSet {
  const window = windowOf(mask, Math.ceil(px) + 1);
  const out = new Uint8Array(PIXELS);
  if (window.width === 0) return out;
  const far = depthIn(mask, 1, window);
  eachOf(window, (at, i) => (out[i] = far[at] <= px ? 1 : 0));
  return out;
}

/** What of the mask lies more than `px` within it; the frame does not eat into it. */
export function shrunk(mask: PixelSet, px: number): PixelSet {
  const window = windowOf(mask, 1);
  const out = new Uint8Array(PIXELS);
  if (window.width === 0) return out;
  const far = depthIn(mask, 0, window);
  eachOf(window, (at, i) => (out[i] = far[at] > px ? 1 : 0));
  return out;
}

/** The mask with what it surrounds. */
export function filled(mask: PixelSet): PixelSet {
  const around = asRaster(invertedMask(mask));
  const found = pieces(around, 0.5);
  const open = touchingFrame(found, ANALYSIS_SIDE, ANALYSIS_SIDE);
  return maskWhere((i) => mask[i] === 1 || !open.has(found.label[i]));
}

/** The box around a set; empty and upside down for an empty one. */
export const boxOf = (mask: PixelSet): Box =>
  contentBox({ width: ANALYSIS_SIDE, height: ANALYSIS_SIDE, data: mask }, 0) ?? {
    x0: ANALYSIS_SIDE,
    y0: ANALYSIS_SIDE,
    x1: 0,
    y1: 0,
  };

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
  const ref =
    most > 0.05
      ? percentile(
          filteredValues(image.data, (i) => image.data[i] > 0.25 * most),
          0.9,
        )
      : 1;
  const soft = blur(image, BODY_SOFT, false);
  const found = pieces(soft, level * ref);
  const least = Math.max(40, 0.12 * Math.max(0, ...found.area));
  return { body: maskWhere((i) => found.label[i] > 0 && found.area[found.label[i]] >= least), ref: Math.max(0.1, ref) };
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
