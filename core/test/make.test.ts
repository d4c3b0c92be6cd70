import { partOf } from '../src/cut/marks.ts';
import {
  findMarks,
  guessPrints,
  makeRecipe,
  makeStep,
  recipeForReading,
  regionOf,
  cut,
  STARTERS,
  withRegionOf,
} from '@amber-stamp/core/cut';
import { fillOutlines, makeNumbers, NUMBERS, usualNumbers, type NumbersValues } from '@amber-stamp/core/make';
import type { Picture, Raster } from '@amber-stamp/core/raster';
import { expect } from 'chai';

const SIDE = 128;
const made = (values: Partial<NumbersValues>): Raster => makeNumbers({ ...usualNumbers(), ...values }, SIDE);
const at = (r: Raster, x: number, y: number) => r.data[y * r.width + x];
const area = (r: Raster) => r.data.reduce((sum, v) => sum + v, 0);

describe('tips from numbers', () => {
  it('are a disc, a square and a star of the areas that geometry gives them', () => {
    const hard = { softPct: 0 };
    const radius = (SIDE / 2) * 0.94;
    expect(area(made(hard))).to.be.closeTo(Math.PI * radius * radius, 0.01 * SIDE * SIDE);
    expect(area(made({ ...hard, shape: 'square' }))).to.be.closeTo((2 * radius * 0.7) ** 2, 0.02 * SIDE * SIDE);
    const star = 5 * radius * radius * 0.45 * Math.sin(Math.PI / 5);
    expect(area(made({ ...hard, shape: 'star', points: 5, innerPct: 45 }))).to.be.closeTo(star, 0.01 * SIDE * SIDE);
  });
  it('print fully in the middle, nothing on the border ring, and fall off all the way', () => {
    for (const edge of ['curve', 'bell'])
      for (const softPct of [0, 30, 100]) {
        const r = made({ edge, softPct });
        expect(at(r, SIDE / 2, SIDE / 2)).to.be.greaterThan(0.98);
        for (let k = 0; k < SIDE; k++) expect(at(r, k, 0) + at(r, 0, k)).to.equal(0);
        for (let x = SIDE / 2 + 1; x < SIDE; x++)
          expect(at(r, x, SIDE / 2)).to.be.at.most(at(r, x - 1, SIDE / 2) + 1e-6);
      }
  });
  it('are squashed by the aspect and turned by the angle', () => {
    const flat = made({ softPct: 0, aspectPct: 40 });
    expect([at(flat, 110, 64), at(flat, 64, 110)]).to.deep.equal([1, 0]);
    const upright = made({ softPct: 0, aspectPct: 40, angleDeg: 90 });
    expect([at(upright, 110, 64), at(upright, 64, 110)]).to.deep.equal([0, 1]);
  });
  it('leave out patches until the wanted share prints, other ones for another seed', () => {
    const whole = area(made({}));
    for (const coveredPct of [25, 60]) {
      const patched = made({ coveredPct });
      expect(area(patched) / whole).to.be.closeTo(coveredPct / 100, 0.08);
      expect(patched.data).not.to.deep.equal(made({ coveredPct, seed: 2 }).data);
      expect(patched.data).to.deep.equal(made({ coveredPct }).data);
    }
  });
  it('stay finite and within 0..1 at both ends of every number', () => {
    for (const [name, param] of Object.entries(NUMBERS))
      if (param.kind === 'number')
        for (const shape of ['round', 'square', 'star'])
          for (const end of [param.min, param.max])
            expect(made({ shape, [name]: end }).data.every((v) => v >= 0 && v <= 1)).to.equal(true);
  });
});

describe('outlines', () => {
  const box = (x0: number, y0: number, x1: number, y1: number) =>
    [
      [x0, y0],
      [x1, y0],
      [x1, y1],
      [x0, y1],
    ] as const;
  it('are filled by their exact area, pixel by pixel', () => {
    const r = fillOutlines(8, 8, [box(1.25, 2.5, 5.5, 6)]);
    expect(at(r, 1, 3)).to.be.closeTo(0.75, 1e-6);
    expect(at(r, 5, 2)).to.be.closeTo(0.25, 1e-6);
    expect(at(r, 3, 4)).to.equal(1);
    expect(area(r)).to.be.closeTo(4.25 * 3.5, 1e-4);
  });
  it('have holes where an inner one runs the other way round, and are cut by the frame', () => {
    const holed = fillOutlines(20, 20, [box(2, 2, 18, 18), [...box(6, 6, 12, 12)].reverse()]);
    expect([at(holed, 4, 4), at(holed, 8, 8)]).to.deep.equal([1, 0]);
    expect(area(fillOutlines(10, 10, [box(-5, -5, 4, 4)]))).to.be.closeTo(16, 1e-4);
  });
});

/** A sheet with marks in two lines, on a scanner's dark bed at its lower side. */
const places = [
  [60, 50],
  [160, 60],
  [260, 45],
  [90, 150],
  [220, 155],
] as const;
const sheet: Picture = {
  width: 320,
  height: 220,
  channels: 1,
  data: Uint8Array.from({ length: 320 * 220 }, (_, i) => {
    const x = i % 320;
    const y = Math.floor(i / 320);
    if (y > 210) return 60;
    return places.some(([cx, cy], k) => Math.hypot(x - cx, (y - cy) * (1 + 0.2 * k)) < 24) ? 30 : 238 - x / 16;
  }),
};

describe('marks on a sheet', () => {
  it('are found in reading order, without the bed of the scanner', () => {
    const marks = findMarks(sheet, 'dark');
    expect(marks).to.have.length(5);
    marks.forEach(({ x0, y0, x1, y1 }, k) => {
      const [cx, cy] = places[k];
      expect((x0 + x1) / 2).to.be.closeTo(cx / 320, 0.02);
      expect((y0 + y1) / 2).to.be.closeTo(cy / 220, 0.03);
    });
  });
  it('are cut as if each had been scanned alone', () => {
    for (const mark of findMarks(sheet, 'dark')) {
      const plate = cut(sheet, recipeForReading(sheet, 'dark', { region: regionOf(mark) }));
      expect(at(plate, plate.width / 2, plate.height / 2)).to.be.greaterThan(0.9);
      expect(at(plate, 2, 2)).to.equal(0);
      const inked = area(plate) / plate.data.length;
      expect(inked).to.be.within(0.3, 0.75);
    }
  });
  it('are parts whose pixels are those of the source', () => {
    const part = partOf(sheet, { x0: 0.25, y0: 0.5, x1: 0.5, y1: 0.75 });
    expect([part.width, part.height]).to.deep.equal([80, 55]);
    expect(part.data[0]).to.equal(sheet.data[110 * 320 + 80]);
  });
});

describe('a family', () => {
  const steps = (recipe: { steps: { step: string }[] }) => recipe.steps.map((s) => s.step);
  it('shares a recipe, but each keeps the part of the sheet that is its own', () => {
    const [first, second] = findMarks(sheet, 'dark').map((mark) =>
      recipeForReading(sheet, 'dark', { region: regionOf(mark) }),
    );
    const tuned = { ...first, steps: [...first.steps, makeStep('blur')] };
    const taken = withRegionOf(tuned, second);
    expect(steps(taken)).to.deep.equal(steps(tuned));
    const region = (recipe: typeof first) => recipe.steps.find((s) => s.step === 'region')?.outline;
    expect(region(taken)).to.deep.equal(region(second));
    expect(region(taken)).not.to.deep.equal(region(first));
  });
  it('takes no region where it had none', () => {
    const whole = makeRecipe([makeStep('gray'), makeStep('levels')]);
    const [mark] = findMarks(sheet, 'dark');
    expect(steps(withRegionOf(recipeForReading(sheet, 'dark', { region: regionOf(mark) }), whole))).not.to.include(
      'region',
    );
    const without = makeRecipe([makeStep('levels')]);
    expect(steps(withRegionOf(without, recipeForReading(sheet, 'dark', { region: regionOf(mark) })))).to.deep.equal([
      'region',
      'levels',
    ]);
  });
});

describe('starting recipes', () => {
  for (const { label, make } of STARTERS)
    it(`${label}: prints something of a sheet of marks and clears its border ring`, () => {
      const plate = cut(sheet, make(sheet, guessPrints(sheet).prints));
      expect(area(plate) / plate.data.length).to.be.within(0.005, 0.9);
      for (let k = 0; k < plate.width; k++) expect(at(plate, k, 0)).to.be.at.most(0.05);
    });
});
