import { InkEngine, printSheet, SheetSession, layOut, sheetOrder } from '@amber-stamp/core/ink';
import {
  brushSchema,
  parseBrush,
  PROPERTIES,
  PROPERTY_NAMES,
  type Brush,
  type PenPoint,
} from '@amber-stamp/core/model';
import type { Plate } from '@amber-stamp/core/raster';
import { dabsOf } from '@amber-stamp/core/vary';
import { DAB_COLUMNS } from '../src/vary/dab-table.ts';
import { expect } from 'chai';
import fc from 'fast-check';
import { anyDocument } from './helpers/any.ts';
import { bristleTip, sheetOf } from './helpers/make.ts';

const RUNS = { numRuns: 40, seed: 5, endOnFailure: true };

/** Any brush, tamed where it would lay more dabs than a test has time for. */
const anyBrush = anyDocument<Brush>(brushSchema).map((brush) => {
  const tame = structuredClone(brush);
  for (const coat of tame.coats) {
    const { size, spacing } = coat.properties;
    size.rest = 8 + (size.rest % 40);
    size.low = Math.max(40, size.low % 200);
    size.high = Math.max(40, size.high % 200);
    spacing.rest = Math.max(30, spacing.rest);
    spacing.low = spacing.high = 100;
    Object.assign(coat.count, { rest: 1 + Math.floor(coat.count.rest % 3), low: 100, high: 100 });
    coat.properties.across.rest %= 100;
    coat.properties.along.rest %= 100;
    for (const card of coat.deck.cards) {
      card.plate = 'tip';
      if (card.grain) card.grain.plate = 'tip';
    }
    if (coat.grain) coat.grain.plate = 'tip';
  }
  return parseBrush(tame);
});

const anyPoint: fc.Arbitrary<PenPoint> = fc.record({
  x: fc.double({ min: 0, max: 160, noNaN: true }),
  y: fc.double({ min: 0, max: 90, noNaN: true }),
  t: fc.nat(2000),
  pressure: fc.double({ min: 0, max: 1, noNaN: true }),
  tiltX: fc.double({ min: -80, max: 80, noNaN: true }),
  tiltY: fc.double({ min: -80, max: 80, noNaN: true }),
  twist: fc.double({ min: 0, max: 359, noNaN: true }),
});
const anyStroke = fc
  .array(anyPoint, { minLength: 1, maxLength: 8 })
  .map((points) => ({ points: [...points].sort((a, b) => a.t - b.t) }));

const same = (a: Uint8ClampedArray, b: Uint8ClampedArray): boolean =>
  Buffer.from(a.buffer).equals(Buffer.from(b.buffer));

const plates: ReadonlyMap<string, Plate> = new Map([['tip', bristleTip(32)]]);
const engine = new InkEngine();

/** What columns hold at most, whatever moves them. */
const WITHIN: Record<string, readonly [number, number] | undefined> = {
  sizePx: [0, Infinity],
  opacityPct: [0, 100],
  flowPct: [0, 100],
  mirrorX: [0, 1],
  mirrorY: [0, 1],
};

describe('any brush on any stroke', () => {
  it('lays dabs whose every number is one, and within what its property allows', () => {
    fc.assert(
      fc.property(anyBrush, anyStroke, (brush, stroke) => {
        brush.coats.forEach(({ deck }, c) => {
          const dabs = dabsOf(brush, c, stroke, 0);
          for (const name of DAB_COLUMNS) {
            const values = dabs[name].subarray(0, dabs.count);
            const [low, high] = name === 'card' ? [0, deck.cards.length - 1] : (WITHIN[name] ?? [-Infinity, Infinity]);
            const wrong = values.findIndex((v: number) => !Number.isFinite(v) || v < low || v > high);
            if (wrong >= 0) throw new Error(`${name} of dab ${wrong} is ${values[wrong]}`);
          }
        });
      }),
      RUNS,
    );
  });

  it('lays the same dabs again, and others for another seed only where chance moves anything', () => {
    const table = (brush: Brush, stroke: { points: PenPoint[] }) => {
      const dabs = dabsOf(brush, 0, stroke, 0);
      return JSON.stringify(DAB_COLUMNS.map((name) => dabs[name]));
    };
    fc.assert(
      fc.property(anyBrush, anyStroke, (brush, stroke) => {
        expect(table(brush, stroke)).to.equal(table(brush, stroke));
        const [coat] = brush.coats;
        const chance =
          [...PROPERTY_NAMES.map((name) => coat.properties[name]), coat.count].some(({ drivers }) =>
            drivers.some(({ by }) => by === 'chance'),
          ) ||
          coat.properties.mirrorX.chance > 0 ||
          coat.properties.mirrorY.chance > 0 ||
          coat.deck.cards.length > 1;
        if (!chance) expect(table({ ...brush, seed: brush.seed + 1 }, stroke)).to.equal(table(brush, stroke));
      }),
      RUNS,
    );
  });

  it('prints the same bytes again, opaque on paper', () => {
    fc.assert(
      fc.property(anyBrush, anyStroke, (brush, stroke) => {
        const strokes = sheetOf(160, 90, stroke);
        const first = printSheet(engine, { brush, plates }, strokes, 'white');
        expect(same(first, printSheet(engine, { brush, plates }, strokes, 'white'))).to.equal(true);
        for (let i = 3; i < first.length; i += 4) if (first[i] !== 255) throw new Error(`px ${i >> 2} is not opaque`);
      }),
      RUNS,
    );
  });

  it('leaves paper as it is where every coat is muted', () => {
    fc.assert(
      fc.property(anyBrush, anyStroke, (brush, stroke) => {
        const muted = { ...brush, coats: brush.coats.map((coat) => ({ ...coat, muted: true })) };
        const bytes = printSheet(engine, { brush: muted, plates }, sheetOf(160, 90, stroke), 'white');
        expect(bytes.every((v) => v === 255)).to.equal(true);
      }),
      { ...RUNS, numRuns: 15 },
    );
  });

  it('is laid once more by a session only where something of it changed', () => {
    fc.assert(
      fc.property(anyBrush, anyStroke, anyStroke, (brush, first, second) => {
        const session = new SheetSession(engine);
        const size = sheetOf(160, 90, first, second);
        const order = sheetOrder({ brush, plates }, layOut(brush, size), size, 'white');
        const bytes = () => {
          const { prints } = session.lay(order);
          return engine.toBytes(prints, [1, 1, 1], size);
        };
        const laid = bytes();
        expect(same(laid, bytes())).to.equal(true);
        session.clear();
      }),
      { ...RUNS, numRuns: 20 },
    );
  });
});

describe('the rest of every property', () => {
  for (const name of PROPERTY_NAMES)
    it(`is what its dabs have where nothing moves it: ${PROPERTIES[name].label}`, () => {
      const { column, restMin, restMax } = PROPERTIES[name];
      if (!column) return;
      fc.assert(
        fc.property(fc.double({ min: Math.max(restMin, 1), max: Math.min(restMax, 300), noNaN: true }), (rest) => {
          const properties = { [name]: { rest }, ...(name === 'size' ? {} : { size: { rest: 20 } }) };
          const brush = parseBrush({
            format: 'amber-stamp/brush',
            version: 1,
            coats: [{ deck: { cards: [{ plate: 'tip' }] }, properties }],
          });
          const points = [0, 100].map((x) => ({ x, y: 0, t: x, pressure: 0.5, tiltX: 0, tiltY: 0, twist: 0 }));
          const dabs = dabsOf(brush, 0, { points }, 0);
          for (let i = 0; i < dabs.count; i++) expect(dabs[column][i]).to.be.closeTo(rest, 1e-9);
        }),
        { ...RUNS, numRuns: 10 },
      );
    });
});
