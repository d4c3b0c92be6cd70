import { AmberError } from '../errors.ts';
import { sampleScale, type Picture } from '../raster/picture.ts';
import { raster, type Raster } from '../raster/raster.ts';
import { spanOf } from '../raster/span.ts';

export const CHANNELS = ['gray', 'red', 'green', 'blue'] as const;

/** The values of one channel as they stand in the file: integers over their full scale, floats as they are. */
function valuesOf(picture: Picture, channel: string): Raster {
  const { width, height, channels, data } = picture;
  if (channels === 1 && data instanceof Float32Array) return { width, height, data };
  const target = raster(width, height);
  const scale = sampleScale(picture);
  const colours = channels >= 3 ? 3 : 1;
  const one = CHANNELS.indexOf(channel as (typeof CHANNELS)[number]) - 1;
  const from = one >= 0 && one < colours ? one : 0;
  if (colours === 1 || one >= 0)
    for (let i = 0, p = from; i < target.data.length; i++, p += channels) target.data[i] = data[p] * scale;
  else
    for (let i = 0, p = 0; i < target.data.length; i++, p += channels)
      target.data[i] = ((data[p] + data[p + 1] + data[p + 2]) / 3) * scale;
  return target;
}

/** How many values of a picture are not numbers; only floats can have any. */
export const holesOf = ({ data }: Picture): number => (data instanceof Float32Array ? spanOf(data).holes : 0);

/** The mean of the eight neighbours that are numbers; undefined without any. */
function meanAround(data: Float32Array, width: number, i: number): number | undefined {
  const x = i % width;
  let sum = 0;
  let n = 0;
  for (let dy = -width; dy <= width; dy += width)
    for (let dx = -1; dx <= 1; dx++) {
      const k = i + dy + dx;
      if (k < 0 || k >= data.length || x + dx < 0 || x + dx >= width || !Number.isFinite(data[k])) continue;
      sum += data[k];
      n++;
    }
  return n > 0 ? sum / n : undefined;
}

/** Gives each value that is no number the mean of its neighbours that are, ring by ring inwards. */
function fillHoles({ width, data }: Raster): void {
  let open: number[] = [];
  for (let i = 0; i < data.length; i++) if (!Number.isFinite(data[i])) open.push(i);
  while (open.length > 0) {
    const filled: [number, number][] = [];
    for (const i of open) {
      const mean = meanAround(data, width, i);
      if (mean !== undefined) filled.push([i, mean]);
    }
    if (filled.length === 0) throw new AmberError('bad-picture', 'None of its values is a number; export it again.');
    for (const [i, v] of filled) data[i] = v;
    open = open.filter((i) => !Number.isFinite(data[i]));
  }
}

/** One channel of a source as heights, in values of its file. */
export interface HeightValues {
  /** with its holes filled */
  values: Raster;
  low: number;
  high: number;
  /** how many values were no numbers */
  holes: number;
}

function readValues(picture: Picture, channel: string): HeightValues {
  const read = valuesOf(picture, channel);
  const span = spanOf(read.data);
  if (span.holes === 0) return { values: read, ...span };
  const values = { ...read, data: read.data.slice() };
  fillHoles(values);
  return { values, ...spanOf(values.data), holes: span.holes };
}

/** What was read last of each source: it is asked for by the first guess, by each of its reasons and by every cut. */
const latest = new WeakMap<Picture, HeightValues & { channel: string }>();

/** One channel of a source as heights; not to be written to. Throws bad-picture where none of it is a number. */
export function heightValues(picture: Picture, channel: string): HeightValues {
  const kept = latest.get(picture);
  if (kept?.channel === channel) return kept;
  const read = { ...readValues(picture, channel), channel };
  latest.set(picture, read);
  return read;
}
