import { cut, defaultsOf, makeRecipe, makeStep, NO_OTHERS, STEPS } from '@amber-stamp/core/cut';
import type { Picture } from '@amber-stamp/core/raster';
import { expect } from 'chai';
import { okLab } from '../src/maths/colour.ts';
import { smoothGround, surfaceAt } from '../src/raster/surface.ts';
import { after, at, field, LIGHT } from './helpers/fields.ts';

const disc = field(101, 101, (x, y) => (Math.hypot(x - 50, y - 50) <= 30 ? 0.6 : 0));
const slope = field(80, 60, (x) => x / 79);

/** Settings under which steps that usually change nothing do. */
const HARD_AT_WORK: Readonly<Record<string, object>> = {
  tone: { contrastPct: 40 },
  twirl: { angleDeg: 90 },
  overlay: { source: 'other' },
  levels: { automatic: false, low: 0.2, high: 0.8, middle: 0.4 },
  place: { angleDeg: 17 },
  fit: { resolutionPx: 64 },
};

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
  const gray = cut(picture, makeRecipe([LIGHT]));
  for (const step of STEPS.filter(({ relief }) => !relief))
    it(`${step.label}: writes every value, so that rasters of other steps can be written into again`, () => {
      const source = { ...picture, data: picture.data.map((v) => 1 - v) };
      const others = { ...NO_OTHERS, sources: new Map([['other', source]]) };
      const values = { ...defaultsOf(step), ...HARD_AT_WORK[step.name], step: step.name };
      const used = ({ width, height }: { width: number; height: number }) => ({
        ...{ width, height },
        data: new Float32Array(width * height).fill(0.7),
      });
      const anew = step.run(gray, values, { picture, others });
      const again = step.run(gray, values, { picture, others, fresh: used });
      expect(again.raster.data).to.deep.equal(anew.raster.data);
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
  it('tears the outline inwards only, no deeper than asked, and otherwise by another number', () => {
    const round = field(120, 120, (x, y) => (Math.hypot(x - 60, y - 60) < 45 ? 0.8 : 0));
    const torn = (values: object) => after(round, 'tear', { depthPct: 8, softPct: 30, ...values });
    const [one, other] = [torn({ seed: 1 }), torn({ seed: 2 })];
    const lost = one.data.filter((v, i) => v < 0.5 * round.data[i]).length;
    expect(one.data.every((v, i) => v <= round.data[i])).to.equal(true);
    // a ring of 8 % of 120 px, and the softness beyond it, may be eaten; the rest stays to the bit
    expect(at(one, 60 + 45 - 14, 60)).to.be.closeTo(0.8, 1e-6);
    expect(lost).to.be.within(400, 2300);
    expect(one.data.filter((v, i) => Math.abs(v - other.data[i]) > 0.3).length).to.be.greaterThan(200);
    expect(torn({ depthPct: 0 }).data).to.deep.equal(round.data);
  });
});
