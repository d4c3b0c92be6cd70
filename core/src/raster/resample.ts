import { scratchFor } from '../wasm/index.ts';
import { raster, type Raster } from './raster.ts';

interface Taps {
  first: Int32Array;
  count: Int32Array;
  weights: Float64Array;
  most: number;
}

/** Weights of a triangle filter as wide as one target pixel in the source, at least one source pixel: no aliasing. */
function taps(from: number, to: number): Taps {
  const scale = from / to;
  const reach = Math.max(1, scale);
  const most = Math.ceil(reach) * 2 + 2;
  const t: Taps = { first: new Int32Array(to), count: new Int32Array(to), weights: new Float64Array(to * most), most };
  for (let i = 0; i < to; i++) {
    const centre = (i + 0.5) * scale - 0.5;
    const low = Math.max(0, Math.ceil(centre - reach + 1e-9));
    const high = Math.min(from - 1, Math.floor(centre + reach - 1e-9));
    let sum = 0;
    for (let k = low; k <= high; k++) sum += 1 - Math.abs(k - centre) / reach;
    t.first[i] = low;
    t.count[i] = high - low + 1;
    for (let k = low; k <= high; k++) t.weights[i * most + k - low] = (1 - Math.abs(k - centre) / reach) / sum;
  }
  return t;
}

function plainResample(source: Raster, across: Taps, down: Taps): Raster {
  const width = across.first.length;
  const height = down.first.length;
  const half = raster(width, source.height);
  const { first, count, weights, most } = across;
  const from = source.data;
  for (let y = 0; y < source.height; y++) {
    const row = y * source.width;
    for (let x = 0; x < width; x++) {
      let sum = 0;
      let at = row + first[x];
      const end = at + count[x];
      for (let k = x * most; at < end; at++, k++) sum += from[at] * weights[k];
      half.data[y * width + x] = sum;
    }
  }
  const target = raster(width, height);
  for (let y = 0; y < height; y++)
    for (let k = 0; k < down.count[y]; k++) {
      const weight = down.weights[y * down.most + k];
      const above = (down.first[y] + k) * width;
      const row = y * width;
      for (let x = 0; x < width; x++) target.data[row + x] += half.data[above + x] * weight;
    }
  return target;
}

/** Rows of a large raster are made wider or narrower in bands of about so many bytes. */
const BAND_BYTES = 1 << 22;

/** The same in WebAssembly, with the same bits; undefined where there is none, or the raster is too large for it. */
function quickResample({ width, height, data }: Raster, across: Taps, down: Taps): Raster | undefined {
  const target = raster(across.first.length, down.first.length);
  const ofTaps = ({ weights, first }: Taps): number => weights.byteLength + 2 * first.byteLength;
  const band = width * Math.max(1, Math.min(height, Math.floor(BAND_BYTES / (4 * width))));
  const bytes = 4 * band + 4 * target.width * height + target.data.byteLength + ofTaps(across) + ofTaps(down);
  const made = scratchFor(bytes);
  if (!made) return undefined;
  const placed = ({ first, count, weights, most }: Taps) =>
    [made.put(first), made.put(count), made.put(weights), most] as const;
  const from = made.room(4 * band);
  const half = made.room(4 * target.width * height);
  const to = made.room(target.data.byteLength);
  const rows = placed(across);
  for (let at = 0; at < data.length; at += band) {
    const values = data.subarray(at, at + band);
    made.floats(from, values.length).set(values);
    const y = at / width;
    made.kernel.resampleRows(from, half + 4 * target.width * y, width, target.width, values.length / width, ...rows);
  }
  made.kernel.resampleColumns(half, to, target.width, target.height, ...placed(down));
  target.data.set(made.floats(to, target.data.length));
  return target;
}

/** The raster at another size, filtered. A size of its own comes back as a copy. */
export function resample(source: Raster, width: number, height: number): Raster {
  if (width === source.width && height === source.height) return { ...source, data: source.data.slice() };
  const across = taps(source.width, width);
  const down = taps(source.height, height);
  return quickResample(source, across, down) ?? plainResample(source, across, down);
}
