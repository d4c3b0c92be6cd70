import { AmberError } from '../errors.ts';
import type { Picture } from '../raster/picture.ts';
import type { Size } from '../cut/step.ts';
import { heightPlate, type Plate, type Raster } from '../raster/raster.ts';
import { DataTexture, FloatType, HalfFloatType, RGBAFormat } from 'three';
import { EXRExporter, ZIP_COMPRESSION } from 'three/examples/jsm/exporters/EXRExporter.js';
import { EXRLoader } from 'three/examples/jsm/loaders/EXRLoader.js';
import { checkExr, exrChannels, isExr, withBrightness } from './exr-header.ts';
import { decodePlate, encodePlate, MAX_PLATE_SIDE } from './png.ts';

const bits = new DataView(new ArrayBuffer(4));

/** The half that lies nearest to a value: the writer cuts off what a half cannot hold. */
function nearestHalf(v: number): number {
  if (v === 0) return v;
  bits.setFloat32(0, v);
  const exponent = ((bits.getUint32(0) >>> 23) & 255) - 127;
  const step = 2 ** (Math.max(-14, exponent) - 10);
  return Math.round(v / step) * step;
}

/** A picture of three floats a px as OpenEXR with lossless ZIP, as float or half; `at` gives a value by px and colour. */
async function encodeThree(
  { width, height }: Size,
  format: 'float' | 'half',
  at: (px: number, colour: number) => number,
): Promise<Uint8Array> {
  const rgba = new Float32Array(width * height * 4);
  // rows run upwards in a texture
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const to = ((height - 1 - y) * width + x) * 4;
      for (let c = 0; c < 3; c++) {
        const exact = at(y * width + x, c);
        rgba[to + c] = format === 'half' ? nearestHalf(exact) : exact;
      }
      rgba[to + 3] = 1;
    }
  const texture = new DataTexture(rgba, width, height, RGBAFormat, FloatType);
  const type = format === 'half' ? HalfFloatType : FloatType;
  return new EXRExporter().parse(texture, { type, compression: ZIP_COMPRESSION });
}

/** Heights as OpenEXR: the same value in R, G and B. */
export const encodeExr = (heights: Raster, format: 'float' | 'half'): Promise<Uint8Array> =>
  encodeThree(heights, format, (px) => heights.data[px]);

/** Clay that hangs over as OpenEXR: R, G, B are how far each px moves to the right, up and towards the eye, in shares of the side. */
export const encodeDisplacement = (size: Size, moves: Float32Array, format: 'float' | 'half'): Promise<Uint8Array> =>
  encodeThree(size, format, (px, colour) => moves[3 * px + colour]);

/** The values of a checked OpenEXR file, row by row from the top, in as many channels as the reader gives. */
function valuesOf(bytes: Uint8Array, where: string) {
  try {
    const read = new EXRLoader().setDataType(FloatType).parse(new Uint8Array(bytes).buffer);
    const { width = 0, height = 0 } = read;
    const values = read.data as Float32Array;
    return { width, height, values, channels: values.length / (width * height) };
  } catch (cause) {
    const reason = cause instanceof Error ? cause.message.replace(/^THREE\.\w+:\s*/, '').split('\n')[0] : String(cause);
    throw new AmberError('bad-picture', `${where} cannot be read as OpenEXR (${reason}); export it again.`, where);
  }
}

/** Channels that are read as colours or brightness as they are. */
const USUAL = new Set(['R', 'G', 'B', 'A', 'Y', 'RY', 'BY']);
const MOST_NAMED = 3;

/** The names that are no colours; all where there are none: a file may have one colour alone. */
function ownNames(names: readonly string[]): readonly string[] {
  const own = names.filter((name) => !USUAL.has(name));
  return own.length > 0 ? own : names;
}

/** Channels with names of their own, up to three of them, as a picture that carries their names. */
function namedPicture(bytes: Uint8Array, where: string, names: readonly string[]): Picture {
  const read = names.slice(0, MOST_NAMED).map((name) => valuesOf(withBrightness(bytes, name, where), where));
  const [{ width, height }] = read;
  const channels = read.length === 1 ? 1 : 3;
  const data = new Float32Array(width * height * channels);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++)
      for (let c = 0; c < channels; c++) {
        // of two the second stands twice, so that there are three as in every picture of colours
        const one = read[Math.min(c, read.length - 1)];
        data[(y * width + x) * channels + c] = one.values[((height - 1 - y) * width + x) * one.channels];
      }
  return { width, height, channels, data, names: names.slice(0, MOST_NAMED) };
}

/**
 * An OpenEXR file as a picture of floats: one channel where all colours are the same, else three; channels of other names
 * than those of colours carry them. Throws bad-picture.
 */
export function exrPicture(bytes: Uint8Array, where: string): Picture {
  checkExr(bytes, where);
  const names = exrChannels(bytes, where);
  if (!names.includes('Y') && !['R', 'G', 'B'].every((name) => names.includes(name)))
    return namedPicture(bytes, where, ownNames(names));
  const { width, height, values, channels } = valuesOf(bytes, where);
  let gray = true;
  for (let i = 0; i < values.length && gray && channels >= 3; i += channels)
    gray = Object.is(values[i], values[i + 1]) && Object.is(values[i], values[i + 2]);
  const kept = gray || channels < 3 ? 1 : 3;
  const data = new Float32Array(width * height * kept);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++)
      for (let c = 0; c < kept; c++)
        data[(y * width + x) * kept + c] = values[((height - 1 - y) * width + x) * channels + c];
  return { width, height, channels: kept, data };
}

/** The file of a plate: 16-bit PNG, or OpenEXR with every float where it is one of heights. */
export const plateFile = async ({ heights, ...plate }: Plate): Promise<Uint8Array> =>
  heights ? encodeExr({ ...plate, data: heights }, 'float') : encodePlate(plate);

/** Reads the file of a plate, PNG or OpenEXR. Throws bad-picture and picture-too-large. */
export function readPlateFile(bytes: Uint8Array, where: string): Plate {
  if (!isExr(bytes)) return decodePlate(bytes, where);
  const { width, height, channels, data } = exrPicture(bytes, where);
  if (width > MAX_PLATE_SIDE || height > MAX_PLATE_SIDE)
    throw new AmberError(
      'picture-too-large',
      `${where} has ${width} x ${height} px; a plate may have at most ${MAX_PLATE_SIDE} px a side.`,
      where,
    );
  const values = Float32Array.from({ length: width * height }, (_, i) => data[i * channels]);
  if (values.some((v) => !Number.isFinite(v)))
    throw new AmberError('bad-picture', `${where} has values that are not numbers; export it again.`, where);
  return heightPlate({ width, height, data: values });
}
