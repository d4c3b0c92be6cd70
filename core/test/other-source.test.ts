import { cut, makeRecipe, makeStep, recipeForOther } from '@amber-stamp/core/cut';
import { coverage } from '@amber-stamp/core/raster';
import { expect } from 'chai';
import { paper } from './helpers/kinds.ts';

const disc = (size: number) =>
  paper((u, v) => (Math.hypot(u - 0.5, v - 0.5) < 0.25 ? 0.9 : 0), { width: size, height: size });
/** Chalk on slate: what is pale is the mark. */
const chalk = paper((u, v) => (Math.hypot(u - 0.5, v - 0.5) < 0.25 ? 0 : 0.9));
const recipe = makeRecipe([
  makeStep('gray', { prints: 'dark' }),
  makeStep('levels'),
  makeStep('specks', { areaPx: 40, holesPx: 10 }),
  makeStep('trim'),
  makeStep('fit', { resolutionPx: 128 }),
  makeStep('specks', { areaPx: 7 }),
]);
const before = { width: 360, height: 360 };

describe('a recipe under another source', () => {
  it('keeps its answer where that prints a mark, and says nothing', () => {
    expect(recipeForOther(disc(360), recipe, before)).to.deep.equal({ recipe });
  });

  it('has its areas follow the scale of the picture, and those behind the fit stay', () => {
    const { recipe: made } = recipeForOther(disc(720), recipe, before);
    expect(made.steps.map(({ areaPx }) => areaPx)).to.deep.equal([undefined, undefined, 160, undefined, undefined, 7]);
    expect(made.steps[2].holesPx).to.equal(40);
  });

  it('is asked again where the old answer would print the ground, and says why', () => {
    const { recipe: made, asked } = recipeForOther(chalk, recipe, before);
    expect(asked?.prints).to.equal('light');
    expect(asked?.reason).to.contain('Chosen because');
    expect(coverage(cut(chalk, made))).to.be.within(0.3, 0.8);
    expect({ ...made, steps: made.steps.slice(1) }).to.deep.equal({ ...recipe, steps: recipe.steps.slice(1) });
  });

  it('has its levels found again where those that were set by hand would clip the picture, and says so', () => {
    const faint = paper((u, v) => (Math.hypot(u - 0.5, v - 0.5) < 0.3 ? 0.1 + 0.5 * u : 0));
    const hard = makeRecipe(
      recipe.steps.map((step) =>
        step.step === 'levels' ? { ...step, automatic: false, low: 0.02, high: 0.08 } : step,
      ),
    );
    const { recipe: made, levelled } = recipeForOther(faint, hard, before);
    expect([levelled, made.steps[1].automatic]).to.deep.equal([true, true]);
    const kept = makeRecipe(
      recipe.steps.map((step) => (step.step === 'levels' ? { ...step, automatic: false, low: 0.1, high: 0.9 } : step)),
    );
    expect(recipeForOther(faint, kept, before)).to.deep.equal({ recipe: kept });
  });

  it('stays where nothing can be told: heights, and a texture that fills its frame', () => {
    const heights = makeRecipe([makeStep('heights')]);
    expect(recipeForOther(chalk, heights, before).recipe).to.deep.equal(heights);
    const noise = paper((u, v) => 0.5 + 0.4 * Math.sin(90 * u) * Math.sin(70 * v));
    expect(recipeForOther(noise, recipe, before).asked).to.equal(undefined);
  });
});
