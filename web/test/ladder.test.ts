import './helpers/workers.ts';
import { expect } from 'chai';
import {
  cancelLadder,
  cellsOf,
  measureLadder,
  readValues,
  setLadder,
  sideFor,
  sidesOf,
  takeCell,
  useLadder,
} from '../src/bench/ladder.ts';
import { ladderSweeps, sweepIn } from '../src/bench/ladder-sweeps.ts';
import { usePlates, wantPlates } from '../src/bench/plates.ts';
import { closeBench, openBench, presentBench, undo, useBench } from '../src/bench/store.ts';
import type { ProveJob } from '../src/engine/protocol/prove.ts';
import { benchOf, plateOf, STANDING } from './helpers/benches.ts';
import { arrived, standIn, until } from './helpers/workers.ts';

const SPACINGS = { sweep: 'spacing', from: 10, to: 60, count: 6 };
const TURNS = { sweep: 'angle', from: 0, to: 180, count: 3 };
const spacingOf = ({ brush }: Pick<ProveJob, 'brush'>) => brush.coats[0].properties.spacing.rest;

describe('a ladder', () => {
  beforeEach(async () => {
    const bench = benchOf(['tip.png'], { spacing: { rest: 25 }, angle: { rest: 0 } });
    openBench(bench, STANDING);
    standIn('cut', { cut: () => ({ plate: plateOf(1), facts: [], ms: 1 }) });
    standIn('prove', {
      hold: () => undefined,
      lend: () => [],
      borrow: () => undefined,
      pair: (job: ProveJob) => ({ echo: spacingOf(job), texture: 50 }),
    });
    setLadder({ across: SPACINGS, down: TURNS });
    wantPlates(bench, false);
    await until(() => usePlates.getState().ready['tip.png'] !== undefined);
  });
  afterEach(closeBench);

  it('has a cell for each pair of settings, row by row, with the brush that it would make', () => {
    const cells = cellsOf(presentBench(), { across: SPACINGS, down: TURNS });
    expect(cells).to.have.length(18);
    expect(cells.map(spacingOf).slice(0, 6)).to.deep.equal([10, 20, 30, 40, 50, 60]);
    expect(cells.map(({ row, column }) => 6 * row + column)).to.deep.equal(cells.map((_, i) => i));
    expect(new Set(cells.map(({ key }) => key)).size).to.equal(18);
    const [first, last] = [cells[0], cells[17]].map(({ brush }) => brush.coats[0].properties.angle);
    expect(first.high - first.low).to.equal(0);
    expect([last.low, last.high]).to.deep.equal([-180, 180]);
  });

  it('of one setting is one row', () => {
    expect(cellsOf(presentBench(), { across: SPACINGS, down: null }).map(({ row }) => row)).to.deep.equal([
      0, 0, 0, 0, 0, 0,
    ]);
    expect(sidesOf(presentBench(), { across: SPACINGS, down: null }).down).to.equal(null);
  });

  it('takes values of the user’s own, each once and within what the setting allows', () => {
    const sweep = sweepIn(presentBench(), 'spacing');
    expect(readValues('1, 10, 20 and 50', sweep)).to.deep.equal([1, 10, 20, 50]);
    expect(readValues('5 5 99999', sweep)).to.deep.equal([5, 400]);
    for (const text of ['', '12', 'wide']) expect(readValues(text, sweep), text).to.equal(undefined);
    const own = cellsOf(presentBench(), { across: { ...SPACINGS, values: [1, 10, 20, 50] }, down: null });
    expect(own.map(spacingOf)).to.deep.equal([1, 10, 20, 50]);
  });

  it('goes over a number of a step, which cuts the plate otherwise in each cell', () => {
    const [radius] = ladderSweeps(presentBench()).filter(({ label }) => label === '1. Blur: Radius');
    const across = { sweep: radius.name, from: 0, to: 4, count: 3 };
    const cells = cellsOf(presentBench(), { across, down: null });
    expect(cells.map(({ plates }) => plates['tip.png'].recipe?.steps[0].radiusPct)).to.deep.equal([0, 2, 4]);
    expect(cells.every(({ recut }) => recut)).to.equal(true);
    takeCell(cells[2]);
    expect(presentBench().plates['tip.png'].recipe?.steps[0].radiusPct).to.equal(4);
    undo();
    expect(presentBench().plates['tip.png'].recipe?.steps[0].radiusPct).to.equal(1);
  });

  it('leaves the brush on the bench as it is until a cell is taken, which one step takes back', () => {
    const before = presentBench();
    const cells = cellsOf(before, { across: SPACINGS, down: TURNS });
    expect(presentBench()).to.equal(before);
    takeCell(cells[10]);
    expect(presentBench().brush).to.deep.equal(cells[10].brush);
    expect(useBench.getState().what).to.equal(`from the ladder: ${cells[10].key}`);
    undo();
    expect(presentBench()).to.equal(before);
  });

  it('forgets what was guessed of a setting that is taken from it', () => {
    openBench({ ...presentBench(), guessed: { spacing: 'from the tip', size: 'from the plate' } }, STANDING);
    takeCell(cellsOf(presentBench(), { across: SPACINGS, down: null })[2]);
    expect(presentBench().guessed).to.deep.equal({ size: 'from the plate' });
  });

  it('measures each cell once, and tells of which state', async () => {
    await measureLadder();
    const { echoes, of, work } = useLadder.getState();
    const cells = cellsOf(presentBench(), { across: SPACINGS, down: TURNS });
    expect(of).to.equal(presentBench());
    expect(work).to.equal(null);
    expect(cells.map(({ key }) => echoes[key].echo)).to.deep.equal(cells.map(spacingOf));
    expect(Object.keys(echoes)).to.have.length(18);
  });

  it('stops where it is cancelled, and keeps what was measured', async () => {
    let asked = 0;
    standIn('prove', {
      hold: () => undefined,
      lend: () => [],
      borrow: () => undefined,
      pair: async (job: ProveJob) => {
        if (++asked === 5) cancelLadder();
        return { echo: spacingOf(job), texture: 50 };
      },
    });
    await measureLadder();
    await arrived();
    expect(asked).to.be.below(8);
    const { echoes, work } = useLadder.getState();
    expect(work).to.equal(null);
    expect(Object.keys(echoes).length).to.be.within(1, 5);
  });

  it('forgets what was measured when a side is changed', async () => {
    await measureLadder();
    setLadder({ down: null });
    expect(useLadder.getState()).to.deep.include({ echoes: {}, of: null, down: null });
  });

  it('begins a side within what the setting allows, and with another for a setting that nobody knows', () => {
    const side = sideFor(presentBench(), 'size', 4);
    expect(side.count).to.equal(4);
    expect(side.from).to.be.below(side.to);
    expect(sideFor(presentBench(), 'nothing of the kind', 3).sweep)
      .to.be.a('string')
      .and.not.equal('nothing of the kind');
  });
});
