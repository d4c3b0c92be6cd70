import { encode } from 'fast-png';
import { spanOf } from '../raster/span.ts';
import { toPlate, type Raster } from '../raster/raster.ts';
import { normalMap, type NormalMapWish } from '../relief/normal-map.ts';
import { movesOfHeights, USUAL_UNIT } from '../relief/down.ts';
import { encodeDisplacement, encodeExr } from './exr.ts';
import { SPAN_KEY } from './png-span.ts';
import { encodeFloatTiff } from './tiff.ts';

/** The forms that heights are handed over in. */
export type ReliefForm = 'png' | 'tiff' | 'exr' | 'displacement' | 'normals';
export interface ReliefWish extends NormalMapWish {
  form: ReliefForm;
  /** where the base plane is in the file: at 0, or in the middle, so that the middle value changes nothing */
  base: '0' | 'mid';
  /** of OpenEXR */
  format: 'half' | 'float';
}
export const USUAL_WISH: ReliefWish = { form: 'exr', base: '0', format: 'float', green: 'up', strengthPct: 100 };

/** Heights with the base plane in the middle: half of what they were, above 0.5. */
const aboutMiddle = (heights: Raster): Raster => ({ ...heights, data: heights.data.map((v) => 0.5 + v / 2) });

/** What 0 and 1 of a 16-bit file stand for, as heights. */
function endsOf(heights: Raster, base: ReliefWish['base']): { low: number; high: number } {
  const { low, high } = spanOf(heights.data);
  if (base === 'mid') {
    const most = Math.max(1, -low, high);
    return { low: -most, high: most };
  }
  return { low: Math.min(0, low), high: Math.max(1, high) };
}

/** 16-bit PNG; where heights lie outside 0..1 the whole range is spread over it, and a text chunk says which it was. */
function reliefPng(heights: Raster, base: ReliefWish['base']): Uint8Array {
  const { width, height, data } = heights;
  const { low, high } = endsOf(heights, base);
  const spread = toPlate({ width, height, data: data.map((v) => (v - low) / (high - low)) });
  const text = { [SPAN_KEY]: JSON.stringify({ low, high, base: (0 - low) / (high - low) }) };
  return encode({ width, height, data: spread.data, channels: 1, depth: 16, text });
}

/**
 * Heights as a file; floats keep every value, with the base in the middle halved about it. `displaced`: the moves of clay
 * that hangs over; without them a displacement only goes up and down.
 */
export async function reliefFile(heights: Raster, wish: ReliefWish, displaced?: Float32Array): Promise<Uint8Array> {
  const placed = wish.base === 'mid' ? aboutMiddle(heights) : heights;
  switch (wish.form) {
    case 'png':
      return reliefPng(heights, wish.base);
    case 'tiff':
      return encodeFloatTiff(placed);
    case 'exr':
      return encodeExr(placed, wish.format);
    case 'displacement':
      return encodeDisplacement(heights, displaced ?? movesOfHeights(heights, heights.width, USUAL_UNIT), wish.format);
    case 'normals': {
      const { width, height } = heights;
      return encode({ width, height, data: normalMap(heights, wish), channels: 3, depth: 8 });
    }
  }
}
