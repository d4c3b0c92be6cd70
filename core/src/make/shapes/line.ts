import { raster, type Raster } from '../../raster/raster.ts';
import type { Place } from '../outline.ts';

/** Samples to a side of a pixel on an edge. */
const SIDE = 16;
/** An edge runs through pixels whose middle is at most so far from it, px: half a diagonal, and a little. */
const NEAR = 0.75;

interface Piece {
  x: number;
  y: number;
  dx: number;
  dy: number;
  /** squared length */
  ll: number;
  /** half the thickness at its start, and how much more at its end */
  r: number;
  dr: number;
  /** share of the whole line at its start, and how much more at its end */
  s: number;
  ds: number;
}

/** A line with a thickness that changes along it. */
export interface Stroked {
  coverage: Raster;
  /** where along the line each pixel lies, 0..1 */
  along: Raster;
}

function piecesOf(line: readonly Place[], closed: boolean, radius: (share: number) => number): Piece[] {
  const ends = closed ? [...line, line[0]] : line;
  const lengths = ends.slice(1).map((b, k) => Math.sqrt((b[0] - ends[k][0]) ** 2 + (b[1] - ends[k][1]) ** 2));
  const whole = lengths.reduce((sum, l) => sum + l, 0) || 1;
  let gone = 0;
  return lengths.map((length, k) => {
    const [s, ds] = [gone / whole, length / whole];
    gone += length;
    const [[x, y], [bx, by]] = [ends[k], ends[k + 1]];
    const r = radius(s);
    return { x, y, dx: bx - x, dy: by - y, ll: length * length, r, dr: radius(s + ds) - r, s, ds };
  });
}

/** How far along a piece the place nearest to (px, py) lies, 0..1. */
function nearest({ x, y, dx, dy, ll }: Piece, px: number, py: number): number {
  if (ll === 0) return 0;
  const t = ((px - x) * dx + (py - y) * dy) / ll;
  return t < 0 ? 0 : t > 1 ? 1 : t;
}

/** From (px, py) to the edge of a piece, px; below 0 inside. */
function beyond(piece: Piece, px: number, py: number): number {
  const t = nearest(piece, px, py);
  const ex = px - piece.x - piece.dx * t;
  const ey = py - piece.y - piece.dy * t;
  return Math.sqrt(ex * ex + ey * ey) - piece.r - piece.dr * t;
}

/** The share of a pixel that lies on a line, of 16 x 16 samples. */
function sampled(pieces: readonly Piece[], x: number, y: number): number {
  let count = 0;
  for (let j = 0; j < SIDE; j++)
    for (let i = 0; i < SIDE; i++) {
      const px = x + (i + 0.5) / SIDE;
      const py = y + (j + 0.5) / SIDE;
      for (const piece of pieces)
        if (beyond(piece, px, py) < 0) {
          count++;
          break;
        }
    }
  return count / (SIDE * SIDE);
}

/** The pixels that a piece may reach, as [left, top, right, bottom], the last ones outside. */
function reachOf({ x, y, dx, dy, r, dr }: Piece, width: number, height: number): [number, number, number, number] {
  const out = Math.max(r, r + dr) + 1;
  return [
    Math.max(0, Math.floor(Math.min(x, x + dx) - out)),
    Math.max(0, Math.floor(Math.min(y, y + dy) - out)),
    Math.min(width, Math.ceil(Math.max(x, x + dx) + out)),
    Math.min(height, Math.ceil(Math.max(y, y + dy) + out)),
  ];
}

/**
 * A line drawn with a round pen whose radius in px is given by the share of the way, on a raster of this size in px. Inside
 * and outside are told by the distance to the nearest place of the line; pixels on the edge are sampled 16 x 16 times.
 */
export function strokeLine(
  width: number,
  height: number,
  line: readonly Place[],
  { closed, radius }: { closed: boolean; radius: (share: number) => number },
): Stroked {
  const pieces = piecesOf(line, closed, radius);
  const near = raster(width, height);
  const along = raster(width, height);
  near.data.fill(Infinity);
  for (const piece of pieces) {
    const [left, top, right, bottom] = reachOf(piece, width, height);
    for (let y = top; y < bottom; y++)
      for (let x = left; x < right; x++) {
        const off = beyond(piece, x + 0.5, y + 0.5);
        const i = y * width + x;
        if (off >= near.data[i]) continue;
        near.data[i] = off;
        along.data[i] = piece.s + piece.ds * nearest(piece, x + 0.5, y + 0.5);
      }
  }
  // of pixels on the edge, every piece that comes near
  const edges = new Map<number, Piece[]>();
  for (const piece of pieces) {
    const [left, top, right, bottom] = reachOf(piece, width, height);
    for (let y = top; y < bottom; y++)
      for (let x = left; x < right; x++) {
        const i = y * width + x;
        if (Math.abs(near.data[i]) > NEAR || beyond(piece, x + 0.5, y + 0.5) > NEAR) continue;
        const there = edges.get(i);
        if (there) there.push(piece);
        else edges.set(i, [piece]);
      }
  }
  for (let i = 0; i < near.data.length; i++) near.data[i] = near.data[i] < 0 ? 1 : 0;
  for (const [i, those] of edges) near.data[i] = sampled(those, i % width, Math.floor(i / width));
  return { coverage: near, along };
}
