/** What something cost at one place of an axis. */
export interface Point {
  n: number;
  ms: number;
  /** memory beyond what stood before, MB; undefined where it was not measured */
  mb: number | undefined;
}

/** How the cost of something grows. */
export interface Growth {
  what: string;
  /** what `n` counts */
  of: string;
  points: readonly Point[];
}

/** The slope of a line through points in logarithms of both: 1 is in proportion, 2 the square. */
export function slopeOf(points: readonly { n: number; cost: number }[]): number {
  const logs = points.map(({ n, cost }) => [Math.log(n), Math.log(Math.max(cost, 1e-3))]);
  const middle = (k: number) => logs.reduce((sum, log) => sum + log[k], 0) / logs.length;
  const [mx, my] = [middle(0), middle(1)];
  const across = logs.reduce((sum, [x, y]) => sum + (x - mx) * (y - my), 0);
  return across / logs.reduce((sum, [x]) => sum + (x - mx) ** 2, 0);
}

/** The larger half of the points, three at least: where what is the same for any number no longer rules. */
export const largeEnd = <T>(points: readonly T[]): readonly T[] =>
  points.slice(Math.min(points.length - 3, points.length >> 1));

const nLogN = ({ n }: Point): number => n * Math.log(1 + n);

/** What of a growth is told: its slope where it is large, and that of n log n there. */
export function told({ points }: Growth): { time: number; memory: number | undefined; allowed: number } {
  const large = largeEnd(points);
  const slope = (cost: (point: Point) => number) => slopeOf(large.map((point) => ({ n: point.n, cost: cost(point) })));
  // of less than a few MB nothing is known
  const known = large.every(({ mb }) => mb !== undefined && mb >= 2);
  return { time: slope(({ ms }) => ms), memory: known ? slope(({ mb }) => mb ?? 0) : undefined, allowed: slope(nLogN) };
}
