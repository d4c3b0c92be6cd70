import { showOnBench, withBenchPage } from './helpers/page.tsx';
import { arrived, standIn } from './helpers/workers.ts';
import { makeRecipe, makeStep, type Recipe, type RecipeStep, type Wish } from '@amber-stamp/core/cut';
import { act } from '@testing-library/react';
import { expect } from 'chai';
import { takeGuessBack } from '../src/bench/guessed.ts';
import { change, presentBench } from '../src/bench/store.ts';
import { answer, useReadAnew } from '../src/stages/find/read-anew.ts';
import { benchOf, plateOf } from './helpers/benches.ts';
import { presentPlate } from '../src/bench/edit.ts';
import { firstGuess } from '@amber-stamp/core/vary';
import type { Bench } from '@amber-stamp/core/bench';

const region = (x1: number): RecipeStep =>
  makeStep('region', {
    outline: [
      [0, 0],
      [x1, 1],
    ],
  });
const automatic = (prints: string, taken?: RecipeStep): Recipe =>
  makeRecipe([makeStep('gray', { prints }), ...(taken ? [taken] : []), makeStep('trim')]);

describe('a source that is read anew', () => {
  withBenchPage();
  beforeEach(() => {
    standIn('cut', {
      isAutomatic: (_: string, recipe: Recipe) => !recipe.steps.some(({ step }) => step === 'blur'),
      recipeFor: (_: string, prints: string, { region: taken }: Wish) => automatic(prints, taken),
      cut: () => ({ plate: plateOf(9, 32) }),
      firstStrokes: () => {
        const guess = firstGuess({ ...plateOf(9, 32), data: new Uint16Array(1024).fill(40_000) }, 'n', 'tip.png');
        guess.brush.coats[0].properties.spacing.rest = 33;
        guess.brush.coats[0].properties.size.rest = 44;
        const reasons = { spacing: 'as wide as that', size: 'pressed' };
        return { kind: 'plain', guesses: [{ ...guess, reasons }] };
      },
    });
  });
  const prints = () => presentPlate(presentBench()).plate.recipe?.steps.find(({ step }) => step === 'gray')?.prints;
  const steps = () => presentPlate(presentBench()).plate.recipe?.steps.map(({ step }) => step);
  const rest = (name: 'spacing' | 'size') => presentBench().brush.coats[0].properties[name].rest;
  const bench = (recipe: Recipe): Bench => {
    const made = benchOf();
    presentPlate(made).plate.recipe = recipe;
    made.guessed = { spacing: 'as it was', size: 'pressed' };
    return made;
  };
  const say = (reading: 'light' | 'heights') => act(() => answer(presentBench(), 'source', reading));

  it('gets another recipe and another guess where nobody has touched them', async () => {
    showOnBench(() => <main />, bench(automatic('dark')));
    await say('light');
    expect([prints(), rest('spacing'), rest('size')]).to.deep.equal(['light', 33, 44]);
    expect(presentBench().guessed.spacing).to.equal('as wide as that');
  });

  it('keeps steps that were touched, and rows that were set', async () => {
    showOnBench(() => <main />, bench(makeRecipe([...automatic('dark').steps, makeStep('blur')])));
    act(() =>
      change('size', (draft) => {
        draft.brush.coats[0].properties.size.rest = 71;
        delete draft.guessed.size;
      }),
    );
    await say('light');
    expect([prints(), steps()]).to.deep.equal(['light', ['gray', 'trim', 'blur']]);
    await say('heights');
    expect([rest('spacing'), rest('size')]).to.deep.equal([33, 71]);
    act(() => change('taken back', takeGuessBack));
    expect(rest('size')).to.equal(71);
    expect(rest('spacing')).to.not.equal(33);
    expect(presentBench().guessed).to.deep.equal({});
  });

  it('gets the recipe for the part that is taken, once the hand lets go', async () => {
    const failures: unknown[] = [];
    const Read = ({ now }: { now: Bench }) => {
      useReadAnew(now, 'source', (cause) => failures.push(cause));
      return null;
    };
    showOnBench((now) => <Read now={now} />, bench(automatic('dark')));
    await act(async () => {
      change('Region: box drawn', (draft) => void presentPlate(draft).plate.recipe?.steps.push(region(0.5)));
      await arrived();
    });
    expect(steps()).to.deep.equal(['gray', 'region', 'trim']);
    expect(rest('spacing')).to.equal(33);
    expect(failures).to.deep.equal([]);
  });
});
