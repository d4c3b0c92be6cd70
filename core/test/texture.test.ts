import type { Plate } from '@amber-stamp/core/raster';
import { expect } from 'chai';
import { echoWith, type Strokes } from './helpers/echoes.ts';
import * as tips from './helpers/tips.ts';

const { tipFrom } = tips;
const textureOf = (tip: Plate, s: Strokes): number => echoWith([tip], s).texture;

describe('texture', () => {
  const rich = tipFrom(tips.rich(31));
  it('is none of a solid line, of a smear and of plain shapes, however dark', () => {
    expect(textureOf(tipFrom(tips.disc()), { spacing: 5, flow: 100 })).to.be.below(5);
    expect(textureOf(tipFrom(tips.disc(0.5, 0.45)), { spacing: 10 })).to.be.below(10);
    expect(textureOf(tipFrom(tips.square()), { spacing: 120 })).to.be.below(10);
  });
  it('is rich where a material is seen, free or dense', () => {
    expect(textureOf(rich, { spacing: 110 })).to.be.above(45);
    expect(textureOf(rich, { spacing: 30, turn: 180 })).to.be.above(45);
  });
  it('goes where so many dabs are laid over each other that they average out', () => {
    const [some, many] = [30, 2].map((spacing) => textureOf(rich, { spacing, turn: 180, flow: 100 }));
    expect(many).to.be.below(some / 2);
  });
  it('is less where the same detail is fainter', () => {
    const shape = tips.rich(31);
    const paled = (share: number) =>
      tipFrom((x, y) => {
        const v = shape(x, y);
        return v > 0 ? 1 - share * (1 - v) : 0;
      });
    const [full, pale, faint] = [1, 0.3, 0.15].map((share) => textureOf(paled(share), { spacing: 30, turn: 180 }));
    expect(pale).to.be.below(full - 10);
    expect(faint).to.be.below(pale - 10);
  });
  it('does not depend on size, opacity or seed', () => {
    const usual = textureOf(rich, { spacing: 40 });
    for (const change of [{ opacity: 40 }, { sizePx: 128 }, { seed: 999 }])
      expect(textureOf(rich, { spacing: 40, ...change }), JSON.stringify(change)).to.be.closeTo(usual, 6);
  });
});
