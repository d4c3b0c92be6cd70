import { cut, defaultsOf, makeRecipe, makeStep, NO_OTHERS, STEPS } from '@amber-stamp/core/cut';
import type { Picture } from '@amber-stamp/core/raster';
import { expect } from 'chai';
import { okLab } from '../src/maths/colour.ts';
import { cheapestCut, joinAcross } from '../src/cut/seam.ts';
import { expMinus } from '../src/maths/exponential.ts';
import { blur } from '../src/raster/blur.ts';
import { raster } from '../src/raster/raster.ts';
import { smoothGround, surfaceAt } from '../src/raster/surface.ts';
import { after, at, field, LIGHT, sum } from './helpers/fields.ts';

const disc = field(101, 101, (x, y) => (Math.hypot(x - 50, y - 50) <= 30 ? 0.6 : 0));
const slope = field(80, 60, (x) => x / 79);

describe('every step', () => {
  const picture = field(64, 48, (x, y) => Math.max(0, Math.sin(x / 7) * Math.cos(y / 5)));
  const moves: Picture = {
    width: 32,
    height: 32,
    channels: 3,
    data: Float32Array.from({ length: 32 * 32 * 3 }, (_, i) => Math.sin(i * 0.7) * 0.03),
  };
  for (const step of STEPS)
    it(`${step.label}: gives finite values${step.relief ? '' : ' in 0..1'} with its usual settings and at both ends of every number`, () => {
      const tried = [defaultsOf(step)];
      for (const [name, param] of Object.entries(step.params))
        if (param.kind === 'number')
          for (const end of [param.min, param.max]) tried.push({ ...defaultsOf(step), [name]: end });
      for (const values of tried) {
        const small = step.name === 'fit' ? { ...values, resolutionPx: 64 } : values;
        const { raster: made } = step.run(
          cut(picture, makeRecipe([LIGHT])),
          { ...small, step: step.name },
          { picture: step.name === 'displacement' ? moves : picture, others: NO_OTHERS },
        );
        // heights may lie below the base plane and above 1
        expect(made.data.every((v) => Number.isFinite(v) && (step.relief || (v >= -1e-6 && v <= 1 + 1e-6)))).to.equal(
          true,
        );
        expect(made.data).to.have.length(made.width * made.height);
      }
    });
});

describe('tones', () => {
  it('leave every value as it is with a straight curve, and follow a bent one', () => {
    expect(after(slope, 'tone').data).to.deep.equal(slope.data);
    const bent = after(slope, 'tone', {
      curve: [
        [0, 0],
        [0.5, 0.9],
        [1, 1],
      ],
    });
    expect(at(bent, 0, 0)).to.equal(0);
    expect(at(bent, 79, 0)).to.equal(1);
    expect(at(bent, 40, 0)).to.be.within(0.88, 0.93);
  });
  it('turn about the middle with contrast and rise with brightness', () => {
    const flat = (v: number) => field(4, 4, () => v);
    expect(at(after(flat(0.5), 'tone', { contrastPct: 70 }), 0, 0)).to.equal(0.5);
    expect(at(after(flat(0.6), 'tone', { contrastPct: 100 }), 0, 0)).to.be.closeTo(0.9, 1e-6);
    expect(at(after(flat(0.2), 'tone', { contrastPct: -100 }), 0, 0)).to.equal(0.5);
    expect(at(after(flat(0.2), 'tone', { brightnessPct: 30 }), 0, 0)).to.be.closeTo(0.5, 1e-6);
  });
  it('crush makes the inside solid and leaves the edge and the outside', () => {
    const made = after(disc, 'crush', { depthPct: 10 });
    expect(at(made, 50, 50)).to.equal(1);
    expect(at(made, 80, 50)).to.be.closeTo(0.6, 1e-6);
    expect(at(made, 50, 5)).to.equal(0);
  });
  it('shift takes the ground to nothing and leaves what printed fully', () => {
    const made = after(slope, 'shift', { shiftPct: 20 });
    expect(at(made, 15, 0)).to.equal(0);
    expect(at(made, 79, 0)).to.equal(1);
    expect(at(made, 47, 0)).to.be.closeTo((47 / 79 - 0.2) / 0.8, 1e-6);
  });
  it('one colour prints the more, the nearer it is', () => {
    const two: Picture = {
      width: 3,
      height: 1,
      channels: 3,
      data: new Uint8Array([200, 40, 30, 190, 50, 40, 20, 60, 200]),
    };
    const made = cut(two, makeRecipe([makeStep('gray', { prints: 'colour', colour: '#c8281e' })]));
    expect(at(made, 0, 0)).to.equal(1);
    expect(at(made, 1, 0)).to.be.within(0.7, 0.98);
    expect(at(made, 2, 0)).to.equal(0);
  });
  it('measure colours as OKLab does', () => {
    const lab = new Float64Array(3);
    const right: [number[], number[]][] = [
      [
        [1, 1, 1],
        [1, 0, 0],
      ],
      [
        [1, 0, 0],
        [0.62796, 0.22486, 0.12585],
      ],
      [
        [0, 1, 0],
        [0.86644, -0.23389, 0.1795],
      ],
      [
        [0, 0, 1],
        [0.45201, -0.03246, -0.31153],
      ],
      [
        [0.5, 0.5, 0.5],
        [0.59818, 0, 0],
      ],
    ];
    for (const [[r, g, b], wanted] of right) {
      okLab(r, g, b, lab);
      wanted.forEach((v, i) => expect(lab[i]).to.be.closeTo(v, 2e-4));
    }
  });
});

describe('cleaning', () => {
  it('even light takes out a slope of the ground and leaves the marks', () => {
    const lit = field(200, 150, (x, y) => (Math.hypot(x - 100, y - 75) < 12 ? 0.9 : 0.1 + 0.4 * (x / 199)));
    for (const ground of ['local', 'smooth']) {
      const made = after(lit, 'light', { ground });
      expect(at(made, 190, 20), ground).to.be.lessThan(0.03);
      expect(at(made, 10, 140), ground).to.be.lessThan(0.03);
      expect(at(made, 100, 75), ground).to.be.greaterThan(0.7);
    }
  });
  it('finds a smooth ground under marks that cover half the picture', () => {
    const { surface, range } = smoothGround(
      cut(
        field(120, 120, (x, y) => (Math.hypot(x - 60, y - 60) < 45 ? 0.9 : 0.2 + 0.2 * (x / 119))),
        makeRecipe([LIGHT]),
      ),
    );
    expect(surfaceAt(surface, -1, 0)).to.be.closeTo(0.2, 0.02);
    expect(surfaceAt(surface, 1, 0)).to.be.closeTo(0.4, 0.02);
    expect(range).to.be.closeTo(0.2, 0.04);
  });
  it('closes holes up to an area and leaves larger ones', () => {
    const holed = field(100, 100, (x, y) => {
      if (Math.hypot(x - 50, y - 50) > 40) return 0;
      return Math.hypot(x - 40, y - 50) < 3 || Math.hypot(x - 65, y - 50) < 9 ? 0 : 0.8;
    });
    const made = after(holed, 'specks', { areaPx: 1, holesPx: 60 });
    expect(at(made, 40, 50)).to.be.closeTo(0.8, 1e-6);
    expect(at(made, 65, 50)).to.equal(0);
  });
  it('fills a pale line that runs through the mark and brings down a strong one', () => {
    const cutBy = field(100, 100, (x) => (x < 20 || x > 80 ? 0 : x === 40 ? 0.1 : x === 60 ? 1 : 0.5));
    const both = after(cutBy, 'lines', { widthPct: 3 });
    expect(at(both, 40, 50)).to.be.greaterThan(0.4);
    expect(at(both, 60, 50)).to.be.lessThan(0.65);
    expect(at(after(cutBy, 'lines', { widthPct: 3, which: 'pale' }), 60, 50)).to.equal(1);
  });
  it('makes a spike of the outline fainter and leaves the body', () => {
    const spiked = field(120, 120, (x, y) =>
      Math.hypot(x - 60, y - 60) < 30 || (Math.abs(y - 60) < 2 && x >= 60 && x < 110) ? 1 : 0,
    );
    const made = after(spiked, 'soften', { radiusPct: 5, amountPct: 80 });
    expect(at(made, 102, 60)).to.be.lessThan(0.5);
    expect(at(made, 60, 60)).to.equal(1);
    expect(at(made, 45, 45)).to.be.closeTo(1, 1e-6);
  });
});

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
