import { DRIVERS } from '@amber-stamp/core/model';
import { dabsOf } from '@amber-stamp/core/vary';
import { expect } from 'chai';
import type { Driver } from '../src/model/driver-schema.ts';
import { emptyPenColumns, makeReadings, repeatPenRow, type Column, type PenColumns } from '../src/vary/pen-columns.ts';
import { meanReading } from '../src/vary/reading.ts';
import { brushWith } from './helpers/make.ts';

const COUNT = 60;
/** Hands that change from dab to dab in everything. */
function someHands(): PenColumns {
  const hands = emptyPenColumns(900, COUNT);
  hands.count = COUNT;
  for (let i = 0; i < COUNT; i++) {
    hands.alongPx[i] = i * 15;
    hands.headingDeg[i] = i * 11;
    hands.pressure[i] = (i % 7) / 6;
    hands.tilt[i] = (i % 5) / 4;
    hands.twistDeg[i] = i * 23;
    hands.speed[i] = (i % 9) / 2;
    makeReadings(hands, i);
  }
  return hands;
}
const key = { seed: 4, stroke: 1, coat: 0, property: 3 };
const driver = (more: object): Driver =>
  ({ by: 'chance', share: 100, spread: 'even', per: 'dab', curve: [], ...more }) as unknown as Driver;
const bent = [
  [0, 1],
  [0.4, 0.2],
  [1, 0.7],
];

const together = (column: Column, hands: PenColumns): Float64Array => {
  const out = new Float64Array(COUNT);
  column(hands, 0, COUNT, out);
  return out;
};
const oneByOne = (column: Column, hands: PenColumns): Float64Array => {
  const out = new Float64Array(COUNT);
  for (let i = 0; i < COUNT; i++) column(hands, i, i + 1, out);
  return out;
};

describe('the readings of drivers', () => {
  const hands = someHands();
  const spreads = ['even', 'centred', 'drifting', 'apart'].map((spread) => driver({ spread }));
  const all: [string, Driver[]][] = [
    ...DRIVERS.map((by): [string, Driver[]] => [by, [driver({ by })]]),
    ...DRIVERS.map((by): [string, Driver[]] => [`${by} through a curve`, [driver({ by, curve: bent })]]),
    ...spreads.map((one): [string, Driver[]] => [`chance that is ${one.spread}`, [one]]),
    ['chance of the whole stroke', [driver({ per: 'stroke' })]],
    [
      'all of them, each with a share of its own',
      DRIVERS.map((by, k) => driver({ by, share: 10 + 5 * k, curve: k % 2 ? bent : [] })),
    ],
  ];
  for (const [what, drivers] of all)
    it(`are the same for dabs together and one by one: ${what}`, () => {
      const make = () => meanReading(drivers, key)!;
      const values = together(make(), hands);
      expect(Array.from(oneByOne(make(), hands))).to.deep.equal(Array.from(values));
      for (const v of values) expect(v).to.be.within(0, 1);
      if (drivers[0].per !== 'stroke') expect(new Set(values).size).to.be.greaterThan(2);
    });
  it('are none without a driver that has a share', () => {
    expect(meanReading([], key)).to.equal(undefined);
    expect(meanReading([driver({ share: 0 })], key)).to.equal(undefined);
  });
  it('are those of the same hand for all dabs of one place', () => {
    const some = someHands();
    repeatPenRow(some, 10, 14);
    for (const name of ['x', 'pressure', 'headingDeg', 'twist', 'alongPx'] as const)
      expect(new Set(some[name].subarray(10, 14)).size, name).to.equal(1);
    expect(some.alongPx[14]).to.equal(14 * 15);
  });
});

describe('the path of a stroke', () => {
  const points = Array.from({ length: 40 }, (_, i) => ({
    x: 20 + i * 10,
    y: 100 + (i % 2) * 4,
    t: i * 12,
    pressure: 0.5,
    tiltX: 0,
    tiltY: 0,
    twist: 0,
  }));
  const places = (steady: number) => {
    const dabs = dabsOf(brushWith({ size: { rest: 30 }, spacing: { rest: 30 } }, { steady }), 0, { points }, 0);
    return Array.from(dabs.y.subarray(0, dabs.count));
  };

  it('is smoothed anew for another steadiness, and comes back with it', () => {
    const plain = places(0);
    const steadier = places(60);
    // the ends keep their place
    const height = (ys: number[]) => {
      const middle = ys.slice(ys.length / 3, (2 * ys.length) / 3);
      return Math.max(...middle) - Math.min(...middle);
    };
    expect(height(steadier)).to.be.below(0.6 * height(plain));
    expect(places(0)).to.deep.equal(plain);
    expect(places(60)).to.deep.equal(steadier);
  });
});
