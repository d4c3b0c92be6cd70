import type { Curve } from '@amber-stamp/core/maths';

export type Points = [number, number][];

/** Points lie at least so far apart along x, 0..1. */
export const GAP = 0.02;
const clamp = (v: number) => Math.max(0, Math.min(1, v));
const copied = (points: Curve): Points => points.map(([x, y]) => [x, y]);

/** A curve with one point somewhere else, within its neighbours. */
export function withPointAt(curve: Curve, index: number, x: number, y: number): Points {
  const low = index > 0 ? curve[index - 1][0] + GAP : 0;
  const high = index < curve.length - 1 ? curve[index + 1][0] - GAP : 1;
  const at: [number, number] = [Math.max(low, Math.min(high, clamp(x))), clamp(y)];
  return copied(curve).map((p, i) => (i === index ? at : p));
}

/** A curve with one point more, and which it is; undefined where there is no room for it. */
export function withNewPoint(curve: Curve, x: number, y: number): { curve: Points; index: number } | undefined {
  const at: [number, number] = [clamp(x), clamp(y)];
  const index = curve.findIndex(([other]) => other > at[0]);
  if (index <= 0 || curve.some(([other]) => Math.abs(other - at[0]) < GAP)) return undefined;
  return { curve: [...copied(curve.slice(0, index)), at, ...copied(curve.slice(index))], index };
}

/** Whether a point may be taken away: the two ends stay. */
export const isInner = (curve: Curve, index: number): boolean => index > 0 && index < curve.length - 1;

export const withoutPoint = (curve: Curve, index: number): Points => copied(curve.filter((_, i) => i !== index));

/** What a key does to a point; undefined where it does nothing. */
export function keyedPoint(curve: Curve, index: number, key: string, far: boolean): Points | undefined {
  if (key === 'Delete') return isInner(curve, index) ? withoutPoint(curve, index) : undefined;
  const by = far ? 0.1 : 0.01;
  const step = { ArrowLeft: [-by, 0], ArrowRight: [by, 0], ArrowUp: [0, by], ArrowDown: [0, -by] }[key];
  return step && withPointAt(curve, index, curve[index][0] + step[0], curve[index][1] + step[1]);
}
