import { derivedPlate, makeStep } from '@amber-stamp/core/cut';
import { InkEngine } from '@amber-stamp/core/ink';
import { makeNumbers, usualNumbers } from '@amber-stamp/core/make';
import { parseBrush } from '@amber-stamp/core/model';
import { meanEcho, measureStrip, standardStrips } from '@amber-stamp/core/prove';
import { toPlate, type Plate } from '@amber-stamp/core/raster';
import { expect } from 'chai';
import * as tips from './helpers/tips.ts';

const { tipFrom } = tips;
const engine = new InkEngine();
const chance = [{ by: 'chance', spread: 'even' }];
/** Points between neighbours of a walk that are a jump. */
const JUMP = 12;
const SEEDS = 2;
/** Plates of walks are small, since they are looked over anew at every step. */
const SIDE = 128;

const numbers = toPlate(makeNumbers({ ...usualNumbers(), softPct: 100, aspectPct: 35 }, SIDE));
const BRUSHES: Record<string, Plate> = {
  rough: tipFrom(tips.rough(11), SIDE),
  rich: tipFrom(tips.rich(31), SIDE),
  disc: tipFrom(tips.disc(), SIDE),
  ring: tipFrom(tips.without(tips.disc(0.76, 0.02), tips.disc(0.64, 0.02)), SIDE),
  specked: tipFrom(tips.added(tips.disc(0.5, 0.05), tips.spot(0.6, -0.55, 0.06)), SIDE),
  numbers,
};

type Rows = Record<string, object>;
const USUAL: Rows = {
  size: { rest: 64 },
  spacing: { rest: 30 },
  flow: { rest: 70 },
  angle: { follow: 'path', low: -20, high: 20, drivers: chance },
};

function echoOf(tip: Plate, rows: Rows, meet = 'build'): number {
  const brush = parseBrush({
    ...{ format: 'amber-stamp/brush', version: 1, seed: 5 },
    coats: [{ meet, deck: { cards: [{ plate: 'tip.png' }] }, properties: { ...USUAL, ...rows } }],
  });
  const strips = standardStrips(engine, brush, new Map([['tip.png', tip]]), { seeds: SEEDS });
  return meanEcho(strips.map(measureStrip)).echo;
}

/** A walk in small moves: where it goes, and what each of its places makes of a tip or of the rows. */
interface Walk {
  places: readonly number[];
  rows?: (v: number) => Rows;
  step?: (v: number) => ReturnType<typeof makeStep>;
}
const moved = (v: number) => ({ low: -v, high: v, drivers: chance });
const WALKS: Record<string, Walk> = {
  size: { places: [60, 61, 62], rows: (v) => ({ size: { rest: v } }) },
  'size by chance': { places: [80, 77, 74], rows: (v) => ({ size: { rest: 64, low: v, high: 100, drivers: chance } }) },
  spacing: { places: [28, 29, 30], rows: (v) => ({ spacing: { rest: v } }) },
  'spacing by chance': {
    places: [70, 73, 76],
    rows: (v) => ({ spacing: { rest: 30, low: v, high: 100, drivers: chance } }),
  },
  across: { places: [10, 12, 14], rows: (v) => ({ across: moved(v) }) },
  along: { places: [10, 12, 14], rows: (v) => ({ along: moved(v) }) },
  turn: { places: [26, 29, 32], rows: (v) => ({ angle: { follow: 'path', ...moved(v) } }) },
  angle: { places: [10, 13, 16], rows: (v) => ({ angle: { rest: v, follow: 'path' } }) },
  aspect: { places: [90, 87, 84], rows: (v) => ({ aspect: { rest: v } }) },
  flow: { places: [60, 64, 68], rows: (v) => ({ flow: { rest: v } }) },
  opacity: { places: [60, 65, 70], rows: (v) => ({ opacity: { rest: v } }) },
  mirrored: { places: [0.3, 0.34, 0.38], rows: (v) => ({ mirrorX: { chance: v } }) },
  smear: { places: [2, 3, 4], step: (v) => makeStep('smear', { lengthPct: v }) },
  'smear aslant': { places: [4, 5, 6], step: (v) => makeStep('smear', { lengthPct: v, angleDeg: 60 }) },
  blur: { places: [0.6, 0.8, 1], step: (v) => makeStep('blur', { radiusPct: v }) },
  soften: { places: [2, 2.4, 2.8], step: (v) => makeStep('soften', { radiusPct: v }) },
  tone: { places: [0, 4, 8], step: (v) => makeStep('tone', { contrastPct: v }) },
  levels: { places: [0, 1, 2], step: (v) => makeStep('levels', { blackPct: v }) },
  fade: { places: [8, 9, 10], step: (v) => makeStep('fade', { widthPct: v }) },
  wave: { places: [2, 2.5, 3], step: (v) => makeStep('wave', { amountPct: v }) },
};

describe('a small change makes a small change of the echo', () => {
  for (const [walk, { places, rows, step }] of Object.entries(WALKS))
    it(`along ${walk}`, () => {
      for (const [name, tip] of Object.entries(BRUSHES)) {
        const echoes = places.map((v) => echoOf(step ? derivedPlate(tip, [step(v)]) : tip, rows?.(v) ?? {}));
        const told = `${name}, ${places.join(' ')}: ${echoes.map((e) => e.toFixed(1)).join(' ')}`;
        for (let k = 1; k < echoes.length; k++) expect(Math.abs(echoes[k] - echoes[k - 1]), told).to.be.at.most(JUMP);
      }
    });

  it('along a smear of a soft ellipse that used to jump from nothing to more than a half', () => {
    const brushes: Rows[] = [{}, { spacing: { rest: 12 } }, { angle: { follow: 'path' } }];
    for (const rows of brushes) {
      const all = [0, 2, 4, 6, 10].map((v) =>
        echoOf(v === 0 ? numbers : derivedPlate(numbers, [makeStep('smear', { lengthPct: v })]), rows),
      );
      for (let k = 1; k < all.length; k++) expect(Math.abs(all[k] - all[k - 1]), all.join(' ')).to.be.at.most(JUMP);
    }
  });
});
