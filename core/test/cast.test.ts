import type { CastSettings } from '../src/relief/cast.ts';
import { Cutter, makeRecipe, makeStep } from '@amber-stamp/core/cut';
import { AmberError } from '@amber-stamp/core/errors';
import type { Mesh } from '@amber-stamp/core/raster';
import { castMesh, checkMesh, FRONT, pictureOfMesh, VIEWS, type View } from '@amber-stamp/core/relief';
import { expect } from 'chai';
import { rasterise } from '../src/relief/rasterise.ts';

const settings = (more: Partial<CastSettings> = {}, view: Partial<View> = {}): CastSettings => ({
  view: { ...FRONT, ...view },
  size: 128,
  padPct: 0,
  depth: 1,
  ...more,
});

/** A ball of radius 1 by longitude and latitude. */
function ball(rows = 96): Mesh {
  const columns = 2 * rows;
  const positions: number[] = [];
  for (let i = 0; i <= rows; i++)
    for (let j = 0; j < columns; j++) {
      const [a, b] = [(Math.PI * i) / rows, (2 * Math.PI * j) / columns];
      positions.push(Math.sin(a) * Math.cos(b), Math.cos(a), Math.sin(a) * Math.sin(b));
    }
  const indices: number[] = [];
  for (let i = 0; i < rows; i++)
    for (let j = 0; j < columns; j++) {
      const [p, q] = [i * columns + j, i * columns + ((j + 1) % columns)];
      indices.push(p, q, q + columns, p, q + columns, p + columns);
    }
  return { positions: Float32Array.from(positions), indices: Uint32Array.from(indices) };
}

/** Boxes from x0, y0, z0 to x1, y1, z1. */
function boxes(...all: [number, number, number, number, number, number][]): Mesh {
  const positions: number[] = [];
  const indices: number[] = [];
  const FACES = [
    [0, 2, 3, 1],
    [4, 5, 7, 6],
    [0, 1, 5, 4],
    [2, 6, 7, 3],
    [0, 4, 6, 2],
    [1, 3, 7, 5],
  ];
  for (const [x0, y0, z0, x1, y1, z1] of all) {
    const from = positions.length / 3;
    for (let k = 0; k < 8; k++) positions.push(k & 1 ? x1 : x0, k & 2 ? y1 : y0, k & 4 ? z1 : z0);
    for (const [a, b, c, d] of FACES) indices.push(from + a, from + b, from + c, from + a, from + c, from + d);
  }
  return { positions: Float32Array.from(positions), indices: Uint32Array.from(indices) };
}

describe('a mesh cast to heights', () => {
  it('of a ball is the hemisphere, to a ten-thousandth off the outline', () => {
    const size = 512;
    const { heights, low, high } = castMesh(ball(400), settings({ size }));
    expect(low).to.be.closeTo(0, 1e-12);
    expect(high).to.equal(1);
    let worst = 0;
    for (let y = 0; y < size; y++)
      for (let x = 0; x < size; x++) {
        const [u, v] = [((x + 0.5) / size) * 2 - 1, ((y + 0.5) / size) * 2 - 1];
        const r = Math.hypot(u, v);
        const got = heights.data[y * size + x];
        if (r > 1 + 3 / size) expect(got).to.equal(0);
        if (r < 0.97) worst = Math.max(worst, Math.abs(got - Math.sqrt(1 - r * r)));
      }
    expect(worst).to.be.below(1e-4);
  });

  it('has no crack between triangles, however they lie, and each place belongs to one of two that share an edge', () => {
    // a square cut into a fan around a place that lies on no pixel
    for (let k = 0; k < 20; k++) {
      const [cx, cy] = [20 + 7.31 * k * 0.37, 25 + 3.77 * k * 0.61];
      const rim = Array.from({ length: 24 }, (_, i) => {
        const t = (4 * i) / 24;
        const along = (t % 1) * 64;
        return [
          [along, 0],
          [64, along],
          [64 - along, 64],
          [0, 64 - along],
        ][Math.floor(t)];
      });
      const x = Float64Array.from([cx, ...rim.map((p) => p[0])]);
      const y = Float64Array.from([cy, ...rim.map((p) => p[1])]);
      const indices = Uint32Array.from(rim.flatMap((_, i) => [0, 1 + i, 1 + ((i + 1) % rim.length)]));
      const z = new Float64Array(x.length);
      const { centres } = rasterise({ x, y, z, indices, size: 64 });
      expect([...centres].every((v) => v === 0)).to.equal(true);
      // triangle by triangle: together they hold every pixel once
      const held = new Uint8Array(64 * 64);
      for (let at = 0; at < indices.length; at += 3) {
        const one = rasterise({ x, y, z, indices: indices.slice(at, at + 3), size: 64 });
        one.centres.forEach((v, i) => (held[i] += v === 0 ? 1 : 0));
      }
      expect([...held].every((n) => n === 1)).to.equal(true);
    }
  });

  it('does not depend on the order of triangles or which way their corners run', () => {
    const mesh = ball(24);
    const reversed = { ...mesh, indices: mesh.indices.slice().reverse() };
    const once = castMesh(mesh, settings()).heights.data;
    expect(castMesh(reversed, settings()).heights.data).to.deep.equal(once);
  });

  it('shows each side of an object as it is seen from there', () => {
    // a foot to the right (x), a knob on top (y), a nose to the front (z)
    const mesh = boxes([0, 0, 0, 2, 2, 2], [2, 0, 0, 3, 0.5, 0.5], [0, 2, 0, 0.5, 3, 1], [0, 0, 2, 0.5, 0.8, 3]);
    const size = 96;
    const at = (from: View['from'], up: View['up'], column: number, row: number) => {
      const { heights } = castMesh(mesh, settings({ size }, { from, up }));
      return heights.data[Math.floor(row * size) * size + Math.floor(column * size)];
    };
    // seen from the front: the nose low at the left, the knob above it, the foot at the right below
    expect(at('front', 'y', 0.08, 0.92)).to.equal(1);
    expect(at('front', 'y', 0.08, 0.2)).to.be.within(0.01, 0.4);
    expect(at('front', 'y', 0.92, 0.92)).to.be.within(0, 0.4);
    expect(at('front', 'y', 0.92, 0.2)).to.equal(0);
    // from behind left and right change places, and the nose is hidden
    expect(at('back', 'y', 0.08, 0.92)).to.equal(1);
    expect(at('back', 'y', 0.92, 0.08)).to.equal(1);
    expect(at('back', 'y', 0.08, 0.2)).to.equal(0);
    // from above rows run along z: the nose points down
    expect(at('top', 'y', 0.08, 0.92)).to.be.within(0.01, 0.4);
    expect(at('top', 'y', 0.08, 0.08)).to.equal(1);
    expect(at('top', 'y', 0.92, 0.08)).to.equal(0);
    // standing along z it is seen from above with rows against y
    expect(at('top', 'z', 0.08, 0.92)).to.equal(1);
    expect(at('top', 'z', 0.08, 0.2)).to.be.below(0.4);
    expect(at('front', 'z', 0.08, 0.2)).to.be.within(0.01, 1);
  });

  it('is turned as it is asked: a quarter about the upright axis shows the side', () => {
    const mesh = boxes([0, 0, 0, 2, 1, 1], [0, 1, 0, 0.3, 1.4, 0.2]);
    const side = castMesh(mesh, settings({}, { from: 'left' })).heights.data;
    const turned = castMesh(mesh, settings({}, { from: 'front', yawDeg: 90 })).heights.data;
    let apart = 0;
    for (let i = 0; i < side.length; i++) apart = Math.max(apart, Math.abs(side[i] - turned[i]));
    expect(apart).to.be.below(1e-5);
  });

  it('keeps the nearest share of its heights and spreads it', () => {
    const whole = castMesh(ball(), settings()).heights.data;
    const half = castMesh(ball(), settings({ depth: 0.5 })).heights.data;
    const middle = 64 * 128 + 64;
    expect(half[middle]).to.be.closeTo(whole[middle], 1e-3);
    for (let i = 0; i < whole.length; i++)
      if (whole[i] > 0.5 && i % 7 === 0) expect(half[i]).to.be.closeTo(2 * whole[i] - 1, 0.02);
    expect([...half].filter((v) => v > 0).length).to.be.below([...whole].filter((v) => v > 0.45).length);
  });

  it('prints a flat top fully, not the noise of its numbers', () => {
    const mesh = boxes([0, 0, 0, 1, 1, 1]);
    for (let i = 0; i < mesh.positions.length; i += 3) mesh.positions[i + 2] += 1e-7 * ((i * 7) % 5);
    const { heights } = castMesh(mesh, settings({ size: 64, padPct: 10 }));
    expect(new Set(heights.data)).to.deep.include(1);
    for (const v of heights.data) expect(v === 1 || v < 1.0001).to.equal(true);
    expect(heights.data[32 * 64 + 32]).to.equal(1);
    expect(heights.data[33 * 64 + 20]).to.equal(1);
  });

  it('reaches down to corners that are seen between the centres of pixels, not to one hidden just behind an outline', () => {
    // a plate, and behind its right edge a steep blade whose lowest corner is less than a pixel under the plate
    const positions = Float32Array.from([
      ...[-1, -1, 1, 0.3, -1, 1, 0.3, 1, 1, -1, 1, 1],
      ...[0.302, 0, 0.5, 0.302, 0.2, 0.5, 0.2985, 0.1, -3],
      ...[1, -1, 0.9, 1, 1, 0.9, 0.9, 0, 0.9],
    ]);
    for (const blade of [
      [4, 5, 6],
      [5, 4, 6],
    ]) {
      const indices = Uint32Array.from([0, 1, 2, 0, 2, 3, ...blade, 7, 8, 9]);
      const { low, high } = castMesh({ positions, indices }, settings({ size: 512 }));
      expect(high).to.equal(1);
      expect(low).to.equal(0.5);
    }
  });

  it('is smooth at its outline: a pixel half covered is half as high', () => {
    const { heights } = castMesh(boxes([0, 0, 0, 10.5 / 64, 1, 0.2]), settings({ size: 64 }));
    // the slab is 10.5 px wide and stands in the middle: its sides halve two columns
    const row = [...heights.data.subarray(32 * 64, 33 * 64)];
    const sum = row.reduce((a, b) => a + b, 0);
    expect(sum).to.be.closeTo(10.5, 0.01);
    expect(row.filter((v) => v > 0 && v < 1)).to.have.length(2);
  });

  it('leaves the air that is asked around it, exactly empty', () => {
    const { heights } = castMesh(ball(), settings({ padPct: 20 }));
    for (let y = 0; y < 128; y++)
      for (let x = 0; x < 128; x++)
        if (Math.min(x, y, 127 - x, 127 - y) < 24) expect(heights.data[y * 128 + x]).to.equal(0);
    expect(heights.data[64 * 128 + 30]).to.be.above(0);
  });

  it('tells how much is done, rising to the whole', () => {
    const shares: number[] = [];
    castMesh(ball(), settings(), (share) => shares.push(share));
    shares.forEach((share, i) => expect(share).to.be.at.least(shares[i - 1] ?? 0));
    expect(shares.at(-1)).to.equal(1);
    expect(shares.length).to.be.within(10, 130);
  });

  it('ends at once when whoever is told throws, and a cutter keeps nothing of it', () => {
    const picture = pictureOfMesh(ball());
    let calls = 0;
    let stops = true;
    const cutter = new Cutter(picture, undefined, () => {
      if (stops && ++calls === 3) throw new AmberError('cancelled', 'Enough.');
    });
    const recipe = makeRecipe([makeStep('cast', { sizePx: 64 })]);
    expect(() => cutter.run(recipe)).to.throw('Enough.');
    expect(calls).to.equal(3);
    stops = false;
    expect(cutter.run(recipe)[0].raster.width).to.equal(64);
  });

  it('is refused where there is nothing to cast, or its numbers are none', () => {
    const mesh = boxes([0, 0, 0, 1, 1, 1]);
    const check = (bad: Partial<Mesh>) => () => checkMesh({ ...mesh, ...bad }, 'm.obj');
    expect(check({ indices: new Uint32Array(0) })).to.throw('m.obj has no faces');
    expect(check({ indices: Uint32Array.from([0, 1, 8]) })).to.throw('names corner 8, but there are only 8');
    expect(check({ positions: mesh.positions.map((v, i) => (i === 5 ? NaN : v)) })).to.throw('corner 1');
    expect(check({})).not.to.throw();
    const edge = { positions: new Float32Array(9), indices: Uint32Array.from([0, 1, 2]) };
    for (const from of VIEWS)
      expect(() => castMesh(edge, settings({}, { from }))).to.throw('Nothing of the mesh is seen');
  });
});
