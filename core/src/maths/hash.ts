const mixStep = (h: number, value: number): number => {
  let k = Math.imul(value | 0, 0xcc9e2d51);
  k = (k << 15) | (k >>> 17);
  h ^= Math.imul(k, 0x1b873593);
  h = (h << 13) | (h >>> 19);
  return (Math.imul(h, 5) + 0xe6546b64) | 0;
};

/** Integer hash of a list of whole numbers to 0..2^32-1 (MurmurHash3 x86 32, public domain, A. Appleby). */
export function hash32(...values: number[]): number {
  let h = 0;
  for (const value of values) h = mixStep(h, value);
  h ^= values.length * 4;
  h = Math.imul(h ^ (h >>> 16), 0x85ebca6b);
  h = Math.imul(h ^ (h >>> 13), 0xc2b2ae35);
  return (h ^ (h >>> 16)) >>> 0;
}

/** The state of the hash after three whole numbers, for chanceAfter. */
export const chanceStart = (a: number, b: number, c: number): number => mixStep(mixStep(mixStep(0, a), b), c);

/** The hash of six whole numbers, three of them in `start`, as a chance in [0, 1): no allocation, for inner loops. */
export function chanceAfter(start: number, d: number, e: number, f: number): number {
  let h = mixStep(mixStep(mixStep(start, d), e), f);
  h ^= 24;
  h = Math.imul(h ^ (h >>> 16), 0x85ebca6b);
  h = Math.imul(h ^ (h >>> 13), 0xc2b2ae35);
  return ((h ^ (h >>> 16)) >>> 0) / 4294967296;
}

/** The hash of six whole numbers as a chance in [0, 1). */
export const chance6 = (a: number, b: number, c: number, d: number, e: number, f: number): number =>
  chanceAfter(chanceStart(a, b, c), d, e, f);
