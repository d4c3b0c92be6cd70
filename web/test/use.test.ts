import './helpers/workers.ts';
import { intentOf, type Bench } from '@amber-stamp/core/bench';
import { makeRecipe, makeStep, regionOf, type Recipe } from '@amber-stamp/core/cut';
import { SOFT_TIP } from '@amber-stamp/core/vary';
import { expect } from 'chai';
import { presentPlate } from '../src/bench/edit.ts';
import { putUse } from '../src/bench/use.ts';
import { benchOf } from './helpers/benches.ts';

const SOURCE = '7b1f2f4e-5a51-4c0e-9d55-0a3a4c1d2e3f';
const whole = makeRecipe([makeStep('gray'), makeStep('trim')]);
const part = (x0: number): Recipe =>
  makeRecipe([makeStep('gray'), regionOf({ x0, y0: 0, x1: x0 + 0.2, y1: 1 }), makeStep('trim')]);

describe('a plate taken for another use', () => {
  const bench = (): Bench => {
    const made = benchOf();
    Object.assign(presentPlate(made).plate, { source: SOURCE, recipe: whole });
    return made;
  };
  const name = (b: Bench) => presentPlate(b).name;
  const use = (b: Bench) => intentOf(b, b.brush.coats[0], name(b));

  it('is a grain by a soft tip, stays the plate that is looked at, and is the tip again', () => {
    const b = bench();
    const tip = name(b);
    putUse(b, 'grain', [{ name: tip, recipe: whole }], undefined);
    expect([use(b), name(b)]).to.deep.equal(['grain', tip]);
    expect(b.brush.coats[0].deck.cards.map(({ plate }) => plate)).to.deep.equal([SOFT_TIP]);
    expect(Object.keys(b.plates).sort()).to.deep.equal([SOFT_TIP, tip].sort());
    putUse(b, 'tip', [{ name: tip, recipe: whole }], undefined);
    expect(use(b)).to.equal('tip');
    expect(b.brush.coats[0].grain).to.equal(null);
    expect(Object.keys(b.plates)).to.deep.equal([tip]);
  });

  it('is a band, and stamped again', () => {
    const b = bench();
    putUse(b, 'band', [{ name: name(b), recipe: whole }], undefined);
    expect([use(b), b.brush.coats[0].band?.fill]).to.deep.equal(['band', 'repeat']);
    putUse(b, 'tip', [{ name: name(b), recipe: whole }], undefined);
    expect([use(b), b.brush.coats[0].band]).to.deep.equal(['tip', undefined]);
  });

  it('is a deck of its marks, in which other cards keep their places and settings', () => {
    const b = bench();
    const tip = name(b);
    const { cards } = b.brush.coats[0].deck;
    b.plates['other.png'] = { ...b.plates[tip], source: null, recipe: null };
    cards.push({ ...cards[0], plate: 'other.png', weight: 3 });
    const marks = [0, 0.4].map((x0, k) => ({ name: `mark-${k + 1}.png`, recipe: part(x0) }));
    putUse(b, 'marks', marks, undefined);
    const told = () => b.brush.coats[0].deck.cards.map(({ plate, weight }) => `${plate} ${weight}`);
    expect(told()).to.deep.equal(['mark-1.png 1', 'mark-2.png 1', 'other.png 3']);
    expect([use(b), b.brush.coats[0].deck.deal]).to.deep.equal(['marks', 'shuffled']);
    expect(tip in b.plates).to.equal(false);
    b.brush.coats[0].deck.cards[1].weight = 5;
    putUse(b, 'marks', [marks[1], { name: 'mark-3.png', recipe: part(0.7) }], undefined);
    expect(told()).to.deep.equal(['mark-2.png 5', 'mark-3.png 1', 'other.png 3']);
  });
});
