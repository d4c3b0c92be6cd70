import {
  boxOfMesh,
  gridNormals,
  latticeIndex,
  linesFor,
  makeSurface,
  press,
  shapedByLattice,
  solidMesh,
  SOLIDS,
  SURFACES,
  type Press,
} from '@amber-stamp/core/relief';
import { expect } from 'chai';
import { raster } from '../src/raster/raster.ts';

describe('a surface to press on', () => {
  const one = (more: Partial<Press> = {}): Press => ({
    on: 'plane',
    at: [0, 0, 0],
    up: [0, 1, 0],
    size: 0.8,
    depthPct: 25,
    edge: 'constant',
    card: 0,
    stroke: 0,
    ...more,
  });
  const full = { heights: { width: 8, height: 8, data: new Float32Array(64).fill(1) } };
  it('has its lines closer where dabs lie, and no corner of it lies elsewhere than on it', () => {
    for (const name of SURFACES) {
      const even = makeSurface(name, 121);
      const k = 3 * (60 * 121 + 60);
      const at = [even.positions[k], even.positions[k + 1], even.positions[k + 2]] as const;
      const fine = makeSurface(name, 121, linesFor(name, [{ at, size: 0.3 }], 121));
      /** Corners that lie within the dab. */
      const within = ({ positions: p }: typeof even) => {
        let count = 0;
        for (let i = 0; i < p.length; i += 3)
          if (Math.hypot(p[i] - at[0], p[i + 1] - at[1], p[i + 2] - at[2]) < 0.15) count++;
        return count;
      };
      expect(within(fine), name).to.be.greaterThan(4 * within(even));
      for (let i = 0; i < fine.positions.length; i += 3 * 57) {
        const [x, y, z] = fine.positions.subarray(i, i + 3);
        if (name === 'plane') expect(z).to.equal(0);
        if (name === 'sphere') expect(Math.hypot(x, y, z)).to.be.closeTo(1, 0.01);
        if (name === 'cylinder') expect(Math.hypot(x, z)).to.be.closeTo(0.62, 1e-5);
      }
      const { u, v } = linesFor(name, [{ at, size: 0.3 }], 121);
      for (const lines of [u, v]) {
        expect([lines[0], lines[120]]).to.deep.equal([0, 1]);
        for (let i = 1; i < 121; i++) expect(lines[i]).to.be.greaterThan(lines[i - 1]);
      }
    }
  });

  it('moves no line for a small move of the hand, and has even lines without dabs', () => {
    const at = [0.31, 0.2, 0] as const;
    const near = [0.312, 0.2, 0] as const;
    expect(linesFor('plane', [{ at, size: 0.3 }], 60)).to.deep.equal(linesFor('plane', [{ at: near, size: 0.3 }], 60));
    const { u } = linesFor('plane', [], 60);
    u.forEach((line, i) => expect(line).to.be.closeTo(i / 59, 1e-12));
  });

  it('has directions of one length that look away from its middle', () => {
    for (const name of SURFACES) {
      const { positions: p, normals: n } = makeSurface(name, 40);
      for (let i = 0; i < n.length; i += 3) {
        expect(Math.hypot(n[i], n[i + 1], n[i + 2])).to.be.closeTo(1, 1e-5);
        if (name === 'plane') expect(n[i + 2]).to.equal(1);
        else expect(n[i] * p[i] + n[i + 2] * p[i + 2], name).to.be.greaterThan(-1e-3);
      }
    }
  });
  it('stands as high as the tip, the depth and the size say, up or into it', () => {
    const plane = makeSurface('plane', 60);
    for (const depthPct of [25, -50]) {
      const target = plane.positions.slice();
      press(plane, target, one({ depthPct }), full);
      const middle = 3 * (30 * 60 + 30);
      expect(target[middle + 2]).to.be.closeTo((0.8 * depthPct) / 100, 1e-6);
      expect(target[2]).to.equal(0);
    }
  });
  it('spreads a steep edge over the corners that there are, so that it does not stand as teeth', () => {
    const plane = makeSurface('plane', 80);
    const side = 512;
    const data = Float32Array.from({ length: side * side }, (_, i) =>
      Math.hypot((i % side) - 256, Math.floor(i / side) - 256) < 180 ? 1 : 0,
    );
    const target = plane.positions.slice();
    press(plane, target, one({ depthPct: 20, size: 0.5 }), { heights: { width: side, height: side, data } });
    const heights = target.filter((_, i) => i % 3 === 2);
    const highest = Math.max(...heights);
    expect(highest).to.be.closeTo(0.1, 1e-6);
    const between = heights.filter((v) => v > 0.1 * highest && v < 0.9 * highest).length;
    // a circle of so many corners around: each is met by a slope
    expect(between).to.be.greaterThan((2 * Math.PI * 180 * 20) / 512);
  });
  it('exchanges left and right of a tip that is mirrored', () => {
    const plane = makeSurface('plane', 60);
    const half = { heights: { width: 8, height: 8, data: full.heights.data.map((v, i) => (i % 8 < 4 ? v : 0)) } };
    const raised = (mirrored: boolean | undefined) => {
      const target = plane.positions.slice();
      press(plane, target, one({ mirrored }), half);
      const row = 3 * 30 * 60 + 2;
      return [target[row + 3 * 24] > 0.01, target[row + 3 * 36] > 0.01];
    };
    expect(raised(undefined)).to.deep.equal([true, false]);
    expect(raised(true)).to.deep.equal([false, true]);
  });
  it('takes the farthest of overlapping dabs of one stroke, and adds those of another', () => {
    const plane = makeSurface('plane', 60);
    const target = plane.positions.slice();
    const stroke = () => new Float32Array(target.length);
    const middle = 3 * (30 * 60 + 30) + 2;
    const first = stroke();
    press(plane, target, one({ depthPct: 10 }), full, first);
    press(plane, target, one({ depthPct: 25 }), full, first);
    press(plane, target, one({ depthPct: 20, at: [0.1, 0, 0] }), full, first);
    expect(target[middle]).to.be.closeTo(0.2, 1e-6);
    press(plane, target, one({ depthPct: -5 }), full, stroke());
    expect(target[middle]).to.be.closeTo(0.16, 1e-6);
    press(plane, target, one({ depthPct: 25 }), full);
    expect(target[middle]).to.be.closeTo(0.36, 1e-6);
  });
  it('runs out towards the rim of a soft press', () => {
    const plane = makeSurface('plane', 60);
    const target = plane.positions.slice();
    press(plane, target, one({ edge: 'soft' }), full);
    expect(target[3 * (30 * 60 + 30) + 2]).to.be.closeTo(0.2, 1e-6);
    expect(target[3 * (30 * 60 + 30 + 12) + 2]).to.be.lessThan(0.02);
  });
  it('is turned as the press says: the top of the tip points that way', () => {
    const half = raster(16, 16);
    half.data.fill(1, 0, 8 * 16);
    const plane = makeSurface('plane', 60);
    const raisedAt = (up: Press['up'], column: number, row: number) => {
      const target = plane.positions.slice();
      press(plane, target, one({ up }), { heights: half });
      return target[3 * (row * 60 + column) + 2];
    };
    expect(raisedAt([0, 1, 0], 30, 24)).to.be.greaterThan(0.1);
    expect(raisedAt([0, 1, 0], 30, 36)).to.equal(0);
    expect(raisedAt([1, 0, 0], 36, 30)).to.be.greaterThan(0.1);
    expect(raisedAt([1, 0, 0], 24, 30)).to.equal(0);
  });
  it('is moved only at the side that is pressed, away from the body', () => {
    const ball = makeSurface('sphere', 60);
    const target = ball.positions.slice();
    press(ball, target, one({ on: 'sphere', at: [0, 0, 1] }), full);
    let front = 0;
    let back = 0;
    for (let i = 0; i < target.length; i += 3) {
      const far = Math.hypot(target[i], target[i + 1], target[i + 2]);
      if (ball.positions[i + 2] > 0.95) front = Math.max(front, far);
      if (ball.positions[i + 2] < 0) back = Math.max(back, far);
    }
    expect(front).to.be.closeTo(1.2, 0.01);
    expect(back).to.be.closeTo(1, 1e-3);
  });
  it('hangs over where the tip does', () => {
    const plane = makeSurface('plane', 60);
    const target = plane.positions.slice();
    const across = { width: 8, height: 8, data: new Float32Array(64).fill(0.4) };
    press(plane, target, one({ depthPct: 100 }), { ...full, across, upwards: raster(8, 8) });
    const middle = 3 * (30 * 60 + 30);
    expect(target[middle] - plane.positions[middle]).to.be.closeTo(0.32, 1e-5);
    expect(gridNormals({ ...plane, positions: target })).to.have.length(target.length);
  });
});

describe('a lattice', () => {
  it('without moves leaves a mesh alone, and moved as a whole carries it along', () => {
    const ball = solidMesh('ball');
    expect(shapedByLattice(ball, 3, [])).to.equal(ball);
    const all = Array.from({ length: 27 }, (_, i) => [i, 0.5, 0, 0]);
    const moved = shapedByLattice(ball, 3, all).positions;
    const { low, high } = boxOfMesh(ball);
    const half = (high[0] - low[0]) / 2;
    moved.forEach((v, i) => expect(v).to.be.closeTo(ball.positions[i] + (i % 3 === 0 ? half : 0), 1e-5));
  });
  it('carries a corner of a cube wholly and its opposite not at all', () => {
    const cube = solidMesh('cube');
    const bent = shapedByLattice(cube, 4, [[latticeIndex(4, 3, 3, 3), 0.25, 0.25, 0.25]]).positions;
    const cornerMoves: number[] = [];
    for (let i = 0; i < bent.length; i += 3) {
      const [x, y, z] = cube.positions.slice(i, i + 3);
      if (Math.min(x, y, z) > 0.79) cornerMoves.push(bent[i] - x);
      if (Math.max(x, y, z) < -0.79) expect(bent[i]).to.be.closeTo(x, 1e-6);
    }
    expect(cornerMoves).to.have.length(3);
    for (const by of cornerMoves) expect(by).to.be.closeTo(0.4, 1e-5);
  });
  it('has solids to begin with that lie about the middle and are closed', () => {
    for (const name of SOLIDS) {
      const { positions, indices } = solidMesh(name);
      let sum = 0;
      for (const v of positions) {
        expect(Math.abs(v)).to.be.at.most(1.13);
        sum += v;
      }
      expect(Math.abs(sum / positions.length), name).to.be.lessThan(0.12);
      expect(Math.max(...indices)).to.equal(positions.length / 3 - 1);
    }
  });
});
