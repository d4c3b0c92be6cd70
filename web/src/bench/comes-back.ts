import type { Likeness } from '../engine/protocol/prove.ts';

/** What is weaker is not noticed, 0..100. */
export const NOTICED = 15;

/** How often something of a length is seen along a stroke. */
export function timesAlong(spanPx: number, periodPx: number): string {
  const times = Math.max(1, Math.round(spanPx / periodPx));
  return `${times} ${times === 1 ? 'time' : 'times'} along the stroke`;
}

/** Where a grain comes back, in tiles and px, and how often a stroke of `spanPx` shows it. */
export function grainNote({ grainPx, grainTiles: [across, down] }: Likeness, spanPx: number): string {
  const tiles =
    across !== 0 && down !== 0 ? 'one tile across and one down' : across !== 0 ? 'one tile across' : 'one tile down';
  return `comes back after ${tiles}, ${Math.round(grainPx)} px: ${timesAlong(spanPx, grainPx)}`;
}
