import { InkEngine } from '@amber-stamp/core/ink';
import { parseBrush } from '@amber-stamp/core/model';
import {
  beginFixes,
  byScore,
  fixesAfter,
  handOut,
  helps,
  keepsTexture,
  tryFix,
  type Fix,
  type TriedFix,
} from '@amber-stamp/core/prove';
import type { Plate } from '@amber-stamp/core/raster';
import { expect } from 'chai';
import { brushOf, type Strokes } from './helpers/echoes.ts';
import * as tips from './helpers/tips.ts';

const engine = new InkEngine();
const { tipFrom } = tips;
const specked = tipFrom(tips.added(tips.disc(0.5, 0.05), tips.spot(0.6, -0.55, 0.06)));
const solid = tipFrom(tips.disc(0.7, 0.1));

/** A grain with one dark spot: its tile is seen again wherever it lies on the sheet. */
function spotted(side: number): Plate {
  const data = Uint16Array.from({ length: side * side }, (_, i) =>
    Math.hypot((i % side) - side * 0.3, Math.floor(i / side) - side * 0.4) < side * 0.2 ? 39000 : 65535,
  );
  return { width: side, height: side, data };
}
const grained = (grain: object) => {
  const { brush, plates } = brushOf([solid], {
    spacing: 5,
    flow: 100,
    grain: { plate: 'tile.png', depth: { rest: 100 }, ...grain },
  });
  return { brush, plates: new Map([...plates, ['tile.png', spotted(64)]]) };
};
const fixesOf = (tipsOf: readonly Plate[], s: Strokes): Fix[] => {
  const { brush, plates } = brushOf(tipsOf, s);
  return beginFixes(engine, brush, plates).fixes;
};
const named = (fixes: readonly Fix[], words: string): Fix => {
  const found = fixes.find(({ what }) => what.includes(words));
  if (!found) throw new Error(`no fix is called ${words}`);
  return found;
};

describe('fixes of a grain', () => {
  it('are tried where it lies on the sheet, and moving it with the dab takes its echo away', () => {
    const { brush, plates } = grained({ fixedTo: 'sheet' });
    const { before, fixes } = beginFixes(engine, brush, plates);
    expect(before.echo).to.be.above(70);
    const moving = tryFix(engine, before, plates, named(fixes, 'grain moving with the dab'));
    expect(moving.echo).to.be.below(before.echo / 2);
    const larger = named(fixes, 'grain twice as large').brush.coats[0].grain;
    expect(larger?.scale).to.equal(2 * (brush.coats[0].grain?.scale ?? 0));
  });

  it('stay within what a grain may be', () => {
    const { brush, plates } = grained({ scale: 1000, angle: 170 });
    const { fixes } = beginFixes(engine, brush, plates);
    expect(named(fixes, 'twice as large').brush.coats[0].grain?.scale).to.equal(1600);
    expect(named(fixes, 'grain turned').brush.coats[0].grain?.angle).to.equal(-159);
    for (const { what, brush: fixed } of fixes) expect(() => parseBrush(fixed), what).not.to.throw();
  });

  it('are not offered for one that moves with the dab already, nor without a grain', () => {
    const { brush, plates } = grained({ fixedTo: 'dab', appliesTo: 'dab' });
    const all = [...beginFixes(engine, brush, plates).fixes, ...fixesOf([solid], { spacing: 5 })];
    expect(all.filter(({ what }) => what.includes('grain'))).to.deep.equal([]);
  });
});

describe('fixes that lay dabs nearer', () => {
  it('make each as much thinner as there are more of them, so that as much ink lies on the sheet', () => {
    const { spacing, flow } = named(fixesOf([solid], { spacing: 60, flow: 75 }), 'much nearer and thinner, turned')
      .brush.coats[0].properties;
    expect(spacing.rest).to.equal(5);
    // what twelve dabs let through is what the one did
    expect((1 - flow.rest / 100) ** (60 / 5)).to.be.closeTo(0.25, 0.005);
  });
  it('are not offered where dabs lie as near as can be', () => {
    expect(fixesOf([solid], { spacing: 4 }).some(({ what }) => what.includes('nearer'))).to.equal(false);
  });
  it('hide the outlines of dabs that overlap; where the strongest is kept, texture is kept too', () => {
    const { brush, plates } = brushOf([tipFrom(tips.rich(31))], { spacing: 40 });
    const { before, fixes } = beginFixes(engine, brush, plates);
    const [kept, thin] = [', the strongest kept', ' and thinner'].map((how) =>
      tryFix(engine, before, plates, named(fixes, `dabs nearer${how}, turned all round`)),
    );
    for (const { echo } of [kept, thin]) expect(echo).to.be.below(before.echo / 2);
    expect(keepsTexture(before, kept)).to.equal(true);
    // thin dabs over one another are paler than the material
    expect(thin.texture).to.be.below(kept.texture);
  });
});

describe('fixes in order', () => {
  it('stand behind when they cost more than a tenth of the texture, however far the echo falls', () => {
    const { brush, plates } = brushOf([specked], { spacing: 25 });
    const { before } = beginFixes(engine, brush, plates);
    const with_ = (what: string, score: number, texture: number): TriedFix => ({
      ...{ what, brush, derived: {}, echo: 0, look: 0, score, texture },
    });
    const base = { ...before, texture: 60 };
    const order = [with_('smear', 90, 20), with_('some', 10, 58), with_('more', 40, 56)].sort(byScore(base));
    expect(order.map(({ what }) => what)).to.deep.equal(['more', 'some', 'smear']);
  });
});

describe('fixes of what chance moves', () => {
  it('are brushes as the files of brushes may hold them', () => {
    for (const { what, brush } of fixesOf([specked, solid], { spacing: 25, turn: 90, size: 20, scatter: 10 }))
      expect(parseBrush(JSON.parse(JSON.stringify(brush))), what).to.deep.equal(brush);
  });
});

describe('each give-away by itself', () => {
  const { brush, plates } = brushOf([specked], { spacing: 12 });
  const { before, singles } = beginFixes(engine, brush, plates);

  it('is cured in a fix of its own, told by where it lies', () => {
    const [{ giveAway, fix }] = singles;
    expect(giveAway).to.deep.include({ coat: 0, card: 0 });
    expect(giveAway.place.what).to.equal('speck');
    expect(giveAway.place.x).to.be.closeTo(0.8, 0.02);
    expect(Object.values(fix.derived).map(({ base }) => base)).to.deep.equal(['tip 0.png']);
    expect(singles.length).to.be.within(1, 4);
  });
  it('helps or does not, as it is tried', () => {
    const [speck] = singles.map(({ fix }) => tryFix(engine, before, plates, fix));
    expect(helps(before, speck)).to.equal(true);
    expect(speck.echo).to.be.below(before.echo / 2);
  });
});

describe('fixes that are handed out', () => {
  const fix = (what: string, plates = 0): Fix => ({
    what,
    brush: brushOf([solid], { spacing: 25 }).brush,
    derived: Object.fromEntries(Array.from({ length: plates }, (_, k) => [`${what} ${k}`, { base: 'tip', steps: [] }])),
  });
  const all = [fix('a'), fix('b', 1), fix('c'), fix('d', 2), fix('e')];
  const taken = (next: (worker: number) => Fix | undefined, worker: number): string[] => {
    const names: string[] = [];
    for (let f = next(worker); f; f = next(worker)) names.push(f.what);
    return names;
  };

  it('go to one worker with new plates as soon as there is something to see, and to the others with them last', () => {
    expect(taken(handOut(all), 0)).to.deep.equal(['a', 'b', 'd', 'c', 'e']);
    expect(taken(handOut(all), 1)).to.deep.equal(['a', 'c', 'e', 'd', 'b']);
  });

  it('that the first worker has glanced at go to it before all others, and to the others last', () => {
    const glanced = ({ what }: Fix) => what === 'c' || what === 'e';
    expect(taken(handOut(all, glanced), 0)).to.deep.equal(['c', 'e', 'b', 'd', 'a']);
    expect(taken(handOut(all, glanced), 1)).to.deep.equal(['a', 'd', 'b', 'e', 'c']);
  });

  it('go to each worker once, whoever asks', () => {
    const next = handOut(all);
    const names = [0, 1, 1, 0, 1, 0, 1].map((worker) => next(worker)?.what);
    expect(names.slice(0, 5).sort()).to.deep.equal(['a', 'b', 'c', 'd', 'e']);
    expect(names.slice(5)).to.deep.equal([undefined, undefined]);
  });
});

describe('fixes after a fix', () => {
  const { brush, plates } = brushOf([specked], { spacing: 25 });
  const { before, fixes } = beginFixes(engine, brush, plates);
  const tried = fixes.map((fix) => tryFix(engine, before, plates, fix)).sort(byScore(before));
  const kind = (what: string): string => (/^dabs (much )?nearer/.test(what) ? 'nearer' : what.replace(/[\d.]+/g, ''));

  it('are of the kinds that helped by themselves, best first, and never that kind again', () => {
    const [first] = tried;
    const next = fixesAfter(engine, before, plates, first, tried).filter(({ what }) => !what.includes('still'));
    expect(next.length).to.be.within(1, 5);
    const helped = tried.filter((fix) => helps(before, fix)).map(({ what }) => kind(what));
    const kinds = next.map(({ what }) => kind(what.split('; ')[1]));
    for (const k of kinds) expect(helped).to.include(k);
    expect(kinds).to.not.include(kind(first.what));
    const ranks = kinds.map((k) => helped.indexOf(k));
    expect(ranks).to.deep.equal([...ranks].sort((a, b) => a - b));
  });

  it('lay dabs a little nearer still where they were laid nearer, for the look to allow or not', () => {
    const nearer = tried.find(({ what }) => what.startsWith('dabs nearer and thinner')) as TriedFix;
    const [still] = fixesAfter(engine, before, plates, nearer, tried);
    expect(still.what).to.equal(`${nearer.what}; dabs a little nearer still`);
    const [was, is] = [nearer, still].map((fix) => fix.brush.coats[0].properties);
    expect(is.spacing.rest).to.be.closeTo(0.78 * was.spacing.rest, 1e-9);
    expect(is.flow.rest).to.be.below(was.flow.rest);
  });

  it('say both, and keep the plates of the first', () => {
    const cured = tried.find(({ what }) => what === 'speck cured') as TriedFix;
    for (const { what, derived } of fixesAfter(engine, before, plates, cured, tried)) {
      expect(what).to.match(/^speck cured; /);
      expect(derived).to.include(cured.derived);
    }
  });

  it('are none where nothing helped', () => {
    const worse = tried.map((fix) => ({ ...fix, echo: before.echo }));
    expect(fixesAfter(engine, before, plates, tried[0], worse)).to.deep.equal([]);
  });
});
