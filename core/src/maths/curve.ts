/** Points [x, y] in 0..1 with rising x: the response of a driver, the shape of a taper. */
export type Curve = readonly (readonly [number, number])[];

export const STRAIGHT: Curve = [
  [0, 0],
  [1, 1],
];

/** Whether a curve gives back what it gets over the whole of 0..1. */
export const isStraight = (points: Curve): boolean =>
  points.length === 0 || (points.length === 2 && points.every(([x, y], i) => x === i && y === i));

/** Points nearer to each other are a step: steeper than this no slope is a number any more. */
const LEAST_STEP = 1e-9;

/** Slopes of a monotone cubic through the points (Fritsch and Butland 1984): it never leaves the points' own range. */
function slopes(points: Curve): number[] {
  const secant = points.slice(1).map((p, i) => (p[1] - points[i][1]) / Math.max(LEAST_STEP, p[0] - points[i][0]));
  return points.map((_, i) => {
    const before = secant[i - 1] ?? secant[0];
    const after = secant[i] ?? secant[secant.length - 1];
    // the harmonic mean is at most twice the flatter one, which keeps the cubic monotone
    return before * after <= 0 ? 0 : (2 * before * after) / (before + after);
  });
}

/** Prepares a curve as a function of 0..1; outside its points it is constant. Two points give a straight line. */
export function curveFunction(points: Curve): (x: number) => number {
  const n = points.length;
  if (n === 0) return (x) => x;
  if (n === 1) return () => points[0][1];
  const m = slopes(points);
  return (x) => {
    if (x <= points[0][0]) return points[0][1];
    if (x >= points[n - 1][0]) return points[n - 1][1];
    let i = 0;
    while (x > points[i + 1][0]) i++;
    const [x0, y0] = points[i];
    const [x1, y1] = points[i + 1];
    const h = x1 - x0;
    const t = (x - x0) / h;
    const t2 = t * t;
    const t3 = t2 * t;
    return (
      y0 * (2 * t3 - 3 * t2 + 1) + m[i] * h * (t3 - 2 * t2 + t) + y1 * (3 * t2 - 2 * t3) + m[i + 1] * h * (t3 - t2)
    );
  };
}
