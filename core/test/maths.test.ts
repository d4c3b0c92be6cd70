import { curveFunction } from '@amber-stamp/core/maths';
import { smoothPath } from '@amber-stamp/core/path';
import { expect } from 'chai';
import fc from 'fast-check';
import { headingDeg, sinCosTurns, tanDeg } from '../src/maths/angles.ts';
import { cloud, cloudRows } from '../src/maths/noise.ts';
import { straight } from './helpers/make.ts';

const pair = new Float64Array(2);

describe('angles without the engine-dependent functions', () => {
  it('agree with the usual ones to fifteen digits', () => {
    fc.assert(
      fc.property(fc.double({ min: -50, max: 50, noNaN: true }), (turns) => {
        sinCosTurns(turns, pair);
        expect(pair[0]).to.be.closeTo(Math.sin(turns * 2 * Math.PI), 1e-12);
        expect(pair[1]).to.be.closeTo(Math.cos(turns * 2 * Math.PI), 1e-12);
      }),
    );
    fc.assert(
      fc.property(fc.double({ min: -9, max: 9, noNaN: true }), fc.double({ min: -9, max: 9, noNaN: true }), (x, y) => {
        expect(headingDeg(x, y)).to.be.closeTo((Math.atan2(y + 0, x) * 180) / Math.PI, x === 0 && y === 0 ? 181 : 1e-9);
      }),
    );
    expect(tanDeg(30)).to.be.closeTo(Math.tan(Math.PI / 6), 1e-14);
  });
  it('are exact at the quarters', () => {
    sinCosTurns(0.25, pair);
    expect([...pair].map((v) => v + 0)).to.deep.equal([1, 0]);
    expect([headingDeg(1, 0), headingDeg(0, 1), headingDeg(-1, 0), headingDeg(0, -1)]).to.deep.equal([0, 90, 180, -90]);
  });
});

describe('smooth noise', () => {
  it('is the same read row by row as place by place, also where cells are finer than px and beyond the origin', () => {
    for (const [cell, from] of [
      [23.7, 0],
      [0.4, 0],
      [3, -57],
    ]) {
      const xs = Float64Array.from({ length: 50 }, (_, x) => (x + from) / cell);
      const row = cloudRows(xs, 9, 4);
      for (const y of [0, 1, 2, 40, 41, -3, 1]) {
        const wanted = Array.from(xs, (x) => cloud(x, y / cell, 9, 4));
        expect([...row(y / cell)], `row ${y} of cells of ${cell} px`).to.deep.equal(wanted);
      }
    }
  });
});

describe('curves', () => {
  it('go through their points, stay between them, and are straight with two', () => {
    const f = curveFunction([
      [0, 0.1],
      [0.3, 0.9],
      [1, 0.9],
    ]);
    expect([f(0), f(0.3), f(1), f(-1), f(2)]).to.deep.equal([0.1, 0.9, 0.9, 0.1, 0.9]);
    for (let x = 0.3; x <= 1; x += 0.05) expect(f(x)).to.be.closeTo(0.9, 1e-12);
    const straightLine = curveFunction([
      [0, 0],
      [1, 1],
    ]);
    expect(straightLine(0.37)).to.be.closeTo(0.37, 1e-12);
  });
  it('never turn back where their points rise', () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { minLength: 3, maxLength: 6 }), (heights) => {
        const sorted = [...heights].sort((a, b) => a - b);
        const f = curveFunction(sorted.map((y, i) => [i / (sorted.length - 1), y] as const));
        let last = -1;
        for (let k = 0; k <= 60; k++) {
          const y = f(k / 60);
          expect(y).to.be.at.least(last - 1e-9);
          last = y;
        }
      }),
    );
  });
});

describe('paths', () => {
  it('pass through every pen sample and measure their length', () => {
    const circle = Array.from({ length: 37 }, (_, i) => ({
      ...straight(0, 0, 0).points[0],
      x: 100 * Math.cos(i / 5.73),
      y: 100 * Math.sin(i / 5.73),
      t: i,
    }));
    const path = smoothPath(circle);
    expect(path.lengthPx).to.be.closeTo(2 * Math.PI * 100, 3);
    for (const p of circle)
      expect(Math.min(...Array.from(path.x, (x, i) => Math.hypot(x - p.x, path.y[i] - p.y)))).to.be.lessThan(1e-9);
  });
  it('read tilt from upright to flat', () => {
    const tilted = { ...straight(0, 0, 0).points[0], tiltX: 45 };
    expect(smoothPath([tilted]).tilt[0]).to.be.closeTo(0.5, 1e-9);
    expect(smoothPath([{ ...tilted, tiltX: 0 }]).tilt[0]).to.equal(0);
  });
});
