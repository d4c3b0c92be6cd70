import { AmberError } from '../errors.ts';
import type { Picture } from '../raster/picture.ts';
import type { Size } from '../cut/step.ts';
import { heightPlate, type Plate, type Raster } from '../raster/raster.ts';
import { DataTexture, FloatType, HalfFloatType, RGBAFormat } from 'three';
import { EXRExporter, ZIP_COMPRESSION } from 'three/examples/jsm/exporters/EXRExporter.js';
import { EXRLoader } from 'three/examples/jsm/loaders/EXRLoader.js';
import { checkExr, isExr, withBrightness, type ExrFile } from './exr-header.ts';
import { encodeHeights } from './exr-write.ts';
import {
  inflate,
  isPlain,
  readPlanes,
  sameBits,
  zlibStreams,
  type Inflate,
  type Planes,
  type ZlibStream,
} from './exr-planes.ts';
import { decodePlate, encodePlate, MAX_PLATE_SIDE } from './png.ts';
import { OwnReason, reasonOf } from './reason.ts';

export { inflate, type Inflate, type ZlibStream };

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

const unreadable = (cause: unknown, where: string): AmberError => {
  const reason = reasonOf(cause);
  return new AmberError('bad-picture', `${where} cannot be read as OpenEXR (${reason}); export it again.`, where);
};

/** Channels by the library's reader, which knows all compressions: the first ones of what it gives, the right way up. */
function planesByLibrary(bytes: Uint8Array, count: number): Planes {
  const read = new EXRLoader().setDataType(FloatType).parse(new Uint8Array(bytes).buffer);
  const { width = 0, height = 0 } = read;
  const values = read.data as Float32Array;
  const channels = values.length / (width * height);
  const plane = (c: number) => {
    const data = new Float32Array(width * height);
    for (let y = 0, i = 0; y < height; y++)
      for (let x = 0, from = (height - 1 - y) * width * channels + c; x < width; x++, from += channels)
        data[i++] = values[from];
    return data;
  };
  const planes = Array.from({ length: Math.min(count, channels) }, (_, c) => plane(c));
  return { width, height, planes: planes.map((one) => (sameBits(one, planes[0]) ? planes[0] : one)) };
}

const COLOURS = ['R', 'G', 'B'];

/** Channels of names of their own, one after the other. */
function namedByLibrary(bytes: Uint8Array, file: ExrFile, names: readonly string[], where: string): Planes {
  const read = names.map((name) => planesByLibrary(withBrightness(bytes, file, name, where), 1));
  return { ...read[0], planes: read.map(({ planes }) => planes[0]) };
}

function readAny(bytes: Uint8Array, file: ExrFile, names: readonly string[], where: string, by: Inflate): Planes {
  if (isPlain(file)) return readPlanes(bytes, file, names, by);
  if (names === COLOURS || names[0] === 'Y') return planesByLibrary(bytes, COLOURS.length);
  return namedByLibrary(bytes, file, names, where);
}

/** The wanted channels of a checked file. */
function planesOf(bytes: Uint8Array, file: ExrFile, names: readonly string[], where: string, by: Inflate): Planes {
  try {
    const read = readAny(bytes, file, names, where, by);
    // what a damaged file says of itself may leave nothing to read
    if (!read.planes[0]) throw new OwnReason('it holds no values');
    return read;
  } catch (cause) {
    throw cause instanceof AmberError ? cause : unreadable(cause, where);
  }
}

/** Channels that are read as colours or brightness as they are. */
const USUAL = new Set([...COLOURS, 'A', 'Y', 'RY', 'BY']);
const MOST_NAMED = 3;

/** The names that are no colours, up to three; of all where there are none: a file may have one colour alone. */
function ownNames(names: readonly string[]): readonly string[] {
  const own = names.filter((name) => !USUAL.has(name));
  return (own.length > 0 ? own : names).slice(0, MOST_NAMED);
}

function wantedOf(names: readonly string[]): readonly string[] {
  if (COLOURS.every((name) => names.includes(name))) return COLOURS;
  return names.includes('Y') ? ['Y'] : ownNames(names);
}

/** One plane as it is, several px by px; of two the second stands twice: every picture of colours has three. */
function picture({ width, height, planes }: Planes): Picture {
  if (planes.length === 1) return { width, height, channels: 1, data: planes[0] };
  const data = new Float32Array(width * height * 3);
  for (let c = 0; c < 3; c++) {
    const plane = planes[Math.min(c, planes.length - 1)];
    for (let i = 0, to = c; i < plane.length; i++, to += 3) data[to] = plane[i];
  }
  return { width, height, channels: 3, data };
}

/**
 * An OpenEXR file as a picture of floats: one channel where all colours are the same, else three; channels of other names
 * than those of colours carry them. `by`: what inflates it, where there is something faster. Throws bad-picture.
 */
export function exrPicture(bytes: Uint8Array, where: string, by: Inflate = inflate): Picture {
  const file = checkExr(bytes, where);
  const names = wantedOf(file.channels.map(({ name }) => name));
  const read = planesOf(bytes, file, names, where, by);
  if (names !== COLOURS && names[0] !== 'Y') return { ...picture(read), names: [...names] };
  const gray = read.planes.every((plane) => plane === read.planes[0]);
  return picture(gray ? { ...read, planes: read.planes.slice(0, 1) } : read);
}

/** What of a file is to be inflated, for whoever inflates it beforehand: nothing of one that is read otherwise. Throws bad-picture. */
export const exrStreams = (bytes: Uint8Array, where: string): ZlibStream[] =>
  zlibStreams(bytes, checkExr(bytes, where));

/** The file of a plate: 16-bit PNG, or OpenEXR with every float where it is one of heights. */
export const plateFile = ({ heights, ...plate }: Plate): Uint8Array =>
  heights ? encodeHeights({ ...plate, data: heights }) : encodePlate(plate);

/** Reads the file of a plate, PNG or OpenEXR; `by` inflates it. Throws bad-picture and picture-too-large. */
export function readPlateFile(bytes: Uint8Array, where: string, by: Inflate = inflate): Plate {
  if (!isExr(bytes)) return decodePlate(bytes, where);
  const { width, height, channels, data } = exrPicture(bytes, where, by);
  if (width > MAX_PLATE_SIDE || height > MAX_PLATE_SIDE)
    throw new AmberError(
      'picture-too-large',
      `${where} has ${width} x ${height} px; a plate may have at most ${MAX_PLATE_SIDE} px a side.`,
      where,
    );
  const floats = data as Float32Array;
  const values =
    channels === 1 ? floats : Float32Array.from({ length: width * height }, (_, i) => floats[i * channels]);
  if (values.some((v) => !Number.isFinite(v)))
    throw new AmberError('bad-picture', `${where} has values that are not numbers; export it again.`, where);
  return heightPlate({ width, height, data: values });
}
