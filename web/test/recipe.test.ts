import './helpers/workers.ts';
import type { Bench } from '@amber-stamp/core/bench';
import { makeRecipe, makeStep } from '@amber-stamp/core/cut';
import { FLAWS } from '@amber-stamp/core/flaws';
import { expect } from 'chai';
import { closeBench, openBench, presentBench, undo } from '../src/bench/store.ts';
import { useAlone, useChosen } from '../src/stages/cut/chosen.ts';
import {
  addStep,
  duplicateStep,
  moveStep,
  recipeOf,
  removeStep,
  setParam,
  standsAlone,
  stepAlone,
  switchStep,
} from '../src/stages/cut/steps.ts';
import { beginRegion, regionPlace, useParts } from '../src/stages/find/parts.ts';
import { presentPrints } from '../src/stages/find/prints.ts';
import { giveAwayWords, healPlate, openCure } from '../src/stages/prove/cure.ts';
import { benchOf, STANDING } from './helpers/benches.ts';

function benchCutBy(...names: string[]): Bench {
  const bench = benchOf();
  bench.plates['tip.png'].recipe = makeRecipe(names.map((name) => makeStep(name)));
  return bench;
}
const steps = () => recipeOf(presentBench()).steps;
const names = () => steps().map(({ step }) => step);

describe('the recipe of a plate', () => {
  beforeEach(() => {
    useAlone.setState({ place: -1, before: [] });
    useChosen.setState({ place: 1, byHand: false, look: 'all' });
    openBench(benchCutBy('gray', 'levels', 'trim', 'fit'), STANDING);
  });
  afterEach(closeBench);

  it('takes a step at its end, whose card is opened', () => {
    addStep('blur', 'Blur', { radiusPct: 2 });
    expect(names()).to.deep.equal(['gray', 'levels', 'trim', 'fit', 'blur']);
    expect(steps()[4].radiusPct).to.equal(2);
    expect(useChosen.getState().place).to.equal(4);
  });

  it('is as it was after one step back, whatever was done to it', () => {
    const before = structuredClone(steps());
    const doings = [
      () => addStep('blur', 'Blur'),
      () => removeStep(1, 'Levels'),
      () => switchStep(2, false, 'Trim'),
      () => moveStep(1, 2, 'Levels'),
      () => duplicateStep(1, 'Levels'),
      () => stepAlone(1, 'Levels'),
    ];
    for (const doing of doings) {
      doing();
      expect(steps()).not.to.deep.equal(before);
      undo();
      expect(steps()).to.deep.equal(before);
    }
  });

  it('is put in another order step by step', () => {
    moveStep(1, 2, 'Levels');
    expect(names()).to.deep.equal(['gray', 'trim', 'levels', 'fit']);
    moveStep(2, 1, 'Levels');
    expect(names()).to.deep.equal(['gray', 'levels', 'trim', 'fit']);
  });

  it('is empty for a plate that came as it is', () => {
    const bench = benchOf();
    bench.plates['tip.png'].recipe = null;
    expect(recipeOf(bench).steps).to.deep.equal([]);
  });

  it('holds a second step like one that is there, but another wave of a wave', () => {
    duplicateStep(2, 'Trim');
    expect(steps()[3]).to.deep.equal(steps()[2]);
    addStep('wave', 'Wave', { seed: 999 });
    duplicateStep(5, 'Wave');
    expect([steps()[5].seed, steps()[6].seed]).to.deep.equal([999, 0]);
  });

  it('shows what one step alone does, and all of them again as they were', () => {
    switchStep(2, false, 'Trim');
    stepAlone(1, 'Levels');
    expect(steps().map(({ on }) => on)).to.deep.equal([true, true, false, true]);
    expect(standsAlone(recipeOf(presentBench()), 1)).to.equal(true);
    stepAlone(1, 'Levels');
    expect(steps().map(({ on }) => on)).to.deep.equal([true, true, false, true]);
    expect(standsAlone(recipeOf(presentBench()), 1)).to.equal(false);
  });

  it('is not alone any more once another step was switched on', () => {
    stepAlone(1, 'Levels');
    switchStep(2, true, 'Trim');
    expect(standsAlone(recipeOf(presentBench()), 1)).to.equal(false);
  });

  it('says what prints', () => {
    expect(presentPrints(presentBench())).to.equal(steps()[0].prints);
    setParam(0, 'prints', 'light');
    expect(presentPrints(presentBench())).to.equal('light');
    expect(presentPrints(benchCutBy('blur'))).to.equal('dark');
  });
});

describe('a part of the picture', () => {
  afterEach(() => {
    closeBench();
    useParts.setState({ mode: 'look' });
  });

  it('is taken right behind the gray, where its places are those of the picture', () => {
    openBench(benchCutBy('gray', 'levels', 'fit'), STANDING);
    beginRegion(presentBench());
    expect(names()).to.deep.equal(['gray', 'region', 'levels', 'fit']);
    expect([regionPlace(presentBench()), useParts.getState().mode]).to.deep.equal([1, 'region']);
  });

  it('is gone on with where one was taken already', () => {
    openBench(benchCutBy('gray', 'region', 'fit'), STANDING);
    beginRegion(presentBench());
    expect(names()).to.deep.equal(['gray', 'region', 'fit']);
  });

  it('is none while its step is off', () => {
    openBench(benchCutBy('gray', 'region', 'fit'), STANDING);
    switchStep(1, false, 'Region');
    expect(regionPlace(presentBench())).to.equal(-1);
  });
});

describe('the cure of a give-away', () => {
  const place = { what: 'speck' as const, x: 0.25, y: 0.75 };

  it('is a step at the end of the recipe, at its place', () => {
    const [plate] = Object.values(benchCutBy('gray', 'fit').plates);
    expect(healPlate(plate, [place])).to.equal(2);
    expect(plate.recipe?.steps[2]).to.include({ step: 'heal', on: true });
    expect(plate.recipe?.steps[2].places).to.deep.equal([[FLAWS.indexOf('speck'), 0.25, 0.75]]);
  });

  it('joins the cures that stand there last, up to twelve', () => {
    const [plate] = Object.values(benchCutBy('gray', 'fit').plates);
    for (let k = 0; k < 14; k++) healPlate(plate, [{ ...place, x: k / 20 }]);
    expect(plate.recipe?.steps).to.have.length(3);
    expect(plate.recipe?.steps[2].places).to.have.length(12);
  });

  it('is a step of its own behind one that is off or of another kind', () => {
    const [plate] = Object.values(benchCutBy('gray', 'fit').plates);
    healPlate(plate, [place]);
    if (plate.recipe) plate.recipe.steps[2].on = false;
    expect(healPlate(plate, [place])).to.equal(3);
  });

  it('cannot be made where nothing is cut', () => {
    const [plate] = Object.values(benchOf().plates);
    expect(healPlate({ ...plate, recipe: null }, [place])).to.equal(-1);
  });

  it('is opened on the bench as one gesture, and taken back as one', () => {
    openBench(benchCutBy('gray', 'fit'), STANDING);
    const found = { place, tone: '', coat: 0, card: 0, plate: 'tip.png', strength: 40, lags: [], seen: 0, dabs: [] };
    const view = { ...found, box: { x: 0, y: 0, w: 1, h: 1 }, places: [] };
    expect(openCure(view)).to.equal(true);
    expect(names()).to.deep.equal(['gray', 'fit', 'heal']);
    expect(useChosen.getState()).to.include({ place: 2, look: 'all' });
    undo();
    expect(names()).to.deep.equal(['gray', 'fit']);
    expect(openCure({ ...view, plate: 'no such.png' })).to.equal(false);
    closeBench();
  });

  it('is told by what gives the stroke away', () => {
    const words = (what: (typeof FLAWS)[number], tone = '') => giveAwayWords({ place: { ...place, what }, tone });
    expect(words('border', 'faint')).to.equal('faint square');
    expect(words('border', 'frame')).to.equal('border');
    expect(words('line', 'dark')).to.equal('dark line');
    expect(words('line')).to.equal('line');
    expect(words('bump')).to.equal('bump at the edge');
    expect(words('hole')).to.equal('hole');
  });
});
