/** A place or a direction in space. */
export type Triple = readonly [number, number, number];

export const minus = (a: Triple, b: Triple): Triple => [a[0] - b[0], a[1] - b[1], a[2] - b[2]];
/** `a`, and `k` times `b`. */
export const plus = (a: Triple, b: Triple, k: number): Triple => [a[0] + b[0] * k, a[1] + b[1] * k, a[2] + b[2] * k];
export const cross = (a: Triple, b: Triple): Triple => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
];
export const length = (a: Triple): number => Math.hypot(...a);
/** One unit long; of nothing, nothing. */
export const unit = (a: Triple): Triple => plus([0, 0, 0], a, 1 / (length(a) || 1));
