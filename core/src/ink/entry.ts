import type { DabTable } from '../vary/dab-table.ts';
import { PAD, type Tip, type TipLevel } from './tip.ts';

/**
 * A dab as `place` reads it: 64 bytes, little endian.
 *
 *   0 x, 8 y, 16 width, 24 height  f64  sheet px
 *  32 turn                         f64  clockwise, 1 = 360 degrees
 *  40 level address                u32
 *  44 mirrors                      i32  1 across, 2 down
 *  48 opacity, 52 flow             f32  0..1
 */
export const ENTRY_BYTES = 64;

/**
 * What stands before a level's texels in memory: 128 bytes.
 *
 *   0 eight half planes of the hull    f64
 *  64 texels across, 72 texels down    f64  of the whole plate; a fraction where the plate's side is odd
 *  80 fraction bits, 84 stride         i32
 */
export const LEVEL_HEAD_BYTES = 128;

/** Views of one block of memory. */
export interface Views {
  ints: Int32Array;
  floats: Float32Array;
  doubles: Float64Array;
}

/** Views that begin at byte `at`, a multiple of eight. */
export function viewsAt(buffer: ArrayBuffer, at = 0): Views {
  return {
    ints: new Int32Array(buffer, at),
    floats: new Float32Array(buffer, at),
    doubles: new Float64Array(buffer, at),
  };
}

/** Writes the head and the texels of a level of `tip` at an address. */
export function writeLevel(buffer: ArrayBuffer, address: number, tip: Tip, level: TipLevel): void {
  const { ints, doubles } = viewsAt(buffer, address);
  doubles.set(level.hull);
  doubles[8] = tip.width / 2 ** level.octaveX;
  doubles[9] = tip.height / 2 ** level.octaveY;
  ints[20] = level.bits;
  ints[21] = level.stride;
  new Uint16Array(buffer, address + LEVEL_HEAD_BYTES, level.texels.length).set(level.texels);
}

export const levelBytes = (level: TipLevel): number => LEVEL_HEAD_BYTES + level.texels.byteLength;

/** Level and extent of one dab; undefined when nothing of it can print. The same object every time. */
export interface Extent {
  level: TipLevel;
  width: number;
  height: number;
}

/** Rest width and height of a dab: the size is the longer side; aspect squashes the height, above 100 the width. */
export function extentOf(dabs: DabTable, i: number, tip: Tip, zoom: number): Extent | undefined {
  const aspect = dabs.aspectPct[i];
  const scale = (dabs.sizePx[i] * zoom) / Math.max(tip.width, tip.height);
  const width = tip.width * scale * (aspect > 100 ? 100 / aspect : 1);
  const height = tip.height * scale * (aspect < 100 ? aspect / 100 : 1);
  if (!(width > 1e-3) || !(height > 1e-3) || dabs.flowPct[i] <= 0 || dabs.opacityPct[i] <= 0) return undefined;
  return { level: tip.level(tip.width / width, tip.height / height), width, height };
}

/** Texel coordinates of a plate's middle: texel 0 is centred half a texel inside the plate's edge. */
export const middleOf = (texels: number): number => texels / 2 - 0.5 + PAD;

/** Writes entry number `index` for dab `i` of a table. */
export function writeEntry(
  { ints, floats, doubles }: Views,
  index: number,
  dabs: DabTable,
  i: number,
  zoom: number,
  { width, height }: Extent,
  address: number,
): void {
  const d = index * 8;
  const w = index * 16;
  doubles[d] = dabs.x[i] * zoom;
  doubles[d + 1] = dabs.y[i] * zoom;
  doubles[d + 2] = width;
  doubles[d + 3] = height;
  doubles[d + 4] = dabs.angleDeg[i] / 360;
  ints[w + 10] = address;
  ints[w + 11] = dabs.mirrorX[i] | (dabs.mirrorY[i] << 1);
  floats[w + 12] = dabs.opacityPct[i] / 100;
  floats[w + 13] = dabs.flowPct[i] / 100;
}

/** A dab and its level as plain numbers: lengths in sheet px, `across` and `down` the plate's extent in texels. */
export interface Lying {
  x: number;
  y: number;
  width: number;
  height: number;
  turns: number;
  mirrorX: boolean;
  mirrorY: boolean;
  across: number;
  down: number;
  bits: number;
}

/** A dab as plain numbers, for those who place a dab without memory. */
export function lyingOf(dabs: DabTable, i: number, tip: Tip, zoom: number, { level, width, height }: Extent): Lying {
  return {
    x: dabs.x[i] * zoom,
    y: dabs.y[i] * zoom,
    width,
    height,
    turns: dabs.angleDeg[i] / 360,
    mirrorX: dabs.mirrorX[i] === 1,
    mirrorY: dabs.mirrorY[i] === 1,
    across: tip.width / 2 ** level.octaveX,
    down: tip.height / 2 ** level.octaveY,
    bits: level.bits,
  };
}
