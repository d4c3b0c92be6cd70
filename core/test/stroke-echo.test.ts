import { InkEngine } from '@amber-stamp/core/ink';
import { echoOf, meanEcho, measureStrip, strokeStrips } from '@amber-stamp/core/prove';
import { expect } from 'chai';
import { brushOf, echoAlong, echoWith } from './helpers/echoes.ts';
import { straight } from './helpers/make.ts';
import * as tips from './helpers/tips.ts';

const engine = new InkEngine();
const tip = tips.tipFrom(tips.rough(4));
const { brush, plates } = brushOf([tip], { spacing: 40, turn: 90 });
const long = straight(0, 1300, 0);

describe('the echo of given strokes', () => {
  it('is about that of the standard stroke where they run as long and as evenly', () => {
    const fixed = { spacing: 50 };
    expect(echoAlong([tip], fixed, long).echo).to.be.closeTo(echoWith([tip], fixed).echo, 5);
  });
  it('is the mean of all of them, and none without a stroke that is long enough', () => {
    const short = straight(0, 4, 0);
    expect(strokeStrips(engine, brush, plates, [short])).to.deep.equal([]);
    expect(echoOf(engine, brush, plates, [short]).echo).to.equal(0);
    const each = [3, 4].map((number) => strokeStrips(engine, brush, plates, [{ ...long, number }]).map(measureStrip));
    const both = echoOf(engine, brush, plates, [
      { ...long, number: 3 },
      { ...long, number: 4 },
    ]);
    const [a, b] = each.map((strips) => meanEcho(strips).echo);
    expect(both.echo).to.be.closeTo((a + b) / 2, 1e-9);
  });
  it('goes by the number of each, whatever its place, since their chance falls by it', () => {
    const strip = (strokes: Parameters<typeof strokeStrips>[3]) => {
      const strips = strokeStrips(engine, brush, plates, strokes);
      return Array.from(strips[strips.length - 1].image.data);
    };
    const alone = strip([{ ...long, number: 9 }]);
    expect(
      strip([
        { ...long, number: 2 },
        { ...long, number: 9 },
      ]),
    ).to.deep.equal(alone);
    expect(strip([{ ...long, number: 8 }])).not.to.deep.equal(alone);
  });
});
