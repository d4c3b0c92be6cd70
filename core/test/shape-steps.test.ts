import { cut, makeRecipe, makeStep } from '@amber-stamp/core/cut';
import type { Picture } from '@amber-stamp/core/raster';
import { expect } from 'chai';
import { cheapestCut, joinAcross } from '../src/cut/seam.ts';
import { expMinus } from '../src/maths/exponential.ts';
import { blur } from '../src/raster/blur.ts';
import { raster } from '../src/raster/raster.ts';
import { after, at, field, LIGHT, sum } from './helpers/fields.ts';

const disc = field(101, 101, (x, y) => (Math.hypot(x - 50, y - 50) <= 30 ? 0.6 : 0));
/** How much a picture prints as it is. */
const inked = (picture: Picture) => sum(cut(picture, makeRecipe([LIGHT])));

describe('shapes', () => {
  it('a region clears what lies outside, inverted what lies inside, with a soft way in between', () => {
    const solid = field(100, 80, () => 1);
    const box = [
      [0.25, 0.25],
      [0.75, 0.75],
    ];
    const made = after(solid, 'region', { outline: box, featherPx: 0 });
    expect([at(made, 50, 40), at(made, 10, 40), at(made, 25, 40), at(made, 24, 40)]).to.deep.equal([1, 0, 1, 0]);
    expect(sum(made)).to.equal(50 * 40);
    expect(sum(after(solid, 'region', { outline: box, featherPx: 0, inverted: true }))).to.equal(8000 - 2000);
    const soft = after(solid, 'region', { outline: box, featherPx: 8 });
    expect(at(soft, 27, 40)).to.be.within(0.05, 0.5);
    const triangle = after(solid, 'region', {
      outline: [
        [0, 0],
        [1, 0],
        [0, 1],
      ],
      featherPx: 0,
    });
    expect(sum(triangle)).to.be.closeTo(4000, 60);
  });
  it('turning by a right angle four times is what was there', () => {
    const odd = field(61, 61, (x, y) => (x > 10 && x < 30 && y > 20 && y < 26 ? 0.7 : 0));
    const quarter = makeStep('place', { angleDeg: 90 });
    const made = cut(odd, makeRecipe([LIGHT, quarter, quarter, quarter, quarter]));
    made.data.forEach((v, i) => expect(v).to.be.closeTo(odd.data[i], 1e-5));
    const once = after(odd, 'place', { angleDeg: 90 });
    expect(at(once, 60 - 23, 20)).to.be.closeTo(0.7, 1e-5); // (20, 23) turned clockwise about the middle
  });
  it('mirroring and moving go where they say', () => {
    const dot = field(50, 40, (x, y) => (x === 10 && y === 5 ? 1 : 0));
    expect(at(after(dot, 'place', { mirrorX: true }), 39, 5)).to.equal(1);
    expect(at(after(dot, 'place', { mirrorY: true }), 10, 34)).to.equal(1);
    expect(at(after(dot, 'place', { moveXPct: 20, moveYPct: 50 }), 20, 25)).to.be.closeTo(1, 1e-6);
  });
  it('turning and scaling leave the point where it is that they are about', () => {
    const dot = field(50, 40, (x, y) => (x === 10 && y === 5 ? 1 : 0));
    const about = { pivotXPct: 21, pivotYPct: 13.75 }; // the middle of that px
    expect(at(after(dot, 'place', { ...about, angleDeg: 90 }), 10, 5)).to.be.closeTo(1, 1e-6);
    expect(at(after(dot, 'place', { ...about, scalePct: 300 }), 10, 5)).to.be.closeTo(1, 1e-6);
    const other = field(50, 40, (x, y) => (x === 14 && y === 5 ? 1 : 0));
    expect(at(after(other, 'place', { ...about, angleDeg: 90 }), 10, 9)).to.be.closeTo(1, 1e-6);
  });
  it('a twirl turns its middle as far as it says, its rim not at all, and takes nothing away', () => {
    const cross = field(121, 121, (x, y) => (Math.abs(x - 60) < 3 && y < 60 ? 1 : 0));
    const made = after(cross, 'twirl', { angleDeg: 90, radiusPct: 50 });
    expect(at(made, 64, 60)).to.be.above(0.9); // up has become right, near the middle
    expect(at(made, 60, 50)).to.be.below(0.1);
    expect(at(made, 60, 0)).to.equal(1);
    expect(sum(made)).to.be.closeTo(inked(cross), 0.02 * inked(cross));
    const back = cut(
      cross,
      makeRecipe([LIGHT, makeStep('twirl', { angleDeg: 90 }), makeStep('twirl', { angleDeg: -90 })]),
    );
    let off = 0;
    back.data.forEach((v, i) => (off += Math.abs(v - cross.data[i])));
    expect(off / inked(cross)).to.be.below(0.2);
  });
  it('a gradient lets it print less from its middle on, and a hard one takes a hole out', () => {
    const flat = field(101, 101, () => 0.8);
    const soft = after(flat, 'gradient', { toXPct: 90, toYPct: 50 });
    expect(at(soft, 50, 50)).to.be.below(0.01);
    expect(at(soft, 70, 50)).to.be.closeTo(0.4, 0.01);
    expect(at(soft, 50, 95)).to.be.closeTo(0.8, 1e-6);
    const hole = after(flat, 'gradient', { softPct: 0, toXPct: 70, toYPct: 50 });
    expect(inked(flat) - sum(hole)).to.be.closeTo(0.8 * Math.PI * 20.2 ** 2, 40);
    expect(at(hole, 50, 40)).to.equal(0);
    expect(at(hole, 50, 75)).to.be.closeTo(0.8, 1e-6);
  });
  it('a gradient along a line prints more or instead; denser leaves empty what is empty', () => {
    const line = { shape: 'linear', fromXPct: 0, fromYPct: 50, toXPct: 100, toYPct: 50, fromPct: 0, toPct: 100 };
    const half = field(100, 10, (_, y) => (y < 5 ? 0.5 : 0));
    const [more, denser, instead] = ['more', 'denser', 'instead'].map((effect) =>
      after(half, 'gradient', { ...line, effect }),
    );
    expect(at(more, 50, 2)).to.be.closeTo(0.75, 0.02);
    expect(at(more, 50, 8)).to.be.closeTo(0.5, 0.02);
    expect(at(denser, 50, 2)).to.be.closeTo(2 / 3, 0.02);
    expect(at(denser, 99, 8)).to.equal(0);
    expect(at(instead, 50, 2)).to.be.closeTo(at(instead, 50, 8), 1e-9);
    expect(at(instead, 0, 2)).to.be.below(0.01);
  });
  it('blur keeps what prints and spreads it by its standard deviation', () => {
    for (const sigma of [1.2, 4]) {
      const dot = raster(81, 81);
      dot.data[40 * 81 + 40] = 1;
      const made = blur(dot, sigma);
      expect(sum(made)).to.be.closeTo(1, 1e-4);
      let spread = 0;
      made.data.forEach((v, i) => (spread += v * ((i % 81) - 40) ** 2));
      expect(Math.sqrt(spread)).to.be.closeTo(sigma, 0.12 * sigma);
    }
    for (const x of [0, 0.1, 1, 5]) expect(expMinus(x)).to.be.closeTo(Math.exp(-x), 1e-7);
  });
  it('smear draws out in one direction only', () => {
    const dot = field(81, 81, (x, y) => (x === 40 && y === 40 ? 1 : 0));
    const made = after(dot, 'smear', { angleDeg: 0, lengthPct: 20 });
    expect(sum(made)).to.be.closeTo(1, 1e-4);
    expect(at(made, 46, 40)).to.be.greaterThan(0.03);
    expect(at(made, 40, 42)).to.equal(0);
    const oneSided = after(dot, 'smear', { angleDeg: 0, lengthPct: 20, oneSidedPct: 100 });
    expect([at(oneSided, 50, 40) > 0.03, at(oneSided, 34, 40)]).to.deep.equal([true, 0]);
  });
  it('one pin moves everything, and pins that stay hold everything', () => {
    const made = after(disc, 'warp', { pins: [[0.5, 0.5, 0.1, 0]] });
    expect(at(made, 88, 50)).to.be.greaterThan(0.5);
    const held = after(disc, 'warp', {
      pins: [
        [0.2, 0.2, 0, 0],
        [0.8, 0.8, 0, 0],
      ],
    });
    expect(held.data).to.deep.equal(cut(disc, makeRecipe([LIGHT])).data);
    const pulled = after(disc, 'warp', {
      pins: [
        [0.2, 0.5, 0, 0],
        [0.5, 0.2, 0, 0],
        [0.5, 0.8, 0, 0],
        [0.79, 0.5, 0.12, 0],
      ],
    });
    expect(at(pulled, 87, 50)).to.be.greaterThan(0.4);
    expect(at(pulled, 22, 50)).to.be.greaterThan(0.4);
  });
  it('a wave is the same for the same seed, another for another, and nothing without amount', () => {
    const wave = (values: Parameters<typeof makeStep>[1]) => after(disc, 'wave', values).data;
    expect(wave({ seed: 3 })).to.deep.equal(wave({ seed: 3 }));
    expect(wave({ seed: 3 })).not.to.deep.equal(wave({ seed: 4 }));
    expect(wave({ amountPct: 0 })).to.deep.equal(cut(disc, makeRecipe([LIGHT])).data);
  });
  it('a tile meets itself: across the joint values differ no more than beside it', () => {
    const ground = field(
      160,
      120,
      (x, y) => 0.5 + 0.25 * Math.sin(x / 9 + Math.sin(y / 14)) + 0.2 * Math.cos(y / 11 + x / 40),
    );
    const made = after(ground, 'tile', { overlapPct: 25 });
    expect([made.width, made.height]).to.deep.equal([120, 90]);
    let joint = 0;
    let beside = 0;
    for (let y = 0; y < made.height; y++) {
      joint += Math.abs(at(made, made.width - 1, y) - at(made, 0, y));
      beside += Math.abs(at(made, 60, y) - at(made, 61, y));
    }
    expect(joint / made.height).to.be.lessThan(0.05 + (2 * beside) / made.height);
    const plain = Math.abs(ground.data[159] - ground.data[0]);
    expect(joint / made.height).to.be.lessThan(plain);
  });
  it('a joint runs along the cheapest way', () => {
    const costs = new Float32Array([9, 1, 9, 9, 9, 1, 9, 1, 9]);
    expect([...cheapestCut(costs, 3, 3)]).to.deep.equal([1, 2, 1]);
    expect(joinAcross({ width: 8, height: 1, data: new Float32Array([0, 1, 2, 3, 4, 5, 0, 1]) }, 2).width).to.equal(6);
  });
});
