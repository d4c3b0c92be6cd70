import { InkEngine, layOut, printSheetWords, sheetOrder, SheetSession } from '@amber-stamp/core/ink';
import { parseBrush, type Brush } from '@amber-stamp/core/model';
import { expect } from 'chai';
import { bristleTip, sheetOf, solidPlate, straight, stripedPlate } from './helpers/make.ts';

type Loose = Record<string, unknown>;
const SIDE = 300;
const plates = new Map([
  ['tip', bristleTip(64)],
  ['solid', solidPlate(32)],
  ['stripes', stripedPlate(16)],
]);
const coat = (plate: string, properties: Loose, more: Loose = {}): Loose => ({
  deck: { cards: [{ plate }] },
  properties,
  ...more,
});
const brushOf = (...coats: Loose[]): Brush => parseBrush({ format: 'amber-stamp/brush', version: 1, seed: 11, coats });
const sheet = sheetOf(SIDE, SIDE, straight(40, 260, 150));
const drawn = (brush: Brush, kernel: 'wasm' | 'plain' = 'wasm'): Uint16Array =>
  printSheetWords(new InkEngine(kernel), { brush, plates }, sheet, 'none');

const grained = (blend: string): Loose => ({ grain: { plate: 'stripes', depth: { rest: 60 }, blend } });
const wide = { size: { rest: 90 }, spacing: { rest: 10 } };
const fine = { size: { rest: 40 }, spacing: { rest: 60 } };

describe('upper coats that take away', () => {
  const cases = ['mask', 'cut'].flatMap((join) =>
    ['multiply', 'subtract'].flatMap((blend) => [false, true].map((tinted) => ({ join, blend, tinted }))),
  );
  const brushFor = ({ join, blend, tinted }: (typeof cases)[number]) => {
    const turning = tinted ? { hue: { low: -90, high: 90, drivers: [{ by: 'progress' }] } } : {};
    const lower = coat('tip', { ...wide, ...turning }, { ...grained('multiply'), ink: { colour: '#c04020' } });
    return brushOf(lower, coat('tip', fine, { join, ...grained(blend) }));
  };

  for (const one of cases)
    it(`give the same bits in both kernels: ${one.join}, grain by ${one.blend}${one.tinted ? ', in the inks of dabs' : ''}`, () => {
      const brush = brushFor(one);
      const words = drawn(brush);
      expect(words.some((v, i) => i % 4 === 3 && v > 0)).to.equal(true);
      expect(drawn(brush, 'plain')).to.deep.equal(words);
    });
  it('leave the lower coat its inks, and are never seen in their own', () => {
    const hue = { hue: { rest: 120 } };
    const lower = coat('solid', { size: { rest: 90 }, ...hue }, { ink: { colour: '#c04020' } });
    const mask = (more: Loose) =>
      coat('solid', { size: { rest: 40 }, ...more }, { join: 'mask', ink: { colour: '#2040c0' } });
    const at = 4 * (150 * SIDE + 150);
    const pixel = (words: Uint16Array) => Array.from(words.subarray(at, at + 4));
    expect(pixel(drawn(brushOf(lower, mask({}))))).to.deep.equal(pixel(drawn(brushOf(lower))));
    expect(drawn(brushOf(lower, mask(hue)))).to.deep.equal(drawn(brushOf(lower, mask({}))));
  });
  it('leave nothing where a mask does not reach, and everything where a cut does not', () => {
    const lower = coat('solid', { size: { rest: 90 }, spacing: { rest: 10 } });
    // the upper coat lies beside the stroke, farther away than it is wide
    const beside = (join: string) =>
      coat('solid', { size: { rest: 20 }, spacing: { rest: 50 }, across: { rest: 600 } }, { join });
    expect(drawn(brushOf(lower, beside('mask'))).every((v) => v === 0)).to.equal(true);
    expect(drawn(brushOf(lower, beside('cut')))).to.deep.equal(drawn(brushOf(lower)));
  });
});

describe('how much a stroke covers', () => {
  const pair = (join: string) => brushOf(coat('tip', wide), coat('tip', fine, { join }));
  const gradient = [
    [0, '#ffffff'],
    [1, '#203050'],
  ];
  const brushes: [string, Brush][] = [
    ['of one coat', brushOf(coat('tip', wide))],
    ['of one coat through grain', brushOf(coat('tip', wide, grained('multiply')))],
    ['of one coat in the colours of a gradient', brushOf(coat('tip', wide, { ink: { gradient } }))],
    ...['mask', 'cut', 'over', 'multiply'].map((join): [string, Brush] => [`with an upper coat: ${join}`, pair(join)]),
  ];
  for (const [what, brush] of brushes)
    it(`is told as it is printed, ${what}, and whether or not it takes away`, () => {
      const engine = new InkEngine();
      const session = new SheetSession(engine);
      const { prints } = session.lay(sheetOrder({ brush, plates }, layOut(brush, sheet), sheet, 'none'));
      const printed = engine.toFloats(prints, sheet);
      const told = [false, true].map((away) => {
        const out = new Float32Array(SIDE * SIDE);
        engine.eachCovered({ ...prints[0], away }, sheet, (row, from, values) => out.set(values, row * SIDE + from));
        return Array.from(out);
      });
      session.clear();
      expect(told[0]).to.deep.equal(Array.from({ length: SIDE * SIDE }, (_, i) => printed[4 * i + 3]));
      expect(told[1]).to.deep.equal(told[0]);
      expect(told[0].some((v) => v > 0.1)).to.equal(true);
    });
});
