/**
 * Blends of a tip with its grain, by their places in BLEND_MODES of core/src/maths/blend-modes.ts; the twin in
 * core/src/ink/blend-plain.ts does the same in the same order.
 */

export const MULTIPLY = 1;
const SUBTRACT = 13;

// @ts-ignore: decorator
@inline
function all(v: f32): v128 {
  return f32x4.splat(v);
}
// @ts-ignore: decorator
@inline
function less(a: v128, b: v128): v128 {
  return f32x4.sub(a, b);
}
// @ts-ignore: decorator
@inline
function times(a: v128, b: v128): v128 {
  return f32x4.mul(a, b);
}
// @ts-ignore: decorator
@inline
function or(here: v128, yes: v128, no: v128): v128 {
  return v128.bitselect(yes, no, here);
}

/** 2 a b below a half of `by`, and the same from above over it. */
function hard(by: v128, a: v128, b: v128): v128 {
  const above = less(all(1), times(times(all(2), less(all(1), a)), less(all(1), b)));
  return or(f32x4.le(by, all(0.5)), times(times(all(2), a), b), above);
}

function soft(a: v128, b: v128): v128 {
  const twice = times(all(2), b);
  const below = less(a, times(times(less(all(1), twice), a), less(all(1), a)));
  const dark = times(f32x4.add(times(less(times(all(16), a), all(12)), a), all(4)), a);
  const d = or(f32x4.le(a, all(0.25)), dark, f32x4.sqrt(a));
  const above = f32x4.add(a, times(less(twice, all(1)), less(d, a)));
  return or(f32x4.le(b, all(0.5)), below, above);
}

function dodge(a: v128, b: v128): v128 {
  const part = or(f32x4.ge(b, all(1)), all(1), f32x4.pmin(all(1), f32x4.div(a, less(all(1), b))));
  return or(f32x4.eq(a, all(0)), all(0), part);
}

function burn(a: v128, b: v128): v128 {
  const share = f32x4.pmin(all(1), f32x4.div(less(all(1), a), b));
  const part = or(f32x4.le(b, all(0)), all(0), less(all(1), share));
  return or(f32x4.ge(a, all(1)), all(1), part);
}

function blended(a: v128, b: v128, mode: i32): v128 {
  switch (mode) {
    case 2: return less(f32x4.add(a, b), times(a, b));
    case 3: return hard(a, a, b);
    case 4: return f32x4.pmin(a, b);
    case 5: return f32x4.pmax(a, b);
    case 6: return dodge(a, b);
    case 7: return burn(a, b);
    case 8: return hard(b, a, b);
    case 9: return soft(a, b);
    case 10: return f32x4.abs(less(a, b));
    case 11: return less(f32x4.add(a, b), times(times(all(2), a), b));
    case 12: return f32x4.pmin(all(1), f32x4.add(a, b));
    default: return b;
  }
}

/** What is left of a tip through its grain at a depth; `rest` is 1 - depth. */
// @ts-ignore: decorator
@inline
export function throughGrain(t: v128, g: v128, depth: v128, rest: v128, mode: i32): v128 {
  if (mode == MULTIPLY) return times(t, f32x4.add(rest, times(depth, g)));
  if (mode == SUBTRACT) return f32x4.pmax(all(0), less(t, times(depth, less(all(1), g))));
  const mixed = f32x4.pmax(all(0), f32x4.pmin(all(1), blended(t, g, mode)));
  return f32x4.add(t, times(less(mixed, t), depth));
}
