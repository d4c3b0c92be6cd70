import { scratchFor } from '../wasm/index.ts';

const FAR = 1e6;

/** Distance in px along the column to the nearest pixel of the set: once downwards, once upwards, row by row. */
function alongColumns(inSet: Uint8Array, width: number): Float32Array {
  const near = new Float32Array(inSet.length);
  for (let i = 0; i < near.length; i++) near[i] = inSet[i] ? 0 : i < width ? FAR : Math.min(FAR, near[i - width] + 1);
  for (let i = near.length - width - 1; i >= 0; i--) if (near[i + width] + 1 < near[i]) near[i] = near[i + width] + 1;
  return near;
}

/**
 * Euclidean distance in px from each pixel's centre to the centre of the nearest pixel of the set; far when it is empty.
 * Columns by two sweeps, rows by the lower envelope of parabolas (Felzenszwalb and Huttenlocher 2012). In WebAssembly
 * where there is some, with the same bits.
 */
export function distanceTo(inSet: Uint8Array, width: number, height: number): Float32Array {
  const made = inSet.length > 0 ? scratchFor(5 * inSet.length + 32 * (width + 2)) : undefined;
  if (!made) return plainDistanceTo(inSet, width, height);
  const [set, near] = [made.put(inSet), made.room(4 * inSet.length)];
  made.kernel.distances(set, near, width, height, made.room(32 * (width + 2)));
  return made.floats(near, inSet.length).slice();
}

function plainDistanceTo(inSet: Uint8Array, width: number, height: number): Float32Array {
  const near = alongColumns(inSet, width);
  const squares = new Float64Array(width);
  const places = new Int32Array(width);
  const borders = new Float64Array(width + 1);
  for (let y = 0; y < height; y++) {
    const row = y * width;
    for (let x = 0; x < width; x++) squares[x] = near[row + x] * near[row + x];
    let k = 0;
    places[0] = 0;
    borders[0] = -Infinity;
    borders[1] = Infinity;
    for (let q = 1; q < width; q++) {
      let s = crossing(squares, places[k], q);
      while (s <= borders[k]) s = crossing(squares, places[--k], q);
      places[++k] = q;
      borders[k] = s;
      borders[k + 1] = Infinity;
    }
    k = 0;
    for (let x = 0; x < width; x++) {
      while (borders[k + 1] < x) k++;
      const d = x - places[k];
      near[row + x] = Math.sqrt(d * d + squares[places[k]]);
    }
  }
  return near;
}

/** Where the parabola of q begins to lie below that of p. */
const crossing = (squares: Float64Array, p: number, q: number): number =>
  (squares[q] + q * q - squares[p] - p * p) / (2 * (q - p));

/** Which pixels print above a threshold, as 0 and 1. */
export function maskOf(data: Float32Array, threshold: number): Uint8Array {
  const mask = new Uint8Array(data.length);
  for (let i = 0; i < data.length; i++) mask[i] = data[i] > threshold ? 1 : 0;
  return mask;
}

/** Which pixels do not. */
export function outsideOf(data: Float32Array, threshold: number): Uint8Array {
  const mask = new Uint8Array(data.length);
  for (let i = 0; i < data.length; i++) mask[i] = data[i] > threshold ? 0 : 1;
  return mask;
}
