import type { BlendMode } from '../maths/blend-modes.ts';
import type { MEETS } from '../model/choices.ts';
import type { GrainField } from './grain.ts';

/** What dabs do besides building up in one ink: one for a coat and stroke. */
export interface LayRule {
  meet: (typeof MEETS)[number];
  /** r, g, b of each dab; undefined where all print in one colour */
  colours: Float32Array | undefined;
  /** for the tile whose first pixel is (x, y): the grain that a dab is laid through, undefined where it has none */
  grainsOf: (x: number, y: number) => (dab: number) => GrainField | undefined;
  /** how a dab goes through its grain */
  blendOf: (dab: number) => BlendMode;
  /** 0..1 of each dab */
  depthOf: (dab: number) => number;
  /** where crossings stay even: the way of each dab along the path, and how far back the same way reaches, px */
  ways: { alongPx: Float64Array; reachPx: Float64Array } | undefined;
  /** the sheet's pixel in the window's corner: what falls by chance stays where it is as the window moves */
  corner: readonly [number, number];
  /** for dissolving */
  seed: number;
}

/** A dab at one pixel. */
export interface DabShare {
  /** what coverage it can reach, 0..1 */
  ceiling: number;
  /** the share of the way to it, 0..1 */
  share: number;
  /** the tip itself, 0..1 */
  tip: number;
  /** a chance of the pixel, for dissolving */
  roll: number;
}

/** Coverage of a pixel that builds up toward a ceiling by a share of the way. */
export const built = (a: number, ceiling: number, share: number): number =>
  a < ceiling ? a + (ceiling - a) * share : a;

/** Coverage of a pixel after a dab has met what lies there. */
export function met(meet: LayRule['meet'], a: number, { ceiling, share, tip, roll }: DabShare): number {
  switch (meet) {
    case 'build':
      return built(a, ceiling, share);
    case 'lighten':
      return Math.max(a, ceiling * share);
    case 'darken':
      return a > 0 ? Math.min(a, ceiling * share) : ceiling * share;
    case 'difference':
      return Math.abs(a - ceiling * share);
    case 'add':
      return Math.max(a, Math.min(ceiling, a + ceiling * share));
    case 'best':
      return Math.max(a, ceiling * tip);
    case 'dissolve':
      return roll < share ? Math.max(a, ceiling) : a;
  }
}

/** Moves the mean colour of a pixel's ink toward the dab's by the dab's share of it: paint over paint. */
export function paint(
  tint: Float32Array,
  at: number,
  colour: ArrayLike<number>,
  from: number,
  { below, share }: { below: number; share: number },
): void {
  if (share <= 0) return;
  const q = below <= 0 ? 1 : share / (share + below * (1 - share));
  tint[at] += (colour[from] - tint[at]) * q;
  tint[at + 1] += (colour[from + 1] - tint[at + 1]) * q;
  tint[at + 2] += (colour[from + 2] - tint[at + 2]) * q;
  tint[at + 3] = 1;
}
