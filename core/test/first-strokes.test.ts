import { cutAll, guessReading, makesRelief, recipeForReading } from '@amber-stamp/core/cut';
import { InkEngine } from '@amber-stamp/core/ink';
import { measureStrip, standardStrips } from '@amber-stamp/core/prove';
import { checkBorder, coverage, heightPlate, toPlate, type Plate } from '@amber-stamp/core/raster';
import { firstStrokes, isMeasured, ranked, type Guess, type Origin } from '@amber-stamp/core/vary';
import { expect } from 'chai';
import { edgeWave } from '../src/vary/edge-wave.ts';
import { evenSpacing, insideWave } from '../src/vary/even-spacing.ts';
import { reduced } from '../src/vary/shape.ts';
import { fromPlate } from '../src/raster/raster.ts';
import { SOURCES_BY_KIND } from './helpers/kinds.ts';

const NAME = 'tip.png';

interface Begun {
  reading: string;
  plate: Plate;
  origin: Origin;
}

/** What a new user gets of a source: how it is read, and its plate. */
function begun({ picture }: (typeof SOURCES_BY_KIND)[string]): Begun {
  const { reading } = guessReading(picture);
  const recipe = recipeForReading(picture, reading);
  const { raster } = cutAll(picture, recipe);
  const fillsFrame = recipe.steps.some(({ step }) => step === 'fade') && !makesRelief(recipe);
  const plate = makesRelief(recipe) ? heightPlate(raster) : toPlate(raster);
  return { reading, plate, origin: { fillsFrame } };
}

describe('the first stroke', () => {
  const engine = new InkEngine();
  const measured = (plate: Plate, guess: Guess) => {
    const [strip] = standardStrips(engine, guess.brush, new Map([[NAME, plate]]), { seeds: 1 });
    return { ...guess, ...measureStrip(strip) };
  };
  const first = (plate: Plate, origin: Origin): Guess => {
    const { kind, guesses } = firstStrokes(plate, 'n', NAME, origin);
    return isMeasured(kind) ? ranked(guesses.map((guess) => measured(plate, guess)))[0] : guesses[0];
  };
  const rows = (name: string) => {
    const { plate, origin } = begun(SOURCES_BY_KIND[name]);
    const { brush, reasons } = first(plate, origin);
    return { ...brush.coats[0].properties, meet: brush.coats[0].meet, reasons, plate };
  };

  for (const [name, source] of Object.entries(SOURCES_BY_KIND))
    it(`takes ${name} for what it is, prints something with a clear border, and says why in each row`, () => {
      const { reading, plate, origin } = begun(source);
      expect(reading).to.equal(source.prints);
      const { kind, guesses } = firstStrokes(plate, 'n', NAME, origin);
      expect(kind).to.equal(source.kind);
      expect(coverage(fromPlate(plate))).to.be.within(0.02, 0.85);
      if (kind !== 'relief') expect(checkBorder(fromPlate(plate)).verdict).to.equal('clear');
      for (const { reasons } of guesses)
        for (const row of ['spacing', 'angle', 'size']) expect(reasons[row].length, row).to.be.greaterThan(10);
    });

  it('of a plain tip is solid, with neither scallops at its edge nor rings inside', () => {
    for (const name of ['a hard round', 'a hard square', 'a soft dot']) {
      const { spacing, flow, angle, plate } = rows(name);
      const r = reduced(fromPlate(plate));
      expect(flow.rest, name).to.equal(100);
      expect(spacing.rest, name).to.be.within(1, 15);
      expect(insideWave(r, spacing.rest), name).to.be.lessThan(0.015);
      expect(edgeWave(r, spacing.rest), name).to.be.lessThan(0.02);
      expect(angle.high - angle.low, name).to.be.at.most(12);
    }
    expect(evenSpacing(reduced(fromPlate(rows('a hard round').plate)))).to.be.greaterThan(1);
  });

  it('of what fills its frame is large, turned, and keeps two thirds of the texture that any of its kind keeps', () => {
    for (const name of ['gravel', 'grass', 'bricks', 'bark']) {
      const { plate, origin } = begun(SOURCES_BY_KIND[name]);
      const all = firstStrokes(plate, 'n', NAME, origin).guesses.map((guess) => measured(plate, guess));
      const [best] = ranked(all);
      const { size, angle } = best.brush.coats[0].properties;
      expect(size.rest, name).to.be.at.least(200);
      expect(angle.high - angle.low, name).to.equal(360);
      expect(best.texture, name).to.be.at.least((2 / 3) * Math.max(...all.map(({ texture }) => texture)));
      expect(best.echo, name).to.be.at.most(Math.max(30, Math.min(...all.map(({ echo }) => echo)) + 2));
    }
  });

  it('of things lays them side by side: a leaf along the path, a coin any way round', () => {
    const leaf = rows('a leaf');
    expect([leaf.angle.follow, leaf.spacing.rest]).to.deep.equal(['path', 100]);
    expect(Math.abs(leaf.angle.rest)).to.be.lessThan(4);
    const coin = rows('a coin');
    expect([coin.angle.high - coin.angle.low, coin.spacing.rest]).to.deep.equal([360, 110]);
    expect(coin.size.low).to.be.at.least(70);
  });

  it('of a word is upright, never mirrored, and so far apart that it can be read', () => {
    const { angle, mirrorX, size, spacing } = rows('a word');
    expect([angle.low, angle.high, angle.follow, mirrorX.chance]).to.deep.equal([0, 0, 'none', 0]);
    expect([size.low, size.high]).to.deep.equal([100, 100]);
    expect(spacing.rest).to.be.at.least(90);
  });

  it('of a splatter falls to both sides, in sizes that differ, and no drop is missing', () => {
    const { across, size, plate } = rows('a splatter');
    expect(across.high - across.low).to.be.greaterThan(80);
    expect(size.low).to.equal(55);
    expect(coverage(fromPlate(plate))).to.be.greaterThan(0.03);
    const recipe = recipeForReading(SOURCES_BY_KIND['a splatter'].picture, 'alpha');
    expect(recipe.steps.map(({ step }) => step)).not.to.include('specks');
  });

  it('shows others that are good and differ most', () => {
    const of = (echo: number, texture: number) => ({ echo, texture });
    // an echo up to 24 costs nothing: less of it is bought with what the material is known by
    expect(ranked([of(40, 60), of(15, 70), of(23, 71), of(95, 70)])).to.deep.equal([
      of(23, 71),
      of(40, 60),
      of(15, 70),
      of(95, 70),
    ]);
  });
});
