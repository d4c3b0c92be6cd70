import { wantScratch } from '@amber-stamp/core/wasm';
import { expect } from 'chai';
import fc from 'fast-check';
import { meansOfFloats, meansOfWords, narrowed, widened } from '../src/raster/words.ts';

const EVERY_WORD = Uint16Array.from({ length: 65536 }, (_, value) => value);
const ODD_FLOATS = [NaN, Infinity, -Infinity, -0, 0, 1, 1 + 2 ** -23, 1 - 2 ** -24, -1, 2 ** -149, 0.5 / 65535, 1e30];

/** What is written in WebAssembly and in plain loops. */
function bothWays<T extends Float32Array | Uint16Array>(to: T, write: (to: T) => void): [T, T] {
  const quick = to.slice() as T;
  const plain = to.slice() as T;
  write(quick);
  wantScratch(false);
  write(plain);
  wantScratch(true);
  return [quick, plain];
}
const bits = (floats: Float32Array): Uint32Array => new Uint32Array(floats.buffer);
/** Values in the order of a shuffled deck, so that neighbours differ. */
const shuffled = (values: Uint16Array): Uint16Array => values.map((_, i) => values[(i * 7919) & 65535]);

describe('values of sixteen bits', () => {
  afterEach(() => wantScratch(true));

  it('print each what it prints divided by the largest, in WebAssembly too', () => {
    const [quick, plain] = bothWays(new Float32Array(65536), (to) => widened(EVERY_WORD, to));
    const divided = Float32Array.from(EVERY_WORD, (value) => value / 65535);
    expect(bits(quick)).to.deep.equal(bits(divided));
    expect(bits(plain)).to.deep.equal(bits(divided));
  });

  it('come back as they were', () => {
    const [quick, plain] = bothWays(new Uint16Array(65536), (to) => {
      const values = new Float32Array(65536);
      widened(EVERY_WORD, values);
      narrowed(values, to);
    });
    expect(quick).to.deep.equal(EVERY_WORD);
    expect(plain).to.deep.equal(EVERY_WORD);
  });

  it('are the nearest to any float, clamped, with nothing for what is no number; as plain loops have them', () => {
    const float = fc.oneof(fc.float(), fc.float({ min: 0, max: 1 }), fc.constantFrom(...ODD_FLOATS));
    fc.assert(
      fc.property(fc.array(float, { maxLength: 70 }), (floats) => {
        const from = Float32Array.from(floats);
        const [quick, plain] = bothWays(new Uint16Array(from.length), (to) => narrowed(from, to));
        expect(quick).to.deep.equal(plain);
        from.forEach((v, i) => {
          const nearest = Math.min(65535, Math.max(0, Math.floor(v * 65535 + 0.5)));
          expect(plain[i]).to.equal(Number.isNaN(v) ? 0 : nearest);
        });
      }),
    );
  });

  it('have the same means of two in WebAssembly as in plain loops, whatever their number', () => {
    const words = shuffled(EVERY_WORD);
    for (const count of [1, 3, 8, 1001, 16_384, 32_768]) {
      const [quick, plain] = bothWays(new Float32Array(count), (to) => meansOfWords(words.subarray(0, 2 * count), to));
      expect(bits(quick), `${count} pairs`).to.deep.equal(bits(plain));
      const floats = new Float32Array(2 * count);
      widened(words.subarray(0, 2 * count), floats);
      floats.forEach((v, i) => (floats[i] = v * v * v));
      const [fast, slow] = bothWays(new Float32Array(count), (to) => meansOfFloats(floats, to));
      expect(bits(fast), `${count} pairs of floats`).to.deep.equal(bits(slow));
    }
  });
});
