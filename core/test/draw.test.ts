import {
  Cutter,
  cutAll,
  makeRecipe,
  makeStep,
  makeStroke,
  materialsNamed,
  parseRecipe,
  withMaterials,
  type DrawnStroke,
} from '@amber-stamp/core/cut';
import type { BrushWithPlates } from '@amber-stamp/core/ink';
import { asMade } from '@amber-stamp/core/make';
import { plainBrush } from '@amber-stamp/core/model';
import type { Picture, Raster } from '@amber-stamp/core/raster';
import { expect } from 'chai';

const SIDE = 200;
const empty = (side = SIDE): Picture => ({
  width: side,
  height: side,
  channels: 1,
  data: new Uint16Array(side * side),
});
type Way = readonly (readonly [number, number])[];
const stroke = (way: Way, more: Partial<DrawnStroke> = {}): DrawnStroke =>
  makeStroke({ sizePct: 10, soft: 0, points: way.map(([x, y], k) => [x, y, 1, 0, 0, k * 10]), ...more });
const ACROSS: Way = [
  [0.2, 0.5],
  [0.8, 0.5],
];
const DOT: Way = [[0.25, 0.25]];
const recipe = (...strokes: DrawnStroke[]) => makeRecipe([...asMade().steps, makeStep('draw', { strokes })]);
/** A brush whose tip is half a square, so that turned and mirrored dabs are told apart. */
const wedge = (): BrushWithPlates => {
  const data = new Uint16Array(64 * 64);
  for (let y = 8; y < 56; y++) for (let x = 8; x < y; x++) data[y * 64 + x] = 65535;
  return { brush: plainBrush('Wedge', 'w.png'), plates: new Map([['w.png', { width: 64, height: 64, data }]]) };
};
const drawn = (strokes: DrawnStroke[], side = SIDE, brushes = new Map([['wedge', wedge()]])): Raster =>
  cutAll(empty(side), recipe(...strokes), { sources: new Map(), brushes }).raster;
const at = ({ data, width }: Raster, x: number, y: number): number => data[Math.round(y) * width + Math.round(x)];

describe('strokes that are drawn on a plate', () => {
  it('are as wide as they say, at every resolution', () => {
    for (const side of [100, 200, 400]) {
      const made = drawn([stroke(ACROSS)], side);
      const column = Array.from({ length: side }, (_, y) => at(made, side / 2, y)).reduce((a, b) => a + b, 0);
      expect(column / side).to.be.closeTo(0.1, 0.008);
    }
  });

  it('paint towards their value, and out again', () => {
    const both = drawn([
      stroke(ACROSS, { value: 0.6 }),
      stroke([[0.5, 0.5]], { out: true, sizePct: 6, number: 1 }),
      stroke([[0.3, 0.5]], { out: true, value: 0.5, sizePct: 6, number: 2 }),
    ]);
    expect(at(both, 140, 100)).to.be.closeTo(0.6, 0.01);
    expect(at(both, 100, 100)).to.be.closeTo(0, 0.01);
    expect(at(both, 60, 100)).to.be.closeTo(0.3, 0.01);
  });

  it('have a brush of their own, each, and a width that is changed afterwards', () => {
    const made = drawn([
      stroke(DOT, { brush: 'wedge', sizePct: 30 }),
      stroke([[0.75, 0.75]], { sizePct: 30, number: 1 }),
    ]);
    expect(at(made, 35, 60)).to.be.closeTo(1, 0.01);
    expect(at(made, 62, 42)).to.be.closeTo(0, 0.01);
    expect(at(made, 150, 150)).to.be.closeTo(1, 0.01);
    const tapered = drawn([
      stroke(ACROSS, {
        width: [
          [0, 20],
          [1, 100],
        ],
      }),
    ]);
    const column = (x: number) => Array.from({ length: SIDE }, (_, y) => at(tapered, x, y)).reduce((a, b) => a + b, 0);
    expect(column(55)).to.be.below(0.5 * column(145));
  });

  it('stand mirrored, exactly, and in sectors about the middle', () => {
    const mirrored = drawn([stroke(DOT, { brush: 'wedge', sizePct: 30, mirror: 3 })]);
    for (let k = 0; k < mirrored.data.length; k++) {
      const [x, y] = [k % SIDE, Math.floor(k / SIDE)];
      expect(mirrored.data[k]).to.equal(mirrored.data[y * SIDE + SIDE - 1 - x]);
      expect(mirrored.data[k]).to.equal(mirrored.data[(SIDE - 1 - y) * SIDE + x]);
    }
    const sectors = drawn([stroke([[0.5, 0.1]], { sectors: 4 })]);
    for (const [x, y] of [
      [100, 20],
      [180, 100],
      [100, 180],
      [20, 100],
    ])
      expect(at(sectors, x, y)).to.be.closeTo(1, 0.01);
  });

  it('wrap around, so that what leaves on one side comes in on the other', () => {
    const corner = [[0.99, 0.98]] as const;
    expect(at(drawn([stroke(corner)]), 2, 2)).to.equal(0);
    const both = drawn([stroke(corner, { wrap: 'both ways' })]);
    for (const [x, y] of [
      [2, 2],
      [198, 2],
      [2, 198],
      [198, 198],
    ])
      expect(at(both, x, y)).to.be.closeTo(1, 0.02);
    const across = drawn([stroke(corner, { wrap: 'left and right' })]);
    expect(at(across, 2, 196)).to.be.closeTo(1, 0.02);
    expect(at(across, 2, 2)).to.equal(0);
  });

  it('are the same whether they come one by one, are changed in the middle, or all at once', () => {
    const strokes = [0.2, 0.4, 0.6, 0.8].map((y, number) =>
      stroke(
        [
          [0.1, y],
          [0.9, y],
        ],
        { number, value: 0.3 + 0.2 * number, soft: 0.5 },
      ),
    );
    const cutter = new Cutter(empty());
    const last = (list: DrawnStroke[]) => cutter.run(recipe(...list)).at(-1)?.raster.data;
    for (let k = 1; k <= strokes.length; k++) last(strokes.slice(0, k));
    const changed = strokes.map((one, k) => (k === 1 ? { ...one, sizePct: 20 } : one));
    expect(last(changed)).to.deep.equal(drawn(changed).data);
    expect(last(strokes)).to.deep.equal(drawn(strokes).data);
    expect(last([strokes[2], strokes[0]])).to.deep.equal(drawn([strokes[2], strokes[0]]).data);
  });

  it('keep their chance when strokes before them go', () => {
    const wide = wedge();
    wide.brush.coats[0].properties.across = {
      ...wide.brush.coats[0].properties.across,
      low: -200,
      high: 200,
      drivers: [{ by: 'chance', share: 1, curve: [], spread: 'even' }],
    } as never;
    const brushes = new Map([['wedge', wide]]);
    const second = stroke(ACROSS, { brush: 'wedge', number: 5, sizePct: 4 });
    const off = stroke([[0.05, 0.05]], { number: 2, sizePct: 2 });
    const alone = drawn([second], SIDE, brushes);
    const both = drawn([off, second], SIDE, brushes);
    for (let k = 30 * SIDE; k < alone.data.length; k++) expect(both.data[k]).to.equal(alone.data[k]);
  });

  it('leave out those whose brush is not here, and say so', () => {
    const { outcomes } = cutAll(empty(), recipe(stroke(ACROSS), stroke(DOT, { brush: 'gone', number: 1 })));
    expect(outcomes[1].facts).to.deep.equal({ missing: 'brush' });
    // and still say so once a later stroke draws itself alone
    const cutter = new Cutter(empty());
    const [gone, here] = [stroke(DOT, { brush: 'gone' }), stroke(ACROSS, { number: 1 })];
    cutter.run(recipe(gone));
    expect(cutter.run(recipe(gone, here))[1].facts).to.deep.equal({ missing: 'brush' });
  });

  it('name their brushes as materials of the recipe, and by other names where those change', () => {
    const made = recipe(stroke(ACROSS, { brush: 'a' }), stroke(DOT, { brush: 'b' }), stroke(DOT));
    expect(materialsNamed(made, 'brush')).to.deep.equal(['a', 'b']);
    expect(
      materialsNamed(
        withMaterials(made, (_, name) => `brushes/${name}.json`),
        'brush',
      ),
    ).to.deep.equal(['brushes/a.json', 'brushes/b.json']);
  });

  it('are refused with the place of what is wrong', () => {
    const wrong = (part: object) => () =>
      parseRecipe({ ...recipe(), steps: [{ step: 'draw', strokes: [{ points: [[0, 0, 1, 0, 0, 0]], ...part }] }] });
    expect(wrong({})).to.not.throw();
    expect(wrong({ points: [] })).to.throw(/steps\[0\]\.strokes\[0\]\.points/);
    expect(wrong({ sizePct: 0 })).to.throw(/sizePct/);
    expect(wrong({ glow: 1 })).to.throw(/strokes\[0\]\.glow is not known/);
  });

  it('tell how far they are, and end when they are told to', () => {
    const many = Array.from({ length: 40 }, (_, number) =>
      stroke([[(number % 10) / 10, number / 40]], { number, sizePct: 2 }),
    );
    const shares: number[] = [];
    new Cutter(empty(), undefined, (share) => shares.push(share)).run(recipe(...many));
    expect(shares).to.have.length(41);
    const stop = () => {
      throw new Error('stop');
    };
    expect(() => new Cutter(empty(), undefined, stop).run(recipe(...many))).to.throw('stop');
  });
});
