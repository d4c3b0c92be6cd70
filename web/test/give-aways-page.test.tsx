import { act, screen, showOnBench, within, withBenchPage } from './helpers/page.tsx';
import type { Bench } from '@amber-stamp/core/bench';
import { makeRecipe, makeStep } from '@amber-stamp/core/cut';
import { expect } from 'chai';
import { MemoryRouter, Route, Routes, useLocation } from 'react-router';
import { singleKey, TOGETHER, useSingles } from '../src/bench/cures-ahead.ts';
import { useEcho } from '../src/bench/echo.ts';
import type { GiveAwayView } from '../src/engine/protocol/prove.ts';
import { useChosen } from '../src/stages/cut/chosen.ts';
import { CURE_WORDS, giveAwayWords, healPlate, openCure } from '../src/stages/prove/cure.ts';
import { GiveAways } from '../src/stages/prove/GiveAways.tsx';
import { useMarked } from '../src/stages/prove/marked.ts';
import { benchOf } from './helpers/benches.ts';

const giveAway = (what: GiveAwayView['place']['what'], more: Partial<GiveAwayView> = {}): GiveAwayView => ({
  place: { what, x: 0.25, y: 0.75 },
  tone: '',
  coat: 0,
  card: 0,
  plate: 'tip.png',
  box: { x: 10, y: 10, w: 4, h: 4 },
  strength: 42.4,
  lags: [0.8],
  seen: 7,
  dabs: [1, 2],
  places: [[0, 0]],
  ...more,
});
const measured = (...giveAways: GiveAwayView[]) =>
  ({ echo: 60, texture: 50, outline: 40, inside: 30, grain: 0, giveAways, wholeOutlines: [], ms: 1 }) as never;

describe('what gives a stroke away', () => {
  withBenchPage();
  beforeEach(() => {
    useMarked.setState({ giveAway: null, lag: null });
    useSingles.setState({}, true);
    useEcho.setState({ told: null, busy: false, failed: '' });
  });
  afterEach(() => useEcho.setState({ told: null }));
  const Where = () => <output>{useLocation().pathname}</output>;
  const shown = (all: GiveAwayView[], bench?: Bench) => {
    useEcho.setState({ told: measured(...all) });
    return showOnBench(
      (now) => (
        <MemoryRouter initialEntries={['/brush/7/prove']}>
          <Routes>
            <Route path="/brush/:id/:stage" element={<GiveAways bench={now} />} />
          </Routes>
          <Where />
        </MemoryRouter>
      ),
      bench,
    );
  };
  const entries = () => screen.getAllByRole('listitem');

  it('is named and counted, the strongest first, at most four', () => {
    const all = ['speck', 'bump', 'line', 'hole', 'dense patch'].map((what) => giveAway(what as 'speck'));
    shown(all);
    expect(
      entries()
        .slice(0, 4)
        .map((item) => item.querySelector('b')?.textContent),
    ).to.deep.equal(['1 speck', '2 bump at the edge', '3 line', '4 hole']);
    expect(within(entries()[0]).getByText('42')).to.not.equal(null);
    expect(within(entries()[0]).getByText('seen again 7 times')).to.not.equal(null);
  });

  it('is marked on the stroke where it is pointed at', async () => {
    const { user } = shown([giveAway('speck'), giveAway('hole')]);
    await user.hover(entries()[1]);
    expect(useMarked.getState()).to.include({ giveAway: 1, lag: null });
  });

  it('are cured all at once, where that helps more than one alone, in one gesture', async () => {
    const [speck, hole, bump] = [
      giveAway('speck'),
      giveAway('hole', { place: { what: 'hole', x: 0.5, y: 0.5 } }),
      giveAway('bump'),
    ];
    const { user, now, told } = shown([speck, hole, bump]);
    expect(screen.queryByRole('button', { name: /^cure all/ })).to.equal(null);
    act(() => useSingles.setState({ [singleKey(speck)]: true, [TOGETHER]: true }));
    await user.click(screen.getByRole('button', { name: 'cure all 3' }));
    const last = now().plates['tip.png'].recipe?.steps.at(-1);
    expect(last).to.include({ step: 'heal', on: true });
    expect(last?.places).to.have.length(3);
    expect(told).to.deep.equal(['3 give-aways cured']);
    expect(screen.getByRole('status').textContent).to.equal('/brush/7/cut');
  });

  it('offers a cure only where it was tried and helps', () => {
    const [helped, idle, untried] = [giveAway('speck'), giveAway('hole'), giveAway('bump')];
    shown([helped, idle, untried]);
    act(() => useSingles.setState({ [singleKey(helped)]: true, [singleKey(idle)]: false }));
    expect(within(entries()[0]).getByRole('button', { name: 'erase it' })).to.not.equal(null);
    expect(within(entries()[1]).getByText('cured by itself, it changes nothing')).to.not.equal(null);
    expect(within(entries()[2]).getByText('trying to cure it …')).to.not.equal(null);
  });

  it('is cured by one press, which opens the step at its place', async () => {
    const speck = giveAway('speck');
    const { user, now, told } = shown([speck]);
    act(() => useSingles.setState({ [singleKey(speck)]: true }));
    await user.click(screen.getByRole('button', { name: 'erase it' }));
    const steps = now().plates['tip.png'].recipe?.steps ?? [];
    expect(steps.at(-1)).to.include({ step: 'heal', on: true });
    expect(steps.at(-1)?.places).to.deep.equal([[1, 0.25, 0.75]]);
    expect(useChosen.getState().place).to.equal(steps.length - 1);
    expect(told).to.deep.equal(['speck: erase it']);
    expect(screen.getByRole('status').textContent).to.equal('/brush/7/cut');
  });

  it('cannot be cut away where the plate came without a source', () => {
    const bench = benchOf();
    bench.plates['tip.png'] = { ...bench.plates['tip.png'], source: null, recipe: null };
    shown([giveAway('speck')], bench);
    expect(within(entries()[0]).getByText(/this plate came without a source/)).to.not.equal(null);
    expect(openCure(giveAway('speck'))).to.equal(false);
  });
});

describe('the step that cures give-aways', () => {
  const plate = (...steps: string[]) => ({
    sha256: 'a'.repeat(64),
    source: 's',
    made: null,
    recipe: makeRecipe(steps.map((step) => makeStep(step))),
  });
  const { place } = giveAway('hole');

  it('comes last, and takes further places where it is there already', () => {
    const made = plate('blur');
    expect(healPlate(made, [place])).to.equal(1);
    expect(healPlate(made, [place, place])).to.equal(1);
    expect(made.recipe.steps.map(({ step }) => step)).to.deep.equal(['blur', 'heal']);
    expect(made.recipe.steps[1].places).to.have.length(3);
  });

  it('is a new one behind a step that came after it', () => {
    const made = plate('heal', 'blur');
    expect(healPlate(made, [place])).to.equal(2);
  });

  it('holds no more places than it can look for', () => {
    const made = plate('heal');
    healPlate(
      made,
      Array.from({ length: 30 }, () => place),
    );
    expect(made.recipe.steps[0].places).to.have.length(12);
  });

  it('has two words for every kind, and each kind its name', () => {
    expect(Object.values(CURE_WORDS).every((words) => /^[a-z ]+$/.test(words))).to.equal(true);
    expect(giveAwayWords({ place: { ...place, what: 'border' }, tone: 'faint' })).to.equal('faint square');
    expect(giveAwayWords({ place: { ...place, what: 'line' }, tone: 'dark' })).to.equal('dark line');
  });
});
