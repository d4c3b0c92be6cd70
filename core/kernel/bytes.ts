/** Bytes of blocks of a file of floats, as in core/src/formats/exr-planes.ts. */

/** Each byte and all before it of the same sixteen, together. */
// @ts-ignore: decorator
@inline
function running(v: v128): v128 {
  const none = i8x16.splat(0);
  v = i8x16.add(v, v128.shuffle<i8>(none, v, 0, 16, 17, 18, 19, 20, 21, 22, 23, 24, 25, 26, 27, 28, 29, 30));
  v = i8x16.add(v, v128.shuffle<i8>(none, v, 0, 0, 16, 17, 18, 19, 20, 21, 22, 23, 24, 25, 26, 27, 28, 29));
  v = i8x16.add(v, v128.shuffle<i8>(none, v, 0, 0, 0, 0, 16, 17, 18, 19, 20, 21, 22, 23, 24, 25, 26, 27));
  return i8x16.add(v, v128.shuffle<i8>(none, v, 0, 0, 0, 0, 0, 0, 0, 0, 16, 17, 18, 19, 20, 21, 22, 23));
}

/**
 * Undoes differences of `count` bytes, each told as 128 more than it is, in place, and then writes the first half of them to
 * the even places of `to` and the others to the odd ones; up to 31 bytes behind both may change.
 */
export function undoDifferences(bytes: usize, count: i32, to: usize): void {
  const end = bytes + <usize>count;
  // the first byte is no difference
  let before = i8x16.splat(-128);
  for (let at = bytes; at < end; at += 16) {
    const sums = i8x16.add(running(v128.xor(v128.load(at), i8x16.splat(-128))), before);
    v128.store(at, sums);
    before = v128.swizzle(sums, i8x16.splat(15));
  }
  const half = <usize>((count + 1) >> 1);
  const odd = bytes + half;
  for (let at: usize = 0; at < half; at += 16) {
    const a = v128.load(bytes + at), b = v128.load(odd + at);
    v128.store(to + 2 * at, v128.shuffle<i8>(a, b, 0, 16, 1, 17, 2, 18, 3, 19, 4, 20, 5, 21, 6, 22, 7, 23));
    v128.store(to + 2 * at, v128.shuffle<i8>(a, b, 8, 24, 9, 25, 10, 26, 11, 27, 12, 28, 13, 29, 14, 30, 15, 31), 16);
  }
}
