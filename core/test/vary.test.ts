import { parseBrush } from '@amber-stamp/core/model';
import { dabsCsv, dabsOf, driverSilhouette, type DabTable } from '@amber-stamp/core/vary';
import { expect } from 'chai';
import fc from 'fast-check';
import { brushWith, straight } from './helpers/make.ts';

const LONG = straight(0, 20000, 0);
const list = (column: Float64Array | Uint8Array, table: DabTable): number[] =>
  Array.from(column.subarray(0, table.count));
const chance = (more: object = {}) => [{ by: 'chance', ...more }];

describe('dabs along a path', () => {
  for (const [spacing, step] of [
    [10, 6.4],
    [50, 32],
    [100, 64],
    [200, 128],
  ])
    it(`lie ${step} px apart at size 64 and spacing ${spacing}`, () => {
      const dabs = dabsOf(brushWith({ size: { rest: 64 }, spacing: { rest: spacing } }), 0, straight(40, 1560, 200), 0);
      const x = list(dabs.x, dabs);
      expect(x[0]).to.equal(40);
      for (let i = 1; i < x.length; i++) expect(x[i] - x[i - 1]).to.be.closeTo(step, 1e-9);
      expect(dabs.count).to.equal(Math.floor(1520 / step + 1e-9) + 1);
    });

  it('print one dab for one point, and one for each click in one place', () => {
    const brush = brushWith({});
    const click = straight(10, 10, 10).points[0];
    expect(dabsOf(brush, 0, { points: [click] }, 0).count).to.equal(1);
    expect(dabsOf(brush, 0, { points: [click, click, click] }, 0).count).to.equal(3);
  });

  it('are shifted across to the right of the way and along it, in percent of the size', () => {
    const dabs = dabsOf(
      brushWith({ size: { rest: 50 }, across: { rest: 20 }, along: { rest: 10 } }),
      0,
      straight(0, 100, 0),
      0,
    );
    expect([dabs.x[0], dabs.y[0]]).to.deep.equal([5, 10]);
  });

  it('come several to a step when the count says so, each with chances of its own', () => {
    const dabs = dabsOf(
      brushWith(
        { spacing: { rest: 100 }, across: { low: -50, high: 50, drivers: chance() } },
        {},
        { count: { rest: 3 } },
      ),
      0,
      straight(0, 640, 0),
      0,
    );
    expect(dabs.count).to.equal(33);
    expect(new Set(list(dabs.y, dabs)).size).to.equal(33);
  });

  it('follow the heading of the path', () => {
    const down = { points: [...straight(0, 0, 0).points.slice(0, 1), { ...straight(0, 0, 300).points[0], t: 100 }] };
    const dabs = dabsOf(brushWith({ angle: { rest: 5, follow: 'path' } }), 0, down, 0);
    expect(dabs.angleDeg[0]).to.be.closeTo(95, 1e-9);
  });

  it('are refused with a cure when there would be too many', () => {
    const brush = brushWith({ size: { rest: 1 }, spacing: { rest: 0.5 } });
    expect(() => dabsOf(brush, 0, straight(0, 90000, 0), 3)).to.throw(/raise the spacing/);
  });
});

describe('the property formula', () => {
  it('scales by low and high in percent of rest, and adds in units', () => {
    const p = [{ by: 'pressure' }];
    const brush = brushWith({
      size: { rest: 120, low: 50, high: 100, drivers: p },
      across: { rest: 2, low: -40, high: 40, drivers: p },
      spacing: { rest: 100 },
    });
    const at = (pressure: number) => {
      const t = dabsOf(brush, 0, { points: [{ ...straight(0, 0, 0).points[0], pressure }] }, 0);
      return [t.sizePx[0], t.y[0]];
    };
    expect(at(0)).to.deep.equal([60, (-38 / 100) * 60]);
    expect(at(1)).to.deep.equal([120, (42 / 100) * 120]);
    expect(at(0.5)[0]).to.equal(90);
  });

  it('holds the thickness of the smallest dab, or half of the way to it, as dabs grow', () => {
    const size = { rest: 80, low: 25, high: 100, drivers: [{ by: 'chance' }] };
    const thick = (holdThickness?: string) => {
      const { count, sizePx, aspectPct } = dabsOf(
        brushWith({ size }, {}, { holdThickness }),
        0,
        straight(0, 900, 0),
        0,
      );
      return Array.from({ length: count }, (_, i) => ({ size: sizePx[i], thick: (sizePx[i] * aspectPct[i]) / 100 }));
    };
    for (const dab of thick()) expect(dab.thick).to.be.closeTo(dab.size, 1e-9);
    for (const dab of thick('full')) expect(dab.thick).to.be.closeTo(20, 1e-9);
    for (const dab of thick('half')) expect(dab.thick).to.be.closeTo(Math.sqrt(20 * dab.size), 1e-9);
  });

  it('takes the share-weighted mean of several drivers', () => {
    const drivers = [
      { by: 'pressure', share: 0.75 },
      { by: 'progress', share: 0.25 },
    ];
    const t = dabsOf(
      brushWith({ size: { rest: 100, low: 0, high: 100, drivers } }),
      0,
      { points: [{ ...straight(0, 0, 0).points[0], pressure: 0.4 }] },
      0,
    );
    expect(t.sizePx[0]).to.be.closeTo(30, 1e-9);
  });

  it('rests at rest times high while nothing drives it, and at its neutral value while muted', () => {
    const one = straight(0, 0, 0);
    const still = dabsOf(brushWith({ size: { rest: 80, low: 10, high: 50 }, flow: { rest: 30 } }), 0, one, 0);
    expect([still.sizePx[0], still.flowPct[0]]).to.deep.equal([40, 30]);
    const muted = dabsOf(
      brushWith({ size: { rest: 80, low: 10, high: 50, muted: true }, flow: { rest: 30, muted: true } }),
      0,
      one,
      0,
    );
    expect([muted.sizePx[0], muted.flowPct[0]]).to.deep.equal([80, 100]);
  });

  it('never re-rolls one property when another changes', () => {
    const angle = { low: -180, high: 180, drivers: chance() };
    const a = dabsOf(brushWith({ angle }), 0, LONG, 0);
    const b = dabsOf(brushWith({ angle, flow: { low: 20, drivers: chance() }, mirrorX: { chance: 0.5 } }), 0, LONG, 0);
    expect(list(b.angleDeg, b)).to.deep.equal(list(a.angleDeg, a));
  });

  it('begins a longer stroke like the shorter one', () => {
    const brush = brushWith({
      angle: { low: -180, high: 180, drivers: chance({ spread: 'apart' }) },
      size: { rest: 50, low: 50, drivers: chance({ spread: 'drifting' }) },
    });
    const short = dabsOf(brush, 0, straight(0, 500, 0), 0);
    const long = dabsOf(brush, 0, straight(0, 900, 0), 0);
    expect(list(long.angleDeg, long).slice(0, short.count)).to.deep.equal(list(short.angleDeg, short));
  });

  it('gives other dabs for another seed, stroke or coat, and the same again for the same', () => {
    const make = (seed: number, stroke: number) => {
      const t = dabsOf(
        brushWith({ angle: { low: -180, high: 180, drivers: chance() } }, { seed }),
        0,
        straight(0, 300, 0),
        stroke,
      );
      return list(t.angleDeg, t).join();
    };
    expect(make(7, 0)).to.equal(make(7, 0));
    expect(new Set([make(7, 0), make(8, 0), make(7, 1)]).size).to.equal(3);
  });

  it('keeps every value between its two ends, whatever the ends are', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 400 }),
        fc.integer({ min: 0, max: 400 }),
        fc.constantFrom('even', 'centred', 'drifting', 'apart'),
        (low, high, spread) => {
          const t = dabsOf(
            brushWith({ size: { rest: 64 }, aspect: { rest: 50, low, high, drivers: chance({ spread }) } }),
            0,
            straight(0, 900, 0),
            0,
          );
          const [a, b] = [Math.min(low, high) / 2, Math.max(low, high) / 2];
          return list(t.aspectPct, t).every((v) => v >= a - 1e-9 && v <= b + 1e-9);
        },
      ),
      { numRuns: 60 },
    );
  });
});

describe('the spreads of chance', () => {
  const values = (driver: object) => {
    const t = dabsOf(
      brushWith({ size: { rest: 20 }, spacing: { rest: 20 }, angle: { low: 0, high: 1, drivers: chance(driver) } }),
      0,
      LONG,
      0,
    );
    return list(t.angleDeg, t);
  };
  const share = (v: number[], low: number, high: number) => v.filter((x) => x >= low && x < high).length / v.length;

  it('even fills every tenth of the range alike', () => {
    const v = values({});
    for (let k = 0; k < 10; k++) expect(share(v, k / 10, (k + 1) / 10)).to.be.closeTo(0.1, 0.02);
  });
  it('centred prefers the middle', () => {
    const v = values({ spread: 'centred' });
    expect(share(v, 0.4, 0.6)).to.be.greaterThan(2.5 * share(v, 0, 0.2));
  });
  it('drifting moves little from dab to dab', () => {
    const v = values({ spread: 'drifting', length: 20 });
    expect(Math.max(...v.slice(1).map((x, i) => Math.abs(x - v[i])))).to.be.lessThan(0.1);
    expect(Math.max(...v) - Math.min(...v)).to.be.greaterThan(0.8);
  });
  it('apart never comes close to its last values and still fills the range', () => {
    const v = values({ spread: 'apart', memory: 3 });
    for (let i = 3; i < v.length; i++)
      for (let k = 1; k <= 3; k++) expect(Math.abs(v[i] - v[i - k])).to.be.greaterThan(0.08);
    for (let k = 0; k < 10; k++) expect(share(v, k / 10, (k + 1) / 10)).to.be.closeTo(0.1, 0.03);
  });
});

describe('decks', () => {
  const cards = ['a', 'b', 'c'].map((plate) => ({ plate }));
  const dealt = (deck: object, pressure: readonly [number, number] = [0, 1]) => {
    const t = dabsOf(brushWith({}, {}, { deck: { cards, ...deck } }), 0, straight(0, 3000, 0, pressure), 0);
    return list(t.card, t);
  };
  it('in order, one after the other', () => {
    expect(dealt({ deal: 'in-order' }).slice(0, 7)).to.deep.equal([0, 1, 2, 0, 1, 2, 0]);
  });
  it('shuffled gives every card once before any returns, and never the same twice in a row', () => {
    const c = dealt({ deal: 'shuffled' });
    for (let i = 0; i + 3 <= c.length; i += 3) expect([...c.slice(i, i + 3)].sort()).to.deep.equal([0, 1, 2]);
    for (let i = 1; i < c.length; i++) expect(c[i]).to.not.equal(c[i - 1]);
  });
  it('by chance follows the weights', () => {
    const c = dealt({ deal: 'chance', cards: [{ plate: 'a', weight: 3 }, { plate: 'b' }] });
    expect(c.filter((x) => x === 0).length / c.length).to.be.closeTo(0.75, 0.08);
  });
  it('by pressure cuts the range into equal parts', () => {
    const c = dealt({ deal: 'pressure' });
    expect([c[0], c[Math.floor(c.length / 2)], c.at(-1)]).to.deep.equal([0, 1, 2]);
  });
  it('leave muted cards out', () => {
    expect(dealt({ deal: 'shuffled', cards: [{ plate: 'a', muted: true }, { plate: 'b' }] })).to.not.include(0);
  });
});

describe('the ends of a stroke', () => {
  it('taper size and opacity over their share of the length', () => {
    const taper = { lengthPct: 50, size: 0, opacity: 20 };
    const t = dabsOf(
      brushWith({ size: { rest: 40 }, spacing: { rest: 100 } }, { ends: { tail: taper } }),
      0,
      straight(0, 400, 0),
      0,
    );
    expect(t.sizePx[0]).to.equal(40);
    expect(t.sizePx[t.count - 1]).to.be.lessThan(6);
    expect(t.opacityPct[t.count - 1]).to.be.lessThan(35);
  });
});

describe('what is shown of drivers', () => {
  it('is flat for even chance, a hill for centred, and at the high end without a driver', () => {
    const brush = parseBrush({
      format: 'amber-stamp/brush',
      version: 1,
      coats: [
        {
          deck: { cards: [{ plate: 'p' }] },
          properties: { size: { drivers: chance() }, flow: { drivers: chance({ spread: 'centred' }) } },
        },
      ],
    });
    const { size, flow } = brush.coats[0].properties;
    expect(Math.min(...driverSilhouette(size.drivers))).to.be.greaterThan(0.6);
    const hill = driverSilhouette(flow.drivers);
    expect(hill[12]).to.be.greaterThan(3 * hill[1]);
    expect(driverSilhouette([]).at(-1)).to.equal(1);
  });
});

describe('the table of dabs as text', () => {
  it('has the columns of the contract and one row a dab', () => {
    const dabs = dabsOf(brushWith({}), 0, straight(0, 64, 0), 0);
    const lines = dabsCsv([{ stroke: 2, coat: 0, dabs }])
      .trim()
      .split('\n');
    expect(lines[0]).to.equal(
      'stroke,coat,dab,x,y,sizePx,angleDeg,aspectPct,mirrorX,mirrorY,opacityPct,flowPct,card,mixPct,hueDeg,saturationPct,lightnessPct,depthPct,thicknessPx',
    );
    expect(lines).to.have.length(dabs.count + 1);
    expect(lines[1]).to.equal('2,0,0,0,0,64,0,100,0,0,100,100,0,0,0,0,0,100,0');
  });
});
