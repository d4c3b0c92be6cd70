import { parseBrush, type Property } from '@amber-stamp/core/model';
import { expect } from 'chai';
import { definitionOf, type RangeName } from '../src/bench/edit.ts';
import { readFollow, readValue, valueText } from '../src/stages/vary/row-text.ts';
import { endsOf, placeOf, ROWS, setEnds, setStill, valueAt, valueNear } from '../src/stages/vary/rows.ts';

const propertyWith = (name: Exclude<RangeName, 'count'>, given: object): Property =>
  parseBrush({
    format: 'amber-stamp/brush',
    version: 1,
    coats: [{ deck: { cards: [{ plate: 'tip' }] }, properties: { [name]: given } }],
  }).coats[0].properties[name];
const moved = { drivers: [{ by: 'chance' }] };

describe('what is typed into a row', () => {
  it('is one number, with a point or a comma, whatever its unit', () => {
    for (const text of ['22', ' 22 %', '22px', '22,0']) expect(readValue(text)).to.deep.equal(ends(22, 22));
    expect(readValue('-3,5')).to.deep.equal(ends(-3.5, -3.5));
  });

  it('is two numbers, whatever dash or word stands between them', () => {
    for (const text of ['58 – 96', '58-96', '58..96', '58 to 96', '58 % – 96 %'])
      expect(readValue(text)).to.deep.equal(ends(58, 96));
    expect(readValue('-20 – -5')).to.deep.equal(ends(-20, -5));
  });

  it('is as much to both sides', () => {
    for (const text of ['± 14', '+/- 14', '+-14']) expect(readValue(text)).to.deep.equal(ends(-14, 14));
  });

  it('names what moves it', () => {
    expect(readValue('50 – 100 by pressure')).to.deep.equal({ low: 50, high: 100, by: 'pressure' });
    expect(readValue('± 14 BY Tilt')).to.deep.equal({ low: -14, high: 14, by: 'tilt' });
  });

  it('is answered where it has no number, and where there is no such driver', () => {
    for (const text of ['', 'wide', 'by pressure']) expect(readValue(text), text).to.match(/^There is no number in it/);
    expect(readValue('50 – 100 by moonlight')).to.match(/^Nothing moves by moonlight: it can be chance, pressure,/);
    expect(readValue('50 by magic')).to.match(/^Nothing moves by magic/);
  });

  const ends = (low: number, high: number) => ({ low, high, by: undefined });
});

describe('a row as text', () => {
  it('is read back as what it says', () => {
    for (const [name, low, high] of [
      ['size', 40, 120],
      ['angle', -30, 30],
      ['flow', 15, 80],
    ] as const) {
      const property = propertyWith(name, moved);
      setEnds(name, property, low, high);
      expect(readValue(valueText(name, property)), name).to.include({ low, high });
    }
  });

  it('may fall from its first end to its second, down to nothing, and rise again', () => {
    for (const [name, first, second] of [
      ['flow', 100, 0],
      ['size', 90, 3],
      ['angle', 40, -10],
      ['flow', 0, 100],
    ] as const) {
      const property = propertyWith(name, moved);
      setEnds(name, property, first, second);
      expect(endsOf(name, property), name).to.deep.equal([first, second]);
      expect(readValue(valueText(name, property)), name).to.include({ low: first, high: second });
    }
  });

  it('is one number where nothing moves it', () => {
    const size = propertyWith('size', { rest: 40 });
    expect(valueText('size', size)).to.equal('40 px');
    setStill('size', size, 65);
    expect(valueText('size', size)).to.equal('65 px');
  });
});

describe('the ends of a row', () => {
  it('stay within what the property may be', () => {
    const size = propertyWith('size', moved);
    setEnds('size', size, -50, 1e9);
    const { restMax } = definitionOf('size');
    expect(endsOf('size', size)).to.deep.equal([0, restMax]);
  });

  it('of a still row are both its value, and what it was before does not come back with a driver', () => {
    const flow = propertyWith('flow', { rest: 80, low: 20, high: 100 });
    setStill('flow', flow, 60);
    expect(endsOf('flow', flow)).to.deep.equal([60, 60]);
  });
});

describe('a ruler', () => {
  it('has the lowest value at its left end and the highest at its right, and every place its value', () => {
    for (const row of ROWS) {
      expect(valueAt(row, 0), row.name).to.equal(row.min);
      expect(valueAt(row, 1), row.name).to.equal(row.max);
      for (const place of [0.1, 0.35, 0.5, 0.8])
        expect(placeOf(row, valueNear(row, place)), `${row.name} at ${place}`).to.be.closeTo(place, 0.03);
    }
  });

  it('gives small sizes more room', () => {
    const size = ROWS.find(({ name }) => name === 'size')!;
    expect(valueAt(size, 0.5)).to.be.lessThan((size.min + size.max) / 3);
  });

  it('never leaves its ends', () => {
    for (const row of ROWS) expect([valueAt(row, -3), valueAt(row, 7)]).to.deep.equal([row.min, row.max]);
  });
});

describe('what an angle follows', () => {
  it('is read behind its value or alone, and no driver is taken for it', () => {
    expect(readFollow('end to end')).to.deep.equal({ follow: 'chain', before: '' });
    expect(readFollow('± 20 the path')).to.deep.equal({ follow: 'path', before: '± 20' });
    expect(readFollow('15 follows tilt')).to.deep.equal({ follow: 'tilt', before: '15' });
    expect(readFollow('As cut')).to.deep.equal({ follow: 'none', before: '' });
    for (const text of ['0 – 90 by tilt', '45', '± 30'])
      expect(readFollow(text)).to.deep.equal({ follow: undefined, before: text });
  });
});
