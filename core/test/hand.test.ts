import { STRAIGHT } from '@amber-stamp/core/maths';
import { parseBrush, type Driver, type DriverName } from '@amber-stamp/core/model';
import { recordings, RECORDING_SIZE, settledWay, trialStrokes } from '@amber-stamp/core/path';
import { dabsOf, driverSilhouette, idleDrivers } from '@amber-stamp/core/vary';
import { expect } from 'chai';
import { chordEnd } from '../src/path/chord.ts';
import { steadied } from '../src/path/steady.ts';
import { smoothPath } from '../src/path/path.ts';
import { brushWith, straight } from './helpers/make.ts';

const by = (name: DriverName, more: Partial<Driver> = {}): Driver => ({ by: name, share: 1, curve: STRAIGHT, ...more });
const point = straight(0, 0, 0).points[0];

describe('recorded strokes', () => {
  it('lie in their box, move forward in time, and press between nothing and everything', () => {
    const all = recordings();
    expect(all.map((r) => r.name)).to.deep.equal(['swell', 'flick', 'hatching', 'scrawl', 'shading']);
    for (const { name, strokes } of all)
      for (const { points } of strokes)
        points.forEach((p, i) => {
          expect(p.x, name).to.be.within(0, RECORDING_SIZE.width);
          expect(p.y, name).to.be.within(0, RECORDING_SIZE.height);
          expect(p.pressure, name).to.be.within(0, 1);
          if (i > 0) expect(p.t, name).to.be.greaterThan(points[i - 1].t);
        });
  });
  it('tell what a mouse cannot: shading leans and turns the pen, flicks end fast', () => {
    const [, flick, , , shading] = recordings();
    const tilts = shading.strokes.flatMap((s) => s.points.map((p) => p.tiltX));
    expect(Math.max(...tilts) - Math.min(...tilts)).to.be.greaterThan(30);
    const { speed } = smoothPath(flick.strokes[0].points);
    expect(speed[speed.length - 2]).to.be.greaterThan(3 * speed[1]);
  });
});

describe('what a driver does on the strokes that are there', () => {
  const trial = trialStrokes().strokes;
  it('is nothing for tilt and twist while no pen leaned, and something once one did', () => {
    const drivers = [by('pressure'), by('tilt'), by('twist'), by('chance')];
    expect(idleDrivers(drivers, trial)).to.deep.equal(['tilt', 'twist']);
    const shaded = [...trial, ...recordings()[4].strokes];
    expect(idleDrivers(drivers, shaded)).to.deep.equal([]);
  });
  it('is nothing for pressure where every stroke is pressed alike', () => {
    expect(idleDrivers([by('pressure')], [straight(0, 100, 0), straight(0, 100, 50)])).to.deep.equal(['pressure']);
  });
  it('is drawn as the share of places between the two ends', () => {
    const rising = [straight(0, 400, 0, [0, 1])];
    const even = driverSilhouette([by('pressure')], 8, rising);
    expect(Math.min(...even)).to.be.greaterThan(0.9);
    const high = driverSilhouette([by('pressure')], 8, [straight(0, 400, 0, [0.9, 0.95])]);
    expect(high.indexOf(Math.max(...high))).to.equal(7);
    expect(high[0]).to.equal(0);
  });
});

describe('chance for a whole stroke', () => {
  const brush = (per: string) => brushWith({ size: { low: 20, drivers: [{ by: 'chance', per }] } });
  const sizes = (per: string, stroke: number) => {
    const dabs = dabsOf(brush(per), 0, straight(0, 800, 0), stroke);
    return [...dabs.sizePx.subarray(0, dabs.count)];
  };
  it('is one value in a stroke and another in the next', () => {
    expect(new Set(sizes('stroke', 0)).size).to.equal(1);
    expect(sizes('stroke', 0)[0]).to.not.equal(sizes('stroke', 1)[0]);
    expect(new Set(sizes('dab', 0)).size).to.be.greaterThan(10);
  });
  it('fills the range evenly over many strokes', () => {
    const values = Array.from({ length: 400 }, (_, k) => sizes('stroke', k)[0] / 64);
    const quarter = (q: number) => values.filter((v) => v >= 0.2 + 0.2 * q && v < 0.4 + 0.2 * q).length;
    for (let q = 0; q < 4; q++) expect(quarter(q)).to.be.within(70, 130);
  });
});

describe('decks dealt by chance and by hand', () => {
  const cards = ['a', 'b', 'c', 'd', 'e'].map((plate) => ({ plate }));
  const dealt = (deck: object, pressure: [number, number] = [0.5, 0.5]): number[] => {
    const brush = parseBrush({
      format: 'amber-stamp/brush',
      version: 1,
      seed: 5,
      coats: [{ deck: { cards, ...deck }, properties: { size: { rest: 10 }, spacing: { rest: 20 } } }],
    });
    const dabs = dabsOf(brush, 0, straight(0, 6000, 0, pressure), 0);
    return [...dabs.card.subarray(0, dabs.count)];
  };
  it('by chance follow their weights within three deviations', () => {
    const weighted = cards.map((card, k) => ({ ...card, weight: k === 2 ? 6 : 1 }));
    const row = dealt({ deal: 'chance', cards: weighted });
    const share = row.filter((c) => c === 2).length / row.length;
    expect(Math.abs(share - 0.6)).to.be.lessThan(3 * Math.sqrt(0.24 / row.length));
  });
  it('by pressure go from the first card to the last, softly where told', () => {
    const hard = dealt({ deal: 'pressure' }, [0, 1]);
    for (let k = 1; k < hard.length; k++) expect(hard[k]).to.be.at.least(hard[k - 1]);
    expect([hard[0], hard.at(-1)]).to.deep.equal([0, 4]);
    const soft = dealt({ deal: 'pressure', softness: 100 }, [0, 1]);
    expect(soft.filter((c, k) => k > 0 && c < soft[k - 1]).length).to.be.greaterThan(50);
    const far = soft.filter((c, k) => Math.abs(c - Math.floor((5 * k) / soft.length)) > 1);
    expect(far.length).to.equal(0);
  });
});

describe('chords', () => {
  const bent = smoothPath([
    { ...point, x: 0, y: 0 },
    { ...point, x: 100, y: 0, t: 10 },
    { ...point, x: 100, y: 100, t: 20 },
  ]);
  it('end where the way first is so far away, and nowhere beyond its end', () => {
    const end = chordEnd(bent, 0, 60);
    expect(end).to.be.closeTo(60, 1.5);
    expect(chordEnd(bent, 0, 1000)).to.equal(undefined);
    expect(chordEnd(bent, bent.lengthPx, 5)).to.equal(undefined);
  });
  it('are exact on a straight way from any place of it', () => {
    const line = smoothPath(straight(0, 300, 7).points);
    for (const s of [0, 13.5, 200]) expect(chordEnd(line, s, 42)).to.be.closeTo(s + 42, 1e-9);
  });
});

describe('tapers', () => {
  const sizes = (ends: object) => {
    const dabs = dabsOf(brushWith({ size: { rest: 20 }, spacing: { rest: 25 } }, { ends }), 0, straight(0, 1000, 0), 0);
    return Array.from({ length: dabs.count }, (_, i) => ({ x: dabs.x[i], size: dabs.sizePx[i] }));
  };
  it('reach over their share of the length and leave the rest alone', () => {
    const row = sizes({ head: { lengthPct: 20, size: 50 }, tail: { lengthPct: 30, size: 10 } });
    expect(row[0].size).to.be.closeTo(10, 1e-6);
    for (const { x, size } of row) {
      if (x > 200 && x < 700) expect(size).to.equal(20);
      if (x > 10 && x < 200) expect(size).to.be.within(10, 20);
    }
    expect(row.at(-1)?.size).to.be.lessThan(3);
  });
  it('reach over px or dabs, however long the stroke is; the longest counts', () => {
    const px = sizes({ head: { lengthPx: 100, size: 50 } });
    expect(px.filter(({ size }) => size < 20).every(({ x, size }) => x < 100 && size >= 10)).to.equal(true);
    expect(px.find(({ x }) => x > 45 && x < 55)?.size).to.be.closeTo(15, 0.6);
    // dabs that rest 5 px apart
    const dabs = sizes({ tail: { lengthDabs: 30, size: 0 } });
    for (const { x, size } of dabs) expect(size).to.be.closeTo(20 * Math.min(1, (1000 - x) / 150), 1e-6);
    const both = sizes({ head: { lengthPct: 30, lengthPx: 100, size: 0 } });
    expect(both).to.deep.equal(sizes({ head: { lengthPct: 30, size: 0 } }));
  });
  it('by px leave single dabs as they are', () => {
    const dot = { points: [straight(0, 1, 0).points[0]] };
    const brush = brushWith({ size: { rest: 20 } }, { ends: { head: { lengthPx: 100, size: 0 } } });
    expect(dabsOf(brush, 0, dot, 0).sizePx[0]).to.equal(20);
  });
  it('follow their curve', () => {
    const late = sizes({
      head: {
        lengthPct: 40,
        size: 0,
        curve: [
          [0, 0],
          [0.8, 0.1],
          [1, 1],
        ],
      },
    });
    const at = (x: number) => late.reduce((best, d) => (Math.abs(d.x - x) < Math.abs(best.x - x) ? d : best)).size;
    expect(at(200)).to.be.lessThan(3);
    expect(at(500)).to.equal(20);
  });
});

describe('a steady hand', () => {
  const shaky = Array.from({ length: 101 }, (_, i) => ({
    ...straight(0, 0, 0).points[0],
    x: i <= 50 ? i * 4 : 200,
    y: (i <= 50 ? 0 : (i - 50) * 4) + 3 * Math.sin(i * 2.1),
    t: i * 8,
  }));
  it('calms the way, keeps both ends and the corner', () => {
    const calm = steadied(shaky, 40);
    const wobble = (points: readonly { y: number }[]) => Math.max(...points.slice(10, 40).map((p) => Math.abs(p.y)));
    expect(wobble(calm)).to.be.lessThan(wobble(shaky) / 2);
    expect(calm[0]).to.equal(shaky[0]);
    expect(calm.at(-1)).to.equal(shaky.at(-1));
    expect(Math.min(...calm.map((p) => Math.hypot(p.x - 200, p.y)))).to.be.lessThan(8);
    expect(steadied(shaky, 0)).to.equal(shaky);
  });
  it('lays only what no further sample can move, and keeps a thread to the pen', () => {
    const early = settledWay(shaky.slice(0, 60), 40);
    const later = settledWay(shaky.slice(0, 90), 40);
    expect(early.settled.length).to.be.within(10, 59);
    expect(later.settled.length).to.be.above(early.settled.length);
    early.settled.forEach((p, i) =>
      expect(Math.hypot(p.x - later.settled[i].x, p.y - later.settled[i].y)).to.be.below(3),
    );
    expect(early.thread.at(-1)).to.equal(shaky[59]);
    expect(early.thread[0]).to.equal(early.settled.at(-1));
    expect(settledWay(shaky, 0)).to.deep.equal({ settled: shaky, thread: [] });
  });
});
