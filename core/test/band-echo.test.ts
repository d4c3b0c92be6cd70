import { InkEngine } from '@amber-stamp/core/ink';
import { parseBrush, type Brush } from '@amber-stamp/core/model';
import { echoOf, echoReport } from '@amber-stamp/core/prove';
import { toPlate, type Plate } from '@amber-stamp/core/raster';
import { expect } from 'chai';
import { fixesFor } from '../src/prove/fixes.ts';
import { cloud } from '../src/maths/noise.ts';
import { raster } from '../src/raster/raster.ts';

/** A strip of bark four times as long as wide, whose ends meet: noise on a ring. */
function bark(): Plate {
  const strip = raster(512, 128);
  for (let y = 0; y < 128; y++)
    for (let x = 0; x < 512; x++) {
      const turn = (x / 512) * Math.PI * 2;
      const [u, v] = [3 * Math.cos(turn), 3 * Math.sin(turn)];
      const ragged = 58 - Math.abs(y - 64) + 7 * cloud(9 + u, 9 + v, 8, 3);
      const value = 0.5 + 0.9 * cloud(40 + u + y / 30, 40 + v + y / 45, 3, 4);
      strip.data[y * 512 + x] = Math.max(0, Math.min(1, value)) * Math.max(0, Math.min(1, ragged / 4));
    }
  return toPlate(strip);
}
const plates = new Map([['bark.png', bark()]]);
const engine = new InkEngine();
const brushOf = (band: object): Brush =>
  parseBrush({
    format: 'amber-stamp/brush',
    version: 1,
    coats: [{ deck: { cards: [{ plate: 'bark.png' }] }, band, properties: { size: { rest: 60 } } }],
  });
const measured = (band: object) => echoReport(echoOf(engine, brushOf(band), plates), brushOf(band), plates);

describe('the echo of a band', () => {
  it('names its repeat by its length on the sheet, and nothing else of its plate', () => {
    const { echo, giveAways } = measured({ fill: 'repeat' });
    expect(echo).to.be.above(70);
    expect(giveAways).to.have.length(1);
    expect(giveAways[0]).to.include({ what: 'repeat', periodPx: 240 });
    expect(giveAways[0].strength).to.be.above(70);
  });

  it('has twice the length where every second repeat is turned about, and another with another length', () => {
    const period = (band: object) => measured(band).giveAways.find(({ what }) => what === 'repeat');
    expect(period({ fill: 'repeat', turnAbout: true })).to.include({ periodPx: 480 });
    expect(period({ fill: 'repeat', length: 150 })).to.include({ periodPx: 360 });
  });

  it('is far lower in pieces, which have no repeat, and nothing where the plate is laid once', () => {
    const pieces = measured({ fill: 'pieces' });
    expect(pieces.echo).to.be.below(measured({ fill: 'repeat' }).echo - 20);
    expect(pieces.giveAways.map(({ what }) => what)).to.not.include('repeat');
    for (const fill of ['once', 'stretch']) expect(measured({ fill }).echo).to.equal(0);
  });

  it('drawn out beside a coat of dabs does not count: the dabs alone are measured', () => {
    const dabs = {
      deck: { cards: [{ plate: 'bark.png' }] },
      properties: { size: { rest: 30 }, spacing: { rest: 120 } },
    };
    const of = (...coats: object[]) => {
      const brush = parseBrush({ format: 'amber-stamp/brush', version: 1, coats });
      return echoOf(engine, brush, plates);
    };
    const band = { ...dabs, band: { fill: 'stretch' }, properties: { size: { rest: 60 } } };
    const both = of(band, { ...dabs, join: 'over' });
    const alone = of({ ...band, muted: true }, { ...dabs, join: 'over' });
    expect(both.echo).to.be.above(40);
    expect(both.echo).to.equal(alone.echo);
  });

  it('is cured by pieces and by turning about, never by what moves dabs', () => {
    const brush = brushOf({ fill: 'repeat' });
    const fixes = fixesFor(brush, plates, echoOf(engine, brush, plates));
    expect(fixes.map(({ brush: { coats } }) => coats[0].band)).to.deep.equal([
      { ...brush.coats[0].band, fill: 'pieces' },
      { ...brush.coats[0].band, turnAbout: true },
    ]);
    for (const fix of fixes) expect(fix.brush.coats[0].properties).to.deep.equal(brush.coats[0].properties);
  });
});
