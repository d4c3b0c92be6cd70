import { blur } from '../raster/blur.ts';
import { clamp, smoothstep } from '../maths/ramps.ts';
import { raster, windowOfRaster, type Raster } from '../raster/raster.ts';
import { boxOf, maskedBlur, putWindow, setIn, weighed, windowOf, type Tip256 } from './body.ts';
import type { Cure } from './flaw.ts';
import { ANALYSIS_SIDE, ANALYSIS_MIDDLE } from './analysed-tip.ts';
import { asRaster, PIXELS, type PixelSet } from './masks.ts';

/** Blurs by which ground grows into what is filled, px, the finest first. */
const FILL_REACH = [2, 5, 11, 24];
/** Detail finer than this blur is grain, px. */
const GRAIN = 5;

/** How far a pixel lies from the middle, by the longer of its two ways. */
export const frameDistance = (i: number): number => {
  const x = Math.abs((i % ANALYSIS_SIDE) - ANALYSIS_MIDDLE);
  const y = Math.abs(Math.floor(i / ANALYSIS_SIDE) - ANALYSIS_MIDDLE);
  return Math.max(x, y);
};

const keeping = (share: (i: number) => number): Cure => {
  const keep = new Float32Array(PIXELS);
  for (let i = 0; i < PIXELS; i++) keep[i] = share(i);
  return { keep, add: undefined };
};

/** Keeps the pixels that a test picks. */
export const keptWhere = (test: (i: number) => boolean): Cure => keeping((i) => (test(i) ? 1 : 0));

/** Erases a mask and softly what is next to it. */
export function erased(mask: PixelSet): Cure {
  const keep = blur(asRaster(mask), 0.8).data;
  for (let i = 0; i < PIXELS; i++) keep[i] = 1 - Math.max(mask[i], keep[i]);
  return { keep, add: undefined };
}

/** Keeps a mask, its rim softened by `sigma` px. */
export function keptOnly(mask: PixelSet, sigma: number): Cure {
  const keep = blur(asRaster(mask), sigma, false).data;
  for (let i = 0; i < PIXELS; i++) keep[i] = Math.min(1, keep[i]);
  return { keep, add: undefined };
}

/** Fades toward the frame, `inset` px inside it, and into a circle. */
export const feathered = (inset: number): Cure =>
  keeping((i) => {
    const x = (i % ANALYSIS_SIDE) - ANALYSIS_MIDDLE;
    const y = Math.floor(i / ANALYSIS_SIDE) - ANALYSIS_MIDDLE;
    const edge = clamp((ANALYSIS_MIDDLE - inset - frameDistance(i)) / 22);
    const round = clamp((136 - Math.sqrt(x * x + y * y)) / 28);
    return smoothstep(0, 1, edge * round);
  });

/** Around what is filled so much is looked at, px: the farthest ring of the ground. */
const AROUND = 60;

/** Fills what is not known yet by the mean of a ring that has something. */
function growInto(base: Float32Array, known: Float32Array, sum: Float32Array, share: Float32Array): void {
  for (let i = 0; i < base.length; i++) {
    if (known[i] <= 0.02) base[i] = sum[i] / Math.max(1e-4, share[i]);
    known[i] = Math.max(known[i], share[i]);
  }
}

/** The smooth ground under a hole: the nearest ring that has something, farther rings where it has not. */
function membrane(image: Raster, weight: Raster): Float32Array {
  const sums = weighed(image, weight);
  const base = raster(image.width, image.height);
  const known = new Float32Array(base.data.length);
  for (const sigma of FILL_REACH)
    growInto(base.data, known, blur(sums, sigma, false).data, blur(weight, sigma, false).data);
  return blur(base, 1.5, false).data;
}

/** How whole what comes to lie on a mask is, when everything moves by (dx, dy): the mean of its weights. */
function wholeness({ width, height, data: weight }: Raster, mask: PixelSet, dx: number, dy: number): number {
  let whole = 0;
  let n = 0;
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++, i++) {
      if (!mask[i]) continue;
      n++;
      if (x >= dx && y >= dy && x - dx < width && y - dy < height) whole += weight[(y - dy) * width + x - dx];
    }
  return whole / Math.max(1, n);
}

/** What prints beyond its own mean around it. */
function fineOf(image: Raster, weight: Raster): Float32Array {
  const fine = maskedBlur(image, weight, GRAIN);
  for (let i = 0; i < fine.length; i++) fine[i] = image.data[i] - fine[i];
  return fine;
}

function movedBy(fine: Float32Array, { width, height, data: weight }: Raster, dx: number, dy: number): Float32Array {
  const out = new Float32Array(fine.length);
  for (let y = Math.max(0, dy); y < Math.min(height, height + dy); y++)
    for (let x = Math.max(0, dx); x < Math.min(width, width + dx); x++) {
      const from = (y - dy) * width + x - dx;
      out[y * width + x] = fine[from] * weight[from];
    }
  return out;
}

/** The fine structure of the neighbour that is most whole, moved onto the mask. */
function neighbourGrain(image: Raster, mask: PixelSet, weight: Raster, size: readonly [number, number]): Float32Array {
  const [w, h] = size;
  let best = { whole: -1, dx: 0, dy: 0 };
  for (const [dx, dy] of [
    [0, h],
    [0, -h],
    [w, 0],
    [-w, 0],
  ]) {
    const whole = wholeness(weight, mask, dx, dy);
    if (whole > best.whole + 1e-6) best = { whole, dx, dy };
  }
  return movedBy(fineOf(image, weight), weight, best.dx, best.dy);
}

/** Fills a mask with the ground around it and the grain of a neighbouring piece of the body, when it is asked to. */
export const filling =
  ({ image, solid }: Tip256, mask: PixelSet) =>
  (): Cure =>
    filledIn(image, solid, mask);

function filledIn(image: Raster, solid: PixelSet, mask: PixelSet): Cure {
  const { x0, y0, x1, y1 } = boxOf(mask);
  const size = [x1 - x0 + 3, y1 - y0 + 3] as const;
  const window = windowOf(mask, Math.max(AROUND, Math.min(128, ...size) + 4));
  const { width, height } = window;
  const part = windowOfRaster(image, window.x0, window.y0, width, height);
  const hole = setIn(mask, window);
  const weight: Raster = { width, height, data: weightsOf(hole, setIn(solid, window)) };
  const base = membrane(part, weight);
  const grain = neighbourGrain(part, hole, weight, size);
  const soft = blur({ width, height, data: Float32Array.from(hole) }, 1).data;
  fillUnder(soft, hole, base, grain);
  const keep = putWindow(soft, window, new Float32Array(PIXELS).fill(1));
  const add = putWindow(base, window, new Float32Array(PIXELS));
  return { keep, add };
}

/** How much each place of the ground counts: nothing in the hole, hardly anything beside the body. */
function weightsOf(hole: PixelSet, solid: PixelSet): Float32Array {
  const weights = new Float32Array(hole.length);
  for (let i = 0; i < hole.length; i++) weights[i] = hole[i] ? 0 : solid[i] ? 1 : 0.02;
  return weights;
}

/** Makes of a softened hole what is kept, and of the ground under it what is added. */
function fillUnder(soft: Float32Array, hole: PixelSet, base: Float32Array, grain: Float32Array): void {
  for (let i = 0; i < soft.length; i++) {
    const share = Math.max(soft[i], hole[i]);
    soft[i] = 1 - share;
    base[i] = (base[i] + grain[i]) * share;
  }
}
