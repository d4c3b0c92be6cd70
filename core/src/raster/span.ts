import { scratchFor, type Scratch } from '../wasm/index.ts';

/** The lowest and the highest of some values, and how many of them are no numbers. */
export interface Span {
  low: number;
  high: number;
  holes: number;
}

/** So many values are looked at at a time: they stay in the cache. */
const BLOCK = 16_384;

/** Looks at values one by one. */
function widen(span: Span, data: Float32Array): Span {
  let { low, high, holes } = span;
  for (let i = 0; i < data.length; i++) {
    const v = data[i];
    if (v < low) low = v;
    if (v > high) high = v;
    // what is no number is not even 0 when it is taken from itself
    if (v - v !== 0) holes++;
  }
  return { low, high, holes };
}

/** Looks at a multiple of four values in the scratch memory. */
function quickSpan(made: Scratch, data: Float32Array): Span {
  const [at, out] = [made.room(4 * BLOCK), made.room(48)];
  const [ends, holes] = [made.floats(out, 8), made.integers(out + 32, 4)];
  ends.fill(Infinity, 0, 4).fill(-Infinity, 4);
  holes.fill(0);
  for (let i = 0; i < data.length; i += BLOCK) {
    const values = data.subarray(i, i + BLOCK);
    made.floats(at, values.length).set(values);
    made.kernel.span(at, values.length, out);
  }
  return {
    low: Math.min(...ends.subarray(0, 4)),
    high: Math.max(...ends.subarray(4)),
    holes: holes.reduce((sum, n) => sum + n, 0),
  };
}

/** The span of some values; of none it is upside down. Infinite ones are no numbers, but the lowest or highest all the same. */
export function spanOf(data: Float32Array): Span {
  const empty: Span = { low: Infinity, high: -Infinity, holes: 0 };
  const made = data.length > 3 ? scratchFor(4 * BLOCK + 48) : undefined;
  if (!made) return widen(empty, data);
  const whole = data.length - (data.length % 4);
  return widen(quickSpan(made, data.subarray(0, whole)), data.subarray(whole));
}
