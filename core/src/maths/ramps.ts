export const clamp = (value: number, low = 0, high = 1): number => (value < low ? low : value > high ? high : value);
export const lerp = (a: number, b: number, t: number): number => a + (b - a) * t;
/** Smooth ramp from 0 at `from` to 1 at `to` (Hermite 3t^2 - 2t^3). */
export function smoothstep(from: number, to: number, value: number): number {
  const t = clamp((value - from) / (to - from));
  return t * t * (3 - 2 * t);
}
/** Steepness about the middle for a contrast in percent: at 100 a value a quarter off the middle reaches the end. */
export const contrastGain = (pct: number): number => 1 + (pct >= 0 ? 3 : 1) * (pct / 100);
