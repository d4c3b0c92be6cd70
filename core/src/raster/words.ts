import { scratchAside, type Scratch } from '../wasm/index.ts';

/** So many values are changed at a time: they stay in the cache. */
const BLOCK = 16_384;
/** Bytes of a block: doubled, as the means of pairs are of twice as many. */
const ROOM = 8 * BLOCK;

/** What the kernel does with a block: `from` and `to` are addresses, `count` values are written. */
type Loop = (scratch: Scratch, from: number, count: number, to: number) => void;

/** Writes `to` from as many times its values as `each` says, in WebAssembly; false where there is none. */
function inBlocks<T extends Float32Array | Uint16Array>(
  from: Uint16Array | Float32Array,
  to: T,
  each: number,
  loop: Loop,
): boolean {
  const scratch = scratchAside();
  if (!scratch) return false;
  const source = scratch.small(2 * ROOM);
  const target = source + ROOM;
  for (let i = 0; i < to.length; i += BLOCK) {
    const count = Math.min(BLOCK, to.length - i);
    const read = from.subarray(each * i, each * (i + count));
    const held =
      from instanceof Float32Array ? scratch.floats(source, read.length) : scratch.words(source, read.length);
    held.set(read);
    loop(scratch, source, count, target);
    to.set(to instanceof Float32Array ? scratch.floats(target, count) : scratch.words(target, count), i);
  }
  return true;
}

/** What each 16-bit value prints: to look it up is faster than to divide. */
let printing: Float32Array | undefined;
function printed(): Float32Array {
  printing ??= Float32Array.from({ length: 65536 }, (_, value) => value / 65535);
  return printing;
}

/** Values 0..1 as 0..65535, by the nearest; what lies beyond is clamped. */
export function narrowed(from: Float32Array, to: Uint16Array): void {
  if (inBlocks(from, to, 1, ({ kernel }, at, count, out) => kernel.narrowed(at, count, out))) return;
  for (let i = 0; i < to.length; i++) {
    const v = from[i];
    to[i] = v >= 1 ? 65535 : v > 0 ? Math.floor(v * 65535 + 0.5) : 0;
  }
}

/** Values 0..65535 as 0..1. */
export function widened(from: Uint16Array, to: Float32Array): void {
  if (inBlocks(from, to, 1, ({ kernel }, at, count, out) => kernel.widenedWords(at, count, out))) return;
  const prints = printed();
  for (let i = 0; i < to.length; i++) to[i] = prints[from[i]];
}

/** The means of pairs of values 0..65535 as 0..1. */
export function meansOfWords(from: Uint16Array, to: Float32Array): void {
  if (inBlocks(from, to, 2, ({ kernel }, at, count, out) => kernel.wordPairs(at, count, out))) return;
  const prints = printed();
  for (let i = 0; i < to.length; i++) to[i] = (prints[from[2 * i]] + prints[from[2 * i + 1]]) * 0.5;
}

/** The means of pairs of values. */
export function meansOfFloats(from: Float32Array, to: Float32Array): void {
  if (inBlocks(from, to, 2, ({ kernel }, at, count, out) => kernel.floatPairs(at, count, out))) return;
  for (let i = 0; i < to.length; i++) to[i] = (from[2 * i] + from[2 * i + 1]) * 0.5;
}
