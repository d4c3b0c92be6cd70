import type { Plate, Raster } from './raster.ts';

/** Share of pixels in each of `bins` equal classes of 0..1; values outside go to the end classes. */
export function histogram(source: Raster, bins = 64): number[] {
  const { data } = source;
  const counts = new Uint32Array(bins);
  for (let i = 0; i < data.length; i++) {
    const v = data[i];
    counts[v > 0 ? (v < 1 ? Math.floor(v * bins) : bins - 1) : 0]++;
  }
  return Array.from(counts, (n) => n / source.data.length);
}

/** Values that are enough to know where shares of them lie. */
const ENOUGH = 1_000_000;

/** The values below which each of `shares` of the values lie, to 1/1024; of very many every so many are looked at. */
export function quantiles(values: Float32Array, shares: readonly number[]): number[] {
  const bins = new Uint32Array(1025);
  const every = Math.max(1, Math.floor(values.length / ENOUGH));
  for (let i = 0; i < values.length; i += every) {
    const v = values[i];
    bins[v > 0 ? (v < 1 ? Math.floor(v * 1024) : 1024) : 0]++;
  }
  return shares.map((share) => {
    const goal = (share * values.length) / every;
    let sum = 0;
    for (let k = 0; k <= 1024; k++) {
      sum += bins[k];
      if (sum >= goal) return k / 1024;
    }
    return 1;
  });
}

/** The value below which `share` of the values lie, to 1/1024. */
export const quantile = (values: Float32Array, share: number): number => quantiles(values, [share])[0];

/** Calls `use` with the place of each pixel of the outermost ring, `widthPx` wide, row by row. */
function eachOfRing({ width, height }: Pick<Raster, 'width' | 'height'>, widthPx: number, use: (at: number) => void) {
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      if (Math.min(x, y, width - 1 - x, height - 1 - y) < widthPx) use(y * width + x);
      else x = width - 1 - widthPx;
    }
}

/** The outermost ring of pixels, `widthPx` wide. */
export function ring(source: Raster, widthPx: number): Float32Array {
  const out: number[] = [];
  eachOfRing(source, widthPx, (at) => out.push(source.data[at]));
  return Float32Array.from(out);
}

/** The middle one of the values along the border, `widthPx` wide. */
export function borderMiddle(source: Raster, widthPx: number): number {
  const sorted = ring(source, widthPx).sort();
  return sorted[Math.floor(sorted.length / 2)];
}

export interface BorderReport {
  max: number;
  /** share of the ring that prints */
  share: number;
  /** clear: nothing prints there; touches: some of it does; square: so much that every dab shows its frame */
  verdict: 'clear' | 'touches' | 'square';
}

/** A value that shows on paper when it ends in a straight line. */
const VISIBLE = 0.02;
/** Where all of the border prints, even this shows: dabs that lie close add up to much. */
const ADDS_UP = 0.004;
const ALL = 0.9;

/** Looks at the outermost pixel ring of what was cut: what prints there ends in a straight line at every dab. */
export const checkBorder = (source: Raster): BorderReport => judged(ring(source, 1));

/** The border of a plate, without making all of it a raster. */
export function plateBorder(plate: Plate): BorderReport {
  if (plate.heights) return checkBorder({ ...plate, data: plate.heights });
  const values: number[] = [];
  eachOfRing(plate, 1, (at) => values.push(plate.data[at] / 65535));
  return judged(values);
}

function judged(values: ArrayLike<number> & Iterable<number>): BorderReport {
  let max = 0;
  let printing = 0;
  let faint = 0;
  // of a relief a step down shows as well as a step up
  for (const value of values) {
    const v = Math.abs(value);
    if (v > max) max = v;
    if (v > VISIBLE) printing++;
    if (v > ADDS_UP) faint++;
  }
  const share = printing / values.length;
  if (faint > ALL * values.length) return { max, share: Math.max(share, faint / values.length), verdict: 'square' };
  return { max, share, verdict: max <= VISIBLE ? 'clear' : share > 0.12 ? 'square' : 'touches' };
}

/** Whether at least this share of the area prints; it looks no further than it takes to tell. */
export function covers({ data }: Raster, share: number): boolean {
  const enough = share * data.length;
  let sum = 0;
  for (let i = 0; i < data.length && sum < enough; i++) sum += Math.abs(data[i]);
  return sum >= enough;
}

/** Share of the area that prints, 0..1: the mean value; below the base plane of a relief as much as above it. */
export function coverage(source: Raster): number {
  const { data } = source;
  let sum = 0;
  for (let i = 0; i < data.length; i++) sum += Math.abs(data[i]);
  return sum / data.length;
}

/** How many different values a plate has. */
export function distinctLevels({ data }: Plate): number {
  const seen = new Uint8Array(65536);
  for (let i = 0; i < data.length; i++) seen[data[i]] = 1;
  let count = 0;
  for (let v = 0; v < seen.length; v++) count += seen[v];
  return count;
}
