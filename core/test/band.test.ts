import { InkEngine, printSheet } from '@amber-stamp/core/ink';
import { parseBrush, type Brush, type PenStroke } from '@amber-stamp/core/model';
import type { Plate } from '@amber-stamp/core/raster';
import { dabsOf } from '@amber-stamp/core/vary';
import { expect } from 'chai';
import { bandLevel, valueOn } from '../src/ink/band/band-level.ts';
import { spineOf } from '../src/ink/band/spine.ts';
import { unroll } from '../src/ink/band/unroll.ts';
import { brushWith, sheetOf, straight } from './helpers/make.ts';

/** A plate that darkens from left to right in stripes along it, 120 by 40 px. */
function plateOf(value: (u: number, v: number) => number, width = 120, height = 40): Plate {
  const data = new Uint16Array(width * height);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++)
      data[y * width + x] = Math.round(65535 * value((x + 0.5) / width, (y + 0.5) / height));
  return { width, height, data };
}
const waves = plateOf((u, v) => (0.5 + 0.5 * Math.sin(2 * Math.PI * 2 * u)) * (0.4 + 0.6 * v));
const even = plateOf(() => 1);
const ramp = plateOf((u) => u);
const plates = (plate: Plate) => new Map([['tip', plate]]);

const engine = new InkEngine();
const banded = (band: object, size: object = { rest: 40 }, coat: object = {}): Brush =>
  brushWith({ size, ...(coat as { properties?: object }).properties }, {}, { ...coat, band });
const bend = (x: number, y: number, t = 0) => ({ x, y, t, pressure: 0.5, tiltX: 0, tiltY: 0, twist: 0 });
const circle = (cx: number, cy: number, r: number): PenStroke => ({
  points: Array.from({ length: 73 }, (_, k) =>
    bend(cx + r * Math.cos((k / 72) * 2 * Math.PI), cy + r * Math.sin((k / 72) * 2 * Math.PI), k * 5),
  ),
});

/** How much each pixel is covered, 0..1. */
function covered(brush: Brush, plate: Plate, width: number, height: number, ...strokes: PenStroke[]): Float64Array {
  const px = printSheet(engine, { brush, plates: plates(plate) }, sheetOf(width, height, ...strokes), 'white');
  return Float64Array.from({ length: width * height }, (_, i) => 1 - px[4 * i] / 255);
}

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

/** The middle line of a stroke of one width as places one px apart, and how far each is along it. */
function middleLine(brush: Brush, stroke: PenStroke) {
  const { x, y, count } = dabsOf(brush, 0, stroke, 0);
  const s = new Float64Array(count);
  for (let i = 1; i < count; i++) s[i] = s[i - 1] + Math.hypot(x[i] - x[i - 1], y[i] - y[i - 1]);
  return { x, y, s, count };
}

/** The nearest place of a middle line to a pixel, by looking at all of it: how far along, how far off, on which side. */
function nearest({ x, y, s, count }: ReturnType<typeof middleLine>, px: number, py: number) {
  const best = { away: Infinity, along: 0, side: 1 };
  for (let i = 0; i + 1 < count; i++) {
    const [dx, dy] = [x[i + 1] - x[i], y[i + 1] - y[i]];
    const [qx, qy] = [px - x[i], py - y[i]];
    const t = Math.max(0, Math.min(1, (qx * dx + qy * dy) / (dx * dx + dy * dy)));
    const away = Math.hypot(qx - t * dx, qy - t * dy);
    if (away >= best.away) continue;
    Object.assign(best, { away, along: s[i] + t * (s[i + 1] - s[i]), side: dx * qy - dy * qx < 0 ? -1 : 1 });
  }
  return best;
}

describe('a band beside a reference in float64 that looks at the whole way for every pixel', () => {
  // as high as the band is wide, so that nothing is reduced; smooth, so that a place slightly off is seen as little off
  const soft = plateOf((u, v) => Math.sin(Math.PI * v) ** 2 * (0.5 + 0.5 * Math.sin(2 * Math.PI * u)), 120, 40);
  const winding: PenStroke = {
    points: Array.from({ length: 30 }, (_, k) => bend(30 + 8 * k, 100 + 45 * Math.sin(k / 4), 10 * k)),
  };
  const value = (u: number, v: number) => Math.sin(Math.PI * v) ** 2 * (0.5 + 0.5 * Math.sin(2 * Math.PI * u));

  it('is off by less than a 255th in the mean, and nowhere by more than a twentieth', () => {
    const brush = banded({ fill: 'repeat' });
    const line = middleLine(brush, winding);
    const total = line.s[line.count - 1];
    const repeats = Math.round(total / 120);
    const at = covered(brush, soft, 300, 200, winding);
    let [sum, most, count] = [0, 0, 0];
    for (let y = 0; y < 200; y++)
      for (let x = 0; x < 300; x++) {
        const { away, along, side } = nearest(line, x + 0.5, y + 0.5);
        // beyond both ends the nearest place is an end, where the band is cut straight
        if (away > 19.5 || along <= 0 || along >= total) continue;
        const off = Math.abs(at[y * 300 + x] - value((along / total) * repeats, 0.5 + (side * away) / 40));
        sum += off;
        most = Math.max(most, off);
        count++;
      }
    expect(count).to.be.above(9000);
    expect(sum / count).to.be.below(1 / 255);
    expect(most).to.be.below(1 / 20);
  });
});

describe('a plate along a band', () => {
  it('keeps its mean however far it is reduced, and tiles where it tiled', () => {
    for (const by of [1, 1.3, 2, 3.7, 9]) {
      const level = bandLevel(waves, by, by);
      const mean = level.data.reduce((sum, v) => sum + v, 0) / level.data.length;
      expect(mean).to.be.closeTo(waves.data.reduce((sum, v) => sum + v, 0) / 65535 / waves.data.length, 1e-4);
      expect(valueOn(level, 0, 0.5, true)).to.be.closeTo(valueOn(level, 1, 0.5, true), 1e-6);
    }
  });

  it('is nothing beyond its ends where it does not tile', () => {
    expect(valueOn(bandLevel(even, 1, 1), -0.1, 0.5, false)).to.equal(0);
    expect(valueOn(bandLevel(even, 1, 1), 0.5, 1.2, true)).to.equal(0);
  });

  it('comes as often as it fits best', () => {
    const band = { fill: 'repeat', turnAbout: false, head: 0, tail: 0, length: 100, overlap: 12 } as const;
    const dabs = (px: number) => dabsOf(banded({}), 0, straight(0, px, 0), 0);
    for (const [px, repeats] of [
      [40, 1],
      [170, 1],
      [190, 2],
      [360, 3],
    ])
      expect(unroll(band, spineOf(dabs(px), 1, 3), 3, () => 0).repeats, `${px} px`).to.equal(repeats);
  });
});
