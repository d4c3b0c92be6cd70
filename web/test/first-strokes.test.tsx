import { screen, showOnBench, withBenchPage } from './helpers/page.tsx';
import { standIn } from './helpers/workers.ts';
import type { Bench } from '@amber-stamp/core/bench';
import { parseBrush, plainBrush } from '@amber-stamp/core/model';
import type { Guess } from '@amber-stamp/core/vary';
import { waitFor } from '@testing-library/react';
import { expect } from 'chai';
import { originOf } from '@amber-stamp/core/bench';
import { readyOf, usePlates } from '../src/bench/plates.ts';
import { change } from '../src/bench/store.ts';
import { holdPlate } from '../src/engine/pool.ts';
import type { ProveJob } from '../src/engine/protocol/prove.ts';
import { FirstStrokes } from '../src/stages/vary/FirstStrokes.tsx';
import { makeRecipe, makeStep } from '@amber-stamp/core/cut';
import { asMade } from '@amber-stamp/core/make';
import { benchOf, plateOf } from './helpers/benches.ts';

/** A way to begin with a spacing of its own. */
const guessOf = (spacing: number): Guess => {
  const brush = plainBrush('Barnacle', 'tip.png');
  brush.coats[0].properties.spacing.rest = spacing;
  return { brush: parseBrush(brush), reasons: { spacing: `${spacing} %: as it fits` } };
};

describe('first strokes to choose from', () => {
  withBenchPage();
  let turn = 0;
  const shown = (kind: string, guesses: readonly Guess[], at = guesses[0]) => {
    standIn('cut', { firstStrokes: () => ({ kind, guesses }) });
    const pair = ({ brush }: ProveJob) => ({ echo: brush.coats[0].properties.spacing.rest, texture: 50 });
    standIn('prove', {
      hold: () => undefined,
      lend: () => [undefined],
      borrow: () => undefined,
      pair,
      lay: (job: ProveJob) => ({ ...pair(job), picture: null }),
    });
    const key = `first ${turn++}`;
    holdPlate(key, plateOf(1));
    usePlates.setState({ ready: { 'tip.png': readyOf(key, { plate: plateOf(1), report: null }) } });
    const bench: Bench = { ...benchOf(), brush: structuredClone(at.brush), guessed: { ...at.reasons } };
    return showOnBench((now) => <FirstStrokes bench={now} />, bench);
  };
  const choices = () => screen.queryAllByRole('radio').map((one) => one.textContent);

  it('are shown with what is measured of them, and one press takes another', async () => {
    const { user, now, told } = shown('plain', [guessOf(4), guessOf(8), guessOf(120)]);
    await waitFor(() =>
      expect(choices()).to.deep.equal(['echo 4texture 50', 'echo 8texture 50', 'echo 120texture 50']),
    );
    await user.click(screen.getByRole('radio', { name: 'First stroke 3: 120 %: as it fits' }));
    expect(now().brush.coats[0].properties.spacing.rest).to.equal(120);
    expect(now().guessed.spacing).to.equal('120 %: as it fits');
    expect(told).to.deep.equal(['first stroke 3']);
    expect(screen.getByRole('radio', { checked: true }).textContent).to.equal('echo 120texture 50');
  });

  it('begin with the best that was measured where a texture fills its frame', async () => {
    shown('ground', [guessOf(45), guessOf(90), guessOf(12), guessOf(30), guessOf(20)], guessOf(12));
    await waitFor(() => expect(choices()[0]).to.equal('echo 12texture 50'));
    expect(choices()).to.have.length(3);
  });

  it('are gone once a row is set, and what was guessed can be taken back', async () => {
    const { user, now } = shown('plain', [guessOf(4), guessOf(8)]);
    await waitFor(() => expect(choices()).to.have.length(2));
    change('size', (draft) => void (draft.brush.coats[0].properties.size.rest = 71));
    await waitFor(() => expect(choices()).to.deep.equal([]));
    await user.click(screen.getByRole('button', { name: 'use plain settings' }));
    expect(now().brush.coats[0].properties).to.deep.include({
      spacing: plainBrush('n', 'p').coats[0].properties.spacing,
    });
    expect(now().brush.coats[0].properties.size.rest).to.equal(71);
  });

  it('know a word by its origin, and a texture by its faded border', () => {
    const made = null;
    expect(originOf({ made, recipe: makeRecipe([makeStep('fit'), makeStep('fade')]) }).fillsFrame).to.equal(true);
    expect(originOf({ made, recipe: makeRecipe([makeStep('trim'), makeStep('fade')]) }).fillsFrame).to.equal(false);
    expect(originOf({ made, recipe: asMade() })).to.deep.equal({ isWord: false, fillsFrame: false });
  });
});
