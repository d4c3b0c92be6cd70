import type { Brush } from '@amber-stamp/core/model';
import { expect } from 'chai';
import { layStroke, type WayPoint } from '../src/stages/prove/surface/lay-stroke.ts';
import { benchOf } from './helpers/benches.ts';

/** A way of length 1 to the right over a plane that faces the eye. */
const way: WayPoint[] = Array.from({ length: 21 }, (_, i) => ({
  at: [i / 20, 0, 0],
  away: [0, 0, 1],
  pressure: i / 20,
  t: 20 * i,
}));
const brushOf = (properties: object, more: Partial<Brush> = {}): Brush => ({
  ...benchOf(['tip.png'], properties).brush,
  ...more,
});
const LAYING = { size: 0.1, upwards: [0, 1, 0] as const, follow: false };
const lay = (brush: Brush, laying = LAYING) => layStroke(brush, way, 16, laying);

describe('a stroke over a surface', () => {
  it('has its dabs as far apart, and as large, as on a sheet', () => {
    const dabs = lay(brushOf({ size: { rest: 50 }, spacing: { rest: 50 } }));
    expect(dabs.length).to.be.within(20, 21);
    for (const { size } of dabs) expect(size).to.be.closeTo(0.1, 1e-9);
    expect(dabs[1].at[0] - dabs[0].at[0]).to.be.closeTo(0.05, 1e-6);
  });

  it('grows by pressure and tapers at its tail', () => {
    const grown = lay(brushOf({ size: { rest: 50, low: 20, drivers: [{ by: 'pressure' }] }, spacing: { rest: 50 } }));
    expect(grown[0].size).to.be.lessThan(0.03);
    expect(grown[grown.length - 1].size).to.be.greaterThan(0.09);
    const { ends, ...rest } = brushOf({ size: { rest: 50 }, spacing: { rest: 30 } });
    const tail = { ...ends.tail, lengthPct: 50, size: 0 };
    const tapered = lay({ ...rest, ends: { ...ends, tail } });
    expect(tapered[0].size).to.be.closeTo(0.1, 1e-9);
    expect(tapered[tapered.length - 1].size).to.be.lessThan(0.03);
  });

  it('is scattered to both sides of the way', () => {
    const across = { low: -100, high: 100, drivers: [{ by: 'chance' }] };
    const aside = lay(brushOf({ size: { rest: 50 }, spacing: { rest: 20 }, across })).map(({ at }) => at[1]);
    expect(Math.min(...aside)).to.be.lessThan(-0.05);
    expect(Math.max(...aside)).to.be.greaterThan(0.05);
  });

  it('turns its dabs with the way where the brush follows it, clockwise by its angle', () => {
    const topOf = (angle: object, follow = false) =>
      lay(brushOf({ size: { rest: 50 }, angle }), { ...LAYING, follow })[3].up.map(
        (v) => Math.round(v * 1000) / 1000 + 0,
      );
    expect(topOf({ follow: 'path' })).to.deep.equal([0, 1, 0]);
    expect(topOf({})).to.deep.equal([0, 1, 0]);
    expect(topOf({}, true)).to.deep.equal([1, 0, 0]);
    expect(topOf({ rest: 90 })).to.deep.equal([1, 0, 0]);
  });

  it('mirrors its dabs as on a sheet: top to bottom is left to right, turned by a half', () => {
    const flips = (mirror: object) => {
      const [{ mirrored = false, up }] = lay(brushOf({ size: { rest: 50 }, ...mirror }));
      return [mirrored, Math.round(up[1])];
    };
    const always = { chance: 1 };
    expect(flips({})).to.deep.equal([false, 1]);
    expect(flips({ mirrorX: always })).to.deep.equal([true, 1]);
    expect(flips({ mirrorY: always })).to.deep.equal([true, -1]);
    expect(flips({ mirrorX: always, mirrorY: always })).to.deep.equal([false, -1]);
  });

  it('is pressed less deep where its dabs print less', () => {
    const opacity = { rest: 100, low: 0, drivers: [{ by: 'pressure' }] };
    const dabs = lay(brushOf({ size: { rest: 50 }, opacity }));
    expect(dabs[0].share).to.be.lessThan(0.1);
    expect(dabs[dabs.length - 1].share).to.be.greaterThan(0.9);
  });
});
