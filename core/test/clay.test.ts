import { cut, makeRecipe, makeStep, sculpted } from '@amber-stamp/core/cut';
import { castDown, rowOfStroke, Sculpture, strokeOfRow, type SculptStroke } from '@amber-stamp/core/relief';
import { encodeDisplacement, exrPicture } from '@amber-stamp/core/exr';
import { expect } from 'chai';
import { raster } from '../src/raster/raster.ts';
import { field } from './helpers/fields.ts';

const SIDE = 128;
const stroke = (more: Partial<SculptStroke> = {}): SculptStroke => ({
  tool: 'raise',
  radius: 0.15,
  strength: 0.8,
  mirror: 0,
  sectors: 1,
  places: [
    [0.4, 0.5, 1],
    [0.6, 0.5, 1],
  ],
  ...more,
});
const worked = (...strokes: SculptStroke[]): Sculpture => {
  const clay = new Sculpture(SIDE, 8);
  for (const one of strokes) clay.apply(one);
  return clay;
};
/** One of the three moves of a point, by its place in shares. */
const move = (clay: Sculpture, x: number, y: number, k = 2): number =>
  clay.moves[3 * (Math.floor(y * SIDE) * SIDE + Math.floor(x * SIDE)) + k];
/** How uneven a line from top to bottom through the middle is. */
const roughness = (clay: Sculpture): number => {
  let sum = 0;
  for (let y = 50; y < 78; y++) {
    const at = 3 * (y * SIDE + 64) + 2;
    sum += Math.abs(clay.moves[at] - clay.moves[at - 3 * SIDE]);
  }
  return sum;
};

describe('clay under a hand', () => {
  it('rises where it is raised, sinks where it is lowered, and nowhere else', () => {
    const up = worked(stroke());
    expect(move(up, 0.5, 0.5)).to.be.greaterThan(0.02);
    expect(move(up, 0.5, 0.2)).to.equal(0);
    expect(move(worked(stroke({ tool: 'lower' })), 0.5, 0.5)).to.be.lessThan(-0.02);
  });
  it('keeps its rim whatever the hand does there', () => {
    const clay = worked(stroke({ radius: 0.4, places: [[0.02, 0.5, 1]], strength: 1 }));
    for (let k = 0; k < SIDE; k++) {
      expect(clay.moves[3 * k * SIDE + 2]).to.equal(0);
      expect(clay.moves[3 * k + 2]).to.equal(0);
    }
    expect(move(clay, 0.12, 0.5)).to.be.greaterThan(0);
  });
  it('is the same at both sides of a mirror and in every sector', () => {
    const clay = worked(stroke({ mirror: 1, radius: 0.1, places: [[0.3, 0.42, 1]] }));
    expect(move(clay, 0.3, 0.42)).to.be.closeTo(move(clay, 0.699, 0.42), 1e-3);
    const five = worked(stroke({ sectors: 5, radius: 0.08, places: [[0.5, 0.25, 1]] }));
    const heights = Array.from({ length: 5 }, (_, k) => {
      const a = (2 * Math.PI * k) / 5;
      return move(five, 0.5 + 0.25 * Math.sin(a), 0.5 - 0.25 * Math.cos(a));
    });
    for (const h of heights) expect(h).to.be.closeTo(heights[0], heights[0] * 0.05);
    expect(heights[0]).to.be.greaterThan(0.003);
  });
  it('becomes a dome where many sectors meet in the middle, as high as one dab', () => {
    const one = worked(stroke({ radius: 0.2, places: [[0.5, 0.5, 1]] }));
    for (const away of [0, 0.01, 0.04]) {
      const dome = worked(stroke({ sectors: 64, radius: 0.2, places: [[0.5 + away, 0.5, 1]] }));
      const profile = [0, 0.05, 0.1, 0.15, 0.2].map((x) => move(dome, 0.5 + x, 0.5));
      expect(profile[0], `${away}`).to.be.within(0.8 * move(one, 0.5, 0.5), 1.1 * move(one, 0.5, 0.5));
      for (let k = 1; k < profile.length; k++) expect(profile[k], `${away}`).to.be.lessThan(profile[k - 1]);
    }
  });
  it('becomes smoother by smoothing and flatter by flattening, and scraping only takes away', () => {
    const ridges = [0.35, 0.45, 0.55, 0.65].map((y) =>
      stroke({
        radius: 0.04,
        places: [
          [0.3, y, 1],
          [0.7, y, 1],
        ],
      }),
    );
    const over = {
      radius: 0.25,
      strength: 1,
      places: [
        [0.35, 0.5, 1],
        [0.65, 0.5, 1],
      ] as const,
    };
    const before = worked(...ridges);
    for (const tool of ['smooth', 'flatten', 'scrape'] as const)
      expect(roughness(worked(...ridges, stroke({ tool, ...over }))), tool).to.be.lessThan(roughness(before) * 0.95);
    const scraped = worked(...ridges, stroke({ tool: 'scrape', ...over }));
    for (let i = 2; i < before.moves.length; i += 3) expect(scraped.moves[i]).to.be.at.most(before.moves[i] + 1e-7);
  });
  it('is drawn together by a pinch, and a crease presses in as well', () => {
    const pinched = worked(stroke({ tool: 'pinch', places: [[0.5, 0.5, 1]] }));
    expect(move(pinched, 0.43, 0.5, 0)).to.be.greaterThan(0);
    expect(move(pinched, 0.57, 0.5, 0)).to.be.lessThan(0);
    expect(move(pinched, 0.5, 0.5)).to.equal(0);
    expect(move(worked(stroke({ tool: 'crease' })), 0.5, 0.5)).to.be.lessThan(0);
  });
  it('goes along with a pull in all three directions, and a mirror pulls the other way', () => {
    const by = [0.1, 0.05, 0.2] as const;
    const clay = worked(stroke({ tool: 'pull', strength: 1, mirror: 1, radius: 0.12, places: [[0.3, 0.5, 1]], by }));
    [0.1, 0.05, 0.2].forEach((v, k) => expect(move(clay, 0.3, 0.5, k)).to.be.closeTo(v, 0.01));
    [-0.1, 0.05, 0.2].forEach((v, k) => expect(move(clay, 0.699, 0.5, k)).to.be.closeTo(v, 0.01));
  });
  it('takes the form of the tip that it is pressed with', () => {
    const tip = raster(64, 64);
    for (let y = 0; y < 64; y++) for (let x = 40; x < 64; x++) tip.data[y * 64 + x] = 1;
    const clay = new Sculpture(SIDE, 0);
    clay.apply(stroke({ places: [[0.5, 0.5, 1]] }), tip);
    expect(move(clay, 0.6, 0.5)).to.be.greaterThan(0);
    expect(move(clay, 0.4, 0.5)).to.equal(0);
  });
  it('is kept as rows of numbers that give the same strokes back', () => {
    for (const one of [
      stroke({ sectors: 7, mirror: 3 }),
      stroke({ tool: 'pull', places: [[0.2, 0.3, 1]], by: [0, 0.1, 0.2] }),
    ])
      expect(strokeOfRow(rowOfStroke(one))).to.deep.equal({ by: undefined, ...one });
  });
  it('comes out the same whether it is worked on stroke by stroke, at once, or with strokes taken back', () => {
    const rows = Array.from({ length: 15 }, (_, k) =>
      rowOfStroke(stroke({ tool: k % 3 === 0 ? 'smooth' : 'raise', places: [[0.2 + 0.04 * k, 0.5, 1]] })),
    );
    const clay = { side: 64, guardPct: 5, unit: 0.2 };
    const fresh = (count: number) => sculpted(raster(64, 64), clay, rows.slice(0, count), '', undefined);
    const flat = raster(64, 64);
    for (const count of [3, 15, 14, 7, 15])
      expect(sculpted(flat, clay, rows.slice(0, count), '', undefined), String(count)).to.deep.equal(fresh(count));
  });
});

describe('clay as a plate', () => {
  const recipe = (...strokes: SculptStroke[]) =>
    makeRecipe([
      makeStep('plain', { sidePx: SIDE }),
      makeStep('sculpt', { sidePx: SIDE, strokes: strokes.map(rowOfStroke) }),
    ]);
  const nothing = field(4, 4, () => 0.5);
  it('is its heights, straight down', () => {
    const up = stroke({ tool: 'pull', by: [0, 0, 0.1], strength: 1, places: [[0.5, 0.5, 1]] });
    const straight = worked(up);
    cut(nothing, recipe(up)).data.forEach((v, i) => expect(v).to.be.closeTo(straight.moves[3 * i + 2] / 0.2, 1e-6));
  });
  it('says how much hangs over and is lost', () => {
    const pull = stroke({ tool: 'pull', strength: 1, radius: 0.15, places: [[0.5, 0.5, 1]], by: [0.22, 0, 0.12] });
    const clay = worked(pull);
    const { heights, lostShare } = castDown(clay.moves, SIDE, 0.2);
    expect(lostShare).to.be.within(0.005, 0.2);
    expect(Math.max(...heights.data)).to.be.closeTo(0.6, 0.03);
    expect(castDown(worked(stroke()).moves, SIDE, 0.2).lostShare).to.equal(0);
  });
  it('with overhangs comes back from its file and is pressed again as it was', async () => {
    const { moves } = worked(
      stroke({ tool: 'pull', strength: 1, places: [[0.5, 0.5, 1]], by: [0.2, 0.05, 0.15] }),
      stroke(),
    );
    for (const [format, within] of [
      ['float', 0],
      ['half', 0.0002],
    ] as const) {
      const picture = exrPicture(await encodeDisplacement({ width: SIDE, height: SIDE }, moves, format), 'd.exr');
      picture.data.forEach((v, i) => expect(Math.abs(v - moves[i])).to.be.at.most(within));
      const again = cut(picture, makeRecipe([makeStep('displacement')]));
      const first = castDown(moves, SIDE, 0.2).heights;
      // along a torn fold a place may fall to either side
      const far = again.data.filter((v, i) => Math.abs(v - first.data[i]) > (format === 'float' ? 1e-6 : 0.01)).length;
      expect(far).to.be.at.most(format === 'float' ? 0 : SIDE);
    }
  });
  it('goes on from what stands there already', () => {
    const hill = field(SIDE, SIDE, (x, y) => Math.max(0, 1 - Math.hypot(x - 64, y - 64) / 40));
    const steps = [makeStep('heights', { base: 'typed', unit: 'file' })];
    const dented = cut(
      hill,
      makeRecipe([...steps, makeStep('sculpt', { sidePx: SIDE, strokes: [rowOfStroke(stroke({ tool: 'lower' }))] })]),
    );
    const middle = 64 * SIDE + 64;
    expect(dented.data[middle]).to.be.lessThan((hill.data as Float32Array)[middle] - 0.1);
    expect(dented.data[5]).to.be.closeTo(0, 1e-6);
  });
});
