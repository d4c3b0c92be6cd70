import './helpers/workers.ts';
import { makeStep } from '@amber-stamp/core/cut';
import type { Brush } from '@amber-stamp/core/model';
import type { FixBaseline, Fix } from '@amber-stamp/core/prove';
import { expect } from 'chai';
import {
  cancelCures,
  cureForMe,
  forgetCures,
  NO_NEED,
  stateOfFix,
  takeFix,
  tryCures,
  tryOn,
  useCures,
} from '../src/bench/cures.ts';
import { usePlates, wantPlates } from '../src/bench/plates.ts';
import { change, closeBench, openBench, presentBench, undo, useBench } from '../src/bench/store.ts';
import type { LaidFix, ProveJob } from '../src/engine/protocol/prove.ts';
import { benchOf, plateOf, STANDING } from './helpers/benches.ts';
import { arrived, standIn, until } from './helpers/workers.ts';

/** A look that lies so far from that of the brush itself. */
function lookAt(apart: number): number[] {
  return Array.from({ length: 32 }, () => apart);
}
const BEFORE: FixBaseline = { nominal: 40, echo: 60, texture: 50, first: { echo: 60, texture: 50, look: lookAt(0) } };
const SPECK = makeStep('heal', { places: [[1, 0.5, 0.5]] });

/** What each fix leaves of the echo, and how far it moves the look. */
const RESULTS: Record<string, [number, number]> = {
  turned: [30, 0.08],
  mirrored: [45, 0.02],
  'speck cured': [50, 0.01],
  scattered: [5, 0.3],
  worse: [70, 0.01],
};

const HEALED = 'tip healed.png';
const seeded = (brush: Brush, seed: number): Brush => ({ ...brush, seed });
const dealing = (brush: Brush, plate: string): Brush => ({
  ...brush,
  coats: brush.coats.map((coat) => ({ ...coat, deck: { ...coat.deck, cards: [{ plate, weight: 1, muted: false }] } })),
});
const fixesOf = (brush: Brush): Fix[] =>
  Object.keys(RESULTS).map((what, k): Fix => {
    if (what !== 'speck cured') return { what, brush: seeded(brush, 100 + k), derived: {} };
    return { what, brush: dealing(brush, HEALED), derived: { [HEALED]: { base: 'tip.png', steps: [SPECK] } } };
  });
const laidAs = ([echo, look]: [number, number]): LaidFix => ({
  measured: { echo, texture: 50, look: lookAt(look) },
  picture: null,
});

/** A worker that knows what each fix gives; `onTry` hears of every one that is tried. */
function prover(onTry: (fix: Fix) => void = () => undefined): void {
  standIn('prove', {
    hold: () => undefined,
    lend: () => [],
    borrow: () => undefined,
    begin: ({ brush }: ProveJob) => ({ before: BEFORE, fixes: fixesOf(brush), singles: [] }),
    unmeasured: () => [],
    tryOne: (_job: ProveJob, fix: Fix) => {
      onTry(fix);
      return laidAs(RESULTS[fix.what] ?? [20, 0.09]);
    },
    after: (_job: ProveJob, _before: FixBaseline, fix: Fix): Fix[] =>
      fix.what.includes(';') ? [] : [{ ...fix, what: `${fix.what}; more`, brush: seeded(fix.brush, 500) }],
  });
}

const names = () => useCures.getState().tried.map(({ what }) => what);

describe('cures that are tried', () => {
  beforeEach(async () => {
    const bench = benchOf(['tip.png'], { spacing: { rest: 25 } });
    openBench(bench, STANDING);
    forgetCures();
    useCures.setState({ budget: 0.1 });
    standIn('cut', { cut: () => ({ plate: plateOf(1), facts: [], ms: 1 }) });
    prover();
    wantPlates(bench, false);
    await until(() => usePlates.getState().ready['tip.png'] !== undefined);
  });
  afterEach(closeBench);

  it('are every one that there is, the best first, and of the state that they were tried on', async () => {
    await tryCures();
    expect(names()).to.deep.equal(['turned', 'mirrored', 'scattered', 'speck cured', 'worse']);
    const { of, before, work } = useCures.getState();
    expect(of).to.equal(presentBench());
    expect(before?.echo).to.equal(60);
    expect(work).to.equal(null);
  });

  it('are each tried once, on whichever worker is free', async () => {
    const seen: string[] = [];
    prover(({ what }) => seen.push(what));
    await tryCures();
    expect(seen.sort()).to.deep.equal(Object.keys(RESULTS).sort());
  });

  it('leave those out that need a plate which cannot be cut here', async () => {
    change('a plate without a source', (draft) => {
      draft.plates['tip.png'].source = null;
      draft.plates['tip.png'].recipe = null;
    });
    standIn('file', { open: () => plateOf(2) });
    wantPlates(presentBench(), false);
    await until(() => usePlates.getState().ready['tip.png'].plate.data[0] === 2);
    await tryCures();
    expect(names()).to.not.include('speck cured');
    expect(names()).to.have.length(4);
  });

  it('end when they are cancelled, and what was found stays', async () => {
    prover(({ what }) => what === 'mirrored' && cancelCures());
    await tryCures();
    expect(useCures.getState().work).to.equal(null);
    const found = names();
    await arrived();
    expect(names()).to.deep.equal(found);
    expect(found).to.not.include('mirrored');
  });

  it('are taken with one press and taken back with one key, with the plate that they need', async () => {
    const before = presentBench();
    await tryCures();
    const cure = useCures.getState().tried.find(({ what }) => what === 'speck cured');
    if (!cure) throw new Error('the speck was not cured');
    takeFix(cure);
    const { brush, plates } = presentBench();
    expect(plates[HEALED]?.recipe?.steps.at(-1)).to.deep.equal(SPECK);
    expect(plates, 'what nothing prints with any more').not.to.have.property('tip.png');
    // measuring leaves names and inks out: those of the brush stay
    expect(brush).to.deep.include({ name: 'Barnacle', seed: before.brush.seed });
    expect(useBench.getState().what).to.equal('cure: speck cured');
    expect(names()).to.deep.equal([]);
    undo();
    expect(presentBench()).to.equal(before);
  });

  it('are tried on without touching the bench, and taken off when others are tried or all are forgotten', async () => {
    await tryCures();
    const before = presentBench();
    const [best] = useCures.getState().tried;
    tryOn(best);
    expect(presentBench()).to.equal(before);
    const { name, seed } = before.brush;
    expect(stateOfFix(before, best).brush).to.deep.equal({ ...best.brush, name, seed });
    await tryCures();
    expect(useCures.getState().on).to.equal(null);
    tryOn(best);
    forgetCures();
    expect(useCures.getState().on).to.equal(null);
  });

  it('are put together within the look that is allowed: the one that would change more is never taken', async () => {
    await cureForMe();
    expect(useBench.getState().what).to.equal('cure: turned; more');
    expect(useCures.getState().work).to.equal(null);
  });

  it('tell what was changed, with the state before pinned in the same gesture', async () => {
    const before = presentBench();
    await cureForMe();
    const { done } = useCures.getState();
    expect(done).to.deep.include({ changes: ['turned', 'more'], from: { echo: 60, texture: 50 }, pin: 0 });
    expect(done?.of).to.equal(presentBench());
    expect(presentBench().pins.map(({ brush }) => brush)).to.deep.equal([before.brush]);
    undo();
    expect(presentBench()).to.equal(before);
  });

  it('change nothing where hardly anybody sees the stroke repeat', async () => {
    change('another chance', (draft) => void (draft.brush.seed = 77));
    const before = presentBench();
    standIn('prove', {
      hold: () => undefined,
      lend: () => [],
      borrow: () => undefined,
      begin: ({ brush }: ProveJob) => ({
        before: { ...BEFORE, echo: NO_NEED - 1 },
        fixes: fixesOf(brush),
        singles: [],
      }),
      unmeasured: () => [],
      tryOne: () => laidAs([0, 0]),
    });
    await cureForMe();
    expect(presentBench()).to.equal(before);
    expect(useCures.getState()).to.deep.include({ done: null, work: null });
    expect(useCures.getState().said).to.match(/^The echo is 19: .* nothing was changed/);
  });

  it('may change the look more where the user says so', async () => {
    useCures.setState({ budget: 0.4 });
    await cureForMe();
    expect(useBench.getState().what).to.match(/^cure: scattered/);
  });

  it('are tried first where they were not, and not again where they were', async () => {
    const seen: string[] = [];
    prover(({ what }) => seen.push(what));
    await tryCures();
    const first = seen.length;
    await cureForMe();
    expect(seen.slice(first)).to.deep.equal(['turned; more']);
  });
});
