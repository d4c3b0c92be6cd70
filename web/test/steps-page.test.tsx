import { act, enter, screen, showOnBench, within, withBenchPage } from './helpers/page.tsx';
import { standIn } from './helpers/workers.ts';
import type { Bench } from '@amber-stamp/core/bench';
import { makeRecipe, makeStep, STEPS } from '@amber-stamp/core/cut';
import { expect } from 'chai';
import { AddStep } from '../src/stages/cut/AddStep.tsx';
import { useChosen } from '../src/stages/cut/chosen.ts';
import { StepCards } from '../src/stages/cut/StepCards.tsx';
import { recipeOf } from '../src/stages/cut/steps.ts';
import { benchOf } from './helpers/benches.ts';

const withSteps = (...names: string[]): Bench => {
  const bench = benchOf();
  const [plate] = Object.values(bench.plates);
  plate.recipe = makeRecipe(names.map((name) => makeStep(name)));
  return bench;
};
const steps = (bench: Bench) => recipeOf(bench).steps.map(({ step }) => step);
const card = (name: string) => within(screen.getByRole('listitem', { name }));

describe('the steps of a recipe', () => {
  withBenchPage();
  beforeEach(() => {
    standIn('cut', { thumbnails: () => [] });
    useChosen.setState({ place: -1, look: 'all' });
  });
  const shown = (...names: string[]) =>
    showOnBench((bench) => <StepCards count={recipeOf(bench).steps.length} />, withSteps(...names));

  it('stand as cards in their order, each saying what it does', () => {
    shown('gray', 'levels', 'blur');
    expect(screen.getAllByRole('listitem').map((item) => item.getAttribute('aria-label'))).to.deep.equal(
      ['gray', 'levels', 'blur'].map((name) => STEPS.find((step) => step.name === name)?.label),
    );
  });

  it('open to their settings, one at a time', async () => {
    const { user } = shown('invert', 'blur');
    await user.click(card('Blur').getByRole('button', { name: /^Blur/ }));
    expect(card('Blur').getByRole('textbox', { name: 'Radius value' })).to.not.equal(null);
    await user.click(card('Invert').getByRole('button', { name: /^Invert/ }));
    expect(card('Blur').queryByRole('textbox')).to.equal(null);
  });

  it('change by what is typed, told with the step and the setting', async () => {
    const { user, now, told } = shown('blur');
    act(() => useChosen.setState({ place: 0 }));
    await enter(user, 'Radius value', '4');
    expect(recipeOf(now()).steps[0].radiusPct).to.equal(4);
    expect(told).to.deep.equal(['Blur: radius 4']);
  });

  it('are switched off and on', async () => {
    const { user, now, told } = shown('blur');
    await user.click(screen.getByRole('switch', { name: 'Blur on' }));
    expect(recipeOf(now()).steps[0].on).to.equal(false);
    expect(card('Blur').getByText('off')).to.not.equal(null);
    await user.click(screen.getByRole('switch', { name: 'Blur on' }));
    expect(told).to.deep.equal(['Blur off', 'Blur on']);
  });

  it('come once more behind themselves, and are removed', async () => {
    const { user, now } = shown('blur', 'invert');
    act(() => useChosen.setState({ place: 0 }));
    await user.click(screen.getByRole('button', { name: 'once more' }));
    expect(steps(now())).to.deep.equal(['blur', 'blur', 'invert']);
    await user.click(screen.getByRole('button', { name: 'remove' }));
    expect(steps(now())).to.deep.equal(['blur', 'invert']);
  });

  it('act alone to see what one does, and all as before again', async () => {
    const { user, now } = shown('gray', 'blur', 'invert', 'fit');
    act(() => useChosen.setState({ place: 1 }));
    const on = () => recipeOf(now()).steps.map((step) => step.on);
    await user.click(screen.getByRole('button', { name: 'alone' }));
    expect(on()).to.deep.equal([true, true, false, true]);
    await user.click(screen.getByRole('button', { name: 'all as before' }));
    expect(on()).to.deep.equal([true, true, true, true]);
  });
});

describe('a step that is added', () => {
  withBenchPage();
  const shown = () => showOnBench(() => <AddStep />, withSteps('gray'));
  const field = () => screen.getByRole('combobox', { name: 'Add a step' });

  it('is found by its name, and Enter takes the first', async () => {
    const { user, now, told } = shown();
    await user.type(field(), 'blu{Enter}');
    expect(steps(now())).to.deep.equal(['gray', 'blur']);
    expect(told).to.deep.equal(['step added: Blur']);
    expect(useChosen.getState().place).to.equal(1);
  });

  it('is found by what it does', async () => {
    const { user } = shown();
    await user.type(field(), 'other way round');
    expect(screen.getAllByRole('option').map((option) => option.querySelector('b')?.textContent)).to.include('Invert');
  });

  it('stands by what it is for where nothing is looked for, and Enter then adds nothing', async () => {
    const { user, now } = shown();
    await user.click(field());
    expect(screen.getAllByRole('option')).to.have.length(STEPS.length);
    expect(screen.getByRole('group', { name: 'Gray' })).to.not.equal(null);
    await user.keyboard('{Enter}');
    expect(steps(now())).to.deep.equal(['gray']);
  });

  it('that nobody knows adds nothing, and says so', async () => {
    const { user, now } = shown();
    await user.type(field(), 'sparkle');
    expect(screen.getByText('No step does that. Try another word.')).to.not.equal(null);
    await user.keyboard('{Enter}');
    expect(steps(now())).to.deep.equal(['gray']);
  });

  it('is left with Escape', async () => {
    const { user, now } = shown();
    await user.type(field(), 'blur{Escape}{Escape}');
    expect(steps(now())).to.deep.equal(['gray']);
    expect((field() as HTMLInputElement).value).to.equal('');
  });
});
