import { headingDeg } from '../maths/angles.ts';
import { analysedTip } from '../flaws/analysed-tip.ts';
import { maxOf, percentile, valuesAbove } from '../maths/measures.ts';
import { expMinus } from '../maths/exponential.ts';
import { blur } from '../raster/blur.ts';
import { invertedMask } from '../flaws/masks.ts';
import { distanceTo, outsideOf } from '../raster/distance.ts';
import { dilate } from '../raster/morph.ts';
import { piecesAtFrame } from '../raster/pieces.ts';
import { raster, type Plate, type Raster } from '../raster/raster.ts';
import { resample } from '../raster/resample.ts';
import { valueAt } from '../raster/sample.ts';
import { LOOK_SIDE } from './seen.ts';
import { printingAbove, takeAway } from './strip-loops.ts';

/** Detail between these two blurs, px at 48 px a tip, is what outlines are known by: finer is grain, coarser is tone. */
const FINE = 1.1;
/** The coarser. */
const COARSE = 2.2;
/** The body of a tip: what a blur of so much of its side leaves above so much of its strongest. */
const BODY_BLUR = 0.04;
/** Share of the strongest. */
const BODY_AT = 0.2;
/** How far the rim reaches into the body, share of the side. */
const RIM = 0.07;
/** What prints more than this of the tip's dark parts belongs to it, and so much around it, px. */
const PRINTS = 0.08;
/** Px at 48 px a tip. */
const AROUND = 2;
/** Places of a tip that are compared lie so far apart, px. */
const STEP = 1.5;
/** Places that count less than this do not count, 0..1. */
const LEAST_WEIGHT = 0.3;
/** Empty px around a tip, for blurs to run out in. */
const MARGIN = 12;
/** Edges are counted at this blur, px. */
const EDGE_BLUR = 3.2;

/** A tip at one size: where it is compared, and what stands there. */
export interface RimTemplate {
  /** px of the plate's longer side that this is made for */
  px: number;
  /** places, in shares of the plate's longer side from its middle */
  x: Float64Array;
  y: Float64Array;
  /** detail there, and how it rises along and across the plate, for each px */
  value: Float64Array;
  right: Float64Array;
  down: Float64Array;
  /** how much of each place is rim, and whether the tip prints there at all, 0..1 */
  rim: Float64Array;
  printed: Float64Array;
  /** in which of the arcs around the middle each place lies */
  arc: Uint8Array;
  /** the detail of the whole tip, its middle in the middle */
  detail: Raster;
  /** steepness of all its coarse edges together, in sides */
  edge: number;
}

/** What is left between a fine and a coarse blur: the detail that outlines are made of. */
export function detailOf(image: Raster): Raster {
  const fine = blur(image, FINE);
  takeAway(fine, blur(image, COARSE));
  return fine;
}

/** The tip drawn so that its plate's longer side is `px`, in shares of what its dark parts print, with a margin. */
function drawn(plate: Plate, px: number): { image: Raster; offsetX: number; offsetY: number } {
  const { image, left, top, side } = analysedTip(plate);
  const longest = Math.max(plate.width, plate.height);
  const shown = Math.max(4, Math.round((px * side) / longest));
  const small = resample(image, shown, shown);
  const least = 0.05 * maxOf(image.data);
  const full = percentile(valuesAbove(image.data, least), 0.95);
  const made = raster(shown + 2 * MARGIN, shown + 2 * MARGIN);
  for (let y = 0; y < shown; y++)
    for (let x = 0; x < shown; x++)
      made.data[(y + MARGIN) * made.width + x + MARGIN] =
        full > 0 ? Math.min(1.2, small.data[y * shown + x] / full) : 0;
  // where the middle of the plate lies in the drawing
  const scale = shown / side;
  return {
    image: made,
    offsetX: (plate.width / 2 - left) * scale + MARGIN - 0.5,
    offsetY: (plate.height / 2 - top) * scale + MARGIN - 0.5,
  };
}

/** How far each px lies inside the body (above 0) or outside it (below 0), holes filled. */
function depthInBody(image: Raster, px: number): Float32Array {
  const { width, height } = image;
  const soft = blur(image, BODY_BLUR * px).data;
  const outside = new Float32Array(outsideOf(soft, BODY_AT * maxOf(soft)));
  const around = piecesAtFrame({ width, height, data: outside }, 0.5);
  const depth = distanceTo(around, width, height);
  takeAway({ width, height, data: depth }, { width, height, data: distanceTo(invertedMask(around), width, height) });
  return depth;
}

/** How much of each px is rim of a tip, 0..1: the border of its body, and what prints outside it. */
function rimOf(depth: Float32Array, printed: Float32Array, px: number): Float32Array {
  const reach = RIM * px;
  const rim = new Float32Array(depth.length);
  for (let i = 0; i < rim.length; i++) {
    const away = Math.abs(depth[i]) - 0.5;
    const near = expMinus((away * away) / (2 * reach * reach));
    rim[i] = depth[i] > 0 ? near : printed[i] > LEAST_WEIGHT ? Math.max(near, printed[i]) : 0;
  }
  return rim;
}

const printedOf = (image: Raster): Float32Array => blur(dilate(printingAbove(image, PRINTS), AROUND), 1).data;

/** How steep all edges of a tip are together, in sides: a disc has 2.7, a hair 0.1. */
const edgeOf = (image: Raster, px: number): number => steepnessOf(blur(image, EDGE_BLUR)) / px;

function steepnessOf({ width, height, data }: Raster): number {
  let sum = 0;
  for (let y = 1; y < height - 1; y++)
    for (let x = 1, i = y * width + 1; x < width - 1; x++, i++) {
      const across = (data[i + 1] - data[i - 1]) / 2;
      const down = (data[i + width] - data[i - width]) / 2;
      sum += Math.sqrt(across * across + down * down);
    }
  return sum;
}

/** Arcs that a rim is looked at in. */
export const ARCS = 12;
const arcOf = (x: number, y: number): number => Math.floor(((headingDeg(x, y) + 360) * ARCS) / 360) % ARCS;

function makeTemplate(plate: Plate, px: number): RimTemplate {
  const { image, offsetX, offsetY } = drawn(plate, px);
  const detail = detailOf(image);
  const printed = { ...image, data: printedOf(image) };
  const rim = { ...image, data: rimOf(depthInBody(image, px), printed.data, px) };
  const rows: number[][] = [];
  for (let y = 2; y < image.height - 3; y += STEP)
    for (let x = 2; x < image.width - 3; x += STEP) {
      const weights = [valueAt(rim, x, y), valueAt(printed, x, y)];
      if (Math.max(...weights) <= LEAST_WEIGHT) continue;
      const right = (valueAt(detail, x + 1, y) - valueAt(detail, x - 1, y)) / 2;
      const down = (valueAt(detail, x, y + 1) - valueAt(detail, x, y - 1)) / 2;
      rows.push([(x - offsetX) / px, (y - offsetY) / px, valueAt(detail, x, y), right, down, ...weights]);
    }
  const column = (k: number) => Float64Array.from(rows, (row) => row[k]);
  return {
    px,
    x: column(0),
    y: column(1),
    value: column(2),
    right: column(3),
    down: column(4),
    arc: Uint8Array.from(rows, ([x, y]) => arcOf(x, y)),
    rim: column(5),
    printed: column(6),
    detail: centred(detail, offsetX, offsetY),
    edge: edgeOf(image, px),
  };
}

/** The raster cut so that (x, y) is its middle. */
function centred(source: Raster, x: number, y: number): Raster {
  const half = Math.floor(Math.min(x, y, source.width - 2 - x, source.height - 2 - y));
  const out = raster(2 * half + 1, 2 * half + 1);
  for (let b = -half, at = 0; b <= half; b++)
    for (let a = -half; a <= half; a++) out.data[at++] = valueAt(source, x + a, y + b);
  return out;
}

/** Sizes are looked at in half octaves. */
function classOf(px: number): number {
  let size = LOOK_SIDE;
  const half = Math.SQRT2;
  const quarter = Math.sqrt(half);
  while (size * quarter < px && size < 8 * LOOK_SIDE) size *= half;
  while (size > px * quarter && size > LOOK_SIDE / 8) size /= half;
  return size;
}

const templates = new WeakMap<Plate, Map<number, RimTemplate>>();

/** A plate as it is compared with what it printed at a size of about `px`; made once for each plate and half octave. */
export function rimTemplate(plate: Plate, px: number): RimTemplate {
  const size = classOf(px);
  const made = templates.get(plate) ?? new Map<number, RimTemplate>();
  templates.set(plate, made);
  const template = made.get(size) ?? makeTemplate(plate, size);
  made.set(size, template);
  return template;
}
