import { smoothSpacing } from '../src/vary/edge-wave.ts';
import { guessKind } from '../src/vary/guess.ts';
import { measureShape } from '../src/vary/shape.ts';
import { fromPlate, type Plate } from '@amber-stamp/core/raster';
import { firstGuess, withoutGuess } from '@amber-stamp/core/vary';
import { expect } from 'chai';
import { bristleTip, solidPlate } from './helpers/make.ts';

function plate(side: number, f: (u: number, v: number) => number): Plate {
  const data = new Uint16Array(side * side);
  for (let y = 0; y < side; y++)
    for (let x = 0; x < side; x++)
      data[y * side + x] = 65535 * Math.max(0, Math.min(1, f(((x + 0.5) / side) * 2 - 1, ((y + 0.5) / side) * 2 - 1)));
  return { width: side, height: side, data };
}
const disc = plate(128, (u, v) => (Math.hypot(u, v) < 0.8 ? 1 : 0));
const leaf = plate(128, (u, v) => (Math.abs(v) < 0.22 * (1 - u) * (u > -0.9 ? 1 : 0) && u < 0.9 ? 1 : 0));
const bar = plate(128, (u, v) => (Math.abs(u) < 0.85 && Math.abs(v) < 0.2 ? 1 : 0));
const line = plate(256, (u, v) => (Math.abs(u) < 0.9 && Math.abs(v) < 0.02 ? 1 : 0));
const scatter = plate(128, (u, v) => (Math.sin(u * 14) * Math.sin(v * 14) > 0.85 ? 1 : 0));
const kind = (p: Plate) => guessKind(measureShape(fromPlate(p)));

describe('the first guess', () => {
  it('tells round, long, thin, scattered and filled plates apart', () => {
    expect([disc, leaf, bar, line, scatter, solidPlate(100)].map(kind)).to.deep.equal([
      'round',
      'long',
      'long',
      'thin line',
      'scatter',
      'ground',
    ]);
  });
  it('says of full flow why it may be full: the inside is even, or dabs hardly overlap', () => {
    expect(firstGuess(disc, 'Disc', 'disc.png').reasons.flow).to.equal('100 %: the inside is even');
    const cloudy = plate(128, (u, v) =>
      Math.sin(u * 14) * Math.sin(v * 14) > 0.7 ? Math.abs(Math.sin(u * 150) * Math.cos(v * 110)) : 0,
    );
    const { brush, reasons } = firstGuess(cloudy, 'Cloudy', 'cloudy.png');
    expect(brush.coats[0].properties.flow.rest).to.equal(100);
    expect(reasons.flow).to.equal('100 %: the dabs hardly overlap, so the inside shows');
  });
  it('turns a round tip by chance and spaces it as wide as its edge stays smooth', () => {
    const { brush, reasons } = firstGuess(disc, 'Disc', 'disc.png');
    const { angle, spacing, flow } = brush.coats[0].properties;
    expect([angle.low, angle.high, angle.drivers[0].by]).to.deep.equal([-180, 180, 'chance']);
    expect(spacing.rest).to.be.within(3, 30);
    expect(flow.rest).to.equal(100);
    expect(reasons.angle).to.match(/as wide as it is long/);
  });
  it('lays a bar across the path and a leaf along it', () => {
    const angle = (p: Plate) => firstGuess(p, 'n', 'p').brush.coats[0].properties.angle;
    expect(angle(bar)).to.include({ follow: 'path', rest: 90 });
    expect(Math.abs(angle(leaf).rest)).to.be.at.most(1);
  });
  it('scatters many small pieces and keeps a texture open', () => {
    const s = firstGuess(scatter, 'n', 'p').brush.coats[0].properties;
    expect(s.spacing.rest).to.be.within(60, 110);
    expect(s.across).to.include({ low: -35, high: 35 });
    const t = firstGuess(bristleTip(), 'n', 'p').brush.coats[0].properties;
    expect(t.flow.rest).to.be.lessThan(100);
  });
  it('never starts from nothing, never enlarges the plate, and gives a reason for every row it touches', () => {
    for (const p of [disc, leaf, bar, line, scatter, bristleTip(40)]) {
      const { brush, reasons } = firstGuess(p, 'n', 'p');
      const { size } = brush.coats[0].properties;
      expect(size.low).to.be.at.least(50);
      expect(size.rest).to.be.at.most(p.width);
      for (const sentence of Object.values(reasons)) expect(sentence.length).to.be.greaterThan(15);
      expect(Object.keys(reasons)).to.include.members(['size', 'spacing', 'angle', 'flow']);
    }
  });
  it('is the same for the same plate and can be taken back', () => {
    const { brush } = firstGuess(disc, 'Disc', 'disc.png');
    expect(firstGuess(disc, 'Disc', 'disc.png').brush).to.deep.equal(brush);
    const plain = withoutGuess(brush);
    expect(plain.coats[0].properties.angle.drivers).to.deep.equal([]);
    expect([plain.name, plain.seed]).to.deep.equal([brush.name, brush.seed]);
  });
  it('allows a wider spacing for a straight edge than for a round one', () => {
    const wide = smoothSpacing(fromPlate(bar)) ?? 0;
    expect(wide).to.be.at.least(smoothSpacing(fromPlate(disc)) ?? 99);
  });
});
