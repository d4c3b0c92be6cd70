import { RECORD_BYTES, spanBegin, spanEnd } from './place.ts';
import { COMPANION_BYTES } from './through.ts';

const fr = Math.fround;

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
  const fx = fr(fr(u & fraction) * scale);
  const fy = fr(fr(v & fraction) * scale);
  const a0 = words[p];
  const b0 = words[p + stride];
  const t0 = fr(a0 + fr(fr(words[p + 1] - a0) * fx));
  const t1 = fr(b0 + fr(fr(words[p + stride + 1] - b0) * fx));
  return fr(t0 + fr(fr(t1 - t0) * fy));
}

/** Moves the four numbers of a pixel at `at` towards those at `from` in `colour`, by a share. */
export function mix(floats: Float32Array, at: number, colour: ArrayLike<number>, from: number, share: number): void {
  for (let k = 0; k < 4; k++) floats[at + k] = fr(floats[at + k] + fr(fr(colour[from + k] - floats[at + k]) * share));
}

/** One record with its companion into the square tile at `tile`; the twin of core/kernel/through.ts. */
export function throughRecord(
  views: PlainViews,
  record: number,
  companion: number,
  { tile, tints, x, y, side }: { tile: number; tints: number; x: number; y: number; side: number },
): void {
  const { ints, floats, doubles } = views;
  const i = record / 4;
  const c = companion / 4;
  const reading = { tip: ints[i + 10] >> 1, stride: ints[i + 11], bits: ints[i + 14], scale: floats[i + 15] };
  const [opacity, flow] = [floats[i + 12], floats[i + 13]];
  const [grains, grainStride, depth] = [ints[c], ints[c + 1], floats[c + 2]];
  const rest = fr(1 - depth);
  const bottom = Math.min(ints[i + 1], y + side);
  for (let row = Math.max(ints[i], y); row < bottom; row++) {
    const lo = spanBegin(doubles, record / 8 + 8, row - ints[i], Math.max(ints[i + 2], x));
    const hi = spanEnd(doubles, record / 8 + 8, row - ints[i], Math.min(ints[i + 3], x + side));
    let u = (ints[i + 8] + Math.imul(row, ints[i + 6]) + Math.imul(lo, ints[i + 4])) | 0;
    let v = (ints[i + 9] + Math.imul(row, ints[i + 7]) + Math.imul(lo, ints[i + 5])) | 0;
    for (let px = lo; px <= hi; px++) {
      let t = texel(views, reading, u, v);
      u = (u + ints[i + 4]) | 0;
      v = (v + ints[i + 5]) | 0;
      if (grainStride) {
        const g = floats[(grains + ((Math.imul(row, grainStride) + px) << 2)) >>> 2];
        t = fr(t * fr(rest + fr(depth * g)));
      }
      const k = fr(flow * t);
      const place = (row - y) * side + px - x;
      const a = floats[tile / 4 + place];
      const room = fr(opacity - a);
      if (room > 0) floats[tile / 4 + place] = fr(a + fr(room * k));
      const share = fr(opacity * k);
      if (tints === 0 || !(share > 0)) continue;
      mix(floats, tints / 4 + 4 * place, floats, c + 4, fr(share / fr(share + fr(a * fr(1 - share)))));
    }
  }
}

/** The twin of `layThrough`. */
export function layThroughPlainly(
  views: PlainViews,
  list: number,
  index: number,
  companions: number,
  count: number,
  into: Parameters<typeof throughRecord>[3],
): void {
  for (let q = 0; q < count; q++)
    throughRecord(views, list + views.ints[index / 4 + q] * RECORD_BYTES, companions + q * COMPANION_BYTES, into);
}
