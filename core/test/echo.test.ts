import type { PenStroke } from '@amber-stamp/core/model';
import type { Plate } from '@amber-stamp/core/raster';
import { expect } from 'chai';
import { echoAlong, echoWith } from './helpers/echoes.ts';
import * as tips from './helpers/tips.ts';

const { tipFrom } = tips;
const rough = tipFrom(tips.rough(11));
const rich = tipFrom(tips.rich(31));

/** A stroke from a function of 0..1. */
const drawn = (at: (t: number) => [number, number]): PenStroke => ({
  points: Array.from({ length: 81 }, (_, k) => {
    const [x, y] = at(k / 80);
    return { x, y, t: k * 20, pressure: 0.7, tiltX: 0, tiltY: 0, twist: 0 };
  }),
});

describe('the echo of one fixed tip', () => {
  it('is high with dabs side by side, falls as they blend, and is gone when they are dense', () => {
    const [whole, half, fifth, tenth, dense] = [100, 60, 20, 10, 5].map(
      (spacing) => echoWith([rough], { spacing }).echo,
    );
    expect(whole).to.be.above(half - 3);
    expect(half).to.be.at.least(fifth);
    expect(fifth).to.be.above(tenth + 40);
    expect(tenth).to.be.above(dense + 4);
    expect(dense).to.be.below(5);
  });
  it('is next to nothing for smooth discs that are laid densely', () => {
    const soft = tipFrom(tips.disc(0.5, 0.45));
    expect(echoWith([soft], { spacing: 5 }).echo).to.be.below(4);
    expect(echoWith([soft], { spacing: 20 }).echo).to.be.below(10);
    expect(echoWith([tipFrom(tips.disc())], { spacing: 5 }).echo).to.be.below(2);
  });
  it('tells the scallops of a hard disc at a quarter of its width, and the steps within a pale one', () => {
    expect(echoWith([tipFrom(tips.disc())], { spacing: 25 }).echo).to.be.within(20, 60);
    expect(echoWith([tipFrom(tips.times(tips.disc(), 0.5))], { spacing: 25, flow: 50 }).echo).to.be.above(60);
  });
  it('falls the further dabs are turned by chance', () => {
    const at = (turn: number) => echoWith([rich], { spacing: 25, turn }, turn ? 2 : 1).echo;
    const [fixed, ten, thirty, free] = [0, 10, 30, 180].map(at);
    expect(fixed).to.be.within(80, 100);
    expect(fixed).to.be.above(ten + 8);
    expect(ten).to.be.above(thirty + 12);
    expect(thirty).to.be.above(free + 5);
    expect(free).to.be.below(35);
  });
  it('stays high where dabs stand free or poke out, though they are turned, mirrored, sized or scattered', () => {
    const ring = tipFrom(tips.without(tips.disc(0.76, 0.02), tips.disc(0.66, 0.02)));
    expect(echoWith([ring], { spacing: 15, turn: 180, size: 50, scatter: 35, flow: 40 }, 2).echo).to.be.above(60);
    for (const tip of [rich, rough])
      expect(echoWith([tip], { spacing: 110, turn: 180, mirror: true }).echo).to.be.above(70);
  });
  it('stays where only the strongest of dabs that lie over each other is kept: parts of their outlines are not covered', () => {
    const soft = tips.tipFrom(tips.disc(0.35, 0.5));
    const dots = (spacing: number) => echoWith([soft], { spacing, scatter: 35, meet: 'best' }, 2).echo;
    expect(dots(40)).to.be.above(65);
    expect(dots(20)).to.be.above(45);
    expect(dots(6)).to.be.below(dots(20) - 20);
  });

  it('falls by mirroring and by scatter, once dabs lie close', () => {
    for (const tip of [rich, rough]) {
      const fixed = echoWith([tip], { spacing: 20 }).echo;
      for (const change of [{ mirror: true }, { scatter: 20 }])
        expect(echoWith([tip], { spacing: 20, ...change }, 2).echo, JSON.stringify(change)).to.be.below(fixed - 5);
      expect(echoWith([tip], { spacing: 20, mirror: true, scatter: 20, turn: 180 }, 2).echo).to.be.below(fixed - 40);
    }
  });
});

describe('the echo of a deck', () => {
  const familyOf = (shape: (seed: number) => tips.Shape, count: number): Plate[] =>
    Array.from({ length: count }, (_, k) => tipFrom(shape(31 + k), 128));
  const family = (count: number): Plate[] => familyOf(tips.rich, count);
  const eight = family(8);

  it('of two in order is above three shuffled, those above eight by chance, and all far above dense ones turned', () => {
    const two = echoWith(eight.slice(0, 2), { spacing: 50, deal: 'in-order' }).echo;
    const three = echoWith(eight.slice(0, 3), { spacing: 50, deal: 'shuffled' }, 2).echo;
    const many = echoWith(eight, { spacing: 50 }, 2).echo;
    const turned = echoWith(eight, { spacing: 50, turn: 180, size: 30 }, 2).echo;
    expect(two).to.be.above(three + 10);
    expect(three).to.be.above(many + 3);
    expect(turned).to.be.below(many - 5);
    expect(echoWith(eight, { spacing: 20, turn: 180 }, 2).echo).to.be.below(many - 30);
  });
  it('of eight is lower when each comes once before any returns than when they fall by chance', () => {
    const families = [eight, ...[tips.rough, tips.ragged].map((shape) => familyOf(shape, 8))];
    const falls = families.map((cards) => {
      const byChance = echoWith(cards, { spacing: 50 }, 6).echo;
      const shuffled = echoWith(cards, { spacing: 50, deal: 'shuffled' }, 6).echo;
      expect(shuffled).to.be.at.most(byChance + 1);
      return byChance - shuffled;
    });
    expect(falls.reduce((a, b) => a + b, 0) / falls.length).to.be.at.least(1);
  });
  it('of tips that never come back is far below that of one that does, and not nothing: their outlines are alike', () => {
    // the stroke ends before the first comes back
    const once = drawn((t) => [100 + 18 * 0.3 * 64 * t, 200]);
    const all = Array.from({ length: 18 }, (_, k) => tipFrom(tips.rich(31 + k), 96));
    const various = echoAlong(all, { spacing: 30, deal: 'in-order' }, once).echo;
    expect(various).to.be.below(50);
    expect(echoAlong([all[0]], { spacing: 30 }, once).echo).to.be.above(various + 40);
  });
});

describe('what stands out on a tip', () => {
  // soft, so that nothing but the flaw is seen in it
  const base = tips.times(tips.disc(0.5, 0.45), 0.5);
  const line = (turn: number): tips.Shape => {
    const [c, s] = [Math.cos(turn), Math.sin(turn)];
    return (x, y) => (Math.abs(s * x - c * y) < 0.02 ? 1 : 0);
  };
  const planted: [string, tips.Shape, string][] = [
    ['a dark fleck', tips.added(base, tips.spot(0.25, -0.2, 0.09)), 'dense patch'],
    ['a hole', tips.without(base, tips.spot(0.2, 0.15, 0.14)), 'hole'],
    ['a line across', tips.without(base, line(0.9), 0.9), 'line'],
    ['a bump', tips.added(base, tips.times(tips.spot(0.56, -0.56, 0.09), 0.5)), 'bump'],
  ];
  const clean = echoWith([tipFrom(base)], { spacing: 25, flow: 50 }).echo;
  for (const [name, shape, what] of planted)
    it(`${name} raises the echo and is named`, () => {
      const { echo, giveAways } = echoWith([tipFrom(shape)], { spacing: 25, flow: 50 });
      expect(echo).to.be.above(clean + 40);
      expect(giveAways.slice(0, 2).map(({ flaw }) => flaw.what)).to.include(what);
      expect(giveAways[0].seen).to.be.above(10);
    });
  it('a line along the path hardly counts: it is a streak, no repetition', () => {
    const along = tipFrom(tips.without(base, line(0), 0.9));
    expect(echoWith([along], { spacing: 25, flow: 50 }).echo).to.be.below(clean + 5);
  });
  it('a stray speck raises it by half the scale, and counts to the outline', () => {
    const small = tips.disc(0.5, 0.05);
    const stray = tipFrom(tips.added(small, tips.spot(0.6, -0.55, 0.06)));
    const before = echoWith([tipFrom(small)], { spacing: 12 });
    const after = echoWith([stray], { spacing: 12 });
    expect(after.echo).to.be.above(before.echo + 50);
    expect(after.outline).to.be.above(before.outline + 40);
    expect(after.giveAways[0].flaw.what).to.equal('speck');
  });
  it('a speck counts also where a tip is known again without it, however it is turned', () => {
    for (const seed of [3, 9, 27])
      for (const shape of [tips.rough(seed), tips.rich(seed)]) {
        const with_ = tips.added(shape, tips.spot(0.87 * Math.cos(seed), 0.87 * Math.sin(seed), 0.06));
        const [clean, flawed] = [shape, with_].map((s) =>
          echoWith([tipFrom(s)], { spacing: 25, turn: 180, size: 30 }, 2),
        );
        expect(flawed.echo, String(seed)).to.be.above(clean.echo + 1);
      }
  });
  it('a faint square does not hide the outline of the tip that stands on it', () => {
    const body = tips.ragged(5);
    const squared = tips.added(body, tips.times(tips.square(0.95), 0.12));
    const [clean, flawed] = [body, squared].map((s) => echoWith([tipFrom(s)], { spacing: 25, turn: 180, size: 30 }, 2));
    expect(flawed.echo).to.be.above(0.85 * clean.echo);
  });
  it('a square border on turned dabs does, and its feathered twin does not', () => {
    const feathered: tips.Shape = (x, y) => Math.max(0, Math.min(1, (0.95 - Math.hypot(x, y)) / 0.2));
    const square = echoWith([tipFrom(tips.square(0.98))], { spacing: 25, angle: 20 });
    const twin = echoWith([tipFrom(feathered)], { spacing: 25, angle: 20 });
    expect(square.echo).to.be.above(twin.echo + 12);
    expect(square.outline).to.be.above(twin.outline + 15);
    expect(square.giveAways[0].flaw.what).to.equal('border');
  });
});

describe('the echo of a grain', () => {
  const tile = (side: number, contrast: number): Plate => {
    const data = new Uint16Array(side * side);
    for (let i = 0; i < data.length; i++) {
      const [x, y] = [i % side, Math.floor(i / side)];
      const dark = Math.hypot(x - side * 0.3, y - side * 0.4) < side * 0.2;
      data[i] = Math.round(65535 * (1 - (dark ? contrast : 0)));
    }
    return { width: side, height: side, data };
  };
  const solid = tipFrom(tips.disc(0.7, 0.1));
  const with_ = (side: number, contrast: number, fixedTo = 'sheet') =>
    echoWith(
      [solid],
      { spacing: 5, flow: 100, grain: { plate: 'tile.png', depth: { rest: 100 }, fixedTo } },
      1,
      new Map([['tile.png', tile(side, contrast)]]),
    );
  it('whose tile is seen again and again is high, and the fainter the lower', () => {
    const [strong, less, faint] = [0.4, 0.08, 0.02].map((contrast) => with_(64, contrast).grain);
    expect(strong).to.be.above(80);
    expect(strong).to.be.above(less + 15);
    expect(less).to.be.above(faint + 10);
  });
  it('that is larger than the stroke, or not there, is none', () => {
    expect(with_(4096, 0.4).grain).to.be.below(2);
    expect(echoWith([solid], { spacing: 5, flow: 100 }).grain).to.equal(0);
  });
  it('leaves outline and inside as they are', () => {
    const plain = echoWith([solid], { spacing: 5, flow: 100 });
    const grained = with_(64, 0.4);
    expect(Math.abs(grained.inside - plain.inside)).to.be.below(3);
    expect(Math.abs(grained.outline - plain.outline)).to.be.below(3);
  });
});

describe('the echo does not depend on', () => {
  const s = { spacing: 40 };
  const usual = echoWith([rough], s).echo;
  it('how opaque the stroke is, how large, or which seed', () => {
    for (const change of [{ opacity: 40 }, { sizePx: 128 }, { sizePx: 23 }, { seed: 999 }])
      expect(echoWith([rough], { ...s, ...change }).echo, JSON.stringify(change)).to.be.closeTo(usual, 5);
  });
  it('whether the stroke runs straight, in an arc or in a wave', () => {
    const straight = echoAlong(
      [rough],
      s,
      drawn((t) => [100 + 1280 * t, 300]),
    ).echo;
    expect(straight).to.be.closeTo(usual, 5);
    const arc = drawn((t) => [700 - 500 * Math.cos(2.4 * t + 0.3), 700 - 500 * Math.sin(2.4 * t + 0.3)]);
    expect(echoAlong([rough], s, arc).echo).to.be.closeTo(straight, 7);
    const wave = drawn((t) => [100 + 1250 * t, 300 + 60 * Math.sin(7 * t)]);
    expect(echoAlong([rough], s, wave).echo).to.be.closeTo(straight, 7);
  });
});
