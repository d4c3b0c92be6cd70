import { cut, defaultsOf, makeRecipe, makesRelief, parseRecipe, STEPS, type Recipe } from '@amber-stamp/core/cut';
import { AmberError } from '@amber-stamp/core/errors';
import { toPlate, type Picture, type Raster } from '@amber-stamp/core/raster';
import { expect } from 'chai';
import fc from 'fast-check';

const RUNS = { numRuns: 60, seed: 3, endOnFailure: true };

/** Steps that need neither another source nor another brush, and are quick on a small picture. */
const FREE = STEPS.filter(
  ({ name, relief, params }) =>
    !relief && name !== 'fit' && !Object.values(params).some(({ kind }) => kind === 'source' || kind === 'brush'),
);

const anyStep = fc.constantFrom(...FREE).chain((step) => {
  const settings = Object.entries(step.params).map(([name, param]): [string, fc.Arbitrary<unknown>] => {
    if (param.kind === 'number') return [name, fc.double({ min: param.min, max: param.max, noNaN: true })];
    if (param.kind === 'choice') return [name, fc.constantFrom(...param.options)];
    if (param.kind === 'flag') return [name, fc.boolean()];
    return [name, fc.constant(defaultsOf(step)[name])];
  });
  const on = fc.boolean();
  return fc.record({ step: fc.constant(step.name), on, ...Object.fromEntries(settings) });
});
const anyRecipe = fc
  .array(anyStep, { minLength: 1, maxLength: 6 })
  .map((steps) => parseRecipe(JSON.parse(JSON.stringify(makeRecipe(steps as unknown as Recipe['steps'])))));

const anyPicture = fc
  .record({ width: fc.integer({ min: 1, max: 40 }), height: fc.integer({ min: 1, max: 40 }), seed: fc.nat() })
  .map(({ width, height, seed }): Picture => ({
    width,
    height,
    channels: 1,
    data: Float32Array.from({ length: width * height }, (_, i) => Math.abs(Math.sin(i * 12.9898 + seed)) ** 2),
  }));

/** What a recipe makes of a picture; a plate on which nothing prints is told, and nothing else is. */
function madeOf(picture: Picture, recipe: Recipe): Raster | 'blank' {
  try {
    return cut(picture, recipe);
  } catch (cause) {
    if (cause instanceof AmberError && cause.code === 'nothing-to-print') return 'blank';
    throw cause;
  }
}

describe('any recipe on any picture', () => {
  it('makes a plate of finite values in 0..1, and the same one again', () => {
    fc.assert(
      fc.property(anyRecipe, anyPicture, (recipe, picture) => {
        const made = madeOf(picture, recipe);
        if (made === 'blank') return;
        expect(made.data.length).to.equal(made.width * made.height);
        const wrong = made.data.findIndex((v) => !(v >= -1e-5 && v <= 1 + 1e-5));
        if (wrong >= 0) throw new Error(`px ${wrong} is ${made.data[wrong]}`);
        expect(cut(picture, recipe).data).to.deep.equal(made.data);
      }),
      RUNS,
    );
  });

  it('leaves the picture as it was', () => {
    fc.assert(
      fc.property(anyRecipe, anyPicture, (recipe, picture) => {
        const before = picture.data.slice();
        madeOf(picture, recipe);
        expect(picture.data).to.deep.equal(before);
      }),
      RUNS,
    );
  });

  it('does nothing by a step that is off', () => {
    fc.assert(
      fc.property(anyRecipe, anyPicture, (recipe, picture) => {
        const on = recipe.steps.filter((step) => step.on);
        expect(madeOf(picture, recipe)).to.deep.equal(madeOf(picture, { ...recipe, steps: on }));
      }),
      RUNS,
    );
  });

  it('is written and read without a change', () => {
    fc.assert(
      fc.property(anyRecipe, (recipe) => {
        expect(parseRecipe(JSON.parse(JSON.stringify(recipe)))).to.deep.equal(recipe);
        expect(makesRelief(recipe)).to.equal(false);
      }),
      RUNS,
    );
  });

  it('becomes a plate of 16 bits that keeps its values', () => {
    fc.assert(
      fc.property(anyRecipe, anyPicture, (recipe, picture) => {
        const made = madeOf(picture, recipe);
        if (made === 'blank') return;
        const plate = toPlate(made);
        const off = plate.data.findIndex((v, i) => Math.abs(v / 65535 - made.data[i]) > 1e-4);
        if (off >= 0) throw new Error(`px ${off}: ${plate.data[off] / 65535} for ${made.data[off]}`);
      }),
      RUNS,
    );
  });
});
