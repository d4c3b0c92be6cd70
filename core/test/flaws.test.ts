import { ANALYSIS_SIDE } from '../src/flaws/analysed-tip.ts';
import type { Echo } from '../src/prove/echo.ts';
import { flawsOf, placeOnPlate } from '@amber-stamp/core/flaws';
import { boxOnPlate, type GiveAway } from '@amber-stamp/core/prove';
import { expect } from 'chai';
import { echoWith } from './helpers/echoes.ts';
import * as tips from './helpers/tips.ts';

const { tipFrom } = tips;
const body = tips.disc(0.5, 0.05);

describe('give-aways', () => {
  it('are told with their place on the plate, at any resolution and with any empty border', () => {
    for (const side of [128, 256, 600]) {
      const plate = tipFrom(tips.added(body, tips.spot(0.6, -0.55, 0.06)), side);
      const [first] = flawsOf(plate);
      expect(first.what).to.equal('speck');
      const { x, y } = placeOnPlate(plate, first);
      expect([x, y], String(side)).to.satisfy(([a, b]: number[]) => Math.hypot(a - 0.8, b - 0.225) < 0.015);
      const box = boxOnPlate(plate, first);
      expect(box.w / side).to.be.within(0.03, 0.09);
    }
    const small: tips.Shape = (x, y) => tips.added(body, tips.spot(0.6, -0.55, 0.06))(x * 2.5, y * 2.5);
    const [first] = flawsOf(tipFrom(small, 512));
    expect(first.what).to.equal('speck');
    expect(placeOnPlate(tipFrom(small, 512), first).x).to.be.closeTo(0.5 + 0.3 / 2.5, 0.01);
  });
  it('of a clean disc are none', () => {
    expect(flawsOf(tipFrom(tips.disc())).filter((f) => f.salience > 0.1)).to.deep.equal([]);
  });
  it('beside a tip are found whether or not a frame or a faint square lies around it', () => {
    const around = Math.max;
    const frame: tips.Shape = (x, y) => (around(Math.abs(x), Math.abs(y)) > 0.985 ? 0.8 : 0);
    const faint: tips.Shape = (x, y) => (around(Math.abs(x), Math.abs(y)) < 0.97 ? 0.12 : 0);
    const speck = tips.added(body, tips.spot(0.6, -0.55, 0.06));
    for (const border of [frame, faint]) {
      const plate = tipFrom((x, y) => around(speck(x, y), border(x, y)));
      const flaws = flawsOf(plate);
      expect(flaws.map(({ what }) => what)).to.include.members(['border', 'speck']);
      const { x, y } = placeOnPlate(
        plate,
        flaws.find(({ what }) => what === 'speck')!,
      );
      expect([x, y], String(border)).to.satisfy(([a, b]: number[]) => Math.hypot(a - 0.8, b - 0.225) < 0.02);
    }
  });
  it('that are lines do not hide each other', () => {
    const line =
      (offset: number): tips.Shape =>
      (x, y) =>
        Math.abs(0.8 * x - 0.6 * y - offset) < 0.016 && tips.disc()(x, y) > 0.5 ? 1 : 0;
    const grained = tips.times(tips.rich(3), 0.7);
    const found = (...offsets: number[]) =>
      flawsOf(tipFrom(tips.added(grained, (x, y) => Math.max(...offsets.map((offset) => line(offset)(x, y)))))).filter(
        ({ what, salience }) => what === 'line' && salience > 0.3,
      ).length;
    expect(found(-0.3)).to.equal(1);
    expect(found(-0.3, 0.05)).to.equal(2);
    expect(found(-0.3, 0.05, 0.35)).to.equal(3);
  });
  it('that are five lines are all told; nine are a texture', () => {
    const ruled = (count: number) =>
      tips.added(tips.times(tips.rich(3), 0.6), (x, y) => {
        const row = ((0.8 * x - 0.6 * y + 0.6) / 1.2) * count;
        return row > 0 && row < count && Math.abs(row - Math.floor(row) - 0.5) < (0.016 * count) / 1.2 ? 1 : 0;
      });
    const lines = (count: number) =>
      flawsOf(tipFrom(ruled(count))).filter(({ what, salience }) => what === 'line' && salience > 0.3).length;
    expect(lines(5)).to.equal(5);
    expect(lines(9)).to.be.below(3);
  });
  it('that are bent lines are followed along their bends', () => {
    const course = (x: number) => 0.045 * Math.sin(x * 6);
    const bent: tips.Shape = (x, y) => (Math.abs(y - course(x)) < 0.016 && Math.abs(x) < 0.6 ? 1 : 0);
    const plate = tipFrom(tips.added(tips.times(tips.rich(3), 0.6), bent));
    const line = flawsOf(plate).find(({ what }) => what === 'line')!;
    expect(line.salience).to.be.above(0.5);
    let [on, covered] = [0, 0];
    line.mask.forEach((v, i) => {
      const [x, y] = [
        ((i % ANALYSIS_SIDE) + 0.5) / (ANALYSIS_SIDE / 2) - 1,
        (Math.floor(i / ANALYSIS_SIDE) + 0.5) / (ANALYSIS_SIDE / 2) - 1,
      ];
      if (bent(x, y) === 0) return;
      on++;
      covered += v;
    });
    expect(covered / on).to.be.above(0.7);
  });
  it('stand beside the light parts of a tip, too: those are a part of it', () => {
    const light: tips.Shape = (x, y) => (x > 0 ? 1 : 0.22) * tips.disc(0.6, 0.03)(x, y);
    const found = (shape: tips.Shape) => flawsOf(tipFrom(shape)).filter(({ salience }) => salience > 0.3);
    expect(found(light).filter(({ what }) => what === 'bump' || what === 'speck')).to.deep.equal([]);
    const [first] = found(tips.added(light, tips.times(tips.spot(-0.64, 0, 0.09), 0.6)));
    expect(first.what).to.equal('bump');
    expect(first.box.x1).to.be.below(60);
  });
  it('that are faint squares are seen again wherever no other tip lies over them', () => {
    const square: tips.Shape = (x, y) => (Math.max(Math.abs(x), Math.abs(y)) < 0.97 ? 0.12 : 0);
    for (const seed of [3, 8]) {
      const shape: tips.Shape = (x, y) => Math.max(square(x, y), tips.rich(seed)(x, y));
      const [first] = echoWith([tipFrom(shape)], { spacing: 50, turn: 30 }).giveAways;
      expect(first.flaw.what).to.equal('border');
      expect(first.strength).to.be.above(30);
      expect(first.seen).to.be.above(20);
    }
  });
  it('that run on are recognised less once they are turned', () => {
    const line: tips.Shape = (x, y) => (Math.abs(0.6 * x - 0.8 * y) < 0.02 && tips.disc()(x, y) > 0.5 ? 1 : 0);
    const tip = tipFrom(tips.added(tips.times(tips.rich(3), 0.6), line));
    const strength = (turn: number) =>
      echoWith([tip], { spacing: 50, turn }).giveAways.find((g) => g.flaw.what === 'line')!.strength;
    expect(strength(180)).to.be.below(strength(5) - 20);
  });
  it('many drops are a splatter, and a few beside a body are specks', () => {
    const drops = (count: number, from: number, size: number): tips.Shape => {
      const spots = Array.from({ length: count }, (_, k) => {
        const [r, a] = [from + (0.9 - from) * (((k * 7) % 11) / 11), k * 2.399963];
        return tips.spot(r * Math.cos(a), r * Math.sin(a), size * (1 + ((k * 5) % 4)));
      });
      return (x, y) => Math.max(...spots.map((s) => s(x, y)));
    };
    const strongest = (shape: tips.Shape) =>
      Math.max(
        0,
        ...echoWith([tipFrom(shape)], { spacing: 25, turn: 10 })
          .giveAways.filter((g) => g.flaw.what === 'speck')
          .map((g) => g.strength),
      );
    expect(strongest(drops(38, 0, 0.02))).to.be.below(15);
    expect(strongest(tips.added(tips.disc(0.45, 0.04), drops(4, 0.62, 0.014)))).to.be.above(50);
  });
});

describe('what gives a stroke away comes back', () => {
  const speckOf = (echo: Echo): GiveAway => {
    const found = echo.giveAways.find(({ flaw }) => flaw.what === 'speck');
    if (!found) throw new Error('no speck gives it away');
    return found;
  };
  const speck = tipFrom(tips.added(body, tips.spot(0.6, -0.55, 0.06)));
  const plain = tipFrom(body);

  it('at every dab where there is one tip, as strongly at each as it is told', () => {
    const { lags, strength, dabs, seen } = speckOf(echoWith([speck], { spacing: 30 }));
    expect(seen).to.equal(dabs.length);
    expect(seen).to.be.above(50);
    for (const lag of lags) expect(lag).to.be.closeTo(strength / 100, 0.05);
  });

  it('at every second dab where two are dealt in order, and only its own dabs show it', () => {
    const { lags, card, dabs } = speckOf(echoWith([speck, plain], { spacing: 30, deal: 'in-order' }));
    expect(card).to.equal(0);
    expect(new Set(dabs.map((i) => i % 2)).size).to.equal(1);
    lags.slice(0, 12).forEach((lag, k) => (k % 2 === 0 ? expect(lag).to.be.below(0.02) : expect(lag).to.be.above(0.5)));
  });

  it('less plainly where each dab is turned another way, since it is never in the same place', () => {
    const still = speckOf(echoWith([speck], { spacing: 30 }));
    const turned = speckOf(echoWith([speck], { spacing: 30, turn: 180 }));
    turned.lags.forEach((lag, k) => expect(lag).to.be.below(still.lags[k]));
  });
});
