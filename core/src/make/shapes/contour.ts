import { sinCosTurns } from '../../maths/angles.ts';
import type { Place } from '../outline.ts';
import type { Figure } from './schema.ts';

// A figure's line in px about its own middle, before it is turned: dense enough that a pixel shows no corner.

/** Chords of a curve may leave it by so much, px. */
const OFF_PX = 0.002;
const MOST_PIECES = 2000;

/** Chords that a circle of a radius in px takes. */
const chords = (radius: number): number =>
  Math.max(12, Math.min(MOST_PIECES, Math.ceil(Math.PI * Math.sqrt(Math.max(1, radius) / (2 * OFF_PX)))));

const sinCos = new Float64Array(2);
function onCircle(turns: number, rx: number, ry: number): Place {
  sinCosTurns(turns, sinCos);
  return [sinCos[1] * rx, sinCos[0] * ry];
}

function ellipse(rx: number, ry: number): Place[] {
  const count = chords(Math.max(rx, ry));
  return Array.from({ length: count }, (_, k) => onCircle(k / count, rx, ry));
}

const rectangle = (rx: number, ry: number): Place[] => [
  [-rx, -ry],
  [rx, -ry],
  [rx, ry],
  [-rx, ry],
];

function polygon(rx: number, ry: number, corners: number, depth: number): Place[] {
  if (depth === 0) return Array.from({ length: corners }, (_, k) => onCircle(k / corners - 0.25, rx, ry));
  const inner = 1 - depth / 100;
  return Array.from({ length: 2 * corners }, (_, k) => {
    const r = k % 2 === 0 ? 1 : inner;
    return onCircle(k / (2 * corners) - 0.25, rx * r, ry * r);
  });
}

const between = (a: Place, b: Place, t: number): Place => [a[0] + (b[0] - a[0]) * t, a[1] + (b[1] - a[1]) * t];
const distance = (a: Place, b: Place): number => Math.sqrt((a[0] - b[0]) ** 2 + (a[1] - b[1]) ** 2);

/**
 * Corners rounded by arcs that begin `share` of half the shorter side before them. An arc of a circle is a rational
 * quadratic whose middle weight is the cosine of half the turn (Piegl and Tiller 1997, 7.2).
 */
function rounded(corners: readonly Place[], share: number): Place[] {
  if (share === 0) return [...corners];
  const count = corners.length;
  const line: Place[] = [];
  corners.forEach((corner, k) => {
    const before = corners[(k + count - 1) % count];
    const next = corners[(k + 1) % count];
    const [from, to] = [distance(corner, before), distance(corner, next)];
    const reach = (share / 2) * Math.min(from, to);
    if (reach <= 0) return void line.push(corner);
    const a = between(corner, before, reach / from);
    const b = between(corner, next, reach / to);
    const cosTurn =
      ((corner[0] - a[0]) * (b[0] - corner[0]) + (corner[1] - a[1]) * (b[1] - corner[1])) / (reach * reach);
    const weight = Math.sqrt(Math.max(0, (1 + cosTurn) / 2));
    const pieces = Math.max(4, Math.ceil(chords(reach) / 4));
    for (let i = 0; i <= pieces; i++) {
      const t = i / pieces;
      const [wa, wc, wb] = [(1 - t) * (1 - t), 2 * weight * t * (1 - t), t * t];
      const sum = wa + wc + wb;
      line.push([(a[0] * wa + corner[0] * wc + b[0] * wb) / sum, (a[1] * wa + corner[1] * wc + b[1] * wb) / sum]);
    }
  });
  return line;
}

/** How a path leaves or reaches a point, as the way of a cubic from it (Catmull and Rom 1974); a corner has none. */
function tangent(points: Figure['points'], k: number, closed: boolean): Place {
  const count = points.length;
  if (points[k][2] < 0.5) return [0, 0];
  const before = closed ? points[(k + count - 1) % count] : points[Math.max(0, k - 1)];
  const next = closed ? points[(k + 1) % count] : points[Math.min(count - 1, k + 1)];
  return [(next[0] - before[0]) / 2, (next[1] - before[1]) / 2];
}

function path({ points, closed }: Figure, rx: number, ry: number): Place[] {
  const line: Place[] = [];
  const ways = closed ? points.length : points.length - 1;
  for (let k = 0; k < ways; k++) {
    const [a, b] = [points[k], points[(k + 1) % points.length]];
    const [ma, mb] = [tangent(points, k, closed), tangent(points, (k + 1) % points.length, closed)];
    const straight = ma[0] === 0 && ma[1] === 0 && mb[0] === 0 && mb[1] === 0;
    const px = distance([a[0] * rx, a[1] * ry], [b[0] * rx, b[1] * ry]);
    const pieces = straight ? 1 : Math.max(8, Math.min(200, Math.ceil(px / 2)));
    for (let i = 0; i < pieces; i++) {
      const t = i / pieces;
      const [t2, t3] = [t * t, t * t * t];
      const [h0, h1, h2, h3] = [2 * t3 - 3 * t2 + 1, t3 - 2 * t2 + t, 3 * t2 - 2 * t3, t3 - t2];
      line.push([
        (a[0] * h0 + ma[0] * h1 + b[0] * h2 + mb[0] * h3) * rx,
        (a[1] * h0 + ma[1] * h1 + b[1] * h2 + mb[1] * h3) * ry,
      ]);
    }
  }
  const last = points[points.length - 1];
  if (!closed && last) line.push([last[0] * rx, last[1] * ry]);
  return line;
}

/** Whether a figure's line comes back to where it begins. */
export const isClosed = (figure: Figure): boolean => figure.what !== 'path' || figure.closed;

/** The line of a figure whose halves are rx and ry px, about its middle. A path of fewer than two points has none. */
export function contourOf(figure: Figure, rx: number, ry: number): Place[] {
  switch (figure.what) {
    case 'ellipse':
      return ellipse(rx, ry);
    case 'rectangle':
      return rounded(rectangle(rx, ry), figure.rounding / 100);
    case 'polygon':
      return rounded(polygon(rx, ry, figure.corners, figure.star), figure.rounding / 100);
    case 'path':
      return figure.points.length < 2 ? [] : path(figure, rx, ry);
    case 'group':
      return [];
  }
}
