import type { Box } from './box.ts';
import { contentBox } from './content-box.ts';
import type { Raster } from './raster.ts';
import { resample } from './resample.ts';

export const SIDES = ['left', 'top', 'right', 'bottom'] as const;
export type Side = (typeof SIDES)[number];

/** Straight edges are looked for on so many px. */
const LOOK_SIDE = 256;
const SEEN = 0.06;
/** A straight edge wanders by no more, px of the look. */
const WANDER = 1.5;
/** Of the length of its content so much of an edge is straight. */
const LONG = 0.6;
/** Content that is smaller, of the longer side of its plate, is none. */
const LEAST = 0.2;
/** Behind a hard edge it prints so much within two px, on the mean. */
const HARD = 0.18;

/** Value at a depth from a side of a box, and a place along it. */
function valueAt({ width, data }: Raster, box: Box, side: Side, depth: number, along: number): number {
  if (side === 'left') return data[(box.y0 + along) * width + box.x0 + depth];
  if (side === 'right') return data[(box.y0 + along) * width + box.x1 - 1 - depth];
  if (side === 'top') return data[(box.y0 + depth) * width + box.x0 + along];
  return data[(box.y1 - 1 - depth) * width + box.x0 + along];
}

function isStraight(r: Raster, box: Box, side: Side): boolean {
  const across = side === 'left' || side === 'right';
  const [length, deep] = [box.y1 - box.y0, box.x1 - box.x0];
  const [n, most] = across ? [length, deep] : [deep, length];
  let near = 0;
  let behind = 0;
  for (let k = 0; k < n; k++) {
    let depth = 0;
    while (depth < most && valueAt(r, box, side, depth, k) <= SEEN) depth++;
    if (depth > WANDER) continue;
    near++;
    behind += valueAt(r, box, side, Math.min(most - 1, depth + 2), k);
  }
  return near >= LONG * n && behind >= HARD * near;
}

/** The look of a raster in which straight edges are found: no larger than it has to be. */
function lookOf(source: Raster): Raster {
  const longer = Math.max(source.width, source.height);
  if (longer <= LOOK_SIDE) return source;
  const scale = LOOK_SIDE / longer;
  return resample(
    source,
    Math.max(1, Math.round(source.width * scale)),
    Math.max(1, Math.round(source.height * scale)),
  );
}

/** The sides on which what prints ends in a hard straight line along most of its length, whatever air is around it. */
export function straightSides(source: Raster): Side[] {
  const r = lookOf(source);
  const box = contentBox(r, SEEN);
  if (!box || Math.min(box.x1 - box.x0, box.y1 - box.y0) < LEAST * Math.max(r.width, r.height)) return [];
  return SIDES.filter((side) => isStraight(r, box, side));
}

/** So many straight sides are a rectangle. */
const RECTANGLE = 3;
export const isRectangle = (straight: readonly Side[]): boolean => straight.length >= RECTANGLE;

/** So much of a side of the content along its frame is cut off by it; less only touches it. */
const CUT = 0.08;

/** The sides of a raster at which what prints above a threshold goes on beyond its frame. */
export function cutSides(source: Raster, box: Box, threshold: number): Side[] {
  const { width, height } = source;
  const atFrame = { left: box.x0 === 0, top: box.y0 === 0, right: box.x1 === width, bottom: box.y1 === height };
  return SIDES.filter((side) => {
    if (!atFrame[side]) return false;
    const n = side === 'left' || side === 'right' ? box.y1 - box.y0 : box.x1 - box.x0;
    let printing = 0;
    for (let k = 0; k < n; k++) if (valueAt(source, box, side, 0, k) > threshold) printing++;
    return printing > CUT * n;
  });
}
