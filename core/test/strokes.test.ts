import { nextNumber, parseBench } from '@amber-stamp/core/bench';
import { placementOf, putBack, cutAll, type RecipeStep } from '@amber-stamp/core/cut';
import { printSheet, InkEngine } from '@amber-stamp/core/ink';
import { grainSchema, parseStrokes, type PenStroke } from '@amber-stamp/core/model';
import { builtUpDabs, distanceTo, replayed, replayMoments, replayMs, straightened } from '@amber-stamp/core/path';
import { toPlate, type Picture } from '@amber-stamp/core/raster';
import { dabsOf, sweepNamed, sweepValues, swept, SWEEPS, widthAt } from '@amber-stamp/core/vary';
import { expect } from 'chai';
import { makeStep } from '../src/cut/recipe.ts';
import { PROPERTY_NAMES } from '../src/model/properties.ts';
import { brushWith, straight } from './helpers/make.ts';

const brush = brushWith({ size: { rest: 20 }, spacing: { rest: 25 } });
const sizes = (stroke: PenStroke) => {
  const { sizePx, x, count } = dabsOf(brush, 0, stroke, 0);
  return Array.from({ length: count }, (_, i) => [x[i], sizePx[i]] as const);
};

describe('the width profile of a stroke', () => {
  const wide: PenStroke = {
    ...straight(0, 100, 0),
    width: [
      [0, 50],
      [0.5, 200],
      [1, 100],
    ],
  };
  it('multiplies the size along the way, straight between its points', () => {
    for (const [x, size] of sizes(wide))
      expect(size).to.be.closeTo((20 * widthAt(wide.width ?? [], x / 100)) / 100, 1e-9);
    expect(sizes(wide)[0][1]).to.equal(10);
  });
  it('leaves a stroke without one as it was drawn, and one of 100 % too', () => {
    expect(
      sizes({
        ...straight(0, 100, 0),
        width: [
          [0, 100],
          [1, 100],
        ],
      }),
    ).to.deep.equal(sizes(straight(0, 100, 0)));
  });
  it('is level before its first and after its last point', () => {
    expect(
      widthAt(
        [
          [0.2, 30],
          [0.8, 70],
        ],
        0,
      ),
    ).to.equal(30);
    expect(
      widthAt(
        [
          [0.2, 30],
          [0.8, 70],
        ],
        1,
      ),
    ).to.equal(70);
    expect(widthAt([], 0.5)).to.equal(100);
  });
  it('is read from a file, and refused where its points do not rise', () => {
    const sheet = (width: unknown) => ({ width: 10, height: 10, strokes: [{ points: [{ x: 1, y: 1 }], width }] });
    expect(
      parseStrokes(
        sheet([
          [0, 50],
          [1, 120],
        ]),
      ).strokes[0].width,
    ).to.deep.equal([
      [0, 50],
      [1, 120],
    ]);
    for (const bad of [
      [
        [0.5, 50],
        [0.5, 60],
      ],
      [[0, -1]],
      [[0, 401]],
      [[2, 50]],
    ])
      expect(() => parseStrokes(sheet(bad))).to.throw(/rising share 0..1 and a percentage/);
  });
});

describe('a stroke under the hand', () => {
  const points = [0, 10, 20, 30].map((x, i) => ({
    ...straight(0, 0, 0).points[0],
    x,
    y: i % 2 === 0 ? 0 : 8,
    t: i * 10,
  }));
  it('made straight keeps its ends, its pressure and its times, and lies on one line', () => {
    const line = straightened(points);
    expect(line.map(({ t }) => t)).to.deep.equal([0, 10, 20, 30]);
    expect([line[0].x, line[3].x, line[3].y]).to.deep.equal([0, 30, 8]);
    for (const { x, y } of line) expect(y).to.be.closeTo((8 * x) / 30, 1e-9);
  });
  it('that did not move stays one place', () => {
    expect(straightened([points[0], points[0]]).map(({ x, y }) => [x, y])).to.deep.equal([
      [0, 0],
      [0, 0],
    ]);
  });
  it('is found by its distance from a place', () => {
    expect(distanceTo(straight(0, 100, 0), 50, 7)).to.equal(7);
    expect(distanceTo(straight(0, 100, 0), 103, 4)).to.equal(5);
  });
  it('is played again at its own speed, one stroke after another', () => {
    const strokes = [{ points }, { points: points.map((p) => ({ ...p, t: p.t + 500 })) }];
    expect(replayMs(strokes, 100)).to.equal(160);
    const shown = (ms: number) => replayed(strokes, ms, 100).map((s) => s.points.length);
    expect(shown(0)).to.deep.equal([1]);
    expect(shown(25)).to.deep.equal([3]);
    expect(shown(129)).to.deep.equal([4]);
    expect(shown(130)).to.deep.equal([4, 1]);
    expect(shown(160)).to.deep.equal([4, 4]);
  });
  it('is played step by step at the moments when its samples came', () => {
    const strokes = [{ points }, { points: points.map((p) => ({ ...p, t: p.t + 500 })) }];
    const moments = replayMoments(strokes, 100);
    expect(moments).to.have.length(8);
    expect(moments[0]).to.equal(0);
    expect(moments.at(-1)).to.equal(replayMs(strokes, 100));
    // at each moment there is one sample more than at the one before
    const samples = moments.map((ms) => replayed(strokes, ms, 100).reduce((sum, s) => sum + s.points.length, 0));
    expect(samples).to.deep.equal([1, 2, 3, 4, 5, 6, 7, 8]);
  });
  it('pressed in one place builds up, once more in every cell', () => {
    expect(builtUpDabs(4, 50).strokes.map(({ points: p }) => p.length)).to.deep.equal([1, 2, 3, 4]);
  });
});

describe('a ladder', () => {
  const coat = brush.coats[0];
  it('has rounded values from one end to the other', () => {
    const size = sweepNamed('size');
    if (!size) throw new Error('size can be swept');
    expect(sweepValues(size, 10, 25, 4)).to.deep.equal([10, 15, 20, 25]);
    expect(sweepValues(size, 10, 25, 1)).to.deep.equal([10]);
  });
  it('changes its setting in one coat alone, so that the dabs differ', () => {
    for (const sweep of SWEEPS.filter((s) => s.has(coat))) {
      const [from, to] = sweep.ends(coat);
      const [a, b] = [from, to].map((v) => swept(brush, 0, [[sweep, v]]));
      const table = (made: typeof brush) => JSON.stringify(Object.values(dabsOf(made, 0, straight(0, 200, 0), 0)));
      if (sweep.name === 'hue') expect(a, sweep.name).not.to.deep.equal(b);
      else expect(table(a), sweep.name).not.to.equal(table(b));
      expect(brush.coats[0]).to.deep.equal(coat);
    }
  });
  it('offers nothing for a grain or a second colour where there is none', () => {
    const missing = SWEEPS.filter((s) => !s.has(coat)).map((s) => s.name);
    expect(missing).to.deep.equal([
      'mix',
      'grain scale',
      'grain depth',
      'grain contrast',
      'grain brightness',
      'grain angle',
    ]);
  });
  it('can be made over every property', () => {
    const rich = structuredClone(coat);
    rich.ink.second = '#aa3311';
    rich.grain = grainSchema.cast({ plate: 'paper.png' }) as typeof rich.grain;
    const moved = new Set<string>();
    for (const sweep of SWEEPS.filter((s) => s.has(rich))) {
      const made = sweep.set(rich, sweep.ends(rich)[1]);
      for (const name of PROPERTY_NAMES)
        if (made.properties[name] !== rich.properties[name] || (name === 'depth' && made.grain !== rich.grain))
          moved.add(name);
    }
    expect(PROPERTY_NAMES.filter((name) => !moved.has(name))).to.deep.equal([]);
  });
});

describe('the place that a tip was cut from', () => {
  /** A picture with a dark block: x 60..84, y 20..36. */
  const picture: Picture = { width: 120, height: 80, channels: 1, data: new Uint8Array(9600).fill(255) };
  for (let y = 20; y < 36; y++) for (let x = 60; x < 84; x++) picture.data[y * 120 + x] = 0;
  /** Length of the block's outline on a sheet twice as large, px. */
  const outlinePx = 2 * 2 * (24 + 24);
  const placed = (...steps: RecipeStep[]) => {
    const recipe = { format: 'amber-stamp/recipe' as const, version: 1 as const, steps };
    const { outcomes } = cutAll(picture, recipe);
    return placementOf(
      picture,
      recipe,
      outcomes.map(({ facts }) => facts),
    );
  };
  const gray = makeStep('gray', { prints: 'dark' });
  const fit = makeStep('fit', { resolutionPx: 128, padPct: 0 });
  it('of a trimmed and fitted mark is the middle of the mark, as large as it was', () => {
    const place = placed(gray, makeStep('trim', {}), fit);
    expect(place?.x).to.be.closeTo(72, 0.01);
    expect(place?.y).to.be.closeTo(28, 0.2);
    expect((place?.scale ?? 0) * 128).to.be.closeTo(24, 0.01);
    expect(place?.angleDeg).to.equal(0);
  });
  it('is turned back, unmirrored and moved back where the recipe turned, mirrored and moved', () => {
    const place = placed(gray, makeStep('place', { angleDeg: 90, mirrorX: true, moveXPct: 10 }));
    // the plate is as large as the picture; what was in the middle now lies a tenth to the right
    expect(place?.mirrored).to.equal(true);
    expect([90, 270]).to.include(Math.round(place?.angleDeg ?? 0));
    expect(place?.x).to.be.closeTo(60, 0.01);
    expect(Math.abs((place?.y ?? 0) - 40)).to.be.closeTo(12, 0.01);
  });
  it('prints the mark again where it was, whatever the recipe did to it', () => {
    // a foot to one side, so that a mirrored mark is another
    const footed = { ...picture, data: picture.data.slice() };
    for (let y = 36; y < 44; y++) for (let x = 60; x < 66; x++) footed.data[y * 120 + x] = 0;
    const recipes: RecipeStep[][] = [
      [gray, makeStep('trim', {}), fit],
      [gray, makeStep('trim', {}), makeStep('fit', { resolutionPx: 96, padPct: 12 })],
      [gray, makeStep('place', { angleDeg: 30, scalePct: 80, moveXPct: -5 }), makeStep('trim', {}), fit],
      [gray, makeStep('place', { angleDeg: -75, mirrorX: true, moveYPct: 8 }), fit],
      [gray, makeStep('place', { mirrorY: true, scalePct: 120 }), makeStep('trim', {}), fit],
    ];
    for (const steps of recipes) {
      const recipe = { format: 'amber-stamp/recipe' as const, version: 1 as const, steps };
      const { raster, outcomes } = cutAll(footed, recipe);
      const place = placementOf(
        footed,
        recipe,
        outcomes.map(({ facts }) => facts),
      );
      if (!place) throw new Error('no step joins anything');
      const longer = Math.max(raster.width, raster.height);
      const made = putBack(brush, 'tip', longer, place, { scale: 2, left: 5, top: -3 });
      const sheet = { width: 260, height: 160, strokes: [made.stroke] };
      const bytes = printSheet(
        new InkEngine(),
        { brush: made.brush, plates: new Map([['tip', toPlate(raster)]]) },
        sheet,
        'white',
      );
      let apart = 0;
      for (let y = 0; y < 160; y++)
        for (let x = 0; x < 260; x++) {
          const [px, py] = [Math.floor((x - 5) / 2), Math.floor((y + 3) / 2)];
          const dark = px < 120 && py < 80 && footed.data[py * 120 + px] === 0;
          apart += Math.abs((255 - bytes[4 * (y * 260 + x)]) / 255 - (dark ? 1 : 0));
        }
      // the edge of the mark is soft by resampling: a fraction of a px all along it
      expect(apart / outlinePx, JSON.stringify(steps.map((s) => s.step))).to.be.below(1.3);
    }
  });
  it('is not known once a picture was joined anew', () => {
    expect(placed(gray, makeStep('tile', {}))).to.equal(undefined);
  });
  it('stays where a step that is off would have moved it', () => {
    expect(placed(gray, { ...makeStep('place', { angleDeg: 30 }), on: false })).to.deep.include({
      x: 60,
      y: 40,
      scale: 1,
    });
  });
});

describe('kept strokes and pins', () => {
  const body = { brush, plates: { tip: { sha256: 'a'.repeat(64) } } };
  const points = [{ x: 1, y: 2 }];
  it('of an older state get numbers, and its one pin becomes the first of several', () => {
    const bench = parseBench({ ...body, strokes: [{ points }, { points }], pin: { ...body, label: 'version 3' } });
    expect(bench.strokes.map(({ number }) => number)).to.deep.equal([16, 17]);
    expect(bench.pins).to.have.length(1);
    expect(bench.pins[0]).to.include({ label: 'version 3', echo: null, version: null });
    expect(parseBench({ ...body, pin: null }).pins).to.deep.equal([]);
  });
  it('keep the numbers that they have, and the next is new', () => {
    const bench = parseBench({
      ...body,
      strokes: [
        { points, number: 40 },
        { points, number: 18, away: true },
      ],
    });
    expect(bench.strokes.map(({ number }) => number)).to.deep.equal([40, 18]);
    expect(nextNumber(bench.strokes)).to.equal(41);
    expect(nextNumber([])).to.equal(16);
  });
  it('are read again as they were written', () => {
    const bench = parseBench({
      ...body,
      strokes: [{ points, number: 16, colour: '#204060', state: body, lie: { place: 'behind', layer: 'figure' } }],
      sheet: { ground: 'scene', lie: { blend: 'multiply', opacityPct: 40 } },
    });
    expect(parseBench(JSON.parse(JSON.stringify(bench)))).to.deep.equal(bench);
  });
  it('are refused on a ground or a layer that is not known', () => {
    expect(() => parseBench({ ...body, sheet: { ground: 'marble' } })).to.throw(/ground/);
    expect(() => parseBench({ ...body, sheet: { lie: { layer: 'cellar' } } })).to.throw(/layer/);
  });
});
