import { STRAIGHT } from '@amber-stamp/core/maths';
import { expect } from 'chai';
import { GAP, isInner, keyedPoint, withNewPoint, withoutPoint, withPointAt } from '../src/stages/vary/curve-points.ts';
import {
  afterDrawing,
  cornersOf,
  drawnOn,
  movedBy,
  NEAR,
  withCornerAt,
} from '../src/stages/cut/handles/region-outline.ts';
import { boxBetween, keyedBend, pointsIn, pointUnder, scaledBy } from '../src/stages/find/relief/lattice-choice.ts';
import { hillPath, keyedPeg, nearestPeg, withPeg } from '../src/stages/vary/ruler-pegs.ts';

describe('the pegs of a ruler', () => {
  const one = { values: [20], step: 1, min: 1, max: 200 };
  const two = { values: [20, 60], step: 0.5, min: 0, max: 100 };

  it('are taken by a press that is nearer to them', () => {
    expect(nearestPeg([0.4], 0.9)).to.equal(0);
    expect(nearestPeg([0.2, 0.6], 0.3)).to.equal(0);
    expect(nearestPeg([0.2, 0.6], 0.5)).to.equal(1);
  });

  it('are pulled apart where both stand at one place, to the side of the press', () => {
    expect(nearestPeg([0.5, 0.5], 0.4)).to.equal(0);
    expect(nearestPeg([0.5, 0.5], 0.6)).to.equal(1);
  });

  it('stay on the ruler, and the other one where it was', () => {
    expect(withPeg(two, 0, -40)).to.deep.equal([0, 60]);
    expect(withPeg(two, 1, 400)).to.deep.equal([20, 100]);
    expect(withPeg(one, 0, 33)).to.deep.equal([33]);
  });

  it('go by one step with the arrows, by ten with page keys or shift, to the ends with home and end', () => {
    const after = (key: string, far = false) => keyedPeg(two, 0, key, far)?.[0];
    expect([after('ArrowRight'), after('ArrowUp'), after('ArrowLeft')]).to.deep.equal([20.5, 20.5, 19.5]);
    expect([after('PageUp'), after('PageDown'), after('ArrowRight', true)]).to.deep.equal([25, 15, 25]);
    expect([after('Home'), after('End')]).to.deep.equal([0, 100]);
    expect(after('a')).to.equal(undefined);
  });

  it('stand at two decimals after a key, whatever the fraction they were dragged to', () => {
    expect(keyedPeg({ ...one, values: [20.123456] }, 0, 'ArrowRight', false)).to.deep.equal([21.12]);
  });

  it('have the silhouette of their values between them, and none with one peg or nothing measured', () => {
    expect(hillPath([0, 1], [0.2, 0.6], 20, 15)).to.equal('M20 20L30.00 20.00L50.00 5.00L60 20Z');
    expect(hillPath([0, 1], [0.2], 20, 15)).to.equal('');
    expect(hillPath(null, [0.2, 0.6], 20, 15)).to.equal('');
  });
});

describe('the points of a response', () => {
  const bent: [number, number][] = [
    [0, 0],
    [0.5, 0.8],
    [1, 1],
  ];

  it('are added between two others, and told which they are', () => {
    const made = withNewPoint(STRAIGHT, 0.25, 0.6);
    expect(made).to.deep.equal({
      curve: [
        [0, 0],
        [0.25, 0.6],
        [1, 1],
      ],
      index: 1,
    });
  });

  it('are not added on top of another, nor before the first', () => {
    expect(withNewPoint(bent, 0.5 + GAP / 2, 0.1)).to.equal(undefined);
    expect(withNewPoint(bent, -0.2, 0.1)).to.equal(undefined);
  });

  it('are pulled within their neighbours and the picture', () => {
    expect(withPointAt(bent, 1, 2, 2)[1]).to.deep.equal([1 - GAP, 1]);
    expect(withPointAt(bent, 1, -1, -1)[1]).to.deep.equal([GAP, 0]);
    expect(withPointAt(bent, 0, -1, 0.3)[0]).to.deep.equal([0, 0.3]);
  });

  it('leave the curve that they were taken from as it was', () => {
    const before = structuredClone(bent);
    withPointAt(bent, 1, 0.1, 0.1);
    withoutPoint(bent, 1);
    withNewPoint(bent, 0.25, 0.25);
    expect(bent).to.deep.equal(before);
  });

  it('are taken away but for the two ends', () => {
    expect([0, 1, 2].map((index) => isInner(bent, index))).to.deep.equal([false, true, false]);
    expect(withoutPoint(bent, 1)).to.deep.equal([
      [0, 0],
      [1, 1],
    ]);
    expect(keyedPoint(bent, 0, 'Delete', false)).to.equal(undefined);
    expect(keyedPoint(bent, 1, 'Delete', false)).to.have.length(2);
  });

  it('are moved by the arrows, ten times as far with shift, and by no other key', () => {
    expect(keyedPoint(bent, 1, 'ArrowRight', false)?.[1]).to.deep.equal([0.51, 0.8]);
    expect(keyedPoint(bent, 1, 'ArrowDown', true)?.[1][1]).to.be.closeTo(0.7, 1e-9);
    expect(keyedPoint(bent, 1, 'Enter', false)).to.equal(undefined);
  });
});

describe('the outline of a part', () => {
  const box = [
    [0.2, 0.3],
    [0.6, 0.7],
  ];
  const three = [
    [0.1, 0.1],
    [0.9, 0.1],
    [0.5, 0.8],
  ];

  it('is a box where it has two places, else what was drawn', () => {
    expect(cornersOf(box)).to.deep.equal([
      [0.2, 0.3],
      [0.6, 0.3],
      [0.6, 0.7],
      [0.2, 0.7],
    ]);
    expect(cornersOf(three)).to.deep.equal(three);
    expect(cornersOf([])).to.deep.equal([]);
  });

  it('stays a box whichever corner is pulled, the one across from it standing still', () => {
    for (let corner = 0; corner < 4; corner++) {
      const pulled = cornersOf(withCornerAt(box, corner, 0.4, 0.5));
      expect(pulled[corner]).to.deep.equal([0.4, 0.5]);
      const across = (corner + 2) % 4;
      expect(pulled[across]).to.deep.equal(cornersOf(box)[across]);
    }
  });

  it('has one corner moved where it was drawn', () => {
    expect(withCornerAt(three, 1, 0.7, 0.2)).to.deep.equal([three[0], [0.7, 0.2], three[2]]);
  });

  it('goes on only as far as the hand has come, and not for ever', () => {
    expect(drawnOn(three, [0.5 + NEAR / 2, 0.8])).to.equal(three);
    expect(drawnOn(three, [0.5 + 2 * NEAR, 0.8])).to.have.length(4);
    const full = Array.from({ length: 600 }, (_, i) => [i / 600, 0]);
    expect(drawnOn(full, [0.5, 0.9])).to.equal(full);
  });

  it('is none after a press without a way', () => {
    expect(
      afterDrawing([
        [0.5, 0.5],
        [0.5, 0.5],
      ]),
    ).to.deep.equal([]);
    expect(afterDrawing(box)).to.equal(box);
    expect(afterDrawing(three)).to.equal(three);
  });

  it('is moved as a whole', () => {
    expect(movedBy(three, 0.25, -0.1).map(([x]) => x)).to.deep.equal([0.35, 1.15, 0.75]);
  });
});

describe('the points of a lattice on the screen', () => {
  const points = [
    { index: 0, x: 10, y: 10, near: 0 },
    { index: 1, x: 12, y: 10, near: 1 },
    { index: 2, x: 60, y: 40, near: 0 },
  ];

  it('are taken by a press near them, the front one of those that lie behind each other', () => {
    expect(pointUnder(points, 9, 12)?.index).to.equal(1);
    expect(pointUnder(points, 62, 41)?.index).to.equal(2);
    expect(pointUnder(points, 35, 30)).to.equal(undefined);
  });

  it('are chosen, front and rear, by a box that is drawn in any direction', () => {
    expect(pointsIn(points, boxBetween(30, 30, 0, 0))).to.deep.equal([0, 1]);
    expect(pointsIn(points, boxBetween(0, 30, 30, 0))).to.deep.equal([0, 1]);
    expect(pointsIn(points, boxBetween(0, 0, 100, 100))).to.deep.equal([0, 1, 2]);
  });

  it('are moved, scaled and turned by keys, each of which another takes back', () => {
    expect(keyedBend('ArrowLeft')).to.deep.equal({ dx: -4 });
    expect(keyedBend('.')).to.deep.equal({ turnDeg: 4 });
    expect((keyedBend('+')?.factor ?? 0) * (keyedBend('-')?.factor ?? 0)).to.be.closeTo(1, 1e-12);
    expect(scaledBy(true)).to.deep.equal(keyedBend('+'));
    expect(keyedBend('q')).to.equal(undefined);
  });
});
