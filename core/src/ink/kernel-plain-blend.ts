import { BLEND_MODES, type BlendMode } from '../maths/blend-modes.ts';

const add = (a: number, b: number): number => Math.fround(a + b);
const less = (a: number, b: number): number => Math.fround(a - b);
const times = (a: number, b: number): number => Math.fround(a * b);
const over = (a: number, b: number): number => Math.fround(a / b);

const hard = (by: number, a: number, b: number): number =>
  by <= 0.5 ? times(times(2, a), b) : less(1, times(times(2, less(1, a)), less(1, b)));

function soft(a: number, b: number): number {
  const twice = times(2, b);
  if (b <= 0.5) return less(a, times(times(less(1, twice), a), less(1, a)));
  const d = a <= 0.25 ? times(add(times(less(times(16, a), 12), a), 4), a) : Math.fround(Math.sqrt(a));
  return add(a, times(less(twice, 1), less(d, a)));
}

/** The blends of core/kernel/blend.ts, with the same operations in the same order in float32. */
const BLENDS: Readonly<Record<BlendMode, (a: number, b: number) => number>> = {
  normal: (_, b) => b,
  multiply: times,
  screen: (a, b) => less(add(a, b), times(a, b)),
  overlay: (a, b) => hard(a, a, b),
  darken: Math.min,
  lighten: Math.max,
  'color-dodge': (a, b) => (a === 0 ? 0 : b >= 1 ? 1 : Math.min(1, over(a, less(1, b)))),
  'color-burn': (a, b) => (a >= 1 ? 1 : b <= 0 ? 0 : less(1, Math.min(1, over(less(1, a), b)))),
  'hard-light': (a, b) => hard(b, a, b),
  'soft-light': soft,
  difference: (a, b) => Math.abs(less(a, b)),
  exclusion: (a, b) => less(add(a, b), times(times(2, a), b)),
  add: (a, b) => Math.min(1, add(a, b)),
  subtract: less,
};

/** What is left of a tip through its grain at a depth, by a blend's place in BLEND_MODES. */
export function throughGrainPlainly(t: number, g: number, depth: number, blend: number): number {
  const mode = BLEND_MODES[blend];
  if (mode === 'multiply') return times(t, add(less(1, depth), times(depth, g)));
  if (mode === 'subtract') return Math.max(0, less(t, times(depth, less(1, g))));
  const mixed = Math.max(0, Math.min(1, BLENDS[mode](t, g)));
  return add(t, times(less(mixed, t), depth));
}
