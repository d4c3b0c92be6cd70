import type { Bend, SeenPoint } from './lattice.ts';

/** A box on the screen, px. */
export interface Around {
  x0: number;
  y0: number;
  x1: number;
  y1: number;
}

const GRAB_PX = 9;

/** The point under a place: of several that lie behind each other the front one; undefined where there is none. */
export const pointUnder = (points: readonly SeenPoint[], x: number, y: number): SeenPoint | undefined =>
  points.filter((p) => Math.hypot(p.x - x, p.y - y) < GRAB_PX).sort((a, b) => b.near - a.near)[0];

/** The box between two places. */
export const boxBetween = (ax: number, ay: number, bx: number, by: number): Around => ({
  x0: Math.min(ax, bx),
  y0: Math.min(ay, by),
  x1: Math.max(ax, bx),
  y1: Math.max(ay, by),
});

/** The points within a box, front and rear ones. */
export const pointsIn = (points: readonly SeenPoint[], { x0, y0, x1, y1 }: Around): number[] =>
  points.filter((p) => p.x >= x0 && p.x <= x1 && p.y >= y0 && p.y <= y1).map(({ index }) => index);

const LARGER = 1.04;
/** How a key or a turn of the wheel scales. */
export const scaledBy = (larger: boolean): Partial<Bend> => ({ factor: larger ? LARGER : 1 / LARGER });

/** What a key does to the chosen points; undefined where it does nothing. */
export const keyedBend = (key: string): Partial<Bend> | undefined =>
  ({
    ArrowLeft: { dx: -4 },
    ArrowRight: { dx: 4 },
    ArrowUp: { dy: -4 },
    ArrowDown: { dy: 4 },
    '+': scaledBy(true),
    '-': scaledBy(false),
    ',': { turnDeg: -4 },
    '.': { turnDeg: 4 },
  })[key];
