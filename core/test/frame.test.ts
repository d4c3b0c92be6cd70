import { automaticRecipe, cut, cutAll, makeRecipe, makeStep, type StepOutcome } from '@amber-stamp/core/cut';
import { checkBorder, raster, straightSides, type Raster } from '@amber-stamp/core/raster';
import { expect } from 'chai';
import { cloud, paper, SOURCES_BY_KIND } from './helpers/kinds.ts';

const filled = (width: number, height: number, at: (u: number, v: number) => number): Raster => {
  const r = raster(width, height);
  for (let i = 0; i < r.data.length; i++) r.data[i] = at((i % width) / width, Math.floor(i / width) / height);
  return r;
};
const wall = (u: number, v: number): number =>
  Math.max(Math.abs(u - 0.5), Math.abs(v - 0.5)) < 0.4 ? 0.3 + 0.6 * cloud(u, v, 0.03) : 0;
const leafAtFrame = paper((u, v) => (Math.abs(v - 0.5) < 0.22 * (1 - u / 0.7) ? 0.8 : 0));

describe('straight edges of what prints', () => {
  it('are found with air around them, at all four sides of a wall', () => {
    const plate = filled(300, 300, wall);
    expect(checkBorder(plate).verdict).to.equal('clear');
    expect(straightSides(plate)).to.deep.equal(['left', 'top', 'right', 'bottom']);
  });

  it('are none of things, of dots, and of a texture that runs out', () => {
    for (const name of [
      'a blot',
      'a leaf',
      'a coin',
      'a hard round',
      'a soft dot',
      'a figure',
      'gravel',
      'grass',
      'bark',
    ]) {
      const { picture, prints } = SOURCES_BY_KIND[name];
      const plate = cut(picture, automaticRecipe(picture, prints as 'dark'));
      expect(straightSides(plate).length, name).to.be.lessThan(3);
    }
  });

  it('are found of a solid rectangle, which may be meant', () => {
    const { picture } = SOURCES_BY_KIND['a hard square'];
    expect(straightSides(cut(picture, automaticRecipe(picture, 'dark')))).to.have.length(4);
  });

  it('are gone once they are faded from where the content ends, at one side alone if that is wished', () => {
    const plate = filled(300, 300, wall);
    const fade = (values: Record<string, string | number>) =>
      cutAll(
        asPicture(plate),
        makeRecipe([makeStep('gray', { prints: 'light' }), makeStep('fade', { from: 'content', ...values })]),
      ).raster;
    expect(straightSides(fade({ widthPct: 20 }))).to.deep.equal([]);
    expect(straightSides(fade({ widthPct: 20, side: 'left' }))).to.deep.equal(['top', 'right', 'bottom']);
  });
});

const asPicture = ({ width, height, data }: Raster) => ({
  width,
  height,
  channels: 1 as const,
  data: Uint8Array.from(data, (v) => Math.round(255 * v)),
});

const factOf = (outcomes: readonly StepOutcome[], name: string) =>
  outcomes.map(({ facts }) => facts[name]).find((fact) => fact !== undefined);

describe('a mark that the frame of its source cuts', () => {
  const cutOf = (picture: Parameters<typeof automaticRecipe>[0]) =>
    factOf(cutAll(picture, automaticRecipe(picture, 'dark')).outcomes, 'cut');

  it('is told by its sides', () => {
    expect(cutOf(leafAtFrame)).to.equal('left');
    expect(cutOf(SOURCES_BY_KIND['a leaf'].picture)).to.equal('');
  });
});

describe('the dark edges of a scanner', () => {
  const sheet = paper((u, v) => {
    const askew = 0.02 + 0.01 * v;
    return u < askew || v > 0.97 ? 0.9 : Math.hypot(u - 0.5, v - 0.5) < 0.2 + 0.02 * cloud(u, v, 0.05) ? 0.9 : 0;
  });

  it('are taken away by the recipe that a sheet begins with, so that the mark alone prints', () => {
    const recipe = automaticRecipe(sheet, 'dark');
    expect(recipe.steps.map(({ step }) => step)).to.include('bed');
    const { raster: made, outcomes } = cutAll(sheet, recipe);
    expect(factOf(outcomes, 'strips')).to.equal('left, bottom');
    expect(checkBorder(made).verdict).to.equal('clear');
    // the blot fills the plate but for its air: nothing else was in the box that was trimmed
    expect(made.data[Math.floor(made.height / 2) * made.width + Math.floor(0.1 * made.width)]).to.be.greaterThan(0.5);
  });

  it('are not looked for in what fills its frame, nor where nothing lies along it', () => {
    for (const name of ['gravel', 'a leaf']) {
      const { picture, prints } = SOURCES_BY_KIND[name];
      expect(
        automaticRecipe(picture, prints as 'dark').steps.map(({ step }) => step),
        name,
      ).to.not.include('bed');
    }
  });
});

describe('a border', () => {
  it('that prints faintly all around is a square: dabs that lie close add up', () => {
    const residue = filled(64, 64, (u, v) => (Math.hypot(u - 0.5, v - 0.5) < 0.3 ? 1 : 0.009));
    expect(checkBorder(residue).verdict).to.equal('square');
    const one = filled(64, 64, (u, v) => (u === 0 && v < 0.2 ? 0.009 : 0));
    expect(checkBorder(one).verdict).to.equal('clear');
  });
});
