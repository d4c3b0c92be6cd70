import './helpers/workers.ts';
import type { Bench } from '@amber-stamp/core/bench';
import { makeRecipe, makeStep, type Rows } from '@amber-stamp/core/cut';
import { shapedByLattice, boxOfMesh, solidMesh } from '@amber-stamp/core/relief';
import { expect } from 'chai';
import { closeBench, openBench, presentBench, settle, undo, useBench } from '../src/bench/store.ts';
import { castOf, keepView, nudgeCast, seeFrom, setCast } from '../src/stages/find/relief/cast-place.ts';
import { frameSeen, viewExtent, sliceIn } from '../src/stages/find/relief/framing.ts';
import { bend, latticeLines, movesOf, seenPoints, useBending, type Bend } from '../src/stages/find/relief/lattice.ts';
import { panesIn } from '../src/stages/find/relief/panes.ts';
import { benchOf, STANDING } from './helpers/benches.ts';

const cube = solidMesh('cube');
const pane = { x: 0, y: 0, width: 400, height: 400 };
const still: Bend = { dx: 0, dy: 0, factor: 1, turnDeg: 0 };

function castBench(settings: object = {}): Bench {
  const bench = benchOf();
  bench.plates['tip.png'].recipe = makeRecipe([makeStep('cast', { latticeSide: 3, ...settings })]);
  return bench;
}
const step = () => {
  const { step: found } = castOf(presentBench());
  if (!found) throw new Error('there is no cast');
  return found;
};
const sight = () => viewExtent(step(), undefined);
const seen = () => seenPoints(pane, cube, cube, step(), sight());

/** Bends the chosen points as one gesture from where they are. */
function bent(chosen: number[], by: Partial<Bend>, alike = false): void {
  useBending.setState({ chosen, alike });
  bend({ pane, plain: cube, mesh: cube, step: step(), sight: sight() }, movesOf(step()), { ...still, ...by });
  settle('bent');
}

describe('an object under a lattice', () => {
  beforeEach(() => openBench(castBench(), STANDING));
  afterEach(closeBench);

  it('has its points in a grid over what is seen, the rear ones behind the front ones', () => {
    const points = seen();
    expect(points).to.have.length(27);
    expect(latticeLines(3)).to.have.length(54);
    const [first, last] = [points[0], points[26]];
    expect(first.x).to.be.closeTo(pane.width - last.x, 1e-6);
    expect(first.y).to.be.closeTo(pane.height - last.y, 1e-6);
    expect(first.near).to.be.below(last.near);
  });

  it('is moved by just so much on the screen as the hand moves, whichever side is looked at', () => {
    for (const from of ['front', 'right', 'top'] as const) {
      openBench(castBench({ from, yawDeg: 20, pitchDeg: -30, rollDeg: 10 }), STANDING);
      const before = seen()[5];
      bent([5], { dx: 30, dy: -12 });
      const after = seen()[5];
      expect(after.x - before.x, from).to.be.closeTo(30, 0.1);
      expect(after.y - before.y, from).to.be.closeTo(-12, 0.1);
      expect(after.near - before.near, from).to.be.closeTo(0, 1e-3);
    }
  });

  it('grows and turns about the middle of the chosen points', () => {
    const corners = [18, 20, 24, 26];
    const before = corners.map((i) => seen()[i]);
    bent(corners, { factor: 0.5, turnDeg: 90 });
    const after = corners.map((i) => seen()[i]);
    const middle = (points: typeof before) => points.reduce((sum, p) => sum + p.x, 0) / points.length;
    expect(middle(after)).to.be.closeTo(middle(before), 0.1);
    const across = (points: typeof before) => Math.hypot(points[0].x - points[3].x, points[0].y - points[3].y);
    expect(across(after)).to.be.closeTo(across(before) / 2, 0.2);
    // a quarter clockwise: what was at the upper left is at the upper right
    const upperLeft = before.findIndex((p) => p.x < 200 && p.y < 200);
    expect(after[upperLeft].x).to.be.above(200);
    expect(after[upperLeft].y).to.be.below(200);
  });

  it('does the same on its other side, mirrored, where both are bent alike', () => {
    bent([0], { dx: -20, dy: 8 }, true);
    const moves = movesOf(step());
    const [own, other] = [moves.get(0), moves.get(2)];
    expect(other?.[0]).to.be.closeTo(-(own?.[0] ?? 0), 1e-9);
    expect(other?.slice(1)).to.deep.equal(own?.slice(1));
    expect(moves.size).to.equal(2);
  });

  it('keeps nothing of points that are back where they were, and one gesture is one step', () => {
    const before = presentBench();
    bent([13], { dx: 25 });
    expect(step().lattice).to.have.length(1);
    bent([13], { dx: -25 });
    expect(step().lattice).to.deep.equal([]);
    undo();
    undo();
    expect(presentBench()).to.equal(before);
  });

  it('is really bent so: the box of the mesh grows by what its outermost points were moved', () => {
    const side = [2, 5, 8, 11, 14, 17, 20, 23, 26];
    bent(side, { dx: 40 });
    const { low, high } = boxOfMesh(shapedByLattice(cube, 3, step().lattice as Rows));
    const plain = boxOfMesh(cube);
    expect(low[0]).to.be.closeTo(plain.low[0], 1e-4);
    expect(high[0] - plain.high[0]).to.be.closeTo((40 * frameSeen(cube, sight()).side) / pane.width, 1e-3);
  });
});

describe('the view of a cast', () => {
  beforeEach(() => openBench(castBench(), STANDING));
  afterEach(closeBench);

  it('turns on beyond half a turn, in half degrees', () => {
    nudgeCast(presentBench(), { yawDeg: 170.26 }, 'turned');
    expect(step().yawDeg).to.equal(170.5);
    nudgeCast(presentBench(), { yawDeg: 20 }, 'turned');
    expect(step().yawDeg).to.equal(-169.5);
  });

  it('stays within what a setting allows', () => {
    setCast({ zoomPct: 5000, depthPct: -3 });
    expect(step()).to.include({ zoomPct: 400, depthPct: 0.5 });
  });

  it('is straight again from each side, as one step that says so', () => {
    nudgeCast(presentBench(), { yawDeg: 30, rollDeg: 7 }, 'turned');
    seeFrom('top');
    expect(step()).to.include({ from: 'top', yawDeg: 0, pitchDeg: 0, rollDeg: 0 });
    expect(useBench.getState().what).to.equal('seen from the top');
    undo();
    expect(step()).to.include({ from: 'front', yawDeg: 30 });
  });

  it('frames all of the mesh with its air, and less of it the nearer it is', () => {
    setCast({ padPct: 10 });
    const { high, low } = boxOfMesh(cube);
    const all = frameSeen(cube, sight()).side;
    expect(all).to.be.closeTo((high[0] - low[0]) / 0.8, 1e-6);
    setCast({ zoomPct: 200 });
    expect(frameSeen(cube, sight()).side).to.be.closeTo(all / 2, 1e-6);
  });

  it('shows from below how deep the mesh is: the nearest place above the farthest', () => {
    const { side } = panesIn({ width: 900, height: 500 });
    const { near, far } = sliceIn(cube, sight(), side);
    expect(near).to.be.within(0, far);
    expect(far).to.be.at.most(side.height);
  });

  it('is kept as a further tip of the same object, dealt in turn by chance', () => {
    keepView(presentBench());
    const { plates, brush } = presentBench();
    const [first, second] = brush.coats[0].deck.cards.map(({ plate }) => plate);
    expect(Object.keys(plates)).to.have.members([first, second]);
    expect(plates[second].recipe).to.deep.equal(plates[first].recipe);
    expect(plates[second].recipe).not.to.equal(plates[first].recipe);
    expect(brush.coats[0].deck.deal).to.equal('shuffled');
  });
});
