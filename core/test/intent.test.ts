import {
  cut,
  findMarks,
  guessIntent,
  guessReading,
  makeStep,
  makeRecipe,
  recipeForReading,
  recipeForUse,
  splitMark,
  triedUses,
} from '@amber-stamp/core/cut';
import { toPlate, type Picture } from '@amber-stamp/core/raster';
import { expect } from 'chai';
import { endsWereMade } from '../src/cut/joint.ts';
import { transposed } from '../src/raster/morph.ts';
import { cloud, noiseAt, paper, SOURCES_BY_KIND } from './helpers/kinds.ts';

const steps = ({ steps: all }: { steps: readonly { step: string; on?: boolean }[] }) => all.map(({ step }) => step);
const intentOf = (picture: Picture) => guessIntent(picture, guessReading(picture).reading).intent;

/** Blots of about one size on a page, `across` by `down`. */
const blots = (across: number, down: number): Picture =>
  paper(
    (u, v) => {
      const [i, j] = [Math.floor(u * across), Math.floor(v * down)];
      const [x, y] = [(u * across - i - 0.5) * 1.2, (v * down - j - 0.5) * 1.2];
      return Math.hypot(x, y) < 0.3 + 0.08 * noiseAt(i, j) ? 1 : 0;
    },
    { width: 480, height: 480 },
  );
const rope = paper((u, v) => (Math.abs(v - 0.1) < 0.07 ? 0.5 + 0.3 * Math.sin(150 * u + 80 * v) : 0), {
  width: 900,
  height: 180,
});
/** The waves go round both ways, so the sides meet. */
const wave = (u: number, v: number, across: number, down: number, at: number): number =>
  Math.sin(2 * Math.PI * (across * u + down * v) + at);
const tiling = paper(
  (u, v) => 0.5 + 0.15 * (wave(u, v, 3, 2, 0) + wave(u, v, 7, -5, 1) + wave(u, v, 2, 9, 2) + wave(u, v, 1, -1, 3)),
  { rough: 0 },
);

describe('what a source is for', () => {
  it('is guessed: a tip, several marks, a strip that is bent, what was made to tile, heights', () => {
    expect(intentOf(SOURCES_BY_KIND['a leaf'].picture)).to.equal('tip');
    expect(intentOf(SOURCES_BY_KIND.gravel.picture)).to.equal('tip');
    expect(intentOf(SOURCES_BY_KIND['a splatter'].picture)).to.equal('tip');
    expect(intentOf(SOURCES_BY_KIND['a word'].picture)).to.equal('tip');
    expect(intentOf(blots(3, 2))).to.equal('marks');
    expect(intentOf(SOURCES_BY_KIND.handwriting.picture)).to.equal('marks');
    expect(intentOf(rope)).to.equal('band');
    expect(intentOf(tiling)).to.equal('grain');
    expect(intentOf(SOURCES_BY_KIND['a height map'].picture)).to.equal('relief');
  });

  it('begins a grain and a band without trim, fit and fade, and their sides meet', () => {
    const { picture } = SOURCES_BY_KIND.gravel;
    const grain = recipeForReading(picture, 'light', { intent: 'grain' });
    expect(steps(grain)).to.include('tile');
    for (const step of ['trim', 'fit', 'fade']) expect(steps(grain)).to.not.include(step);
    const made = cut(picture, grain);
    for (const plate of [toPlate(made), toPlate(transposed(made))]) expect(endsWereMade(plate)).to.equal(true);
    const band = recipeForReading(rope, 'dark', { intent: 'band' });
    expect(steps(band)).to.deep.equal(['gray', 'levels', 'tile']);
    expect(cut(rope, band).height).to.equal(rope.height);
    // what meets already is left as it is
    expect(steps(recipeForReading(tiling, 'dark', { intent: 'grain' }))).to.not.include('tile');
  });

  it('makes a large material as large as it is needed', () => {
    const large = paper((u, v) => cloud(u, v, 0.02), { width: 1200, height: 300 });
    const made = cut(large, recipeForReading(large, 'dark', { intent: 'grain' }));
    expect(Math.max(made.width, made.height)).to.be.at.most(1024);
    expect(made.width).to.not.equal(made.height);
  });

  it('switches the border of a recipe that somebody has changed, and back again', () => {
    const own = makeRecipe([makeStep('gray'), makeStep('blur'), makeStep('trim'), makeStep('fit'), makeStep('fade')]);
    const grain = recipeForUse(own, 'grain');
    const on = (recipe: typeof own) => recipe.steps.filter((step) => step.on).map(({ step }) => step);
    expect(on(grain)).to.deep.equal(['gray', 'blur', 'tile']);
    expect(on(recipeForUse(grain, 'tip'))).to.deep.equal(['gray', 'blur', 'trim', 'fit', 'fade']);
  });

  it('is tried: each use that prints has its plate, marks one each', () => {
    const tried = Object.fromEntries(
      [...triedUses(blots(3, 2), 'dark')].map(({ intent, made }) => [intent, made.length]),
    );
    expect(tried).to.deep.equal({ tip: 1, grain: 1, band: 1, relief: 1, marks: 6 });
    expect([...triedUses(SOURCES_BY_KIND['a leaf'].picture, 'dark')].at(-1)?.made).to.deep.equal([]);
  });
});

describe('the boxes of marks', () => {
  it('never lie over each other, and none takes the whole sheet', () => {
    const bow = paper((u, v) => {
      const ring = Math.abs(Math.hypot(u - 0.5, v - 0.5) - 0.3) < 0.02;
      return ring || Math.hypot(u - 0.5, v - 0.5) < 0.06 ? 1 : 0;
    });
    expect(findMarks(bow, 'dark')).to.have.length(1);
    const frame = paper((u, v) => (Math.max(Math.abs(u - 0.5), Math.abs(v - 0.5)) > 0.46 ? 0 : 1));
    expect(findMarks(frame, 'dark')).to.deep.equal([]);
  });

  it('are lines where they are looked for line by line', () => {
    const words = findMarks(SOURCES_BY_KIND.handwriting.picture, 'dark');
    const lines = findMarks(SOURCES_BY_KIND.handwriting.picture, 'dark', 'lines');
    expect(lines.length).to.be.lessThan(words.length).and.at.least(6);
    expect(Math.min(...lines.map(({ y0, y1 }) => y1 - y0))).to.be.greaterThan(0.03);
    expect(Math.max(...lines.map(({ y0, y1 }) => y1 - y0))).to.be.lessThan(0.14);
  });

  it('are split at the widest gap between their parts, and not where there is none', () => {
    const sheet = blots(3, 1);
    const [first, second] = findMarks(sheet, 'dark');
    const halves = splitMark(sheet, 'dark', { ...first, x1: second.x1 });
    expect(halves?.[0].x1).to.equal(halves?.[1].x0);
    expect(halves?.[0].x1).to.be.within(first.x1 - 0.05, second.x0 + 0.05);
    expect(splitMark(sheet, 'dark', first)).to.equal(undefined);
  });

  it('hold 24 marks of a sheet, each cut on its own', () => {
    const sheet = blots(6, 4);
    const marks = findMarks(sheet, 'dark');
    expect(marks).to.have.length(24);
    expect(intentOf(sheet)).to.equal('marks');
  });
});
