import { benchWords, parseBench, type Bench } from '../src/bench/index.ts';
import { plainBrush } from '../src/model/index.ts';
import { expect } from 'chai';

const bench = (change: (bench: Bench) => void = () => undefined): Bench => {
  const made = parseBench({
    brush: plainBrush('Tip', 'tip.png'),
    plates: { 'tip.png': { sha256: 'a'.repeat(64) } },
  });
  change(made);
  return parseBench(made);
};

describe('the words that a brush is found by', () => {
  it('say little of a plain one', () => {
    expect(benchWords(bench())).to.deep.equal(['stamped', 'hard']);
  });

  it('say what moves its dabs, and not what is muted', () => {
    const turned = bench(({ brush: { coats } }) => {
      Object.assign(coats[0].properties.angle, { low: -60, high: 60, drivers: [{ by: 'chance' }] });
      Object.assign(coats[0].properties.size, { low: 40, high: 100, drivers: [{ by: 'pressure' }], muted: true });
      coats[0].properties.across.high = 40;
      coats[0].properties.mirrorX.chance = 0.5;
    });
    expect(benchWords(turned)).to.include.members(['turned', 'scattered', 'mirrored']);
    expect(benchWords(turned)).to.not.include.members(['sizes vary', 'by pressure']);
  });

  it('say how the plate was cut and what it was made of', () => {
    const cut = bench(({ plates }) => {
      plates['tip.png'].recipe = {
        format: 'amber-stamp/recipe',
        version: 1,
        steps: [
          { step: 'gray', on: true, prints: 'light' },
          { step: 'soften', on: true },
          { step: 'tile', on: false },
        ],
      } as never;
    });
    expect(benchWords(cut)).to.deep.equal(['stamped', 'soft', 'light prints']);
  });

  it('come once each, however many coats say the same', () => {
    const words = benchWords(bench(({ brush }) => void brush.coats.push(structuredClone(brush.coats[0]))));
    expect(words).to.deep.equal([...new Set(words)]);
    expect(words).to.include('coats');
  });
});
