import type { PenPoint } from '../model/strokes.ts';
import { arcLengths, numbers } from './path.ts';

/** Half the reach of the steadiest hand, px of the way. */
const REACH_PX = 90;
/** How far to both sides a corner is looked for. */
const LOOK_PX = 16;
/** Corners sharper than this keep their place, as the ends do. */
const CORNER_COS = 0.5;

/** Where the way turns by more than 60 degrees, seen over a few px on both sides. */
function isCorner(points: readonly PenPoint[], along: Float64Array, i: number): boolean {
  let a = i;
  while (a > 0 && along[i] - along[a] < LOOK_PX) a--;
  let b = i;
  while (b < points.length - 1 && along[b] - along[i] < LOOK_PX) b++;
  const ax = points[i].x - points[a].x;
  const ay = points[i].y - points[a].y;
  const bx = points[b].x - points[i].x;
  const by = points[b].y - points[i].y;
  const lengths = Math.sqrt((ax * ax + ay * ay) * (bx * bx + by * by));
  return lengths > 0 && (ax * bx + ay * by) / lengths < CORNER_COS;
}

/** Distance along the way to the nearest place that must stay: an end or a corner. */
function roomAt(points: readonly PenPoint[], along: Float64Array): Float64Array {
  const room = new Float64Array(points.length);
  let last = 0;
  for (let i = 0; i < points.length; i++) {
    if (i === 0 || isCorner(points, along, i)) last = along[i];
    room[i] = along[i] - last;
  }
  last = along[points.length - 1];
  for (let i = points.length - 1; i >= 0; i--) {
    if (room[i] === 0) last = along[i];
    room[i] = Math.min(room[i], last - along[i]);
  }
  return room;
}

/**
 * Steadies a drawn way: each sample becomes the mean of the way around it, up to 90 px to both sides at 100 percent,
 * weighted toward itself. The window shrinks toward the ends and toward corners, which keep their places. Pressure, tilt
 * and time stay those of the sample. 0 percent gives the samples back.
 */
export function steadied(points: readonly PenPoint[], percent: number): readonly PenPoint[] {
  if (percent <= 0 || points.length < 3) return points;
  const along = arcLengths(
    numbers(points, (p) => p.x),
    numbers(points, (p) => p.y),
  );
  const room = roomAt(points, along);
  return points.map((point, i) => {
    const reach = Math.min((REACH_PX * percent) / 100, room[i]);
    if (reach <= 0) return point;
    let sum = 0;
    let x = 0;
    let y = 0;
    const add = (k: number) => {
      // each sample stands for the way around it, so that slow places do not weigh more
      const way = (along[Math.min(points.length - 1, k + 1)] - along[Math.max(0, k - 1)]) / 2;
      const weight = way * (1 - Math.abs(along[k] - along[i]) / reach);
      sum += weight;
      x += weight * points[k].x;
      y += weight * points[k].y;
    };
    for (let k = i; k >= 0 && along[i] - along[k] < reach; k--) add(k);
    for (let k = i + 1; k < points.length && along[k] - along[i] < reach; k++) add(k);
    return sum > 0 ? { ...point, x: x / sum, y: y / sum } : point;
  });
}

/**
 * A way that is still being drawn with a steadied hand: the part that no further sample can move any more, steadied, and
 * the thread of samples from its end to the pen, which is laid as the pen goes on or is lifted. 0 percent: no thread.
 */
export function settledWay(
  points: readonly PenPoint[],
  percent: number,
): { settled: readonly PenPoint[]; thread: readonly PenPoint[] } {
  if (percent <= 0 || points.length < 3) return { settled: points, thread: [] };
  const along = arcLengths(
    numbers(points, (p) => p.x),
    numbers(points, (p) => p.y),
  );
  const end = along[points.length - 1] - (REACH_PX * percent) / 100;
  let count = 1;
  while (count < points.length && along[count] <= end) count++;
  const settled = steadied(points, percent).slice(0, count);
  return { settled, thread: [settled[count - 1], ...points.slice(count)] };
}
