import { answers } from '../src/cut/automatic.ts';
import {
  automaticRecipe,
  cut,
  Cutter,
  defaultsOf,
  guessPrints,
  makeRecipe,
  makeStep,
  NO_OTHERS,
  parseRecipe,
  STEPS,
} from '@amber-stamp/core/cut';
import {
  checkBorder,
  coverage,
  covers,
  reducePicture,
  toPlate,
  type Picture,
  type Raster,
} from '@amber-stamp/core/raster';
import { expect } from 'chai';

/** A picture of 8 bits from a function of x and y. */
function picture(
  width: number,
  height: number,
  channels: Picture['channels'],
  f: (x: number, y: number) => number[],
): Picture {
  const data = new Uint8Array(width * height * channels);
  for (let y = 0; y < height; y++) for (let x = 0; x < width; x++) data.set(f(x, y), (y * width + x) * channels);
  return { width, height, channels, data };
}

/** A dark blot on pale paper, off the middle, with a speck beside it. */
const blot = picture(120, 90, 3, (x, y) => {
  const inside = Math.hypot(x - 40, y - 45) < 25 || Math.hypot(x - 100, y - 20) < 2;
  return inside ? [40, 30, 30] : [240, 235, 225];
});
const negative = picture(120, 90, 3, (x, y) => (Math.hypot(x - 60, y - 45) < 25 ? [230, 230, 230] : [25, 30, 35]));
const clear = picture(60, 60, 4, (x, y) => [200, 100, 50, Math.hypot(x - 30, y - 30) < 15 ? 255 : 0]);
const full = picture(80, 80, 1, (x, y) => [((x * 37 + y * 91) % 200) + 20]);

const run = (source: Picture, ...steps: ReturnType<typeof makeStep>[]): Raster => cut(source, makeRecipe(steps));
const at = (r: Raster, x: number, y: number) => r.data[y * r.width + x];

describe('what prints', () => {
  it('is the dark on pale paper, the pale on a dark ground, the opaque in a picture with clear parts', () => {
    expect([blot, negative, clear].map((p) => guessPrints(p).prints)).to.deep.equal(['dark', 'light', 'alpha']);
  });
  it('is always told with a reason', () => {
    for (const p of [blot, negative, clear, full]) expect(guessPrints(p).reason).to.match(/^Chosen because .{20,}\.$/);
  });
  it('has five answers, and none where there is nothing to print', () => {
    const given = answers(blot);
    expect(given.map((a) => a.prints)).to.deep.equal(['dark', 'light', 'alpha', 'tone', 'red']);
    expect(given.find((a) => a.prints === 'alpha')?.recipe).to.equal(undefined);
    expect(answers(clear).find((a) => a.prints === 'alpha')?.recipe).to.not.equal(undefined);
  });
});

describe('steps', () => {
  it('gray weighs the channels and leaves clear parts unprinted', () => {
    const one = picture(1, 1, 4, () => [255, 0, 0, 128]);
    expect(run(one, makeStep('gray', { prints: 'light' })).data[0]).to.be.closeTo((0.2126 * 128) / 255, 1e-6);
    expect(run(one, makeStep('gray', { prints: 'alpha' })).data[0]).to.be.closeTo(128 / 255, 1e-6);
    expect(run(one, makeStep('gray', { prints: 'red', redPct: 0 })).data[0]).to.be.closeTo(128 / 255, 1e-6);
  });
  it('gray keeps the full depth of 16 bit', () => {
    const data = new Uint16Array([0, 1, 32768, 65535]);
    const deep: Picture = { width: 4, height: 1, channels: 1, data };
    expect([...toPlate(run(deep, makeStep('gray', { prints: 'light' }))).data]).to.deep.equal([...data]);
  });
  it('levels take paper to nothing and the mark to full, automatically or by hand', () => {
    const r = run(blot, makeStep('gray'), makeStep('levels'));
    expect(at(r, 5, 80)).to.equal(0);
    expect(at(r, 40, 45)).to.equal(1);
    const hand = run(
      full,
      makeStep('gray', { prints: 'light' }),
      makeStep('levels', { automatic: false, low: 0.25, high: 0.75 }),
    );
    expect(Math.min(...hand.data)).to.equal(0);
    expect(Math.max(...hand.data)).to.equal(1);
  });
  it('invert twice is what was there', () => {
    const plain = run(blot, makeStep('gray'));
    const twice = run(blot, makeStep('gray'), makeStep('invert'), makeStep('invert'));
    twice.data.forEach((v, i) => expect(v).to.be.closeTo(plain.data[i], 1e-6));
  });
  it('specks away takes the stray piece and leaves the mark', () => {
    const r = run(blot, makeStep('gray'), makeStep('levels'), makeStep('specks', { areaPx: 60 }));
    expect(at(r, 100, 20)).to.equal(0);
    expect(at(r, 40, 45)).to.equal(1);
  });
  it('trim puts the middle of the mass in the middle', () => {
    const r = run(blot, makeStep('gray'), makeStep('levels'), makeStep('specks', { areaPx: 60 }), makeStep('trim'));
    let mass = 0;
    let mx = 0;
    r.data.forEach((v, i) => {
      mass += v;
      mx += v * ((i % r.width) + 0.5);
    });
    expect(mx / mass).to.be.closeTo(r.width / 2, 0.75);
    expect(r.width).to.be.within(48, 54);
  });
  it('fit makes a square of the resolution with air around, and keeps the mean of what it reduces', () => {
    const r = run(full, makeStep('gray', { prints: 'light' }), makeStep('fit', { resolutionPx: 64, padPct: 10 }));
    expect([r.width, r.height]).to.deep.equal([64, 64]);
    expect(at(r, 3, 30)).to.equal(0);
    const before = coverage(run(full, makeStep('gray', { prints: 'light' })));
    expect(coverage(r)).to.be.closeTo(before * (51 / 64) ** 2, 0.01);
  });
  it('fade clears the border ring, square and round', () => {
    for (const shape of ['square', 'round']) {
      const r = run(full, makeStep('gray'), makeStep('fade', { widthPct: 10, shape }));
      expect(checkBorder(r).verdict).to.equal('clear');
      expect(at(r, 40, 40)).to.be.greaterThan(0);
    }
  });
  it('say in one line what they did, whatever their settings', () => {
    for (const step of STEPS) expect(step.sentence(defaultsOf(step), {}), step.name).to.match(/\S{3,}/);
  });
  const coloured = picture(32, 32, 3, (x, y) => [x * 3, y * 3, 90]);
  for (const step of STEPS)
    it(`${step.label} never changes what it was given`, () => {
      const input = run(blot, makeStep('gray'));
      const before = input.data.slice();
      const source = step.name === 'displacement' ? coloured : blot;
      const seen = source.data.slice();
      step.run(input, defaultsOf(step), { picture: source, others: NO_OTHERS });
      expect(input.data).to.deep.equal(before);
      expect(source.data).to.deep.equal(seen);
    });
});

describe('the border check', () => {
  it('finds a square, a mark that is cut by its frame, and a clear border', () => {
    const verdict = (p: Picture) => checkBorder(run(p, makeStep('gray'))).verdict;
    expect(verdict(full)).to.equal('square');
    expect(verdict(picture(80, 80, 1, (x, y) => [x > 70 && y > 36 && y < 44 ? 0 : 255]))).to.equal('touches');
    expect(verdict(picture(80, 80, 1, (x, y) => [Math.hypot(x - 40, y - 40) < 20 ? 0 : 255]))).to.equal('clear');
  });
});

describe('recipes', () => {
  it('cut automatically to a clear border, whether the picture is a mark or fills its frame', () => {
    for (const p of [blot, negative, clear, full]) {
      const r = cut(p, automaticRecipe(p, guessPrints(p).prints));
      expect(checkBorder(r).verdict).to.equal('clear');
      expect(r.width).to.equal(r.height);
      expect(coverage(r)).to.be.greaterThan(0.02);
    }
  });
  it('run again only from the first changed step on', () => {
    const cutter = new Cutter(blot);
    const steps = [makeStep('gray'), makeStep('levels'), makeStep('invert')];
    const first = cutter.run(makeRecipe(steps));
    const second = cutter.run(makeRecipe([...steps.slice(0, 2), { ...steps[2], on: false }]));
    expect(second[1].raster).to.equal(first[1].raster);
    expect(second[2].raster).to.equal(first[1].raster);
  });
  it('are cut as drafts beside what is cut in full, from the same first steps, and neither is run again for the other', () => {
    const cutter = new Cutter(blot);
    const head = [makeStep('gray'), makeStep('trim')];
    const at = (side: number, shiftPct: number) =>
      makeRecipe([...head, makeStep('fit', { resolutionPx: side }), makeStep('shift', { shiftPct })]);
    const full = cutter.run(at(256, 5));
    const draft = cutter.run(at(64, 6), true);
    expect(draft[1].raster).to.equal(full[1].raster);
    expect(draft[3].raster.width).to.equal(64);
    const rested = cutter.run(at(256, 6));
    expect(rested[2].raster).to.equal(full[2].raster);
    expect([...rested[3].raster.data]).to.deep.equal([...cut(blot, at(256, 6)).data]);
    expect(cutter.run(at(64, 7), true)[2].raster).to.equal(draft[2].raster);
  });
  it('write over what nobody looks at any more, and what still stands keeps its values', () => {
    const cutter = new Cutter(blot, undefined, undefined, true);
    const off = { on: false };
    const levels = (high: number) => makeStep('levels', { automatic: false, low: 0.1, high });
    const tone = (brightnessPct: number) =>
      makeStep('tone', {
        brightnessPct,
        curve: [
          [0, 0.1],
          [0.4, 0.7],
          [1, 1],
        ],
      });
    const head = [makeStep('gray'), levels(0.8)];
    const buffers = new Set<Float32Array>();
    const changes = [
      [...head, tone(5), makeStep('invert')],
      [...head, tone(6), makeStep('invert')],
      [...head, { ...tone(6), ...off }, makeStep('invert')],
      [...head, { ...tone(6), ...off }, { ...makeStep('invert'), ...off }],
      [makeStep('gray'), levels(0.7), tone(6), makeStep('invert')],
      [...head, tone(7), makeStep('invert'), makeStep('invert')],
    ];
    for (const [i, steps] of changes.entries())
      for (const draft of [false, i % 2 === 1]) {
        const made = cutter.run(makeRecipe(steps), draft);
        steps.forEach((_, k) => {
          const alone = new Cutter(blot).run(makeRecipe(steps.slice(0, k + 1)))[k].raster;
          expect(made[k].raster.data).to.deep.equal(alone.data);
          buffers.add(made[k].raster.data);
        });
      }
    // they would take thirteen places
    expect(buffers.size).to.be.lessThan(12);
  });
  it('refuse a blank picture in one sentence', () => {
    const white = picture(40, 40, 3, () => [255, 255, 255]);
    expect(() => cut(white, makeRecipe([makeStep('gray')]))).to.throw(/nothing in it prints/i);
    expect(() => run(white, makeStep('gray'), makeStep('trim'))).to.throw(/Nothing in the picture prints/);
  });
  it('refuse unknown steps and settings, and values out of range, with their path', () => {
    const recipe =
      (...steps: object[]) =>
      () =>
        parseRecipe({ format: 'amber-stamp/recipe', version: 1, steps });
    expect(recipe({ step: 'sharpish' })).to.throw(/steps\[0\]\.step/);
    expect(recipe({ step: 'fit', resolution: 5 })).to.throw(/steps\[0\]\.resolution is not known/);
    expect(recipe({ step: 'gray' }, { step: 'fit', resolutionPx: 4096 })).to.throw(/steps\[1\]\.resolutionPx.*2048/);
    expect(recipe({ step: 'fade' })()).to.deep.equal(makeRecipe([makeStep('fade')]));
  });
});

describe('what a plate covers', () => {
  it('is told to be enough from just that share on, below a base plane as above it', () => {
    const half = { width: 2, height: 2, data: Float32Array.of(0, -1, 0.5, 0.5) };
    expect(coverage(half)).to.equal(0.5);
    expect([0, 0.5, 0.51].map((share) => covers(half, share))).to.deep.equal([true, true, false]);
  });
});

describe('large pictures', () => {
  it('are averaged by whole blocks at their own depth', () => {
    const wide = picture(8, 4, 1, (x) => [x < 4 ? 10 : 20]);
    expect([...reducePicture(wide, 4).data]).to.deep.equal([10, 10, 20, 20, 10, 10, 20, 20]);
    expect(reducePicture(wide, 8)).to.equal(wide);
  });
});
