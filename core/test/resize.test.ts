import { cutAll, makeRecipe, makeStep, placementOf } from '@amber-stamp/core/cut';
import { expect } from 'chai';
import { cloud, paper } from './helpers/kinds.ts';
import { isWordLike } from '../src/vary/word.ts';
import { raster } from '../src/raster/raster.ts';

const strip = paper((u, v) => cloud(u, v, 0.05), { width: 300, height: 90 });

describe('another size', () => {
  const recipe = (longerPx: number) => makeRecipe([makeStep('gray'), makeStep('resize', { longerPx })]);

  it('keeps the shape of what came in, and tells where it lies on the source', () => {
    const { raster: made, outcomes } = cutAll(strip, recipe(100));
    expect([made.width, made.height]).to.deep.equal([100, 30]);
    const placed = placementOf(
      strip,
      recipe(100),
      outcomes.map(({ facts }) => facts),
    );
    expect([placed?.x, placed?.y, placed?.scale]).to.deep.equal([150, 45, 3]);
  });

  it('leaves what is so large already, and says so where it has no more detail', () => {
    const same = cutAll(strip, recipe(300));
    expect(same.raster.data).to.deep.equal(cutAll(strip, makeRecipe([makeStep('gray')])).raster.data);
    expect(cutAll(strip, recipe(600)).outcomes[1].facts.from).to.equal(300);
  });
});

describe('a word', () => {
  const blocks = (places: readonly (readonly [number, number, number, number])[]) => {
    const r = raster(160, 80);
    for (const [x0, y0, w, h] of places)
      for (let y = y0; y < y0 + h; y++) r.data.fill(1, y * 160 + x0, y * 160 + x0 + w);
    return r;
  };
  const letters = [10, 40, 70, 100, 130];

  it('is a few pieces of about one height, side by side on one line', () => {
    expect(isWordLike(blocks(letters.map((x, k) => [x, 30 - 3 * (k % 2), 18, 26 + 3 * (k % 2)])))).to.equal(true);
  });

  it('is no row of drops, no two lines, and not one piece', () => {
    expect(isWordLike(blocks([[10, 30, 140, 20]]))).to.equal(false);
    expect(isWordLike(blocks(letters.map((x, k) => [x, 10 + 12 * k, 12, 9])))).to.equal(false);
    expect(
      isWordLike(
        blocks([
          [5, 30, 8, 20],
          [70, 36, 4, 5],
          [120, 30, 8, 20],
        ]),
      ),
    ).to.equal(false);
  });
});
