import { plainGrain, type Coat } from '@amber-stamp/core/model';
import { trialStrokes } from '@amber-stamp/core/path';
import { expect } from 'chai';
import type { RangeName } from '../src/bench/edit.ts';
import { whyFollow, whyGrain, whyJoin, whyRow, whyTaper } from '../src/stages/vary/no-effect.ts';
import { benchOf } from './helpers/benches.ts';

const toned = { data: new Uint16Array([0, 65535, 9, 12]), width: 2, height: 2 };
const flatPlate = { data: new Uint16Array(4).fill(300), width: 2, height: 2 };

/** Why a row has no effect in a coat that was changed. */
function why(name: RangeName, properties: object, edit: (coat: Coat) => void = () => undefined) {
  const bench = benchOf(['tip.png'], properties);
  const coats = structuredClone(bench.brush.coats);
  edit(coats[0]);
  return whyRow(name, { ...bench, brush: { ...bench.brush, coats } });
}
const red = ({ ink }: Coat) => void (ink.colour = '#a03020');

describe('a row that has no effect says why', () => {
  it('hue and saturation, where the ink is black or gray', () => {
    for (const name of ['hue', 'saturation'] as const) {
      const moved = { [name]: { rest: 0, low: -20, high: 20 } };
      expect(why(name, moved)).to.match(/^the ink is black/);
      expect(why(name, moved, ({ ink }) => void (ink.colour = '#808080'))).to.match(/^the ink is gray/);
      expect(why(name, moved, red)).to.equal(undefined);
      expect(why(name, moved, ({ ink }) => void (ink.second = '#a03020'))).to.equal(undefined);
      expect(why(name, {})).to.equal(undefined);
    }
  });

  it('lightness, where black should get darker', () => {
    const darker = { lightness: { rest: 0, low: -30, high: 0 } };
    expect(why('lightness', darker)).to.match(/^black gets no darker/);
    expect(why('lightness', darker, red)).to.equal(undefined);
    expect(why('lightness', { lightness: { rest: 0, low: -30, high: 10 } })).to.equal(undefined);
  });

  it('mix, without a second ink', () => {
    expect(why('mix', { mix: { rest: 50 } })).to.match(/no second ink/);
    expect(why('mix', { mix: { rest: 50 } }, ({ ink }) => void (ink.second = '#ffffff'))).to.equal(undefined);
  });

  it('flow, where only the strongest dab is kept', () => {
    expect(why('flow', {}, (coat) => void (coat.meet = 'best'))).to.match(/flow thins nothing/);
    expect(why('flow', {})).to.equal(undefined);
  });

  it('an angle that follows a pen which stands upright or does not turn', () => {
    const { strokes } = trialStrokes();
    expect(whyFollow('tilt', strokes)).to.match(/upright/);
    expect(whyFollow('twist', strokes)).to.match(/does not turn/);
    expect(whyFollow('path', strokes)).to.equal(undefined);
    const leaning = strokes.map(({ points }) => ({ points: points.map((p, i) => ({ ...p, tiltX: i % 60 })) }));
    expect(whyFollow('tilt', leaning)).to.equal(undefined);
  });
});

describe('a setting that has no effect says why', () => {
  it('a grain that is flat or does not bite', () => {
    const grain = plainGrain('paper.png');
    expect(whyGrain(grain, toned)).to.equal(undefined);
    expect(whyGrain(grain, flatPlate)).to.match(/one tone/);
    expect(whyGrain({ ...grain, contrast: -100 }, toned)).to.match(/contrast/);
    expect(whyGrain({ ...grain, depth: { ...grain.depth, rest: 0 } }, toned)).to.match(/does not bite/);
  });

  it('an end that tapers neither in size nor in opacity', () => {
    const taper = { lengthPct: 20, lengthPx: 0, lengthDabs: 0, size: 100, opacity: 100, curve: [] };
    expect(whyTaper(taper)).to.match(/^Nothing tapers/);
    expect(whyTaper({ ...taper, size: 0 })).to.equal(undefined);
  });

  it('a coat that joins by colour, where all print in one', () => {
    const [coat] = benchOf().brush.coats;
    const two = (join: Coat['join'], below: string | null, above: string | null) =>
      whyJoin(
        [
          { ...coat, ink: { ...coat.ink, colour: below } },
          { ...coat, join, ink: { ...coat.ink, colour: above } },
        ],
        1,
      );
    for (const join of ['multiply', 'screen', 'darken', 'lighten', 'difference'] as const) {
      expect(two(join, null, null), join).to.match(/both print in black/);
      expect(two(join, '#a03020', '#2040a0'), join).to.equal(undefined);
    }
    expect(two('darken', '#a03020', '#a03020')).to.match(/one ink/);
    expect(two('multiply', '#a03020', '#a03020')).to.equal(undefined);
    expect(two('mask', null, null)).to.equal(undefined);
  });
});
