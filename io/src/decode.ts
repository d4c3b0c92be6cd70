import { holesError, holesOf } from '@amber-stamp/core/cut';
import { AmberError } from '@amber-stamp/core/errors';
import { isExr, reasonOf, SPAN_KEY, spanFromText } from '@amber-stamp/core/formats';
import { checkPixels, MAX_PIXELS, reducePicture, workingFactor, type Picture } from '@amber-stamp/core/raster';
import { decode as decodePng } from 'fast-png';
import { inflateSync } from 'node:zlib';
import sharp, { type Metadata, type SharpOptions } from 'sharp';
import { checkPngChunks, type PngChunks } from './png-chunks.ts';
import { isSvg, svgAsPng } from './svg.ts';

/** What the file says of itself, upright as it will be seen. */
export interface PictureInfo {
  format: string;
  width: number;
  height: number;
  channels: number;
  bits: 8 | 16 | 32;
}

export const MAX_FILE_BYTES = 300 * 1024 * 1024;
const FORMATS = new Set(['png', 'jpeg', 'webp', 'tiff', 'heif', 'gif']);
const SUPPORTED = 'PNG, JPEG, WebP, TIFF, AVIF, GIF, SVG or OpenEXR';

const unreadable = (where: string, reason: string) =>
  new AmberError(
    'bad-picture',
    `${where} cannot be read as a picture (${reason}); export it again as ${SUPPORTED}.`,
    where,
  );

function open(bytes: Uint8Array, options: SharpOptions = {}) {
  return sharp(bytes, { limitInputPixels: MAX_PIXELS, failOn: 'warning', sequentialRead: true, ...options });
}

function checkSize(bytes: Uint8Array, where: string): void {
  if (bytes.length === 0)
    throw new AmberError('empty-file', `${where} is empty (0 bytes); choose another file.`, where);
  if (bytes.length > MAX_FILE_BYTES)
    throw new AmberError(
      'file-too-large',
      `${where} has more than ${MAX_FILE_BYTES / 1048576} MB; make it smaller first.`,
      where,
    );
}

/** What a picture file says of itself, and the kinds of its chunks where it is a PNG. */
type Known = Metadata & { kinds?: PngChunks['kinds'] };

/** A file is decoded and then asked what it says of itself: it is checked once as long as its bytes are there. */
const known = new WeakMap<Uint8Array, Known>();

async function metadataOf(bytes: Uint8Array, where: string): Promise<Known> {
  const there = known.get(bytes) ?? (await readMetadata(bytes, where));
  known.set(bytes, there);
  return there;
}

async function readMetadata(bytes: Uint8Array, where: string): Promise<Known> {
  checkSize(bytes, where);
  const png = checkPngChunks(bytes, where);
  if (png) checkPixels(where, png.width, png.height);
  let meta: Metadata;
  try {
    meta = await sharp(bytes, { limitInputPixels: false }).metadata();
  } catch (cause) {
    throw unreadable(where, reasonOf(cause));
  }
  if (!FORMATS.has(meta.format)) throw unreadable(where, `it is ${meta.format}`);
  checkPixels(where, meta.width, meta.height);
  return { ...meta, kinds: png?.kinds };
}

const bitsOf = (meta: Metadata): 8 | 16 | 32 =>
  meta.depth === 'float' || meta.depth === 'double' ? 32 : meta.depth === 'ushort' || meta.depth === 'short' ? 16 : 8;

const turned = (meta: Metadata): boolean => (meta.orientation ?? 1) >= 5;

function infoOf(meta: Metadata): PictureInfo {
  const [width, height] = turned(meta) ? [meta.height, meta.width] : [meta.width, meta.height];
  const format = meta.format === 'heif' ? 'avif' : meta.format;
  return { format, width, height, channels: Math.min(4, meta.channels), bits: bitsOf(meta) };
}

/** Node's own inflater takes a third of the time of one in JavaScript. */
export function inflateQuickly(packed: Uint8Array, size: number): Uint8Array {
  const { buffer, byteOffset, length } = inflateSync(packed, { maxOutputLength: size, chunkSize: Math.max(64, size) });
  return new Uint8Array(buffer, byteOffset, length);
}

/** A file is looked at and then decoded: what was read of it is kept as long as its bytes. */
const readExrs = new WeakMap<Uint8Array, Picture>();

/** A picture of floats in the form that libvips does not read; undefined for all others. Its reader is loaded when it is needed. */
async function openExr(bytes: Uint8Array, where: string): Promise<Picture | undefined> {
  if (!isExr(bytes)) return undefined;
  checkSize(bytes, where);
  const there = readExrs.get(bytes);
  if (there) return there;
  const { exrPicture } = await import('@amber-stamp/core/exr');
  const picture = exrPicture(bytes, where, inflateQuickly);
  readExrs.set(bytes, picture);
  return picture;
}

/** Reads what a picture file says of itself. Throws the coded errors of `decodePicture`. */
export async function probePicture(bytes: Uint8Array, where: string): Promise<PictureInfo> {
  const exr = await openExr(bytes, where);
  if (exr) return { format: 'exr', width: exr.width, height: exr.height, channels: exr.channels, bits: 32 };
  if (isSvg(bytes)) return { ...infoOf(await metadataOf(await svgAsPng(bytes, where), where)), format: 'svg' };
  return infoOf(await metadataOf(bytes, where));
}

const MB = 1024 * 1024;
/** PNG up to so much, unfolded, is read as exactly as it stands; larger ones are made smaller as they are read. */
const MOST_EXACT = 160 * MB;
/** What cannot be made smaller as it is read: 16 bit and floats. */
const MOST_DEEP = 320 * MB;

const unfolded = ({ width, height }: PictureInfo, meta: Metadata): number =>
  width * height * meta.channels * (bitsOf(meta) / 8);

/** Throws picture-too-large where the numbers of a picture would fill too much memory. */
function checkUnfolded(info: PictureInfo, meta: Metadata, where: string): void {
  const bytes = unfolded(info, meta);
  if (info.bits > 8 && bytes > MOST_DEEP)
    throw new AmberError(
      'picture-too-large',
      `${where} unfolds to ${Math.round(bytes / MB)} MB at ${info.bits} bit; up to ${MOST_DEEP / MB} MB can be read. Make it smaller, or export it at 8 bit.`,
      where,
    );
}

/** Whether libvips gives the numbers of a PNG of 8 bit as they stand: then it takes a fifth of the time. */
const isPlainPng = ({ channels, bitsPerSample, kinds }: Known): boolean =>
  bitsPerSample === 8 && channels !== 2 && !kinds?.has('tRNS') && !kinds?.has(`tEXt ${SPAN_KEY}`);

/** PNG without palette: the numbers exactly as they stand in the file, whatever profile or gamma it carries. */
async function exactPng(bytes: Uint8Array, meta: Known, where: string): Promise<Picture | undefined> {
  if (meta.format !== 'png' || meta.isPalette || (meta.orientation ?? 1) > 1) return undefined;
  if (isPlainPng(meta)) return viaSharp(bytes, meta, 1, { ignoreIcc: true });
  try {
    const png = decodePng(bytes);
    if (png.palette || png.transparency || png.depth < 8 || png.data instanceof Uint8ClampedArray) return undefined;
    const { width, height, data, text } = png;
    const span = spanFromText(text);
    return { width, height, channels: png.channels as Picture['channels'], data, ...(span ? { span } : {}) };
  } catch (cause) {
    throw unreadable(where, reasonOf(cause));
  }
}

/** Decodes by libvips; `factor` makes pictures of 8 bit smaller on the way, JPEG as it is decoded. */
async function viaSharp(
  bytes: Uint8Array,
  meta: Metadata,
  factor: number,
  options: SharpOptions = {},
): Promise<Picture> {
  const bits = bitsOf(meta);
  const gray = meta.channels <= 2;
  let pipeline = open(bytes, options).autoOrient();
  if (bits === 8 && factor > 1) {
    const { width, height } = infoOf(meta);
    const box = { width: Math.floor(width / factor), height: Math.floor(height / factor) };
    pipeline = pipeline.resize({ ...box, fit: 'fill', kernel: 'linear' });
  }
  if (bits === 32) pipeline = pipeline.pipelineColourspace('b-w').toColourspace('b-w');
  else if (bits === 16) pipeline = pipeline.toColourspace(gray ? 'grey16' : 'rgb16');
  else pipeline = pipeline.toColourspace(gray ? 'b-w' : 'srgb');
  const { data, info } = await pipeline
    .raw({ depth: bits === 32 ? 'float' : bits === 16 ? 'ushort' : 'uchar' })
    .toBuffer({ resolveWithObject: true });
  const buffer = data.buffer.slice(data.byteOffset, data.byteOffset + data.byteLength);
  const samples =
    bits === 32 ? new Float32Array(buffer) : bits === 16 ? new Uint16Array(buffer) : new Uint8Array(buffer);
  return { width: info.width, height: info.height, channels: info.channels as Picture['channels'], data: samples };
}

function checkFinite(picture: Picture, where: string): void {
  const count = holesOf(picture);
  if (count > 0) throw holesError(count, where);
}

/** What is done with values that are no numbers: they are refused, or kept for the step that fills them. */
export type Holes = 'refuse' | 'keep';

async function decode(file: Uint8Array, where: string, working: boolean, holes: Holes): Promise<Picture> {
  const exr = await openExr(file, where);
  if (exr) {
    if (holes === 'refuse') checkFinite(exr, where);
    return exr;
  }
  const bytes = isSvg(file) ? await svgAsPng(file, where) : file;
  const meta = await metadataOf(bytes, where);
  const info = infoOf(meta);
  checkUnfolded(info, meta, where);
  const factor = working ? workingFactor(info.width, info.height) : 1;
  const exact = factor === 1 || unfolded(info, meta) <= MOST_EXACT;
  let picture: Picture;
  try {
    picture = (exact ? await exactPng(bytes, meta, where) : undefined) ?? (await viaSharp(bytes, meta, factor));
  } catch (cause) {
    if (cause instanceof AmberError) throw cause;
    throw unreadable(where, reasonOf(cause));
  }
  if (holes === 'refuse') checkFinite(picture, where);
  return picture;
}

/**
 * Decodes a picture at its own depth, upright, first frame. Throws AmberError: empty-file, file-too-large,
 * picture-too-large, bad-picture; `where` names the file in the sentence.
 */
export const decodePicture = (bytes: Uint8Array, where: string): Promise<Picture> =>
  decode(bytes, where, false, 'refuse');

/** The picture that recipes work on: as decodePicture, at most the working side. The same errors. */
export const decodeWorking = async (bytes: Uint8Array, where: string, holes: Holes = 'refuse'): Promise<Picture> =>
  reducePicture(await decode(bytes, where, true, holes));
