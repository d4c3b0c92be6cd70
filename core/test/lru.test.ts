import { Lru } from '@amber-stamp/core/maths';
import { expect } from 'chai';

describe('values of which only so many are kept', () => {
  it('go in the order in which they were used last', () => {
    const kept = new Lru<string, number>(3);
    for (const [k, key] of ['a', 'b', 'c'].entries()) expect(kept.set(key, k)).to.deep.equal([]);
    expect(kept.get('a')).to.equal(0);
    expect(kept.peek('b')).to.equal(1);
    expect(kept.set('d', 3)).to.deep.equal([['b', 1]]);
    expect([...kept].map(([key]) => key)).to.deep.equal(['c', 'a', 'd']);
  });
  it('may be more for once', () => {
    const kept = new Lru<number, number>(2);
    for (let k = 0; k < 4; k++) kept.set(k, k, 4);
    expect(kept.size).to.equal(4);
    expect(kept.set(9, 9).map(([key]) => key)).to.deep.equal([0, 1, 2]);
  });
  it('are weighed, and go until the rest is light enough', () => {
    const kept = new Lru<string, number>(9, 10, (grams) => grams);
    for (const [key, grams] of [
      ['a', 4],
      ['b', 1],
      ['c', 4],
    ] as const)
      expect(kept.set(key, grams)).to.deep.equal([]);
    kept.set('a', 2);
    expect(kept.set('d', 3)).to.deep.equal([]);
    expect(kept.set('e', 6).map(([key]) => key)).to.deep.equal(['b', 'c', 'a']);
    kept.delete('d');
    expect(kept.set('f', 4)).to.deep.equal([]);
    expect(kept.set('g', 30, 2).map(([key]) => key)).to.deep.equal(['e']);
    expect(kept.set('h', 31).map(([key]) => key)).to.deep.equal(['f', 'g']);
    expect(kept.get('h')).to.equal(31);
  });
  it('are gone where they were deleted or never there', () => {
    const kept = new Lru<string, string>(2);
    kept.set('a', 'x');
    expect([kept.delete('a'), kept.delete('a'), kept.has('a'), kept.get('a')]).to.deep.equal([
      true,
      false,
      false,
      undefined,
    ]);
  });
});
