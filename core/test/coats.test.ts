import { InkEngine, printSheetWords } from '@amber-stamp/core/ink';
import { parseBrush, type Brush } from '@amber-stamp/core/model';
import { dabsOf } from '@amber-stamp/core/vary';
import { expect } from 'chai';
import { fromLch, toLch } from '../src/maths/colour.ts';
import { bristleTip, sheetOf, solidPlate, straight, stripedPlate } from './helpers/make.ts';

type Loose = Record<string, unknown>;
const SIDE = 300;
const soft = bristleTip(64);
const solid = solidPlate(32);
const stripes = stripedPlate(16);
const plates = new Map([
  ['tip', soft],
  ['solid', solid],
  ['stripes', stripes],
]);
const coatOf = (plate: string, properties: Loose, more: Loose = {}): Loose => ({
  deck: { cards: [{ plate }] },
  properties,
  ...more,
});
const brushOf = (coats: Loose[], more: Loose = {}): Brush =>
  parseBrush({ format: 'amber-stamp/brush', version: 1, seed: 11, coats, ...more });

/** r, g, b, a of every pixel at 16 bit, drawn on nothing; the way runs straight across unless said otherwise. */
function drawn(brush: Brush, ...strokes: ReturnType<typeof straight>[]): Uint16Array {
  const sheet = sheetOf(SIDE, SIDE, ...(strokes.length > 0 ? strokes : [straight(40, 260, 150)]));
  return printSheetWords(new InkEngine(), { brush, plates }, sheet, 'none');
}
const alphas = (brush: Brush, ...strokes: ReturnType<typeof straight>[]): Float64Array => {
  const words = drawn(brush, ...strokes);
  return Float64Array.from({ length: SIDE * SIDE }, (_, i) => words[4 * i + 3] / 65535);
};
const sum = (values: Float64Array): number => values.reduce((a, b) => a + b, 0);

describe('how dabs meet', () => {
  const half = (meet: string, flow = 50) =>
    alphas(brushOf([coatOf('solid', { size: { rest: 40 }, spacing: { rest: 25 }, flow: { rest: flow } }, { meet })]));
  const middle = (a: Float64Array) => a[150 * SIDE + 145];

  it('build goes toward the ceiling, lighten keeps the greater, add adds up to the ceiling', () => {
    expect(middle(half('build'))).to.be.closeTo(1 - 0.5 ** 4, 1e-3);
    expect(middle(half('lighten'))).to.be.closeTo(0.5, 1e-4);
    expect(middle(half('add', 30))).to.be.closeTo(1, 1e-4);
    expect(middle(half('best'))).to.be.closeTo(1, 1e-4);
    expect(middle(half('difference'))).to.be.closeTo(0, 1e-4);
  });
  it('darken keeps the lesser where dabs overlap', () => {
    const ramp = { size: { rest: 40 }, spacing: { rest: 50 }, flow: { low: 20, drivers: [{ by: 'progress' }] } };
    const dark = alphas(brushOf([coatOf('solid', ramp, { meet: 'darken' })]));
    const light = alphas(brushOf([coatOf('solid', ramp, { meet: 'lighten' })]));
    expect(middle(dark)).to.be.lessThan(middle(light) - 0.03);
    expect(dark.every((v, i) => v <= light[i] + 1e-4)).to.equal(true);
  });
  it('dissolve prints a pixel wholly or not at all, as many as the flow says', () => {
    const dots = alphas(
      brushOf([
        coatOf('solid', { size: { rest: 200 }, spacing: { rest: 900 }, flow: { rest: 30 } }, { meet: 'dissolve' }),
      ]),
      straight(150, 150, 150),
    );
    expect([...new Set(dots)].sort()).to.deep.equal([0, 1]);
    expect(sum(dots) / (2 * 200 * 200 * 0.3)).to.be.within(0.45, 1.05);
  });
  it('never passes the ceiling, however dabs meet', () => {
    for (const meet of ['build', 'lighten', 'darken', 'difference', 'add', 'best', 'dissolve']) {
      const properties = { size: { rest: 60 }, spacing: { rest: 5 }, opacity: { rest: 40 } };
      const most = alphas(brushOf([coatOf('tip', properties, { meet })])).reduce((a, b) => Math.max(a, b), 0);
      expect(most, meet).to.be.within(0.1, 0.4 + 1 / 65535);
    }
  });
});

describe('a stroke that comes back over itself', () => {
  const ways = { size: { rest: 40 }, spacing: { rest: 25 }, flow: { rest: 20 } };
  const brush = (crossing: string, meet = 'build') => brushOf([coatOf('solid', ways, { crossing, meet })]);
  // there, and the same way back
  const back = { points: [...straight(40, 260, 150).points, { ...straight(40, 260, 150).points[0], t: 900 }] };
  const middle = (a: Float64Array) => a[150 * SIDE + 145];

  it('builds up further, or stays as even as one way, whichever was chosen', () => {
    for (const meet of ['build', 'add']) {
      const once = middle(alphas(brush('build', meet)));
      expect(middle(alphas(brush('build', meet), back)), meet).to.be.above(once + 0.1);
      expect(middle(alphas(brush('even', meet), back)), meet).to.be.closeTo(once, 0.08);
    }
  });
  it('is the same on one way, however crossings are taken', () => {
    const [a, b] = [alphas(brush('build')), alphas(brush('even'))];
    expect(a.every((v, i) => Math.abs(v - b[i]) <= 2 / 65535)).to.equal(true);
  });
  it('builds up by repeated clicks all the same, and where two strokes cross', () => {
    const click = straight(150, 150, 150).points[0];
    const clicks = { points: [0, 1, 2].map((k) => ({ ...click, t: k * 100 })) };
    const five = alphas(brush('even'), clicks)[150 * SIDE + 150];
    expect(five).to.be.closeTo(1 - 0.8 ** 3, 2e-3);
    const two = middle(alphas(brush('even'), straight(40, 260, 150), straight(40, 260, 150)));
    expect(two).to.be.above(middle(alphas(brush('even'))) + 0.1);
  });
});

describe('coats', () => {
  it('that are muted print nothing, and what stays is drawn as if they were not there', () => {
    const fine = { size: { rest: 30 }, spacing: { rest: 40 } };
    const both = [coatOf('solid', { size: { rest: 70 } }, { muted: true }), coatOf('tip', fine, { join: 'mask' })];
    const left = drawn(brushOf(both));
    const alone = drawn(brushOf([coatOf('solid', { size: { rest: 70 } }), coatOf('tip', fine, { join: 'over' })]));
    expect(left.some((v) => v > 0)).to.equal(true);
    expect(left).not.to.deep.equal(alone);
    const none = alphas(brushOf(both.map((c) => ({ ...c, muted: true }))));
    expect(none.every((v) => v === 0)).to.equal(true);
  });
  const lower = coatOf('tip', { size: { rest: 90 }, spacing: { rest: 10 } });
  const upper = (join: string) => coatOf('tip', { size: { rest: 40 }, spacing: { rest: 60 } }, { join });

  it('a mask keeps the lower coat only where it prints itself, a cut only where it does not', () => {
    const whole = alphas(brushOf([lower]));
    const own = alphas(brushOf([upper('over')]));
    const mask = alphas(brushOf([lower, upper('mask')]));
    const cutOut = alphas(brushOf([lower, upper('cut')]));
    const far = (a: Float64Array, wanted: (i: number) => number) =>
      a.reduce((most, v, i) => Math.max(most, Math.abs(v - wanted(i))), 0);
    expect(far(mask, (i) => whole[i] * own[i])).to.be.lessThan(1e-4);
    expect(far(cutOut, (i) => whole[i] * (1 - own[i]))).to.be.lessThan(1e-4);
  });
  it('an upper coat covers in its own ink, and multiplies where it is told to', () => {
    const inks = (join: string) =>
      drawn(
        brushOf([
          coatOf('solid', { size: { rest: 90 } }, { ink: { colour: '#808000' } }),
          coatOf('solid', { size: { rest: 30 } }, { join, ink: { colour: '#ff8080' } }),
        ]),
      );
    const at = 4 * (150 * SIDE + 150);
    const parts = (words: Uint16Array) => [...words.slice(at, at + 4)].map((v) => Math.round((v / 65535) * 255));
    expect(parts(inks('over'))).to.deep.equal([255, 128, 128, 255]);
    expect(parts(inks('multiply'))).to.deep.equal([128, 64, 0, 255]);
    expect(parts(inks('difference'))).to.deep.equal([127, 0, 128, 255]);
  });
});

describe('grain', () => {
  const grained = (more: Loose, coat: Loose = {}) =>
    brushOf([
      coatOf('solid', { size: { rest: 100 }, spacing: { rest: 5 }, ...coat }, { grain: { plate: 'stripes', ...more } }),
    ]);
  const row = (a: Float64Array) => Array.from(a.subarray(150 * SIDE, 151 * SIDE));

  it('fixed to the sheet repeats with the period of its tile, whatever the scale', () => {
    for (const scale of [100, 200, 50]) {
      const line = row(alphas(grained({ scale })));
      const period = (16 * scale) / 100;
      for (let x = 100; x < 190; x++) expect(line[x]).to.be.closeTo(line[x + period], 1e-4);
      expect(Math.max(...line.slice(100, 190)) - Math.min(...line.slice(100, 190))).to.be.greaterThan(0.9);
    }
  });
  it('takes nothing at depth 0, and half at half depth', () => {
    const plain = alphas(brushOf([coatOf('solid', { size: { rest: 100 }, spacing: { rest: 5 } })]));
    expect(alphas(grained({ depth: { rest: 0 } }))).to.deep.equal(plain);
    expect(Math.min(...row(alphas(grained({ depth: { rest: 50 } }))).slice(100, 190))).to.be.closeTo(0.5, 1e-3);
    for (const appliesTo of ['dab', 'stroke'])
      expect(sum(alphas(grained({ blend: 'subtract', appliesTo })))).to.be.lessThan(0.8 * sum(plain));
  });
  it('moves with each dab when it is told to, and by chance with each stroke', () => {
    const two = [straight(60, 60, 60), straight(205, 205, 200)];
    const one = { spacing: { rest: 900 } };
    const moving = alphas(grained({ fixedTo: 'dab', appliesTo: 'dab' }, one), ...two);
    const patch = (x: number, y: number) =>
      Array.from({ length: 60 }, (_, k) => moving[(y - 30 + k) * SIDE + x - 20].toFixed(4));
    expect(patch(60, 60)).to.deep.equal(patch(205, 200));
    const free = alphas(grained({ fixedTo: 'stroke', appliesTo: 'stroke' }, one), ...two);
    const line = (x: number, y: number) => Array.from({ length: 48 }, (_, k) => free[y * SIDE + x - 24 + k] > 0.5);
    expect(line(60, 60)).to.not.deep.equal(line(204, 200));
  });
  it('does not shimmer when it is made small: the mean alone is left', () => {
    const line = row(alphas(grained({ scale: 5 }))).slice(110, 190);
    for (const v of line) expect(v).to.be.closeTo(0.5, 0.06);
  });
  it('a card may have one of its own', () => {
    const card = { plate: 'solid', grain: { plate: 'stripes', depth: { rest: 100 } } };
    const own = alphas(
      brushOf([
        { deck: { cards: [card, { plate: 'solid' }] }, properties: { size: { rest: 50 }, spacing: { rest: 200 } } },
      ]),
      straight(50, 250, 150),
    );
    const inked = (x: number) =>
      row(own)
        .slice(x - 24, x + 24)
        .filter((v) => v > 0.9).length;
    expect(inked(50)).to.be.within(18, 30);
    expect(inked(150)).to.equal(48);
  });
});

describe('tint', () => {
  it('goes from the first ink to the second, and turns the hue along a cycle', () => {
    const brush = brushOf([
      coatOf(
        'solid',
        { size: { rest: 20 }, spacing: { rest: 100 }, mix: { rest: 100, low: 0, drivers: [{ by: 'progress' }] } },
        { ink: { colour: '#c03020', second: '#2040c0' } },
      ),
    ]);
    const words = drawn(brush);
    const at = (x: number) => [...words.slice(4 * (150 * SIDE + x), 4 * (150 * SIDE + x) + 3)].map((v) => v / 257);
    expect(at(40).map(Math.round)).to.deep.equal([192, 48, 32]);
    expect(at(259)[2]).to.be.greaterThan(at(259)[0] + 60);
    const hues = dabsOf(
      brushOf([coatOf('solid', { hue: { low: 0, high: 360, drivers: [{ by: 'cycle', lengthPx: 100 }] } })]),
      0,
      straight(0, 300, 0),
      0,
    );
    for (let i = 0; i < hues.count; i++) expect(hues.hueDeg[i]).to.be.closeTo((hues.x[i] % 100) * 3.6, 1e-6);
  });
  it('comes back from OKLCH as it went in', () => {
    const out = new Float32Array(3);
    for (const rgb of [
      [0, 0, 0],
      [1, 1, 1],
      [0.2, 0.5, 0.9],
      [0.75, 0.1, 0.3],
    ] as [number, number, number][]) {
      fromLch(toLch(...rgb), out, 0);
      rgb.forEach((v, k) => expect(out[k]).to.be.closeTo(v, 2e-3));
    }
  });
  it('a gradient colours by coverage', () => {
    const brush = brushOf([
      coatOf(
        'solid',
        { size: { rest: 80 }, flow: { rest: 50 }, spacing: { rest: 900 } },
        {
          ink: {
            gradient: [
              [0, '#000000'],
              [0.5, '#ff0000'],
              [1, '#00ff00'],
            ],
          },
        },
      ),
    ]);
    const words = drawn(brush, straight(150, 150, 150));
    const at = 4 * (150 * SIDE + 150);
    expect(words[at + 3] / 65535).to.be.closeTo(0.75, 1e-3);
    expect([words[at], words[at + 1], words[at + 2]].map((v) => Math.round(v / 257))).to.deep.equal([128, 128, 0]);
  });
});

describe('pose', () => {
  it('links of a chain meet end to end on a curved way and lie along their chords', () => {
    const points = Array.from({ length: 80 }, (_, i) => ({
      ...straight(0, 0, 0).points[0],
      x: 150 + 100 * Math.cos(i / 14),
      y: 150 + 80 * Math.sin(i / 14),
      t: i * 8,
    }));
    const brush = brushOf([
      coatOf('solid', {
        size: { rest: 24, low: 60, drivers: [{ by: 'progress' }] },
        spacing: { rest: 100 },
        angle: { follow: 'chain' },
      }),
    ]);
    const dabs = dabsOf(brush, 0, { points }, 0);
    expect(dabs.count).to.be.greaterThan(12);
    const end = (i: number, side: number) => {
      const a = (dabs.angleDeg[i] * Math.PI) / 180;
      const half = (side * dabs.sizePx[i]) / 2;
      return [dabs.x[i] + half * Math.cos(a), dabs.y[i] + half * Math.sin(a)];
    };
    for (let i = 1; i < dabs.count; i++) {
      const [a, b] = [end(i - 1, 1), end(i, -1)];
      expect(Math.hypot(a[0] - b[0], a[1] - b[1])).to.be.lessThan(1e-6);
    }
  });
  it('a tilted floor squashes every dab in its direction, whatever the turn of the dab', () => {
    const cover = (floor: Loose, angle = 0) =>
      sum(
        alphas(
          brushOf([coatOf('solid', { size: { rest: 100 }, angle: { rest: angle } }, { floor })]),
          straight(150, 150, 150),
        ),
      );
    const facing = cover({});
    expect(cover({ tiltDeg: 60, directionDeg: 0 }) / facing).to.be.closeTo(0.5, 0.02);
    expect(cover({ tiltDeg: 60, directionDeg: 30 }, 17) / facing).to.be.closeTo(0.5, 0.02);
    const squashed = alphas(
      brushOf([coatOf('solid', { size: { rest: 100 } }, { floor: { tiltDeg: 60, directionDeg: 90 } })]),
      straight(150, 150, 150),
    );
    const column = Array.from({ length: SIDE }, (_, y) => squashed[y * SIDE + 150]).filter((v) => v > 0.5).length;
    const line = Array.from(squashed.subarray(150 * SIDE, 151 * SIDE)).filter((v) => v > 0.5).length;
    expect(line).to.be.within(99, 102);
    expect(column).to.be.within(49, 51);
  });
  it('a size fixed on the screen stays as large when the sheet is zoomed', () => {
    const brush = (sizeFixedTo: string) => brushOf([coatOf('solid', { size: { rest: 40 } }, { sizeFixedTo })]);
    expect(dabsOf(brush('screen'), 0, straight(0, 200, 0), 0, 0.5).sizePx[0]).to.equal(80);
    expect(dabsOf(brush('sheet'), 0, straight(0, 200, 0), 0, 0.5).sizePx[0]).to.equal(40);
  });
});
