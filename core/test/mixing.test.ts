import { cut, cutAll, makeRecipe, makeStep, NO_OTHERS } from '@amber-stamp/core/cut';
import { parseBrush } from '@amber-stamp/core/model';
import { expect } from 'chai';
import { BLEND_FUNCTIONS, type BlendMode } from '../src/maths/blend-modes.ts';
import { distanceTo } from '../src/raster/distance.ts';
import { closed, dilate, erode, opened } from '../src/raster/morph.ts';
import { after, at, field, LIGHT } from './helpers/fields.ts';

describe('mixing', () => {
  it('meets by the modes of the compositing standard', () => {
    const right: Record<string, [number, number, number][]> = {
      multiply: [
        [0.5, 0.5, 0.25],
        [1, 0.3, 0.3],
        [0, 1, 0],
      ],
      screen: [
        [0.5, 0.5, 0.75],
        [0, 0.3, 0.3],
        [1, 0.2, 1],
      ],
      overlay: [
        [0.25, 0.5, 0.25],
        [0.75, 0.5, 0.75],
        [0.5, 1, 1],
      ],
      'color-dodge': [
        [0, 1, 0],
        [0.25, 0.5, 0.5],
        [0.5, 1, 1],
      ],
      'color-burn': [
        [1, 0, 1],
        [0.75, 0.5, 0.5],
        [0.5, 0, 0],
      ],
      'hard-light': [
        [0.5, 0.25, 0.25],
        [0.5, 0.75, 0.75],
        [1, 0.5, 1],
      ],
      'soft-light': [
        [0.5, 0.5, 0.5],
        [0.25, 1, 0.5],
        [0.49, 0, 0.2401],
      ],
      difference: [
        [0.8, 0.3, 0.5],
        [0.3, 0.8, 0.5],
        [0.4, 0.4, 0],
      ],
      exclusion: [
        [0.5, 0.5, 0.5],
        [1, 1, 0],
        [0, 0.3, 0.3],
      ],
      add: [
        [0.7, 0.7, 1],
        [0.2, 0.3, 0.5],
        [0, 0, 0],
      ],
      subtract: [
        [0.7, 0.2, 0.5],
        [0.2, 0.7, 0],
        [1, 0, 1],
      ],
    };
    for (const [mode, cases] of Object.entries(right))
      for (const [a, b, wanted] of cases)
        expect(BLEND_FUNCTIONS[mode as BlendMode](a, b), `${mode} of ${a} and ${b}`).to.be.closeTo(wanted, 1e-9);
  });
  it('lays another source over, and does nothing while it is not here', () => {
    const step = makeStep('overlay', { source: 'other', prints: 'light', meet: 'multiply' });
    const base = field(40, 40, () => 0.8);
    const recipe = makeRecipe([LIGHT, step]);
    const other = field(40, 40, (x) => (x < 20 ? 0.5 : 0));
    const made = cut(base, recipe, { ...NO_OTHERS, sources: new Map([['other', other]]) });
    expect([at(made, 5, 5), at(made, 35, 5)].map((v) => Math.round(v * 1000))).to.deep.equal([400, 0]);
    const { raster: bare, outcomes } = cutAll(base, recipe);
    expect(at(bare, 5, 5)).to.be.closeTo(0.8, 1e-6);
    expect(outcomes[1].facts.missing).to.equal('not here');
  });
  it('merges with the mirror image so that both halves are alike', () => {
    const made = after(
      field(31, 21, (x, y) => (x * 3 + y) / 130),
      'mirror',
      { axis: 'both', wins: 'stronger' },
    );
    for (let y = 0; y < 21; y++) for (let x = 0; x < 31; x++) expect(at(made, x, y)).to.equal(at(made, 30 - x, 20 - y));
  });
  it('painting by hand takes out and puts in along the stroke, and nowhere else', () => {
    const solid = field(100, 100, () => 0.5);
    const marks = [
      [0, 0.05, 0, 0.2, 0.5, 1, 0.8, 0.5, 1],
      [1, 0.04, 0, 0.5, 0.1, 1],
    ];
    const made = after(solid, 'retouch', { marks });
    expect([at(made, 20, 50), at(made, 50, 50), at(made, 80, 50)]).to.deep.equal([0, 0, 0]);
    expect(at(made, 50, 10)).to.equal(1);
    expect(at(made, 50, 80)).to.equal(0.5);
    expect(at(made, 90, 50)).to.equal(0.5);
  });
  it('retouch paints with a kept brush: its tip, its spacing and its own chance in each stroke', () => {
    const square = { width: 16, height: 16, data: new Uint16Array(256).fill(65535) };
    const tip = {
      format: 'amber-stamp/brush',
      version: 1,
      coats: [
        {
          deck: { cards: [{ plate: 'square.png' }] },
          properties: { spacing: { rest: 300 }, across: { low: -100, high: 100, drivers: [{ by: 'chance' }] } },
        },
      ],
    };
    const brushes = new Map([['b', { brush: parseBrush(tip), plates: new Map([['square.png', square]]) }]]);
    const stroke = (goal: number) => [goal, 0.05, 0, 0.1, 0.5, 1, 0.9, 0.5, 1];
    const base = field(100, 100, () => 0.5);
    const recipe = (marks: number[][]) => makeRecipe([LIGHT, makeStep('retouch', { brush: 'b', marks })]);
    const painted = (marks: number[][]) => cut(base, recipe(marks), { ...NO_OTHERS, brushes });
    const one = painted([stroke(1)]);
    const inked = one.data.filter((v) => v > 0.95).length;
    // three dabs of 10 px, 30 px apart, square and solid
    expect(inked).to.be.within(3 * 64, 3 * 121);
    expect(painted([stroke(0)]).data.filter((v) => v < 0.05).length).to.equal(inked);
    expect(painted([stroke(1), stroke(1)]).data.filter((v) => v > 0.95).length).to.be.greaterThan(inked * 1.2);
    // an upper coat of the brush masks the paint as it masks a stroke
    const upper = { deck: tip.coats[0].deck, join: 'mask', properties: { size: { rest: 30 }, spacing: { rest: 900 } } };
    const both = parseBrush({ ...tip, coats: [...tip.coats, upper] });
    brushes.set('b', { brush: both, plates: new Map([['square.png', square]]) });
    expect(painted([stroke(1)]).data.filter((v) => v > 0.95).length).to.be.within(1, inked / 2);
    const { raster: without, outcomes } = cutAll(base, recipe([stroke(1)]));
    expect(without.data.every((v) => Math.abs(v - 0.5) < 1e-6)).to.equal(true);
    expect(outcomes[1].facts.missing).to.equal('brush');
  });
});

describe('measures under the steps', () => {
  it('distances are those of Euclid, checked against every pair', () => {
    const set = new Uint8Array(30 * 20);
    for (const k of [35, 211, 590]) set[k] = 1;
    const found = distanceTo(set, 30, 20);
    for (let i = 0; i < set.length; i++) {
      const right = Math.min(
        ...[35, 211, 590].map((k) => Math.hypot((i % 30) - (k % 30), Math.floor(i / 30) - Math.floor(k / 30))),
      );
      expect(found[i]).to.be.closeTo(right, 1e-4);
    }
  });
  it('running extremes are those of every window', () => {
    const source = cut(
      field(37, 23, (x, y) => ((x * 17 + y * 31) % 29) / 29),
      makeRecipe([LIGHT]),
    );
    for (const r of [1, 3, 8]) {
      const made = dilate(source, r);
      for (let y = 0; y < 23; y++)
        for (let x = 0; x < 37; x++) {
          let most = 0;
          for (let j = Math.max(0, y - r); j <= Math.min(22, y + r); j++)
            for (let i = Math.max(0, x - r); i <= Math.min(36, x + r); i++) most = Math.max(most, at(source, i, j));
          expect(at(made, x, y)).to.equal(most);
        }
      source.data.forEach((v, i) => {
        expect(erode(source, 1).data[i]).to.be.at.most(v);
      });
    }
    expect(opened(source, 2).data.every((v, i) => v <= source.data[i])).to.equal(true);
    expect(closed(source, 2).data.every((v, i) => v >= source.data[i])).to.equal(true);
  });
});
