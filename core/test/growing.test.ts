import { groundColour, InkEngine, lightStrokes, SheetBytes, SheetSession } from '@amber-stamp/core/ink';
import { parseBrush, plainGrain, type Brush, type PenPoint } from '@amber-stamp/core/model';
import { LAMP } from '@amber-stamp/core/relief';
import { dabsOf } from '@amber-stamp/core/vary';
import { expect } from 'chai';
import { bristleTip, brushWith } from './helpers/make.ts';

const SIZE = { width: 560, height: 300 };
const plates = new Map([['tip', bristleTip(48)]]);
const rows = {
  size: { rest: 60, low: 40, drivers: [{ by: 'chance' }] },
  spacing: { rest: 25 },
  across: { low: -60, high: 60, drivers: [{ by: 'chance' }] },
  flow: { rest: 50 },
};
const grain = { ...plainGrain('tip'), scale: 60 };
const coat = (more: object) => ({ deck: { cards: [{ plate: 'tip' }] }, properties: rows, ...more });
const coats = (...all: object[]): Brush =>
  parseBrush({ format: 'amber-stamp/brush', version: 1, seed: 3, coats: all.map(coat) });

const BRUSHES: Readonly<Record<string, Brush>> = {
  'in one ink': brushWith(rows),
  'in colours of its dabs': brushWith(
    { ...rows, hue: { low: -90, high: 90, drivers: [{ by: 'chance' }] } },
    {},
    { ink: { colour: '#a04020' } },
  ),
  'through a grain on each dab': brushWith(rows, {}, { grain: { ...grain, appliesTo: 'dab', fixedTo: 'dab' } }),
  'through a grain on the stroke whose depth grows': brushWith(
    { ...rows, depth: { drivers: [{ by: 'progress' }] } },
    {},
    { grain },
  ),
  'that dissolves': brushWith(rows, {}, { meet: 'dissolve' }),
  'that stays even on crossings': brushWith(rows, {}, { crossing: 'even' }),
  'that stands out': brushWith({ ...rows, thickness: { rest: 12 } }),
  'with a coat that masks another': coats({}, { join: 'mask', meet: 'best' }),
  'that is a band': brushWith({ ...rows, size: { rest: 50 } }, {}, { band: { length: 100 } }),
  'that tapers at its end': brushWith({ ...rows, size: { rest: 60, drivers: [{ by: 'progress' }] } }),
};

/** A stroke under the hand: it goes on by a point each time, to and fro, and its last point is but expected. */
function* handed(): Generator<PenPoint[], void> {
  const place = (i: number) => ({ x: 40 + ((i * 53) % 480), y: 150 + 90 * Math.sin(i), t: 16 * i });
  const pen = { pressure: 0.6, tiltX: 0, tiltY: 0, twist: 0 };
  for (let n = 2; n < 14; n++) {
    const points = Array.from({ length: n }, (_, i) => ({ ...place(i), ...pen }));
    const expected = { ...points[n - 1], x: points[n - 1].x + 20, y: points[n - 1].y + 5, t: 16 * n };
    yield [...points, expected];
    // now and then it is lifted where it was expected to go on
    if (n % 4 === 0) yield points;
  }
}

const engine = new InkEngine();
function orderOf(brush: Brush, points: readonly PenPoint[]) {
  const under = { points: [...points], key: JSON.stringify(points) };
  const still = { points: [...points.slice(0, 1), { ...points[0], x: 300, y: 290 }], key: 'still' };
  return {
    brushes: [{ brush, plates, key: 'tip' }],
    strokes: [still, under].map((stroke, number) => ({
      ...{ key: stroke.key, number, brush: 0, away: false },
      dabs: (c: number) => dabsOf(brush, c, stroke, number),
    })),
    ...{ size: SIZE, zoom: 1, ground: 'white' as const, lit: true },
  };
}
const ground = groundColour('white');
const printed = { ground, size: SIZE, zoom: 1, lamp: LAMP, key: 'the same', lit: () => true };

/** The picture of an order as one that was never laid or printed before. */
function anew(order: ReturnType<typeof orderOf>): Uint8ClampedArray {
  const session = new SheetSession(engine);
  const laid = session.lay(order);
  const bytes = engine.toBytes(laid.prints, ground, SIZE);
  lightStrokes(engine, bytes, laid.strokes, { size: SIZE, zoom: 1, lamp: LAMP });
  session.clear();
  return bytes;
}

describe('a stroke that grows under the hand', () => {
  for (const [name, brush] of Object.entries(BRUSHES))
    it(`is at each moment what it would be if it were laid at once, with a brush ${name}`, () => {
      const session = new SheetSession(engine);
      const picture = new SheetBytes(engine);
      for (const points of handed()) {
        const order = orderOf(brush, points);
        const wanted = anew(order);
        const shown = picture.print(session.lay(order), printed);
        expect(
          shown.every((v, i) => v === wanted[i]),
          `${points.length} points`,
        ).to.equal(true);
      }
      session.clear();
      picture.clear();
    });

  it('lays only what is new and what still moves', () => {
    const session = new SheetSession(engine);
    const placed: number[] = [];
    const { place } = engine.kernel;
    engine.kernel.place = (entries, count, ...more) => {
      placed.push(count);
      place(entries, count, ...more);
    };
    const counts = [...handed()].map((points) => {
      placed.length = 0;
      const { dabs } = session.lay(orderOf(BRUSHES['in one ink'], points));
      return { dabs, laid: placed.reduce((sum, n) => sum + n, 0) };
    });
    engine.kernel.place = place;
    session.clear();
    const last = counts.at(-1);
    expect(last?.dabs).to.be.greaterThan(100);
    expect(last?.laid).to.be.lessThan(0.4 * (last?.dabs ?? 0));
  });

  for (const name of ['in one ink', 'that stands out', 'with a coat that masks another'])
    it(`is printed again only around what has changed of it, with a brush ${name}`, () => {
      const session = new SheetSession(engine);
      const picture = new SheetBytes(engine);
      const places = Array.from({ length: 12 }, (_, i) => ({
        ...{ x: 40 + 40 * i, y: 100, t: 16 * i },
        ...{ pressure: 0.6, tiltX: 0, tiltY: 0, twist: 0 },
      }));
      for (let n = 8; n < 11; n++) picture.print(session.lay(orderOf(BRUSHES[name], places.slice(0, n))), printed);
      // what nobody prints shows which parts were left as they were, in a tile that the end of the stroke lies in too
      const shown = picture.print(session.lay(orderOf(BRUSHES[name], places.slice(0, 11))), printed);
      const [left, behind] = [4 * (100 * SIZE.width + 60), 4 * (100 * SIZE.width + 280)];
      shown[left] = shown[behind] = 77;
      const again = picture.print(session.lay(orderOf(BRUSHES[name], places)), printed);
      expect([again[left], again[behind]]).to.deep.equal([77, 77]);
      const wanted = anew(orderOf(BRUSHES[name], places));
      const others = wanted.findIndex((v, i) => i !== left && i !== behind && v !== again[i]);
      expect(others).to.equal(-1);
      session.clear();
      picture.clear();
    });

  it('frees all that it no longer stands on', () => {
    const session = new SheetSession(engine);
    const grown = () => {
      for (const points of handed()) session.lay(orderOf(BRUSHES['that stands out'], points));
      session.clear();
    };
    grown();
    const used = engine.memory.usedBytes;
    grown();
    grown();
    expect(engine.memory.usedBytes).to.equal(used);
  });
});
