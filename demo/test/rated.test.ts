import { expect } from 'chai';
import { agreement, leftOutByTips, rankCorrelation, rootMeanSquare } from '../src/agreement.ts';
import { measureRated, type RatedStroke } from '../src/rated.ts';

describe('agreement', () => {
  it('in rank is 1 for any rising curve, -1 for a falling one, and shares the places of equal values', () => {
    expect(rankCorrelation([1, 2, 3, 4], [1, 4, 9, 16])).to.be.closeTo(1, 1e-12);
    expect(rankCorrelation([1, 2, 3, 4], [5, 3, 2, 0])).to.be.closeTo(-1, 1e-12);
    // places 1.5, 1.5, 3 against 1, 2, 3
    expect(rankCorrelation([7, 7, 9], [1, 2, 3])).to.be.closeTo(Math.sqrt(3) / 2, 1e-12);
  });
  it('in points is the root of the mean square', () => {
    expect(rootMeanSquare([0, 10], [3, 6])).to.be.closeTo(Math.sqrt(12.5), 1e-12);
  });
});

describe('on strokes that were rated blind', () => {
  let rows: RatedStroke[] = [];
  before(async () => {
    rows = await measureRated();
  });
  const eye = () => rows.map(({ repeat }) => repeat);

  it('the echo agrees with the eye', () => {
    const { rank, off } = agreement(
      rows.map(({ echo }) => echo),
      eye(),
    );
    expect(rank).to.be.at.least(0.93);
    expect(off).to.be.at.most(12);
  });
  it('it does so for tips that it was not fitted to', () => {
    const { rank, off } = agreement(leftOutByTips(rows), eye());
    expect(rank).to.be.at.least(0.9);
    expect(off).to.be.at.most(15);
  });
  it('the texture agrees with the eye', () => {
    const { rank } = agreement(
      rows.map(({ texture }) => texture),
      rows.map(({ eyeTexture }) => eyeTexture),
    );
    expect(rank).to.be.at.least(0.9);
  });
  it('a ring that is seen at once is never called free of repetition, however it is scattered', () => {
    const ring = rows.find(({ name }) => name === '26');
    expect(ring?.echo).to.be.above(70);
  });
});
