import { EXTRAS, EXTRAS_32, RECORD, RECORD_32 } from './layout.ts';
import { spanBegin, spanEnd } from './place.ts';

const fround = Math.fround;

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

/** One record with its extra into the square tile at `tile`; the twin of core/kernel/through.ts. */
export function throughRecord(
  views: PlainViews,
  record: number,
  extra: number,
  { tile, tints, x, y, side }: { tile: number; tints: number; x: number; y: number; side: number },
): void {
  const { ints, floats, doubles } = views;
  const i = record / 4;
  const c = extra / 4;
  const reading = {
    tip: ints[i + RECORD_32.texels] >> 1,
    stride: ints[i + RECORD_32.stride],
    bits: ints[i + RECORD_32.bits],
    scale: floats[i + RECORD_32.scale],
  };
  const [opacity, flow] = [floats[i + RECORD_32.opacity], floats[i + RECORD_32.flow]];
  const [grains, grainStride, depth] = [
    ints[c + EXTRAS_32.grain],
    ints[c + EXTRAS_32.grainStride],
    floats[c + EXTRAS_32.depth],
  ];
  const rest = fround(1 - depth);
  const bottom = Math.min(ints[i + RECORD_32.bottom], y + side);
  for (let row = Math.max(ints[i + RECORD_32.top], y); row < bottom; row++) {
    const lo = spanBegin(doubles, record / 8, row - ints[i + RECORD_32.top], Math.max(ints[i + RECORD_32.left], x));
    const hi = spanEnd(
      doubles,
      record / 8,
      row - ints[i + RECORD_32.top],
      Math.min(ints[i + RECORD_32.right], x + side),
    );
    let u =
      (ints[i + RECORD_32.u] + Math.imul(row, ints[i + RECORD_32.duY]) + Math.imul(lo, ints[i + RECORD_32.duX])) | 0;
    let v =
      (ints[i + RECORD_32.v] + Math.imul(row, ints[i + RECORD_32.dvY]) + Math.imul(lo, ints[i + RECORD_32.dvX])) | 0;
    for (let px = lo; px <= hi; px++) {
      let t = texel(views, reading, u, v);
      u = (u + ints[i + RECORD_32.duX]) | 0;
      v = (v + ints[i + RECORD_32.dvX]) | 0;
      if (grainStride) {
        const g = floats[(grains + ((Math.imul(row, grainStride) + px) << 2)) >>> 2];
        t = fround(t * fround(rest + fround(depth * g)));
      }
      const k = fround(flow * t);
      const place = (row - y) * side + px - x;
      const a = floats[tile / 4 + place];
      const room = fround(opacity - a);
      if (room > 0) floats[tile / 4 + place] = fround(a + fround(room * k));
      const share = fround(opacity * k);
      if (tints === 0 || !(share > 0)) continue;
      mix(
        floats,
        tints / 4 + 4 * place,
        floats,
        c + EXTRAS_32.colour,
        fround(share / fround(share + fround(a * fround(1 - share)))),
      );
    }
  }
}

/** The twin of `layThrough`. */
export function layThroughPlainly(
  views: PlainViews,
  list: number,
  index: number,
  extras: number,
  count: number,
  into: Parameters<typeof throughRecord>[3],
): void {
  for (let q = 0; q < count; q++)
    throughRecord(views, list + views.ints[index / 4 + q] * RECORD.bytes, extras + q * EXTRAS.bytes, into);
}
