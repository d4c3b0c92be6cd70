import {
  answerRecipe,
  cut,
  guessPrints,
  guessReading,
  isAutomatic,
  makeRecipe,
  makeStep,
  mayBeHeights,
  partIn,
  possibleReadings,
  recipeForReading,
  regionOf,
} from '@amber-stamp/core/cut';
import type { Picture } from '@amber-stamp/core/raster';
import { expect } from 'chai';
import { chance6 } from '../src/maths/hash.ts';
import { grayOf, toneRange } from '../src/cut/gray.ts';

const noise = (x: number, y: number) => chance6(x, y, 5, 0, 0, 0) - 0.5;
type At = (x: number, y: number) => number;

/** A disc of some tone on clear ground. */
function cutOut(side: number, tone: At): Picture {
  const data = new Uint8Array(side * side * 4);
  for (let y = 0, p = 0; y < side; y++)
    for (let x = 0; x < side; x++, p += 4) {
      data.fill(tone(x, y), p, p + 3);
      data[p + 3] = Math.hypot(x - side / 2, y - side / 2) < side * 0.4 ? 255 : 0;
    }
  return { width: side, height: side, channels: 4, data };
}
const gray16 = (side: number, f: At): Picture => ({
  width: side,
  height: side,
  channels: 1,
  data: Uint16Array.from({ length: side * side }, (_, i) => 65535 * f((i % side) / side, Math.floor(i / side) / side)),
});
const black = cutOut(120, () => 0);
const stone = cutOut(120, (x, y) => 130 + 90 * Math.sin(x / 3) * Math.sin(y / 4));
const terrain = gray16(160, (u, v) => 0.5 + 0.2 * Math.sin(5 * u + 2 * v) + 0.2 * Math.cos(7 * v - 3 * u));
const readings = (picture: Picture) =>
  [...possibleReadings(picture)].filter(({ recipe }) => recipe).map(({ reading }) => reading);

describe('what prints', () => {
  it('is still asked of a drawing of one colour on clear ground: what is blank as heights hides no answer', () => {
    expect(readings(black)).to.deep.equal(['dark', 'alpha']);
    expect(guessPrints(black).prints).to.equal('alpha');
  });

  it('is the tone within what is opaque, where that has one: its shape stays whole and its texture is seen', () => {
    expect(guessPrints(stone).prints).to.equal('tone');
    expect(readings(stone)).to.include('tone');
    const tone = grayOf(stone, 'tone').data;
    const within = tone.filter((_, i) => stone.data[4 * i + 3] > 0);
    expect(Math.min(...within)).to.be.closeTo(0.3, 0.001);
    expect(Math.max(...within)).to.be.closeTo(1, 0.001);
    expect(tone.every((v, i) => stone.data[4 * i + 3] > 0 || v === 0)).to.equal(true);
    expect(toneRange(black)).to.equal(0);
  });

  it('is first thought of as heights where floats, or soft slopes of 16 bits, are brought', () => {
    expect(guessReading(terrain).reading).to.equal('heights');
    expect(mayBeHeights(terrain)).to.equal(true);
    const paper = gray16(160, (u, v) => (Math.hypot(u - 0.5, v - 0.5) < 0.2 ? 0.1 : 0.9));
    expect(guessReading(paper).reading).to.equal('dark');
    expect(mayBeHeights(stone)).to.equal(false);
  });

  it('keeps floats that an empty recipe reads in no way as heights, each as it is', () => {
    const floats: Picture = { width: 3, height: 1, channels: 1, data: Float32Array.of(-2.5, 0.25, 7) };
    const asIs = answerRecipe(floats, 'dark', makeRecipe([]), false);
    expect([...cut(floats, asIs).data]).to.deep.equal([-2.5, 0.25, 7]);
    const given = makeRecipe([makeStep('gray', { prints: 'light' })]);
    expect(answerRecipe(floats, 'dark', given, false)).to.deep.equal(given);
  });
});

describe('the recipe for a part', () => {
  /** Two marks on a page that a lamp lights from one side. */
  const page: Picture = (() => {
    const [width, height] = [300, 200];
    const data = new Uint8Array(width * height);
    for (let y = 0, i = 0; y < height; y++)
      for (let x = 0; x < width; x++, i++) {
        const ink = Math.hypot(x - 70, y - 100) < 40 || (Math.abs(x - 220) < 40 && Math.abs(y - 100) < 25);
        data[i] = (ink ? 0.2 : 1) * (240 - 0.4 * x - 0.1 * y) + 4 * noise(x, y);
      }
    return { width, height, channels: 1, data };
  })();
  const bar = regionOf({ x0: 0.55, y0: 0.25, x1: 0.92, y1: 0.75 });
  const steps = (recipe: { steps: { step: string }[] }) => recipe.steps.map(({ step }) => step);

  it('evens the light of the whole before the part is taken, and prints no paper', () => {
    const recipe = recipeForReading(page, 'dark', { region: bar });
    expect(steps(recipe).slice(0, 3)).to.deep.equal(['gray', 'light', 'region']);
    const plate = cut(page, recipe);
    const ring = [0, plate.width - 1, plate.data.length - plate.width, plate.data.length - 1];
    for (const i of ring) expect(plate.data[i]).to.be.lessThan(0.02);
    // the bar alone, twice as wide as it is high
    const printing = plate.data.reduce((sum, v) => sum + (v > 0.5 ? 1 : 0), 0) / plate.data.length;
    expect(printing).to.be.within(0.35, 0.55);
  });

  it('is known as untouched until a step of it is changed, whichever part it takes', () => {
    const recipe = recipeForReading(page, 'dark', { region: bar });
    expect(isAutomatic(page, recipe, { region: bar })).to.equal(true);
    expect(isAutomatic(page, recipe)).to.equal(false);
    const moved = makeRecipe(
      recipe.steps.map((step) => (step.step === 'region' ? regionOf({ x0: 0, y0: 0, x1: 0.5, y1: 1 }) : step)),
    );
    expect(isAutomatic(page, moved, { region: bar })).to.equal(true);
    // as a database may give it back
    const turned = moved.steps.map((step) => Object.fromEntries(Object.entries(step).reverse()) as typeof step);
    expect(isAutomatic(page, makeRecipe(turned), { region: bar })).to.equal(true);
    const tuned = makeRecipe([...recipe.steps, makeStep('blur')]);
    expect(isAutomatic(page, tuned, { region: bar })).to.equal(false);
    expect(isAutomatic(page, recipeForReading(page, 'light'))).to.equal(true);
  });

  it('takes the box around an outline, and nothing of one that is not drawn or that clears its inside', () => {
    const outline = [
      [0.2, 0.3],
      [0.9, 0.1],
      [1.4, 0.8],
    ];
    expect(partIn(makeStep('region', { outline }))).to.deep.equal({ x0: 0.2, y0: 0.1, x1: 1, y1: 0.8 });
    expect(partIn(makeStep('region', { outline, inverted: true }))).to.equal(undefined);
    expect(partIn(makeStep('region', { outline: [[0.5, 0.5]] }))).to.equal(undefined);
    expect(partIn(undefined)).to.equal(undefined);
  });
});
