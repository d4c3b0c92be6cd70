import { scratchFor } from '../wasm/index.ts';

/** What every value v becomes: (v - less) gain + more, no less than `low` and no more than `high`. */
export interface Stretch {
  less: number;
  gain: number;
  more: number;
  low: number;
  high: number;
}

/** So many values are changed at a time: they stay in the cache. */
const BLOCK = 16_384;

/** Writes changed values, over those themselves where both are the same. In WebAssembly where there is some, with the same bits. */
export function stretch(from: Float32Array, to: Float32Array, by: Stretch): void {
  const made = scratchFor(4 * BLOCK);
  if (!made) {
    plainStretch(from, to, by);
    return;
  }
  const { less, gain, more, low, high } = by;
  const at = made.room(4 * BLOCK);
  for (let i = 0; i < from.length; i += BLOCK) {
    const held = made.floats(at, Math.min(BLOCK, from.length - i));
    held.set(from.subarray(i, i + held.length));
    made.kernel.stretch(at, held.length, less, gain, more, low, high);
    to.set(held, i);
  }
}

function plainStretch(from: Float32Array, to: Float32Array, { less, gain, more, low, high }: Stretch): void {
  for (let i = 0; i < to.length; i++) {
    const value = (from[i] - less) * gain + more;
    const raised = value < low ? low : value;
    to[i] = high < raised ? high : raised;
  }
}
