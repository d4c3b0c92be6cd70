import type { Kernel } from './kernel-interface.ts';
import type { InkMemory } from './memory.ts';
import { viewsAt } from './entry.ts';
import { plainLight } from './kernel-plain-light.ts';
import { meetRecord } from './kernel-plain-meet.ts';
import { layThroughPlainly, mix, texel, type PlainViews } from './kernel-plain-through.ts';
import { COVERED_32, ENTRY, RECORD, RECORD_32, RECORD_64 } from './layout.ts';
import { placeEntry, spanBegin, spanEnd } from './place.ts';

/** What `keep` does with a coverage: takes it as it is, or keeps what is there where it lies, or where it does not. */
export const KEEP = { take: 0, mask: 1, cut: 2 } as const;

const fround = Math.fround;

interface AllViews extends PlainViews {
  bytes: Uint8Array;
}

function viewsOf(memory: InkMemory): AllViews {
  const { buffer } = memory.memory;
  return { ...viewsAt(buffer), words: new Uint16Array(buffer), bytes: new Uint8Array(buffer) };
}

/** One row of one dab: `i` the record's first int, pixels lo..hi of row y, `at` the float index of pixel lo. */
function layRow(v: AllViews, i: number, y: number, lo: number, hi: number, at: number): void {
  const { ints, floats } = v;
  const dux = ints[i + RECORD_32.duX];
  const dvx = ints[i + RECORD_32.dvX];
  const reading = {
    tip: ints[i + RECORD_32.texels] >> 1,
    stride: ints[i + RECORD_32.stride],
    bits: ints[i + RECORD_32.bits],
    scale: floats[i + RECORD_32.scale],
  };
  const opacity = floats[i + RECORD_32.opacity];
  const flow = floats[i + RECORD_32.flow];
  let u = (ints[i + RECORD_32.u] + Math.imul(y, ints[i + RECORD_32.duY]) + Math.imul(lo, dux)) | 0;
  let w = (ints[i + RECORD_32.v] + Math.imul(y, ints[i + RECORD_32.dvY]) + Math.imul(lo, dvx)) | 0;
  for (let x = lo; x <= hi; x++, at++) {
    const t = texel(v, reading, u, w);
    const a = floats[at];
    const room = fround(opacity - a);
    if (room > 0) floats[at] = fround(a + fround(room * fround(flow * t)));
    u = (u + dux) | 0;
    w = (w + dvx) | 0;
  }
}

/** The twin of core/kernel/kernel.ts: the same operations in the same order with Math.fround, so the same bits. */
export function plainKernel(memory: InkMemory): Kernel {
  const place: Kernel['place'] = (entries, count, records, ...tilt) => {
    const views = viewsOf(memory);
    for (let i = 0; i < count; i++) placeEntry(views, entries + i * ENTRY.bytes, records + i * RECORD.bytes, tilt);
  };

  const lay: Kernel['lay'] = (list, index, count, tile, originX, originY, width, height) => {
    const views = viewsOf(memory);
    const { ints, doubles } = views;
    for (let q = 0; q < count; q++) {
      const record = ints[(index >> 2) + q];
      const i = (list >> 2) + record * RECORD_32.bytes;
      const d = (list >> 3) + record * RECORD_64.bytes;
      const top = ints[i + RECORD_32.top];
      const y1 = Math.min(ints[i + RECORD_32.bottom], originY + height);
      const x0 = Math.max(ints[i + RECORD_32.left], originX);
      const x1 = Math.min(ints[i + RECORD_32.right], originX + width);
      for (let y = Math.max(top, originY); y < y1; y++) {
        const lo = spanBegin(doubles, d, y - top, x0);
        const hi = spanEnd(doubles, d, y - top, x1);
        if (lo <= hi) layRow(views, i, y, lo, hi, (tile >> 2) + (y - originY) * width + lo - originX);
      }
    }
  };

  const layThrough: Kernel['layThrough'] = (list, index, rule, count, tile, x, y, side) => {
    const [views, into] = [viewsOf(memory), { tile, x, y, side }];
    layThroughPlainly(views, { list, index, rule, count }, into, (record, extra) =>
      meetRecord(views, record, extra, rule, into),
    );
  };

  const clear: Kernel['clear'] = (at, bytes) => {
    viewsOf(memory).bytes.fill(0, at, at + bytes);
  };

  const blend: Kernel['blend'] = (coverage, out, side, x0, y0, x1, y1, ...colour) => {
    const { floats } = viewsOf(memory);
    const goal = [...colour.map(fround), 1];
    for (let y = y0; y < y1; y++)
      for (let x = x0; x < x1; x++) {
        const c = floats[(coverage >> 2) + y * side + x];
        if (c === 0) continue;
        const at = (out >> 2) + 4 * (y * side + x);
        mix(floats, at, goal, 0, c);
      }
  };

  const blendTint: Kernel['blendTint'] = (coverage, tints, out, side, x0, y0, x1, y1) => {
    const { floats } = viewsOf(memory);
    for (let y = y0; y < y1; y++)
      for (let x = x0; x < x1; x++) {
        const c = floats[(coverage >> 2) + y * side + x];
        if (c === 0) continue;
        const tint = (tints >> 2) + 4 * (y * side + x);
        const at = (out >> 2) + 4 * (y * side + x);
        mix(floats, at, floats, tint, c);
      }
  };

  const keep: Kernel['keep'] = (coverage, grains, depth, out, how, side, x0, y0, x1, y1) => {
    const { floats } = viewsOf(memory);
    const bite = fround(depth);
    const rest = fround(1 - bite);
    for (let y = y0; y < y1; y++)
      for (let at = y * side + x0; at < y * side + x1; at++) {
        let c = floats[(coverage >> 2) + at];
        if (grains) c = fround(c * fround(rest + fround(bite * floats[(grains >> 2) + at])));
        if (how === KEEP.mask) c = fround(floats[(out >> 2) + at] * c);
        else if (how === KEEP.cut) c = fround(floats[(out >> 2) + at] * fround(1 - c));
        floats[(out >> 2) + at] = c;
      }
  };

  const fill: Kernel['fill'] = (out, count, ...colour) => {
    const { floats } = viewsOf(memory);
    for (let i = 0; i < 4 * count; i++) floats[(out >> 2) + i] = colour[i & 3];
  };

  const bytes: Kernel['bytes'] = (from, to, count) => {
    const views = viewsOf(memory);
    for (let i = 0; i < 4 * count; i++) {
      const v = Math.trunc(fround(fround(views.floats[(from >> 2) + i] * 255) + fround(0.5)));
      views.bytes[to + i] = v < 0 ? 0 : v > 255 ? 255 : v;
    }
  };

  const multiplyAdd: Kernel['multiplyAdd'] = (a, b, count, c) => {
    const { floats } = viewsOf(memory);
    for (let i = 0; i < count; i++)
      floats[(a >> 2) + i] = fround(floats[(a >> 2) + i] + fround(floats[(b >> 2) + i] * fround(c)));
  };

  const printed: Kernel['printed'] = (list, count, row, out, wide, side, x0, y0, x1, y1, ...ground) => {
    const { ints, floats } = viewsOf(memory);
    for (let y = y0; y < y1; y++) {
      // as if the row were that of a whole tile
      const whole = row - 16 * y * side;
      fill(row + 16 * x0, x1 - x0, ...ground, 1);
      for (let k = 0; k < count; k++) {
        const at = list / 4 + k * COVERED_32.bytes;
        const [from, first, to, end] = ints.subarray(at + COVERED_32.x0, at + COVERED_32.x0 + 4);
        if (y < first || y >= end) continue;
        const [coverage, tints] = ints.subarray(at, at + 2);
        const [r, g, b] = floats.subarray(at + COVERED_32.colour, at + COVERED_32.bytes);
        const box = [side, Math.max(x0, from), y, Math.min(x1, to), y + 1] as const;
        if (tints) blendTint(coverage, tints, whole, ...box);
        else blend(coverage, whole, ...box, r, g, b);
      }
      bytes(row + 16 * x0, out + 4 * (y * wide + x0), x1 - x0);
    }
  };

  const { raise, light, shine } = plainLight(() => viewsOf(memory));
  return {
    place,
    lay,
    layThrough,
    clear,
    blend,
    blendTint,
    keep,
    raise,
    light,
    shine,
    fill,
    bytes,
    printed,
    multiplyAdd,
  };
}
