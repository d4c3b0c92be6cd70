import { expMinus } from './exponential.ts';

/** 1 - e^-x: rises from 0, steep at first, toward 1. For x below 0 it is 0. */
export const saturate = (x: number): number => (x > 0 ? 1 - expMinus(x) : 0);

const square = (x: number): number => x * x;
/** 1 - e^-(x / half)^2, 0 for x below 0. */
export const saturateSquared = (x: number, scale: number): number => (x > 0 ? saturate(square(x / scale)) : 0);

/** Values that are enough to know where shares of them lie. */
const SAMPLE_SIZE = 16_384;

/** An even choice of very many values, at most so many, as a copy. */
export function evenSample(values: Float32Array, most: number): Float32Array {
  const every = values.length / most;
  if (every <= 1) return values.slice();
  const some = new Float32Array(most);
  for (let k = 0; k < most; k++) some[k] = values[Math.floor(k * every)];
  return some;
}

/** Brings the value that would stand at `place` in order of size there; none before it is larger, none behind smaller. */
function quickselect(values: Float32Array, place: number): void {
  let left = 0;
  let right = values.length - 1;
  while (left < right) {
    const pivot = values[(left + right) >> 1];
    let i = left;
    let j = right;
    while (i <= j) {
      while (values[i] < pivot) i++;
      while (values[j] > pivot) j--;
      if (i > j) break;
      const held = values[i];
      values[i++] = values[j];
      values[j--] = held;
    }
    if (place <= j) right = j;
    else if (place >= i) left = i;
    else return;
  }
}

/** The value below which a share (0..1) of the values lie, between neighbours in a straight line; 0 of none. */
export function percentile(values: Float32Array, share: number): number {
  if (values.length === 0) return 0;
  const some = evenSample(values, SAMPLE_SIZE);
  const at = share * (some.length - 1);
  const low = Math.floor(at);
  quickselect(some, low);
  const below = some[low];
  if (at === low) return below;
  let above = Infinity;
  for (let k = low + 1; k < some.length; k++) if (some[k] < above) above = some[k];
  return below + (above - below) * (at - low);
}

export const median = (values: ArrayLike<number>): number => percentile(Float32Array.from(values), 0.5);

/** The values above a threshold, in their order. */
export function valuesAbove(data: Float32Array, threshold: number): Float32Array {
  const out = new Float32Array(data.length);
  let count = 0;
  for (let i = 0; i < data.length; i++) if (data[i] > threshold) out[count++] = data[i];
  return out.subarray(0, count);
}

/** The values at the places of a set (0 and 1), in their order. */
export function valuesIn(data: Float32Array, set: Uint8Array): Float32Array {
  const out = new Float32Array(data.length);
  let count = 0;
  for (let i = 0; i < data.length; i++) if (set[i] === 1) out[count++] = data[i];
  return out.subarray(0, count);
}

export const mean = (values: ArrayLike<number>): number => {
  let sum = 0;
  for (let i = 0; i < values.length; i++) sum += values[i];
  return values.length > 0 ? sum / values.length : 0;
};

/** Standard deviation, of all values there are. */
export function deviation(values: ArrayLike<number>): number {
  const middle = mean(values);
  let sum = 0;
  for (let i = 0; i < values.length; i++) sum += square(values[i] - middle);
  return values.length > 0 ? Math.sqrt(sum / values.length) : 0;
}

/** The greatest value; 0 of none or of values below it. */
export function maxOf(values: ArrayLike<number>): number {
  let most = 0;
  for (let i = 0; i < values.length; i++) if (values[i] > most) most = values[i];
  return most;
}
