import { InkEngine, printSheet } from '@amber-stamp/core/ink';
import { parseBrush, type PenStroke } from '@amber-stamp/core/model';
import { dabsOf } from '@amber-stamp/core/vary';
import { expect } from 'chai';
import { banded, bend, circle, covered, engine, even, plateOf, plates, ramp, waves } from './helpers/bands.ts';
import { sheetOf, straight } from './helpers/make.ts';

describe('a band', () => {
  it('lies along a straight stroke as its plate is, to a 255th', () => {
    const at = covered(banded({ fill: 'once' }), waves, 160, 80, straight(20, 140, 40));
    let off = 0;
    for (let y = 20; y < 60; y++)
      for (let x = 20; x < 140; x++)
        off = Math.max(off, Math.abs(at[y * 160 + x] - waves.data[(y - 20) * 120 + x - 20] / 65535));
    // the outermost pixels of both sides end half way
    expect(off).to.be.below(1 / 200);
    expect(at[10 * 160 + 80]).to.equal(0);
    expect(at[40 * 160 + 145]).to.equal(0);
  });

  it('covers the pixel in which it ends by as much of it as it reaches into', () => {
    const brush = banded({ fill: 'repeat' });
    const at = covered(
      brush,
      plateOf((_, v) => 0.5 + 0.5 * Math.sin(6.2832 * v), 8, 40),
      200,
      80,
      straight(20.3, 180, 40),
    );
    for (const y of [25, 30, 35]) expect(at[y * 200 + 20] / at[y * 200 + 60]).to.be.closeTo(0.7, 0.01);
    expect(at[30 * 200 + 19]).to.equal(0);
  });

  it('once is not longer than its plate, however long the stroke is', () => {
    const at = covered(banded({ fill: 'once' }), even, 400, 80, straight(20, 380, 40));
    expect(at[40 * 400 + 130]).to.be.above(0.99);
    expect(at[40 * 400 + 150]).to.equal(0);
  });

  it('stretched is drawn out to the stroke, its head and tail as they are', () => {
    const at = covered(banded({ fill: 'stretch', head: 25, tail: 25 }), ramp, 400, 80, straight(20, 380, 40));
    const along = (x: number) => at[40 * 400 + x];
    expect(along(20 + 15)).to.be.closeTo(0.125, 0.01);
    expect(along(200)).to.be.closeTo(0.5, 0.01);
    expect(along(380 - 15)).to.be.closeTo(0.875, 0.01);
  });

  it('repeats wholly: the last repeat is complete', () => {
    const { points } = straight(20, 20 + 2.4 * 120, 40);
    const at = covered(banded({ fill: 'repeat' }), ramp, 400, 80, { points });
    const ends = Array.from({ length: 288 }, (_, k) => at[40 * 400 + 20 + k]);
    const falls = ends.filter((v, k) => k > 0 && ends[k - 1] - v > 0.5).length;
    expect(falls).to.equal(1);
    expect(ends[286]).to.be.above(0.95);
  });

  it('turned about has every second repeat mirrored, so that all its ends meet', () => {
    const at = covered(banded({ fill: 'repeat', turnAbout: true }), ramp, 400, 80, straight(20, 380, 40));
    for (let x = 21; x < 380; x++) expect(Math.abs(at[40 * 400 + x] - at[40 * 400 + x - 1])).to.be.below(0.05);
  });

  it('has no crack and no wedge in a bend, wherever its inner side folds', () => {
    for (const r of [8, 14, 19, 40, 90]) {
      const at = covered(banded({ fill: 'repeat' }), even, 260, 260, circle(130, 130, r));
      for (let y = 0; y < 260; y++)
        for (let x = 0; x < 260; x++) {
          const off = Math.abs(Math.hypot(x + 0.5 - 130, y + 0.5 - 130) - r);
          if (off < 18.5) expect(at[y * 260 + x], `${r}: ${x}, ${y}`).to.be.above(0.98);
          if (off > 21.5) expect(at[y * 260 + x], `${r}: ${x}, ${y}`).to.equal(0);
        }
    }
  });

  /** An angle drawn from the left along y = 60, then at once down along x = 140; 40 px wide. */
  const angle: PenStroke = {
    points: [
      ...Array.from({ length: 13 }, (_, k) => bend(20 + 10 * k, 60, k * 8)),
      ...Array.from({ length: 13 }, (_, k) => bend(140, 70 + 10 * k, 104 + k * 8)),
    ],
  };

  it('bends round a corner, folds at it along a mitre, or is parted there into whole repeats', () => {
    const corner = (way: string, plate = even) =>
      covered(banded({ fill: 'repeat', corner: way }), plate, 200, 220, angle);
    // the outer point of the corner is 20 px to the right and above: round does not reach it
    const outer = 43 * 200 + 157;
    expect(corner('round')[outer]).to.equal(0);
    for (const way of ['folded', 'parted']) {
      const at = corner(way);
      expect(at[outer], way).to.be.above(0.9);
      for (let k = 2; k < 38; k++) expect(at[(42 + k) * 200 + 158 - k], `${way}, ${k} px along the mitre`).to.equal(1);
      expect(at[100 * 200 + 100], `${way}, inside`).to.equal(0);
    }
    // a plate that darkens along its length: 240 px are two repeats, of which parted lays one on each side
    const shades = (way: string) => [25, 80, 130].map((x) => corner(way, ramp)[60 * 200 + x]);
    expect(shades('parted')[0]).to.be.below(0.12);
    expect(shades('parted')[2]).to.be.above(0.75);
    expect(corner('parted', ramp)[180 * 200 + 140]).to.be.above(0.85);
  });

  it('folds a loop at the corner where it closes, and bends where the path only curves', () => {
    const side = (from: [number, number], to: [number, number]) =>
      Array.from({ length: 12 }, (_, k) =>
        bend(from[0] + ((to[0] - from[0]) * k) / 12, from[1] + ((to[1] - from[1]) * k) / 12),
      );
    const square: PenStroke = {
      points: [
        ...side([60, 60], [180, 60]),
        ...side([180, 60], [180, 180]),
        ...side([180, 180], [60, 180]),
        ...side([60, 180], [60, 60]),
        bend(60, 60),
      ].map((point, k) => ({ ...point, t: 8 * k })),
    };
    const at = covered(banded({ fill: 'repeat', corner: 'folded' }), even, 240, 240, square);
    for (const [x, y] of [
      [43, 43],
      [196, 43],
      [43, 196],
      [196, 196],
    ])
      expect(at[y * 240 + x], `${x}, ${y}`).to.be.above(0.9);
    const ring = (corner: string) => covered(banded({ fill: 'repeat', corner }), waves, 260, 260, circle(130, 130, 60));
    expect(ring('folded')).to.deep.equal(ring('round'));
  });

  it('whose loop closes has no seam where its plate tiles', () => {
    const tile = plateOf((u) => 0.5 + 0.5 * Math.sin(2 * Math.PI * u));
    const at = covered(banded({ fill: 'repeat' }), tile, 260, 260, circle(130, 130, 90));
    const ring = Array.from({ length: 720 }, (_, k) => {
      const a = (k / 720) * 2 * Math.PI;
      return at[Math.floor(130 + 90 * Math.sin(a)) * 260 + Math.floor(130 + 90 * Math.cos(a))];
    });
    const steps = ring.map((v, k) => Math.abs(v - ring[(k + 719) % 720]));
    expect(Math.max(steps[0], steps[1], steps[719])).to.be.at.most(Math.max(...steps.slice(20, 700)));
  });

  it('prints its plate once where it is only pressed', () => {
    const at = covered(banded({ fill: 'repeat' }), even, 200, 80, { points: [bend(100, 40)] });
    expect(at[40 * 200 + 45]).to.be.above(0.98);
    expect(at[40 * 200 + 155]).to.be.above(0.98);
    expect(at[40 * 200 + 36] + at[40 * 200 + 164]).to.equal(0);
    // a pen that trembled by less than can be measured was pressed too
    const trembled = { points: [bend(100, 40, 0), bend(100 + 1e-12, 40, 8)] };
    expect(covered(banded({ fill: 'repeat' }), even, 200, 80, trembled)).to.deep.equal(at);
  });

  it('narrows head and tail together where the stroke is shorter than both', () => {
    const at = covered(banded({ fill: 'repeat', head: 40, tail: 40 }), ramp, 120, 80, straight(20, 80, 40));
    const along = Array.from({ length: 58 }, (_, k) => at[40 * 120 + 21 + k]);
    expect(along[0]).to.be.below(0.1);
    expect(along[57]).to.be.above(0.9);
    for (let k = 1; k < along.length; k++) expect(along[k]).to.be.at.least(along[k - 1] - 0.01);
  });

  it('is laid in no more rows than its way is long, however short that is', () => {
    const rows = (px: number) => dabsOf(banded({}), 0, straight(0, px, 0), 0).count;
    expect([1e-200, 1e-12, 0.4, 10, 10.2, 250].map(rows)).to.deep.equal([2, 2, 2, 11, 12, 251]);
  });

  it('is as wide as its size says along the way, and as dark as opacity and flow say', () => {
    const size = { rest: 40, low: 25, high: 100, drivers: [{ by: 'pressure' }] };
    const at = covered(banded({ fill: 'repeat' }, size), even, 400, 80, straight(20, 380, 40, [0, 1]));
    const wide = (x: number) => Array.from({ length: 80 }, (_, y) => at[y * 400 + x]).reduce((sum, v) => sum + v, 0);
    expect(wide(30)).to.be.closeTo(10.8, 1);
    expect(wide(370)).to.be.closeTo(39.2, 1);
    const thin = banded(
      { fill: 'repeat' },
      { rest: 40 },
      { properties: { opacity: { rest: 80 }, flow: { rest: 50 } } },
    );
    expect(covered(thin, even, 400, 80, straight(20, 380, 40))[40 * 400 + 200]).to.be.closeTo(0.4, 0.005);
  });

  it('lies on a tilted sheet as on a floor: narrower where it runs across the tilt, closer along it', () => {
    const wide = (stroke: PenStroke, down: boolean) => {
      const brush = banded({ fill: 'repeat' }, { rest: 40 }, { floor: { tiltDeg: 60, directionDeg: 90 } });
      const at = covered(brush, even, 300, 300, stroke);
      return Array.from({ length: 300 }, (_, k) => at[down ? k * 300 + 150 : 150 * 300 + k]).reduce((a, v) => a + v, 0);
    };
    const upright: PenStroke = { points: Array.from({ length: 13 }, (_, k) => bend(150, 20 + 20 * k, 8 * k)) };
    // away from the eye the floor is half as long as it looks
    expect(wide(straight(20, 280, 150), true)).to.be.closeTo(20, 0.2);
    expect(wide(upright, false)).to.be.closeTo(40, 0.2);
    const stripes = (stroke: PenStroke, at: (k: number) => number) => {
      const brush = banded({ fill: 'repeat' }, { rest: 40 }, { floor: { tiltDeg: 60, directionDeg: 90 } });
      const line = covered(brush, ramp, 300, 300, stroke);
      return Array.from({ length: 230 }, (_, k) => line[at(k + 22)] - line[at(k + 23)]).filter((v) => v > 0.5).length;
    };
    expect(stripes(straight(20, 270, 150), (k) => 150 * 300 + k)).to.equal(1);
    expect(stripes(upright, (k) => k * 300 + 150)).to.equal(3);
  });

  it('is laid over itself where it crosses itself, as dabs are', () => {
    const cross: PenStroke = {
      points: [bend(20, 60, 0), bend(180, 60, 50), bend(180, 160, 90), bend(100, 160, 120), bend(100, 10, 200)],
    };
    const half = (coat: object) =>
      banded({ fill: 'repeat' }, { rest: 20 }, { properties: { flow: { rest: 50 } }, ...coat });
    expect(covered(half({}), even, 220, 200, cross)[60 * 220 + 100]).to.be.closeTo(0.75, 0.01);
    expect(covered(half({ crossing: 'even' }), even, 220, 200, cross)[60 * 220 + 100]).to.be.closeTo(0.5, 0.01);
  });

  it('in pieces comes from places along its plate, never near the last ones, and fades from one to the next', () => {
    const long = plateOf((u) => u, 600, 40);
    const at = covered(banded({ fill: 'pieces', overlap: 25 }), long, 900, 80, straight(20, 880, 40));
    const along = Array.from({ length: 850 }, (_, k) => at[40 * 900 + 25 + k]);
    const steps = along.slice(1).map((v, k) => Math.abs(v - along[k]));
    // a fade of a quarter of 80 px: no step, though the places jump
    expect(Math.max(...steps)).to.be.below(0.08);
    const middles = Array.from({ length: 12 }, (_, k) => along[40 + 60 * k]);
    for (let k = 1; k < middles.length; k++) expect(Math.abs(middles[k] - middles[k - 1])).to.be.above(0.03);
    expect(Math.max(...middles) - Math.min(...middles)).to.be.above(0.4);
  });

  it('in pieces comes otherwise on another stroke, and the same again on this one', () => {
    const brush = banded({ fill: 'pieces' });
    const long = plateOf((u) => u, 600, 40);
    const strokes = [straight(20, 380, 40), straight(20, 380, 120)];
    const at = covered(brush, long, 400, 160, ...strokes);
    const row = (y: number) => at.slice(y * 400 + 30, y * 400 + 370).join();
    expect(row(40)).not.to.equal(row(120));
    expect(covered(brush, long, 400, 160, ...strokes)).to.deep.equal(at);
  });

  it('dissolves pixel by pixel, as often as its flow says', () => {
    const brush = banded({}, { rest: 40 }, { meet: 'dissolve', properties: { flow: { rest: 30 } } });
    const at = covered(brush, even, 400, 80, straight(20, 380, 40));
    const inside = Array.from({ length: 300 * 30 }, (_, i) => at[(25 + Math.floor(i / 300)) * 400 + 50 + (i % 300)]);
    expect(new Set(inside)).to.deep.equal(new Set([0, 1]));
    expect(inside.filter((v) => v === 1).length / inside.length).to.be.closeTo(0.3, 0.03);
  });

  it('deals its cards repeat by repeat', () => {
    const brush = parseBrush({
      format: 'amber-stamp/brush',
      version: 1,
      coats: [
        { deck: { cards: [{ plate: 'full' }, { plate: 'half' }] }, band: {}, properties: { size: { rest: 40 } } },
      ],
    });
    const both = new Map([
      ['full', even],
      ['half', plateOf(() => 0.5)],
    ]);
    const px = printSheet(engine, { brush, plates: both }, sheetOf(400, 80, straight(20, 380, 40)), 'white');
    const at = (x: number) => 1 - px[4 * (40 * 400 + x)] / 255;
    expect([at(80), at(200), at(320)].map((v) => Math.round(10 * v) / 10)).to.deep.equal([1, 0.5, 1]);
  });

  it('is the same bytes again, and the same in both kernels', () => {
    const brush = banded({ fill: 'repeat', head: 10, tail: 10 }, { rest: 30 }, { grain: null });
    const strokes = sheetOf(260, 260, circle(130, 130, 90), straight(10, 250, 40));
    const bytes = (by: InkEngine) => Buffer.from(printSheet(by, { brush, plates: plates(waves) }, strokes, 'white'));
    expect(bytes(engine).equals(bytes(engine))).to.equal(true);
    expect(bytes(engine).equals(bytes(new InkEngine('plain')))).to.equal(true);
  });

  const taper = { rest: 70, low: 5, high: 100, drivers: [{ by: 'progress' }] };
  const half = { properties: { flow: { rest: 50 } } };
  const ways = {
    'stretched and narrowed': banded({ fill: 'stretch', head: 20, tail: 20 }, taper, half),
    'repeated end to end': banded({ fill: 'repeat' }, { rest: 24 }, half),
    'folded at corners': banded({ fill: 'repeat', corner: 'folded' }, { rest: 40 }, half),
    'parted at corners': banded({ fill: 'once', corner: 'parted' }, { rest: 40 }, half),
    'in pieces': banded({ fill: 'pieces', overlap: 30 }, { rest: 40 }, half),
    'laid by a rule': banded({ fill: 'repeat' }, { rest: 40 }, { ...half, meet: 'lighten' }),
    'in two inks': banded({ fill: 'repeat' }, taper, {
      ink: { colour: '#c03020', second: '#2040c0' },
      properties: { flow: { rest: 50 }, mix: { rest: 100, low: 0, drivers: [{ by: 'progress' }] } },
    }),
  };
  for (const [how, brush] of Object.entries(ways))
    it(`${how} is laid alike by both kernels, beyond tiles, over itself and beyond the sheet`, () => {
      const zigzag = { points: [bend(-20, 40, 0), bend(290, 60, 40), bend(20, 200, 80), bend(120, 20, 120)] };
      const strokes = sheetOf(300, 270, zigzag, circle(150, 160, 70), circle(240, 240, 12));
      const plate = plateOf((u, v) => 0.5 + 0.5 * Math.sin(40 * u + 9 * v), 301, 77);
      const bytes = (by: InkEngine) => Buffer.from(printSheet(by, { brush, plates: plates(plate) }, strokes, 'white'));
      const laid = bytes(engine);
      expect(laid.some((v) => v < 128)).to.equal(true);
      expect(laid.equals(bytes(new InkEngine('plain')))).to.equal(true);
    });

  it('is the same bytes where so large a sheet is laid part by part', () => {
    const brush = parseBrush({
      format: 'amber-stamp/brush',
      version: 1,
      coats: [
        {
          deck: { deal: 'chance', cards: [{ plate: 'waves' }, { plate: 'ramp' }] },
          band: { fill: 'repeat' },
          properties: { size: { rest: 60 }, flow: { rest: 50 } },
        },
      ],
    });
    const both = new Map([
      ['waves', waves],
      ['ramp', ramp],
    ]);
    const strokes = sheetOf(520, 780, circle(260, 390, 230), straight(10, 510, 400));
    const bytes = (by: InkEngine) => Buffer.from(printSheet(by, { brush, plates: both }, strokes, 'white'));
    const inParts = new InkEngine();
    inParts.layBand = (order) => InkEngine.prototype.layBand.call(inParts, order, 3);
    expect(bytes(inParts).equals(bytes(engine))).to.equal(true);
  });

  it('is drawn with chance once for each stroke, or wandering, and never row by row', () => {
    const chance = (spread: object) =>
      dabsOf(
        banded({}, { rest: 40, low: 20, high: 100, drivers: [{ by: 'chance', ...spread }] }),
        0,
        straight(0, 400, 0),
        0,
      );
    const { sizePx, count } = chance({});
    expect(new Set(sizePx.subarray(0, count)).size).to.equal(1);
    const drifting = chance({ spread: 'drifting', length: 2 });
    for (let i = 1; i < drifting.count; i++)
      expect(Math.abs(drifting.sizePx[i] - drifting.sizePx[i - 1])).to.be.below(1.5);
    expect(new Set(drifting.sizePx.subarray(0, drifting.count)).size).to.be.above(50);
  });

  it('with a head and a tail that leave no room is refused', () => {
    expect(() => banded({ head: 60, tail: 50 })).to.throw('must leave room');
  });
});
