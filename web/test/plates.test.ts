import './helpers/workers.ts';
import { makeRecipe, makeStep, type Recipe } from '@amber-stamp/core/cut';
import { AmberError } from '@amber-stamp/core/errors';
import { expect } from 'chai';
import { plateKey } from '../src/bench/plate-key.ts';
import { clearPlates, usePlates, wantPlates } from '../src/bench/plates.ts';
import { benchOf, plateOf, withBlur } from './helpers/benches.ts';
import { arrived, standIn, until } from './helpers/workers.ts';

interface Order {
  radius: number;
  recipe: Recipe;
  done: (value?: number) => void;
  fail: (error: Error) => void;
}

/** A worker that cuts when it is told to: what it gives tells how far the blur went. */
function slowCutter(): Order[] {
  const orders: Order[] = [];
  const cut = (_: string, recipe: Recipe) =>
    new Promise((done, fail) => {
      const radius = Number(recipe.steps[0].radiusPct ?? 0);
      orders.push({
        radius,
        recipe,
        done: (value = Math.round(radius)) => done({ plate: plateOf(value), facts: [], ms: 1 }),
        fail,
      });
    });
  standIn('cut', { cut });
  return orders;
}

const shown = () => usePlates.getState().ready['tip.png'];

describe('plates while a recipe changes', () => {
  let orders: Order[];
  // a source of its own for each test: the page keeps what it has cut
  let bench = benchOf();
  let turn = 0;
  beforeEach(() => {
    orders = slowCutter();
    bench = benchOf();
    bench.plates['tip.png'].source = `source ${turn++}`;
    clearPlates();
  });
  afterEach(clearPlates);
  const cutting = (count: number) => until(() => orders.length >= count);
  /** The bench's plate, blurred by one, is cut and shown. */
  const cutOnce = async () => {
    wantPlates(withBlur(bench, 1), false);
    await cutting(1);
    orders[0].done();
    await until(() => shown() !== undefined);
  };

  it('are cut one after the other, and only the newest wish of those that wait', async () => {
    for (const radius of [1, 2, 3, 4]) wantPlates(withBlur(bench, radius), false);
    await cutting(1);
    orders[0].done();
    await cutting(2);
    expect(orders.map(({ radius }) => radius)).to.deep.equal([1, 4]);
    orders[1].done();
    await until(() => shown()?.plate.data[0] === 4);
    await arrived();
    expect(orders).to.have.length(2);
  });

  it('stay in print until the next is ready, which is then the one that was asked for', async () => {
    await cutOnce();
    wantPlates(withBlur(bench, 2), false);
    await cutting(2);
    expect(shown().plate.data[0]).to.equal(1);
    orders[1].done();
    await until(() => shown().plate.data[0] === 2);
    expect(shown().key).to.equal(plateKey(withBlur(bench, 2).plates['tip.png']));
  });

  it('that are there already are not cut again', async () => {
    await cutOnce();
    wantPlates(withBlur(bench, 1), false);
    await arrived();
    expect(orders).to.have.length(1);
    expect(usePlates.getState().busy).to.equal(false);
  });

  it('that are under way are not asked for a second time, as by the page when it stands', async () => {
    wantPlates(withBlur(bench, 1), false);
    await cutting(1);
    wantPlates(withBlur(bench, 1), false);
    orders[0].done();
    await until(() => shown() !== undefined);
    await arrived();
    expect(orders).to.have.length(1);
  });

  it('come back at once from what was cut before, without the worker', async () => {
    for (const radius of [5, 6]) {
      wantPlates(withBlur(bench, radius), false);
      await cutting(radius - 4);
      orders[radius - 5].done();
      await until(() => shown()?.plate.data[0] === radius);
    }
    wantPlates(withBlur(bench, 5), false);
    await until(() => shown().plate.data[0] === 5);
    expect(orders).to.have.length(2);
  });

  it('are cut again where what their steps found is wanted and not known', async () => {
    await cutOnce();
    usePlates.setState((s) => ({ ready: { 'tip.png': { ...s.ready['tip.png'], report: null } } }));
    wantPlates(withBlur(bench, 1), true);
    await cutting(2);
    orders[1].done();
    await until(() => shown().report !== null);
  });

  it('tell what refused them, keep the last one in print, and forget the words with the next that can be cut', async () => {
    await cutOnce();
    wantPlates(withBlur(bench, 2), false);
    await cutting(2);
    orders[1].fail(new AmberError('nothing-to-print', 'Nothing prints.'));
    await until(() => usePlates.getState().trouble !== null);
    expect(usePlates.getState().trouble).to.include({ code: 'nothing-to-print', message: 'Nothing prints.' });
    expect(shown().plate.data[0]).to.equal(1);
    wantPlates(withBlur(bench, 1), false);
    expect(usePlates.getState().trouble).to.equal(null);
  });

  it('say nothing of a refusal that a newer wish has overtaken', async () => {
    wantPlates(withBlur(bench, 1), false);
    await cutting(1);
    wantPlates(withBlur(bench, 2), false);
    orders[0].fail(new AmberError('nothing-to-print', 'Nothing prints.'));
    await cutting(2);
    expect(usePlates.getState().trouble).to.equal(null);
    orders[1].done();
    await until(() => shown()?.plate.data[0] === 2);
  });

  it('are cut as smaller drafts while the hand moves a slow one, and in full when it rests', async () => {
    const steps = (resolutionPx: number, radiusPct: number) =>
      makeRecipe([makeStep('blur', { radiusPct }), makeStep('fit', { resolutionPx })]);
    const sized = (radiusPct: number) => {
      const plates = { 'tip.png': { ...bench.plates['tip.png'], recipe: steps(2048, radiusPct) } };
      return { ...bench, plates };
    };
    const resolution = ({ recipe }: Order) => Number(recipe.steps[1].resolutionPx);
    const slow = { plate: plateOf(1), facts: [], ms: 200 };
    let calls = 0;
    standIn('cut', {
      cut: (_: string, recipe: Recipe) => {
        orders.push({ radius: calls++, recipe, done: () => undefined, fail: () => undefined });
        return slow;
      },
    });
    wantPlates(sized(1), false);
    await until(() => shown() !== undefined);
    wantPlates(sized(2), false, true);
    await cutting(2);
    await until(() => shown().size.width === 16);
    wantPlates(sized(2), false, false);
    await cutting(3);
    expect(orders.map(resolution)).to.deep.equal([2048, 512, 2048]);
    await until(() => shown().key === plateKey(sized(2).plates['tip.png']));
    expect(shown().size).to.deep.equal({ width: 4, height: 4 });
  });
});

describe('the name of a plate', () => {
  const { 'tip.png': plate } = benchOf().plates;

  it('is what it is made from, in whatever order the settings of a step are given', () => {
    const [step] = plate.recipe?.steps ?? [];
    const turned = Object.fromEntries(Object.entries(step).reverse()) as typeof step;
    expect(plateKey({ ...plate, recipe: makeRecipe([turned]) })).to.equal(plateKey(plate));
    expect(plateKey({ ...plate, sha256: 'f'.repeat(64) })).to.equal(plateKey(plate));
    expect(plateKey({ ...plate, source: 'another' })).not.to.equal(plateKey(plate));
  });

  it('is its bytes where it came without a recipe', () => {
    const bare = { ...plate, source: null, recipe: null };
    expect(plateKey(bare)).not.to.equal(plateKey({ ...bare, sha256: 'f'.repeat(64) }));
  });
});
