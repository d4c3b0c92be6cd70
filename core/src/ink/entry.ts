import type { DabTable } from '../vary/dab-table.ts';
import { ENTRY_32, ENTRY_64, LEVEL, LEVEL_32, LEVEL_64 } from './layout.ts';
import { PAD, type Tip, type TipLevel } from './tip.ts';

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
  doubles.set(level.hull, LEVEL_64.hull);
  doubles[LEVEL_64.across] = tip.width / 2 ** level.octaveX;
  doubles[LEVEL_64.down] = tip.height / 2 ** level.octaveY;
  ints[LEVEL_32.bits] = level.bits;
  ints[LEVEL_32.stride] = level.stride;
  new Uint16Array(buffer, address + LEVEL.bytes, level.texels.length).set(level.texels);
}

export const levelBytes = (level: TipLevel): number => LEVEL.bytes + level.texels.byteLength;

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
  const d = index * ENTRY_64.bytes;
  const w = index * ENTRY_32.bytes;
  doubles[d + ENTRY_64.x] = dabs.x[i] * zoom;
  doubles[d + ENTRY_64.y] = dabs.y[i] * zoom;
  doubles[d + ENTRY_64.width] = width;
  doubles[d + ENTRY_64.height] = height;
  doubles[d + ENTRY_64.turns] = dabs.angleDeg[i] / 360;
  ints[w + ENTRY_32.level] = address;
  ints[w + ENTRY_32.mirrors] = dabs.mirrorX[i] | (dabs.mirrorY[i] << 1);
  floats[w + ENTRY_32.opacity] = dabs.opacityPct[i] / 100;
  floats[w + ENTRY_32.flow] = dabs.flowPct[i] / 100;
}

/** A dab and its level as plain numbers: lengths in sheet px, `across` and `down` the plate's extent in texels. */
export interface DabFrame {
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
export function dabFrame(
  dabs: DabTable,
  i: number,
  tip: Tip,
  zoom: number,
  { level, width, height }: Extent,
): DabFrame {
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
