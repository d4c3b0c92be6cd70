import { reshaped } from '../src/cut/relatives.ts';
import { cut, derivedPlate, makeRecipe, makeStep, RELATIVES } from '@amber-stamp/core/cut';
import { FLAWS, flawsOf, placeOnPlate, analysedTip } from '@amber-stamp/core/flaws';
import { InkEngine } from '@amber-stamp/core/ink';
import {
  beginFixes,
  borrowTip,
  heatOf,
  helps,
  lendTip,
  meanEcho,
  measureStrip,
  platesOfFix,
  standardStrips,
  STRIP_SIDE,
  combineFixes,
  tryFix,
  type TriedFix,
} from '@amber-stamp/core/prove';
import { checkBorder, fromPlate, toPlate, type Plate } from '@amber-stamp/core/raster';
import { expect } from 'chai';
import { cubeRoot, logTwo } from '../src/maths/roots.ts';
import { deviation, percentile, saturate } from '../src/maths/measures.ts';
import { lookApart, lookOf } from '../src/prove/look.ts';
import { normalised } from '../src/prove/seen.ts';
import { brushOf, echoWith } from './helpers/echoes.ts';
import * as tips from './helpers/tips.ts';

const { tipFrom } = tips;
const body = tips.disc(0.5, 0.05);
const specked = tipFrom(tips.added(body, tips.spot(0.6, -0.55, 0.06)));
const engine = new InkEngine();

/** The plate as a source that is cut by no step but these. */
const cutBy = (plate: Plate, ...steps: ReturnType<typeof makeStep>[]): Plate =>
  toPlate(
    cut(
      { width: plate.width, height: plate.height, channels: 1, data: plate.data },
      makeRecipe([makeStep('gray', { prints: 'light' }), ...steps]),
    ),
  );
const valueOf = (plate: Plate, x: number, y: number): number =>
  plate.data[Math.round(((y + 1) / 2) * plate.height) * plate.width + Math.round(((x + 1) / 2) * plate.width)] / 65535;

describe('the step that cures give-aways', () => {
  const speck = [FLAWS.indexOf('speck'), 0.8, 0.225];
  it('takes away what lies at the place, and leaves the rest as it was', () => {
    const healed = cutBy(specked, makeStep('heal', { places: [speck] }));
    expect(valueOf(specked, 0.6, -0.55)).to.equal(1);
    expect(valueOf(healed, 0.6, -0.55)).to.be.below(0.01);
    let changed = 0;
    for (let i = 0; i < healed.data.length; i++) if (Math.abs(healed.data[i] - specked.data[i]) > 300) changed++;
    expect(changed / healed.data.length).to.be.below(0.01);
  });
  it('does nothing without places, for another kind, or where nothing is near', () => {
    for (const places of [[], [[FLAWS.indexOf('hole'), 0.8, 0.225]], [[FLAWS.indexOf('speck'), 0.2, 0.8]]])
      expect(cutBy(specked, makeStep('heal', { places })).data).to.deep.equal(cutBy(specked).data);
  });
  it('brings the echo down by as much as the speck had brought', () => {
    const healed = cutBy(specked, makeStep('heal', { places: [speck] }));
    const [with_, without] = [specked, healed].map((tip) => echoWith([tip], { spacing: 12 }).echo);
    expect(without).to.be.below(with_ - 40);
  });
  it('fills a hole with what is around it', () => {
    const holed = tipFrom(tips.without(tips.times(tips.disc(), 0.6), tips.spot(0.2, 0.15, 0.1)));
    const [hole] = flawsOf(holed);
    expect(hole.what).to.equal('hole');
    const { x, y } = placeOnPlate(holed, hole);
    const filled = cutBy(holed, makeStep('heal', { places: [[FLAWS.indexOf('hole'), x, y]] }));
    expect(valueOf(holed, 0.2, 0.15)).to.be.below(0.01);
    expect(valueOf(filled, 0.2, 0.15)).to.be.within(0.5, 0.7);
  });
});

describe('a strip', () => {
  it('knows where its dabs lie: each shows its own tip there', () => {
    const marked = tipFrom(tips.added(tips.times(tips.disc(0.7), 0.2), tips.spot(0.4, -0.2, 0.1)));
    const { brush, plates } = brushOf([marked], { spacing: 120, turn: 180, mirror: true });
    const [strip] = standardStrips(engine, brush, plates, { seeds: 1 });
    const { dabs } = strip.coats[0];
    expect(dabs.count).to.be.above(10);
    for (let i = 1; i < dabs.count - 1; i++) {
      const [c, s] = [Math.cos(2 * Math.PI * dabs.turns[i]), Math.sin(2 * Math.PI * dabs.turns[i])];
      const [a, b] = [0.2 * dabs.across[i], -0.1 * dabs.down[i]];
      const [u, v] = [Math.round(dabs.u[i] + c * a - s * b), Math.round(dabs.v[i] + s * a + c * b)];
      expect(strip.image.data[v * strip.image.width + u]).to.be.above(0.7);
    }
    expect(strip.side).to.equal(STRIP_SIDE);
  });
  it('is hottest where the tip gives itself away', () => {
    const { brush, plates } = brushOf([specked], { spacing: 25 });
    const [strip] = standardStrips(engine, brush, plates, { seeds: 1 });
    const heat = heatOf(strip, 0, 0);
    if (!heat) throw new Error('no heat');
    const { left, top, side } = analysedTip(specked);
    const on = (share: number, from: number) => Math.floor(((share * specked.width - from) / side) * 64);
    const at = (x: number, y: number) => heat.data[on(y, top) * 64 + on(x, left)];
    expect(at(0.8, 0.225)).to.be.above(0.2);
    expect(at(0.8, 0.225)).to.be.above(3 * at(0.5, 0.5));
  });
});

describe('relatives of a tip', () => {
  it('are other tips of the same kind: as much ink, nothing at the frame, and other pixels', () => {
    const plate = tipFrom(tips.rich(31), 128);
    const ink = (p: Plate) => p.data.reduce((sum, v) => sum + v, 0) / p.data.length;
    for (const { name, steps } of RELATIVES)
      for (const seed of [7, 8, 30]) {
        const made = derivedPlate(plate, steps(seed));
        expect(ink(made) / ink(plate), `${name} ${seed}`).to.be.within(0.6, 1.6);
        expect(checkBorder(fromPlate(made)).verdict, `${name} ${seed}`).to.equal('clear');
        let apart = 0;
        for (let i = 0; i < made.data.length; i++) apart += Math.abs(made.data[i] - plate.data[i]);
        expect(apart / made.data.length / ink(plate), `${name} ${seed}`).to.be.above(0.15);
      }
  });
});

describe('a tip that is reshaped', () => {
  it('has another outline and other landmarks, about as much ink, and nothing at the frame', () => {
    const plate = tipFrom(tips.rich(31), 128);
    const ink = (p: Plate) => p.data.reduce((sum, v) => sum + v, 0) / p.data.length;
    const outside = (a: Plate, b: Plate) => a.data.reduce((n, v, i) => n + (v > 9000 && b.data[i] < 2000 ? 1 : 0), 0);
    for (const seed of [7, 8, 9]) {
      const made = derivedPlate(plate, reshaped(seed));
      expect(ink(made) / ink(plate), String(seed)).to.be.within(0.7, 1.4);
      expect(checkBorder(fromPlate(made)).verdict, String(seed)).to.equal('clear');
      expect(outside(made, plate) + outside(plate, made), String(seed)).to.be.above(0.02 * plate.data.length);
    }
  });
});

describe('what was found on a tip', () => {
  it('is lent to another worker as plain data, and measures and cures the same there', () => {
    const { brush, plates } = brushOf([specked], { spacing: 25 });
    const [strip] = standardStrips(engine, brush, plates, { seeds: 1 });
    const here = measureStrip(strip);
    const lent = structuredClone(lendTip(plates.get('tip 0.png') as Plate));
    if (!lent) throw new Error('not looked over');
    expect(lent.flaws[0].flaw.what).to.equal('speck');
    expect(valueOf(lent.without as Plate, 0.6, -0.55)).to.be.below(0.02);
    const there: Plate = structuredClone(specked);
    borrowTip(there, lent);
    const [other] = standardStrips(engine, brush, new Map([['tip 0.png', there]]), { seeds: 1 });
    expect(measureStrip(other).measures).to.deep.equal(here.measures);
    const [own, borrowed] = [specked, there].map((plate) => flawsOf(plate)[0].cure());
    expect(borrowed.keep).to.deep.equal(own.keep);
    expect(lendTip(structuredClone(specked))).to.equal(undefined);
  });
});

describe('fixes', () => {
  const { brush, plates } = brushOf([specked], { spacing: 12 });
  const begun = beginFixes(engine, brush, plates);
  let tried: TriedFix[] = [];
  before(() => {
    tried = begun.fixes.map((fix) => tryFix(engine, begun.before, plates, fix));
  });
  it('are at least ten, each with what is left of the echo and how far the look moves', () => {
    expect(tried.length).to.be.at.least(10);
    for (const { echo, look } of tried)
      expect([echo >= 0 && echo <= 100, look >= 0 && look < 5]).to.deep.equal([true, true]);
  });
  it('lead to a brush that really measures so', () => {
    const cured = tried.find(({ what }) => what === 'speck cured');
    if (!cured) throw new Error('not tried');
    expect(cured.echo).to.be.below(begun.before.echo - 40);
    expect(cured.look).to.be.below(0.1);
    const all = platesOfFix(plates, cured);
    expect([...all.keys()]).to.include('tip 0 cured.png');
    expect(cured.brush.coats[0].deck.cards[0].plate).to.equal('tip 0 cured.png');
  });
  it('are measured with the first seed, against the same seed of the brush as it was', () => {
    const known = standardStrips(engine, brush, plates, { seeds: 3 }).map(measureStrip);
    const { before: base } = beginFixes(engine, brush, plates, known);
    expect(base.echo).to.equal(meanEcho(known).echo);
    const same = tryFix(engine, base, plates, { what: 'nothing', brush, derived: {} });
    expect(same.echo).to.be.closeTo(base.echo, 1e-9);
    expect(same.texture).to.be.closeTo(base.texture, 1e-9);
    expect([same.look, helps(base, same)]).to.deep.equal([0, false]);
    const [some] = tried;
    const [strip] = standardStrips(engine, some.brush, platesOfFix(plates, some), { seeds: 1, nominal: base.nominal });
    const apart = measureStrip(strip).echo - known[0].echo;
    expect(tryFix(engine, base, plates, some).echo).to.be.closeTo(base.echo + apart, 1e-9);
  });
  it('together stay within the budget and halve the echo', async () => {
    const best = await combineFixes(begun.before, tried, 0.25, () => Promise.resolve([]));
    expect(best?.echo).to.be.below(begun.before.echo / 2);
    expect(best?.look).to.be.at.most(0.25);
    expect(await combineFixes({ ...begun.before, echo: 0.5 }, tried, 0.25, () => Promise.resolve([]))).to.equal(
      undefined,
    );
  });
  it('never turn freely what has a direction', () => {
    const long = tipFrom((x, y) => (Math.abs(y) < 0.15 && Math.abs(x) < 0.85 ? 1 : 0));
    const other = brushOf([long], { spacing: 50 });
    const names = beginFixes(engine, other.brush, other.plates).fixes.map(({ what }) => what);
    expect(names.some((what) => what.includes('all round'))).to.equal(false);
    expect(names).to.include('turned by up to 30 degrees, half mirrored');
  });
  it('a look is no distance from itself, little from another seed, and more from another size of dabs', () => {
    const looks = (s: object) => {
      const { brush: b, plates: p } = brushOf([specked], { spacing: 25, turn: 30, ...s });
      return lookOf(normalised(standardStrips(engine, b, p, { seeds: 1, nominal: 64 })[0]));
    };
    expect(lookApart(looks({}), looks({}))).to.equal(0);
    const seed = lookApart(looks({}), looks({ seed: 77 }));
    expect(seed).to.be.below(0.05);
    expect(lookApart(looks({}), looks({ sizePx: 40 }))).to.be.above(4 * seed);
  });
  it('a look forgives that the gaps between dabs close, but not that a row of hairs becomes a band', () => {
    const away = (tip: Plate, near: object) => {
      const [a, b] = [{ spacing: 90 }, { spacing: 8, flow: 20, ...near }].map((s) => {
        const { brush: one, plates: p } = brushOf([tip], s);
        return lookOf(normalised(standardStrips(engine, one, p, { seeds: 1, nominal: 64 })[0]));
      });
      return lookApart(a, b);
    };
    const hair = tipFrom((x, y) => (Math.abs(y) < 0.03 && Math.abs(x) < 0.8 ? 1 : 0));
    expect(away(tipFrom(tips.rich(3)), { turn: 180, spacing: 20, flow: 80, meet: 'best' })).to.be.below(0.25);
    expect(away(hair, { scatter: 30 })).to.be.above(1);
  });
});

describe('numbers under the echo', () => {
  it('roots and logarithms agree with those of the engine', () => {
    for (const x of [1e-9, 0.02, 0.5, 1, 2, 27, 12345.678]) {
      expect(cubeRoot(x)).to.be.closeTo(Math.cbrt(x), 1e-12 * Math.max(1, Math.cbrt(x)));
      expect(logTwo(x)).to.be.closeTo(Math.log2(x), 1e-12 * 40);
    }
    expect([cubeRoot(0), cubeRoot(-1)]).to.deep.equal([0, 0]);
  });
  it('shares and spreads are those of the textbook', () => {
    const values = Float32Array.from([4, 1, 3, 2, 5]);
    expect([0, 0.25, 0.5, 1].map((s) => percentile(values, s))).to.deep.equal([1, 2, 3, 5]);
    expect(percentile(values, 0.1)).to.be.closeTo(1.4, 1e-6);
    expect(percentile(new Float32Array(0), 0.5)).to.equal(0);
    expect(deviation([2, 4, 4, 4, 5, 5, 7, 9])).to.equal(2);
    expect([saturate(0), saturate(-3)]).to.deep.equal([0, 0]);
    expect(saturate(1)).to.be.closeTo(1 - Math.exp(-1), 1e-5);
  });
});
