import { dilate } from '../raster/morph.ts';
import { reducePicture, type Picture } from '../raster/picture.ts';
import { pieces, touchingFrame } from '../raster/pieces.ts';
import type { Raster } from '../raster/raster.ts';
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

/**
 * The marks on a scanned sheet in reading order: what stands out of the ground, parts that lie close together as one;
 * what touches the frame is the bed of the scanner or cut off, and is left out.
 */
export function findMarks(picture: Picture, prints: Prints): Mark[] {
  const small = reducePicture(picture, ANALYSIS_SIDE_PX);
  const gray = grayOf(small, prints);
  const { width, height } = gray;
  const longest = Math.max(width, height);
  const ground = groundOf(gray, longest * 0.2);
  const over = withoutFrame({
    width,
    height,
    data: gray.data.map((v, i) => (v - ground.data[i] > PRINTS_ABOVE ? 1 : 0)),
  });
  const { label, count } = pieces(dilate(over, Math.max(1, Math.round(longest * JOIN_DISTANCE))), 0.5);
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
  const air = Math.round(longest * MARGIN);
  return boxes
    .filter((b) => b.x1 - b.x0 > width * SMALLEST_MARK && b.y1 - b.y0 > height * SMALLEST_MARK)
    .map((b) => ({
      x0: Math.max(0, b.x0 - air) / width,
      y0: Math.max(0, b.y0 - air) / height,
      x1: Math.min(width, b.x1 + air) / width,
      y1: Math.min(height, b.y1 + air) / height,
    }))
    .sort(byReading)
    .slice(0, MAX_MARKS);
}

/** The mask without the pieces that touch the frame. */
function withoutFrame(mask: Raster): Raster {
  const { width, height, data } = mask;
  const found = pieces(mask, 0.5);
  const touching = touchingFrame(found, width, height);
  return { width, height, data: data.map((v, i) => (touching.has(found.label[i]) ? 0 : v)) };
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
