import type { Rgb } from '../ink/types.ts';
import type { SheetSize } from '../ink/sheet-size.ts';
import { blur } from '../raster/blur.ts';
import { raster } from '../raster/raster.ts';
import { layInk } from './blend.ts';
import type { GroundPlacement } from './placement.ts';

/** A layer of a ground: RGBA bytes, not premultiplied, as large as the sheet. */
export interface GroundLayer {
  name: string;
  pixels: Uint8ClampedArray;
}

/** Ink that lies in one way: float32 r, g, b, a, premultiplied. */
export interface PlacedInk {
  lie: GroundPlacement;
  pixels: Float32Array;
}

/** Whether ink simply lies over everything: then a plain ground needs no putting together. */
export const isPlainPlacement = ({ place, blend, opacityPct, blurPx }: GroundPlacement): boolean =>
  place !== 'uncover' && blend === 'normal' && opacityPct === 100 && blurPx === 0;

function premultiplied(bytes: Uint8ClampedArray): Float32Array {
  const out = new Float32Array(bytes.length);
  for (let p = 0; p < bytes.length; p += 4) {
    const alpha = bytes[p + 3] / 255;
    for (let c = p; c < p + 3; c++) out[c] = (bytes[c] / 255) * alpha;
    out[p + 3] = alpha;
  }
  return out;
}

function blurred(pixels: Float32Array, { width, height }: SheetSize, sigma: number): Float32Array {
  const out = new Float32Array(pixels.length);
  const plane = raster(width, height);
  for (let c = 0; c < 4; c++) {
    for (let i = 0; i < plane.data.length; i++) plane.data[i] = pixels[4 * i + c];
    const soft = blur(plane, sigma);
    for (let i = 0; i < plane.data.length; i++) out[4 * i + c] = soft.data[i];
  }
  return out;
}

/** What is left of a cover after ink has taken away from it, as premultiplied pixels. */
function coverLeft(colour: Rgb, inks: readonly PlacedInk[], length: number): Float32Array {
  const out = new Float32Array(length);
  for (let p = 0; p < length; p += 4) {
    let left = 1;
    for (const { lie, pixels } of inks) left *= 1 - (pixels[p + 3] * lie.opacityPct) / 100;
    for (let c = 0; c < 3; c++) out[p + c] = colour[c] * left;
    out[p + 3] = left;
  }
  return out;
}

function toBytes(pixels: Float32Array): Uint8ClampedArray<ArrayBuffer> {
  const out = new Uint8ClampedArray(pixels.length);
  for (let p = 0; p < pixels.length; p++) out[p] = Math.floor(pixels[p] * 255 + 0.5);
  return out;
}

/**
 * The layers of a ground at one size, between which ink is laid. Layers with no ink between them are put together once
 * and used again, so that a stroke under the hand costs one laying of ink.
 */
export class GroundStack {
  private readonly layers: readonly Float32Array[];
  private readonly names: readonly string[];
  private readonly size: SheetSize;
  private readonly flattened = new Map<string, Float32Array>();

  /** `layers` back to front, the lowest opaque. */
  constructor(layers: readonly GroundLayer[], size: SheetSize) {
    this.names = layers.map(({ name }) => name);
    this.layers = layers.map(({ pixels }) => premultiplied(pixels));
    this.size = size;
  }

  /** Layers from..to (exclusive) as one. */
  private flat(from: number, to: number): Float32Array {
    if (to - from === 1) return this.layers[from];
    const key = `${from} ${to}`;
    let made = this.flattened.get(key);
    if (!made) {
      made = this.layers[from].slice();
      for (let k = from + 1; k < to; k++) layInk(made, this.layers[k], 'normal', 1);
      this.flattened.set(key, made);
    }
    return made;
  }

  /** Under which layer ink is laid, counted from the back: as many as there are for the very front. */
  private slotOf({ place, layer }: GroundPlacement): number {
    const at = this.names.indexOf(layer);
    if (at < 0) return this.names.length;
    return place === 'behind' ? Math.max(1, at) : at + 1;
  }

  /**
   * The ground with ink on it, as RGBA bytes. Ink that uncovers takes away from a cover of `cover`, which lies over
   * everything else; without such ink there is a cover only where `covered` says so. `zoom`: pixels per px of the sheet.
   */
  compose(
    inks: readonly PlacedInk[],
    cover: Rgb,
    { zoom = 1, covered = false }: { zoom?: number; covered?: boolean } = {},
  ): Uint8ClampedArray<ArrayBuffer> {
    const soft = inks.map(({ lie, pixels }) => ({
      lie,
      pixels: lie.blurPx > 0 ? blurred(pixels, this.size, lie.blurPx * zoom) : pixels,
    }));
    const lying = soft.filter(({ lie }) => lie.place !== 'uncover');
    const uncovering = soft.filter(({ lie }) => lie.place === 'uncover');
    const slots = [...new Set([...lying.map(({ lie }) => this.slotOf(lie)), this.layers.length])].sort((a, b) => a - b);
    let out: Float32Array | undefined;
    let from = 0;
    for (const slot of slots) {
      if (slot > from) {
        const part = this.flat(from, slot);
        if (out) layInk(out, part, 'normal', 1);
        else out = part.slice();
      }
      for (const { lie, pixels } of lying) {
        if (!out || this.slotOf(lie) !== slot) continue;
        const clip = lie.place === 'clipped' ? this.layers[this.names.indexOf(lie.layer)] : undefined;
        layInk(out, pixels, lie.blend, lie.opacityPct / 100, clip);
      }
      from = Math.max(from, slot);
    }
    const made = out ?? new Float32Array(this.size.width * this.size.height * 4);
    if (covered || uncovering.length > 0) layInk(made, coverLeft(cover, uncovering, made.length), 'normal', 1);
    return toBytes(made);
  }
}

/** How a picture covers a sheet wholly, its middle in the middle: sheet px = left + scale x picture px. */
export function coverBox(
  sheet: { width: number; height: number },
  picture: { width: number; height: number },
): { scale: number; left: number; top: number } {
  const scale = Math.max(sheet.width / picture.width, sheet.height / picture.height);
  return {
    scale,
    left: (sheet.width - scale * picture.width) / 2,
    top: (sheet.height - scale * picture.height) / 2,
  };
}
