import './helpers/workers.ts';
import type { FirstMeasured, Fix, Glance } from '@amber-stamp/core/prove';
import { expect } from 'chai';
import { cancelCures, forgetCures, tryCures, useCures } from '../src/bench/cures.ts';
import { echoJob } from '../src/bench/echo.ts';
import { usePlates, wantPlates } from '../src/bench/plates.ts';
import { closeBench, openBench, presentBench } from '../src/bench/store.ts';
import type { LaidFix, ProveJob } from '../src/engine/protocol/prove.ts';
import { lookOver } from '../src/engine/provers.ts';
import { benchOf, blurred, plateOf, STANDING } from './helpers/benches.ts';
import { arrived, standIn, until } from './helpers/workers.ts';

const NAMES = ['a.png', 'b.png', 'c.png'];
const measuredAs = (echo: number): FirstMeasured => ({ echo, texture: 50, look: Array.from({ length: 32 }, () => 0) });
const fixOf = (job: ProveJob, what: string, seed: number): Fix => ({
  what,
  brush: { ...job.brush, seed },
  derived: {},
});
/** Another brush for each test, so that nothing is known of it. */
let chance = 0;

/** A worker that measures; a tip is looked over once `looked` is called, and the baseline is there once `begun` is. */
function prover() {
  const looks: (() => void)[] = [];
  const begins: (() => void)[] = [];
  const tried: string[] = [];
  const fixes = (job: ProveJob) => [fixOf(job, 'turned', 1), fixOf(job, 'mirrored', 2)];
  const before = (echo: number) => ({ nominal: 40, echo, texture: 50, first: measuredAs(echo) });
  standIn('prove', {
    hold: () => undefined,
    lend: (keys: readonly string[]) => keys.map(() => undefined),
    borrow: () => undefined,
    look: () => new Promise<void>((done) => looks.push(done)),
    unmeasured: (job: ProveJob) => fixes(job).slice(0, 1),
    begin: async (job: ProveJob, how: Glance) => {
      if (how === 'whole') await new Promise<void>((done) => begins.push(done));
      return { before: before(how === 'whole' ? 60 : 40), fixes: fixes(job), singles: [] };
    },
    tryOne: (_: ProveJob, { what }: Fix, how: Glance): LaidFix => {
      tried.push(`${what}, ${how}`);
      return { measured: measuredAs(how === 'whole' ? 30 : 10), picture: null };
    },
  });
  const release = (waiting: (() => void)[]) => waiting.splice(0).forEach((done) => done());
  return {
    tried,
    /** ends every look that there is */
    lookedOver: async () => {
      for (let k = 0; k < NAMES.length; k++) {
        release(looks);
        await arrived();
      }
    },
    begun: async () => {
      release(begins);
      await arrived();
    },
  };
}

/** Presses the button while tips wait to be looked over, and waits for what is shown first; gives the end of it. */
async function pressedWhileLooking(): Promise<() => Promise<void>> {
  const job = echoJob(presentBench());
  if (!job) throw new Error('a plate is missing');
  void lookOver(job, () => Promise.resolve());
  await arrived();
  const trying = tryCures();
  await until(() => shown().length > 0);
  return () => trying;
}

const shown = () => useCures.getState().tried.map(({ what, echo, glanced }) => `${what} ${echo}${glanced ? '?' : ''}`);

describe('cures in a page that was just opened', () => {
  beforeEach(async () => {
    const bench = benchOf(NAMES, { spacing: { rest: 25 } });
    chance++;
    // tips of its own, which nobody has looked over
    const plates = NAMES.map(
      (name, k) => [name, blurred(bench.plates[name], (NAMES.length * chance + k) / 10)] as const,
    );
    openBench({ ...bench, plates: Object.fromEntries(plates) }, STANDING);
    standIn('cut', { cut: () => ({ plate: plateOf(chance), facts: [], ms: 1 }) });
    wantPlates(presentBench(), false);
    await until(() => NAMES.every((name) => usePlates.getState().ready[name]?.plate.data[0] === chance));
  });
  afterEach(() => {
    forgetCures();
    closeBench();
  });

  it('show one at a glance while tips wait to be looked over, until there is one that was tried wholly', async () => {
    const { tried, lookedOver, begun } = prover();
    const trying = await pressedWhileLooking();
    expect(shown()).to.deep.equal(['turned 10?']);
    expect(useCures.getState().before?.echo).to.equal(40);
    expect(tried).to.deep.equal(['turned, glance']);
    await lookedOver();
    await arrived();
    // the worker that has glanced at it keeps what it saw: the other one leaves it alone
    expect(tried).to.deep.equal(['turned, glance']);
    await begun();
    await trying();
    expect(tried.slice(1).sort()).to.deep.equal(['mirrored, whole', 'turned, whole']);
    expect(shown()).to.deep.equal(['turned 30', 'mirrored 30']);
    expect(useCures.getState()).to.deep.include({ work: null });
    expect(useCures.getState().before?.echo).to.equal(60);
  });

  it('try what no measuring decides on while the rest is measured, and not a second time', async () => {
    const { tried, begun } = prover();
    const trying = tryCures();
    await until(() => tried.length > 0);
    expect(tried).to.deep.equal(['turned, whole']);
    expect(shown(), 'what is compared with is not known yet').to.deep.equal([]);
    await begun();
    await trying;
    expect(tried).to.deep.equal(['turned, whole', 'mirrored, whole']);
    expect(shown()).to.deep.equal(['turned 30', 'mirrored 30']);
  });

  it('leave nothing that was only glanced at when they are cancelled', async () => {
    const { lookedOver, begun } = prover();
    const trying = await pressedWhileLooking();
    cancelCures();
    expect(shown()).to.deep.equal([]);
    await lookedOver();
    await begun();
    await trying();
    expect(shown()).to.deep.equal([]);
  });
});
