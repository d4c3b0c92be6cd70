import { BLEND_MODES } from '../maths/blend-modes.ts';
import { EXTRAS, EXTRAS_32, LAY_RULE, LAY_RULE_32, RECORD, RECORD_32 } from './layout.ts';
import { spanBegin, spanEnd } from './place.ts';

const fround = Math.fround;
const MULTIPLY = BLEND_MODES.indexOf('multiply');

/** Views of all memory. */
export interface PlainViews {
  ints: Int32Array;
  floats: Float32Array;
  doubles: Float64Array;
  words: Uint16Array;
}

/** Coordinates of a texel reading: two steps along and the level's texels. */
export interface Reading {
  tip: number;
  stride: number;
  bits: number;
  scale: number;
}

/** The tip at a fixed-point place, 0..65535: the bilinear reading that both kernels do. */
export function texel({ words }: PlainViews, { tip, stride, bits, scale }: Reading, u: number, v: number): number {
  const fraction = (1 << bits) - 1;
  const p = tip + Math.imul(v >>> bits, stride) + (u >>> bits);
  const fx = fround(fround(u & fraction) * scale);
  const fy = fround(fround(v & fraction) * scale);
  const a0 = words[p];
  const b0 = words[p + stride];
  const t0 = fround(a0 + fround(fround(words[p + 1] - a0) * fx));
  const t1 = fround(b0 + fround(fround(words[p + stride + 1] - b0) * fx));
  return fround(t0 + fround(fround(t1 - t0) * fy));
}

/** Moves the four numbers of a pixel at `at` towards those at `from` in `colour`, by a share. */
export function mix(floats: Float32Array, at: number, colour: ArrayLike<number>, from: number, share: number): void {
  for (let k = 0; k < 4; k++)
    floats[at + k] = fround(floats[at + k] + fround(fround(colour[from + k] - floats[at + k]) * share));
}

/** A square tile at `tile`, whose first pixel is (x, y) of the sheet. */
export interface TileBox {
  tile: number;
  x: number;
  y: number;
  side: number;
}

/** Moves the mean colour of the pixel at `at` to that at `colour` by a dab's share of what then lies there. */
export function mixOf(floats: Float32Array, at: number, colour: number, below: number, share: number): void {
  if (!(share > 0)) return;
  mix(floats, at, floats, colour, fround(share / fround(share + fround(below * fround(1 - share)))));
}

/** Hands each pixel of a record within a tile to `use`: its place in the tile, the tip's texel, where it lies on the sheet. */
export function eachPixel(
  views: PlainViews,
  record: number,
  { x, y, side }: TileBox,
  use: (place: number, texel: number, px: number, row: number) => void,
): void {
  const { ints, floats, doubles } = views;
  const i = record / 4;
  const reading = {
    tip: ints[i + RECORD_32.texels] >> 1,
    stride: ints[i + RECORD_32.stride],
    bits: ints[i + RECORD_32.bits],
    scale: floats[i + RECORD_32.scale],
  };
  const top = ints[i + RECORD_32.top];
  const [left, right] = [Math.max(ints[i + RECORD_32.left], x), Math.min(ints[i + RECORD_32.right], x + side)];
  const bottom = Math.min(ints[i + RECORD_32.bottom], y + side);
  for (let row = Math.max(top, y); row < bottom; row++) {
    const lo = spanBegin(doubles, record / 8, row - top, left);
    const hi = spanEnd(doubles, record / 8, row - top, right);
    let u =
      (ints[i + RECORD_32.u] + Math.imul(row, ints[i + RECORD_32.duY]) + Math.imul(lo, ints[i + RECORD_32.duX])) | 0;
    let v =
      (ints[i + RECORD_32.v] + Math.imul(row, ints[i + RECORD_32.dvY]) + Math.imul(lo, ints[i + RECORD_32.dvX])) | 0;
    for (let px = lo; px <= hi; px++) {
      use((row - y) * side + px - x, texel(views, reading, u, v), px, row);
      u = (u + ints[i + RECORD_32.duX]) | 0;
      v = (v + ints[i + RECORD_32.dvX]) | 0;
    }
  }
}

/** One record with its extra into a tile; the twin of core/kernel/through.ts. */
function throughRecord(views: PlainViews, record: number, extra: number, tints: number, into: TileBox): void {
  const { ints, floats } = views;
  const [i, c] = [record / 4, extra / 4];
  const [opacity, flow] = [floats[i + RECORD_32.opacity], floats[i + RECORD_32.flow]];
  const [grains, grainStride] = [ints[c + EXTRAS_32.grain], ints[c + EXTRAS_32.grainStride]];
  const depth = floats[c + EXTRAS_32.depth];
  const rest = fround(1 - depth);
  eachPixel(views, record, into, (place, t, x, y) => {
    let k = t;
    if (grainStride) {
      const g = floats[(grains + ((Math.imul(y, grainStride) + x) << 2)) >>> 2];
      k = fround(t * fround(rest + fround(depth * g)));
    }
    k = fround(flow * k);
    const at = into.tile / 4 + place;
    const a = floats[at];
    const room = fround(opacity - a);
    if (room > 0) floats[at] = fround(a + fround(room * k));
    if (tints) mixOf(floats, tints / 4 + 4 * place, c + EXTRAS_32.colour, a, fround(opacity * k));
  });
}

/** Where placed dabs and what is laid with them lie. */
export interface Listed {
  list: number;
  index: number;
  rule: number;
  count: number;
}

/** The twin of `layThrough`; `meet` is what lays a record that does not just build up. */
export function layThroughPlainly(
  views: PlainViews,
  { list, index, rule, count }: Listed,
  into: TileBox,
  meet: (record: number, extra: number) => void,
): void {
  const { ints } = views;
  const tints = ints[rule / 4 + LAY_RULE_32.tints];
  const builds = ints[rule / 4 + LAY_RULE_32.meet] === 0 && ints[rule / 4 + LAY_RULE_32.ways] === 0;
  for (let q = 0; q < count; q++) {
    const record = list + ints[index / 4 + q] * RECORD.bytes;
    const extra = rule + LAY_RULE.bytes + q * EXTRAS.bytes;
    const c = extra / 4;
    const multiplies = ints[c + EXTRAS_32.grainStride] === 0 || ints[c + EXTRAS_32.blend] === MULTIPLY;
    if (builds && multiplies) throughRecord(views, record, extra, tints, into);
    else meet(record, extra);
  }
}
