import { boxAround, boxWithin, type Box } from '../raster/box.ts';
import { dilate, transposed } from '../raster/morph.ts';
import { reducePicture, type Picture } from '../raster/picture.ts';
import { pieces, piecesAtFrame } from '../raster/pieces.ts';
import { raster, type Raster } from '../raster/raster.ts';
import { groundOf } from './even-light.ts';
import { grayOf, type Prints } from './gray.ts';

/** A mark on a sheet: its box in shares of the sides, with a little air. */
export interface Mark {
  x0: number;
  y0: number;
  x1: number;
  y1: number;
}

const ANALYSIS_SIDE_PX = 700;
const PRINTS_ABOVE = 0.2;
/** Parts nearer than this share of the longer side belong to one mark. */
const JOIN_DISTANCE = 0.011;
/** Smaller boxes, in shares of both sides, are dust. */
const SMALLEST_MARK = 0.03;
const MARGIN = 0.012;
const MAX_MARKS = 40;

/** What is one mark: parts that lie close together, or whole lines, as of writing. */
export type MarkJoin = 'near' | 'lines';
/** Of a line, parts nearer than this share of the width belong together. */
const LINE_DISTANCE = 0.06;

/** Px by which parts grow to both sides until they touch, along the lines and across them. */
function reach(join: MarkJoin, width: number, longest: number): readonly [number, number] {
  const near = Math.max(1, Math.round(longest * JOIN_DISTANCE));
  return join === 'near' ? [near, near] : [Math.round(width * LINE_DISTANCE), Math.max(1, near >> 2)];
}

/** Grown by so many px to the left and right, and up and down. */
const grown = (mask: Raster, across: number, down: number): Raster =>
  across === down ? dilate(mask, across) : transposed(dilateRows(transposed(dilateRows(mask, across)), down));

/** The rows of a mask, each grown by so many px to both sides. */
function dilateRows({ width, height, data }: Raster, by: number): Raster {
  const made = raster(width, height);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++)
      if (data[y * width + x] > 0)
        made.data.fill(1, y * width + Math.max(0, x - by), y * width + Math.min(width, x + by + 1));
  return made;
}

/** What stands out of the ground, without what touches the frame: the bed of the scanner, or cut off. */
export function standingOut(picture: Picture, prints: Prints): Raster {
  const known = stood.get(picture);
  if (known?.prints === prints) return known.over;
  const over = lookForMarks(picture, prints);
  stood.set(picture, { prints, over });
  return over;
}

/** What was found last of a picture: marks, lines and gaps are looked for in it one after the other. */
const stood = new WeakMap<Picture, { prints: Prints; over: Raster }>();

function lookForMarks(picture: Picture, prints: Prints): Raster {
  const gray = grayOf(reducePicture(picture, ANALYSIS_SIDE_PX), prints);
  const { width, height } = gray;
  const ground = groundOf(gray, Math.max(width, height) * 0.2);
  return withoutFrame({ width, height, data: gray.data.map((v, i) => (v - ground.data[i] > PRINTS_ABOVE ? 1 : 0)) });
}

/** The boxes around what stands out, px: parts that lie close together in one. */
function boxesAround(over: Raster, join: MarkJoin): Box[] {
  const { width, height } = over;
  const { label, count } = pieces(grown(over, ...reach(join, width, Math.max(width, height))), 0.5);
  const boxes = Array.from({ length: count + 1 }, () => ({ x0: width, y0: height, x1: 0, y1: 0 }));
  for (let i = 0; i < label.length; i++) {
    if (label[i] === 0 || over.data[i] === 0) continue;
    const box = boxes[label[i]];
    const x = i % width;
    const y = (i - x) / width;
    box.x0 = Math.min(box.x0, x);
    box.y0 = Math.min(box.y0, y);
    box.x1 = Math.max(box.x1, x + 1);
    box.y1 = Math.max(box.y1, y + 1);
  }
  return boxes.slice(1);
}

/** Boxes that share more than this of the smaller one are one mark. */
const OVERLAP = 0.3;

const areaOf = ({ x0, y0, x1, y1 }: Box): number => Math.max(0, x1 - x0) * Math.max(0, y1 - y0);

/** The mark that two become together. */
export const around: (a: Mark, b: Mark) => Mark = boxAround;

const overlap = (a: Box, b: Box): boolean => areaOf(boxWithin(a, b)) > OVERLAP * Math.min(areaOf(a), areaOf(b));

/** Boxes of which no two lie over each other: those that do are one. */
function apart(boxes: readonly Box[]): Box[] {
  const made: Box[] = [];
  for (const box of boxes) {
    let joined = box;
    const next = () => made.findIndex((other) => overlap(joined, other));
    for (let k = next(); k >= 0; k = next()) joined = around(joined, made.splice(k, 1)[0]);
    made.push(joined);
  }
  return made;
}

/** A place as it is written in a recipe. */
const share = (v: number): number => Math.round(v * 1e5) / 1e5;

/** A box of nearly the whole sheet is no mark on it. */
const WHOLE = 0.85;

/**
 * The marks on a scanned sheet in reading order: what stands out of the ground, parts that lie close together (or in one
 * line) as one; what touches the frame is left out, and so is a box around everything.
 */
export function findMarks(picture: Picture, prints: Prints, join: MarkJoin = 'near'): Mark[] {
  const over = standingOut(picture, prints);
  const { width, height } = over;
  const air = Math.round(Math.max(width, height) * MARGIN);
  const least = join === 'near' ? SMALLEST_MARK : SMALLEST_MARK / 3;
  const boxes = boxesAround(over, join).filter(
    (b) => b.x1 - b.x0 > width * SMALLEST_MARK && b.y1 - b.y0 > height * least,
  );
  return apart(boxes)
    .filter((b) => b.x1 - b.x0 < WHOLE * width || b.y1 - b.y0 < WHOLE * height)
    .map((b) => ({
      x0: share(Math.max(0, b.x0 - air) / width),
      y0: share(Math.max(0, b.y0 - air) / height),
      x1: share(Math.min(width, b.x1 + air) / width),
      y1: share(Math.min(height, b.y1 + air) / height),
    }))
    .sort(byReading)
    .slice(0, MAX_MARKS);
}

/** A mark as two, where the widest gap between its parts is; undefined where it is of one part. */
export function splitMark(picture: Picture, prints: Prints, mark: Mark): readonly [Mark, Mark] | undefined {
  const { width, height, data } = standingOut(picture, prints);
  const [left, right] = [mark.x0, mark.x1].map((x) => Math.round(x * width));
  const [top, bottom] = [mark.y0, mark.y1].map((y) => Math.round(y * height));
  const inColumn = (x: number) => Array.from({ length: bottom - top }, (_, k) => data[(top + k) * width + x]);
  const inRow = (y: number) => Array.from(data.subarray(y * width + left, y * width + right));
  const across = widestGap(left, right, (x) => inColumn(x).some((v) => v > 0));
  const down = widestGap(top, bottom, (y) => inRow(y).some((v) => v > 0));
  if (!across && !down) return undefined;
  if (across && (!down || across.length >= down.length)) {
    const at = share(across.middle / width);
    return [
      { ...mark, x1: at },
      { ...mark, x0: at },
    ];
  }
  const at = share((down as Gap).middle / height);
  return [
    { ...mark, y1: at },
    { ...mark, y0: at },
  ];
}

interface Gap {
  middle: number;
  length: number;
}

/** The widest stretch without anything between two with something. */
function widestGap(from: number, to: number, holds: (at: number) => boolean): Gap | undefined {
  let best: Gap | undefined;
  let last = -1;
  for (let at = from; at < to; at++) {
    if (!holds(at)) continue;
    const length = at - last - 1;
    if (last >= 0 && length > (best?.length ?? 0)) best = { middle: last + 1 + length / 2, length };
    last = at;
  }
  return best;
}

/** The mask without the pieces that touch the frame. */
function withoutFrame(mask: Raster): Raster {
  const atFrame = piecesAtFrame(mask, 0.5);
  return { ...mask, data: mask.data.map((v, i) => (atFrame[i] ? 0 : v)) };
}

/** Line by line: marks whose middles lie within one another's height are in one line. */
function byReading(a: Mark, b: Mark): number {
  const apart = (a.y0 + a.y1) / 2 - (b.y0 + b.y1) / 2;
  const line = Math.min(a.y1 - a.y0, b.y1 - b.y0) / 2;
  return Math.abs(apart) > Math.max(line, 0.08) ? apart : a.x0 - b.x0;
}

/** A part of a picture as a picture of its own. */
export function partOf(picture: Picture, { x0, y0, x1, y1 }: Mark): Picture {
  const { channels } = picture;
  const left = Math.min(picture.width - 1, Math.round(x0 * picture.width));
  const top = Math.min(picture.height - 1, Math.round(y0 * picture.height));
  const width = Math.max(1, Math.round(x1 * picture.width) - left);
  const height = Math.max(1, Math.round(y1 * picture.height) - top);
  const make = picture.data.constructor as new (n: number) => Picture['data'];
  const data = new make(width * height * channels);
  for (let y = 0; y < height; y++) {
    const from = ((top + y) * picture.width + left) * channels;
    data.set(picture.data.subarray(from, from + width * channels), y * width * channels);
  }
  return { width, height, channels, data };
}
