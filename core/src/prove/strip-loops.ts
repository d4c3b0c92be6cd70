import { raster, type Raster } from '../raster/raster.ts';
import { scratchFor, type Scratch } from '../wasm/index.ts';

// Loops over every px of a strip: in WebAssembly where there is some, with the same bits as the plain ones beside them.

/** How a loop of the kernel is run over some values: `put` holds where each lot of them lies. */
type Run = (made: Scratch, put: readonly number[], out: number) => void;

/** Writes what a loop makes of some values to `out`; false without WebAssembly. */
function ranOver(rasters: readonly Float32Array[], out: Float32Array, run: Run): boolean {
  const bytes = out.byteLength + rasters.reduce((sum, { byteLength }) => sum + byteLength, 0);
  const made = scratchFor(bytes);
  if (!made) return false;
  const put = rasters.map((values) => made.put(values));
  const to = made.room(out.byteLength);
  run(made, put, to);
  out.set(made.floats(to, out.length));
  return true;
}

/** The same with a loop that changes the first raster. */
function ranInPlace(rasters: readonly Float32Array[], out: Float32Array, run: Run): boolean {
  const made = scratchFor(rasters.reduce((sum, { byteLength }) => sum + byteLength, 0));
  if (!made) return false;
  const put = rasters.map((values) => made.put(values));
  run(made, put, put[0]);
  out.set(made.floats(put[0], out.length));
  return true;
}

/** A product of two rasters, px by px. */
export function product(a: Raster, { data: b }: Raster): Raster {
  const out = raster(a.width, a.height);
  if (!ranInPlace([a.data, b], out.data, ({ kernel }, [x, y]) => kernel.times(x, y, b.length)))
    for (let i = 0; i < b.length; i++) out.data[i] = a.data[i] * b[i];
  return out;
}

/** Takes a raster away from another, px by px. */
export function takeAway({ data: from }: Raster, { data: less }: Raster): void {
  if (!ranInPlace([from, less], from, ({ kernel }, [x, y]) => kernel.minus(x, y, less.length)))
    for (let i = 0; i < less.length; i++) from[i] -= less[i];
}

/** 1 where a raster prints more than `least`, 0 elsewhere. */
export function printingAbove({ width, height, data }: Raster, least: number): Raster {
  const out = raster(width, height);
  if (!ranOver([data], out.data, ({ kernel }, [from], to) => kernel.above(from, data.length, least, to)))
    for (let i = 0; i < data.length; i++) out.data[i] = data[i] > least ? 1 : 0;
  return out;
}

/** A set (0 and 1) with the px above, below and beside each of its own. */
export function widened({ width, height, data }: Raster): Raster {
  const out = raster(width, height);
  if (!ranOver([data], out.data, ({ kernel }, [from], to) => kernel.widened(from, width, height, to)))
    plainWidened(data, out);
  return out;
}

function plainWidened(data: Float32Array, { width, height, data: out }: Raster): void {
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++, i++) {
      const up = y > 0 ? data[i - width] : 0;
      const down = y < height - 1 ? data[i + width] : 0;
      const before = x > 0 ? data[i - 1] : 0;
      const behind = x < width - 1 ? data[i + 1] : 0;
      out[i] = Math.max(data[i], up, down, before, behind);
    }
}

/** 1 from the first to the last row of each column, 0 elsewhere. */
export function filledColumns(first: Float32Array, last: Float32Array, height: number): Raster {
  const width = first.length;
  const out = raster(width, height);
  if (
    !ranOver([first, last], out.data, ({ kernel }, [from, to], into) => kernel.columns(from, to, width, height, into))
  )
    for (let y = 0, i = 0; y < height; y++)
      for (let x = 0; x < width; x++, i++) out.data[i] = y >= first[x] && y <= last[x] ? 1 : 0;
  return out;
}

/** Tone less the mean around it (`local` by `weight`), as far as it lies `within` the edges, 0..1. */
export function lessLocal({ width, height, data }: Raster, local: Raster, weight: Raster, within: Raster): Raster {
  const out = raster(width, height);
  const all = [data, local.data, weight.data, within.data];
  const ran = ranInPlace(all, out.data, ({ kernel }, [v, mean, by, share]) =>
    kernel.inside(v, mean, by, share, data.length),
  );
  if (!ran)
    for (let i = 0; i < data.length; i++)
      out.data[i] = (data[i] - local.data[i] / Math.max(1e-3, weight.data[i])) * within.data[i];
  return out;
}

/** Takes what runs along the path (`streaks` by `depth`) out of a raster, as far as it lies `within` the edges. */
export function takeStreaks({ data }: Raster, streaks: Raster, depth: Raster, within: Raster): void {
  const all = [data, streaks.data, depth.data, within.data];
  const ran = ranInPlace(all, data, ({ kernel }, [v, streak, by, share]) =>
    kernel.lessStreaks(v, streak, by, share, data.length),
  );
  if (!ran)
    for (let i = 0; i < data.length; i++) data[i] -= (streaks.data[i] / Math.max(0.05, depth.data[i])) * within.data[i];
}

/** How a raster rises along its rows, for each px; nothing at both ends. */
export function slopesAlong({ width, height, data }: Raster): Raster {
  const out = raster(width, height);
  if (ranOver([data], out.data, ({ kernel }, [from], to) => kernel.slopesAlong(from, width, height, to))) return out;
  for (let y = 0; y < height; y++)
    for (let x = 1, i = y * width + 1; x < width - 1; x++, i++) out.data[i] = (data[i + 1] - data[i - 1]) / 2;
  return out;
}

/** A raster read between its px, all by the same shares of the way to the right and down: a px less wide and high. */
export function mixedRows({ width, height, data }: Raster, fx: number, fy: number): Raster {
  const out = raster(width - 1, height - 1);
  const ran = ranOver([data], out.data, ({ kernel }, [from], to) => {
    for (let y = 0; y < out.height; y++) {
      const upper = from + 4 * y * width;
      kernel.shiftedRow(upper, upper + 4 * width, out.width, fx, fy, to + 4 * y * out.width);
    }
  });
  if (ran) return out;
  for (let y = 0, at = 0; y < out.height; y++)
    for (let x = 0, i = y * width; x < out.width; x++, i++, at++) {
      const upper = data[i] + (data[i + 1] - data[i]) * fx;
      const low = data[i + width] + (data[i + width + 1] - data[i + width]) * fx;
      out.data[at] = upper + (low - upper) * fy;
    }
  return out;
}
