import { PROPERTY_NAMES } from '../src/model/properties.ts';
import { DRIVERS, PROPERTIES, type DriverName, type PenStroke } from '@amber-stamp/core/model';
import { dabsCsv, dabsOf } from '@amber-stamp/core/vary';
import { expect } from 'chai';
import { brushWith, straight } from './helpers/make.ts';

/** A hand that bends, hurries, leans and presses: 41 points. */
const lively: PenStroke = {
  points: Array.from({ length: 41 }, (_, k) => ({
    x: 10 * k,
    y: 200 + 60 * Math.sin(k / 6),
    t: k * k * 1.5 + k * 8,
    pressure: 0.2 + 0.6 * Math.abs(Math.sin(k / 9)),
    tiltX: 40 * Math.cos(k / 10),
    tiltY: 20,
    twist: (k * 9) % 360,
  })),
};

/** What each driver read when this was written: the flow of five dabs that it alone moves from 0 to 100. */
const READ: Record<DriverName, number[]> = {
  chance: [56.775, 50.288, 70.8, 4.457, 30.757],
  pressure: [20, 66.484, 77.4, 46.409, 52.282],
  tilt: [47.164, 36.381, 22.7, 38.068, 46.383],
  twist: [0, 19.945, 41.908, 60.422, 83.49],
  speed: [49.507, 10.734, 7.825, 4.895, 3.849],
  heading: [12.483, 3.872, 87.981, 91.148, 10.249],
  progress: [0, 20.385, 40.769, 61.154, 81.538],
  cycle: [0, 25, 50, 75, 0],
};

describe('what a driver reads', () => {
  for (const by of DRIVERS)
    it(`stays what it was: ${by}`, () => {
      const flow = { rest: 100, low: 0, high: 100, drivers: [{ by }] };
      const brush = brushWith({ size: { rest: 20 }, spacing: { rest: 100 }, flow }, { seed: 11 });
      const { count, flowPct } = dabsOf(brush, 0, lively, 0);
      expect(count).to.equal(25);
      [0, 5, 10, 15, 20].forEach((dab, k) => expect(flowPct[dab], `dab ${dab}`).to.be.closeTo(READ[by][k], 6e-4));
    });
});

describe('the table of dabs', () => {
  it('is told with a column for every property that a dab carries, the newest last', () => {
    const [head] = dabsCsv([]).split('\n');
    expect(head.split(',').at(-1)).to.equal('thicknessPx');
    for (const name of PROPERTY_NAMES) {
      const { column } = PROPERTIES[name];
      if (column) expect(head.split(','), name).to.include(column);
    }
  });

  it('holds what each property makes of itself in its own column', () => {
    for (const name of PROPERTY_NAMES) {
      const { column, restMin, restMax, kind } = PROPERTIES[name];
      if (!column) continue;
      const rest = Math.round(restMin + 0.4 * (restMax - restMin)) || 3;
      const dabs = dabsOf(brushWith({ [name]: { rest } }), 0, straight(0, 2000, 0), 0);
      expect(dabs[column][0], `${name}, ${kind}`).to.equal(rest);
      const [, first] = dabsCsv([{ stroke: 0, coat: 0, dabs }]).split('\n');
      const at = dabsCsv([]).trim().split(',').indexOf(column);
      expect(Number(first.split(',')[at]), name).to.equal(rest);
    }
  });
});
