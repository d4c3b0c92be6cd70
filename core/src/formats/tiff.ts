import type { Raster } from '../raster/raster.ts';

/** Fields of a page: tag, type (3 short, 4 long, 5 fraction), value. */
type Field = readonly [tag: number, type: 3 | 4, value: number];

const HEAD_BYTES = 8;
const FIELD_BYTES = 12;
const FLOAT = 3;
const BLACK_IS_ZERO = 1;

/**
 * Heights as TIFF of one 32-bit float channel, little endian, in one strip, not compressed (TIFF 6.0, sections 2 and
 * "SampleFormat"): no library writes it.
 */
export function encodeFloatTiff({ width, height, data }: Raster): Uint8Array<ArrayBuffer> {
  const bytes = data.length * 4;
  const fields: readonly Field[] = [
    [256, 4, width],
    [257, 4, height],
    [258, 3, 32],
    [259, 3, 1],
    [262, 3, BLACK_IS_ZERO],
    [273, 4, HEAD_BYTES],
    [277, 3, 1],
    [278, 4, height],
    [279, 4, bytes],
    [339, 3, FLOAT],
  ];
  const out = new Uint8Array(HEAD_BYTES + bytes + 2 + fields.length * FIELD_BYTES + 4);
  const view = new DataView(out.buffer);
  view.setUint16(0, 0x4949, true);
  view.setUint16(2, 42, true);
  view.setUint32(4, HEAD_BYTES + bytes, true);
  for (let i = 0; i < data.length; i++) view.setFloat32(HEAD_BYTES + 4 * i, data[i], true);
  const at = HEAD_BYTES + bytes;
  view.setUint16(at, fields.length, true);
  fields.forEach(([tag, type, value], k) => {
    const field = at + 2 + k * FIELD_BYTES;
    view.setUint16(field, tag, true);
    view.setUint16(field + 2, type, true);
    view.setUint32(field + 4, 1, true);
    if (type === 3) view.setUint16(field + 8, value, true);
    else view.setUint32(field + 8, value, true);
  });
  return out;
}
