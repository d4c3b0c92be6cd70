import { InkEngine } from '@amber-stamp/core/ink';
import { parseBrush, type Brush } from '@amber-stamp/core/model';
import { dabsOf } from '@amber-stamp/core/vary';
import { expect } from 'chai';
import { layCoat } from '../src/ink/coat.ts';
import { layKey } from '../src/ink/lay-key.ts';
import { bristleTip, straight, stripedPlate } from './helpers/make.ts';

type Loose = Record<string, unknown>;
const SIZE = { width: 200, height: 120 };
const plates = new Map([
  ['tip', bristleTip(48)],
  ['stripes', stripedPlate(16)],
]);
const stroke = straight(30, 170, 60);

interface Made {
  lower?: Loose;
  rows?: Loose;
  upper?: Loose;
  upperRows?: Loose;
  brush?: Loose;
}
const made = ({ lower = {}, rows = {}, upper = {}, upperRows = {}, brush = {} }: Made = {}): Brush =>
  parseBrush({
    format: 'amber-stamp/brush',
    version: 1,
    seed: 5,
    coats: [
      { deck: { cards: [{ plate: 'tip' }] }, properties: { size: { rest: 40 }, ...rows }, ...lower },
      { deck: { cards: [{ plate: 'tip' }] }, properties: { size: { rest: 30 }, ...upperRows }, join: 'mask', ...upper },
    ],
    ...brush,
  });

/** What a coat is laid as: its coverage and the colours of its ink, tile by tile. */
function laid(brush: Brush, coat: number): string {
  const engine = new InkEngine();
  const job = { brush, coat, stroke: 0, plates, size: SIZE, zoom: 1, ground: 'white' as const };
  const { layer, depth } = layCoat(engine, job, dabsOf(brush, coat, stroke, 0));
  const tiles = [...layer.tiles].map(([key, { address, tint }]) => [
    key,
    Buffer.from(engine.memory.bytes(address, 256 * 256 * 4)).toString('base64'),
    tint ? Buffer.from(engine.memory.bytes(tint, 256 * 256 * 16)).toString('base64') : '',
  ]);
  return JSON.stringify([depth, tiles]);
}

const hue = { hue: { rest: 90 } };
const grain = (more: Loose) => ({ grain: { plate: 'stripes', ...more } });

describe('what a coat is laid by', () => {
  const alike: [string, number, Brush, Brush][] = [
    ['another coat changes', 0, made(), made({ upperRows: { flow: { rest: 20 } } })],
    ['another coat changes below it', 1, made(), made({ rows: { flow: { rest: 20 }, angle: { rest: 40 } } })],
    ['it covers instead of masking, in one ink', 1, made(), made({ upper: { join: 'over' } })],
    [
      'it masks or cuts, whatever the inks of its dabs',
      1,
      made({ upperRows: hue }),
      made({ upperRows: hue, upper: { join: 'cut' } }),
    ],
    [
      'its colour changes and its dabs have none of their own',
      0,
      made(),
      made({ lower: { ink: { colour: '#aa3311' } } }),
    ],
    [
      'a grain of the finished coat is turned',
      0,
      made({ lower: grain({ angle: 10 }) }),
      made({ lower: grain({ angle: 50 }) }),
    ],
  ];
  for (const [what, coat, before, after] of alike)
    it(`is the same when ${what}, and so is what is laid`, () => {
      expect(layKey(after, coat, 'white')).to.equal(layKey(before, coat, 'white'));
      expect(laid(after, coat)).to.equal(laid(before, coat));
    });

  const other: [string, number, Brush, Brush][] = [
    ['a row of its own', 0, made(), made({ rows: { flow: { rest: 20 } } })],
    [
      'the seed',
      0,
      made({ rows: { mirrorX: { chance: 0.5 } } }),
      made({ rows: { mirrorX: { chance: 0.5 } }, brush: { seed: 6 } }),
    ],
    ['the ends of the stroke', 1, made(), made({ brush: { ends: { head: { lengthPct: 40, size: 0 } } } })],
    [
      'its colour where its dabs move away from it',
      0,
      made({ rows: hue, lower: { ink: { colour: '#aa3311' } } }),
      made({ rows: hue, lower: { ink: { colour: '#11aa33' } } }),
    ],
    [
      'its join, where its dabs have inks that were not seen before',
      1,
      made({ upperRows: hue }),
      made({ upperRows: hue, upper: { join: 'over', ink: { colour: '#aa3311' } } }),
    ],
    [
      'a grain that each dab is laid through',
      0,
      made({ lower: grain({ appliesTo: 'dab', angle: 10 }) }),
      made({ lower: grain({ appliesTo: 'dab', angle: 50 }) }),
    ],
  ];
  for (const [what, coat, before, after] of other)
    it(`is other by ${what}, and so is what is laid`, () => {
      expect(layKey(after, coat, 'white')).not.to.equal(layKey(before, coat, 'white'));
      expect(laid(after, coat)).not.to.equal(laid(before, coat));
    });

  it('is other on dark paper only where dabs have inks of their own, since ink without a colour is white there', () => {
    expect(layKey(made(), 0, 'black')).to.equal(layKey(made(), 0, 'white'));
    expect(layKey(made({ rows: hue }), 0, 'black')).not.to.equal(layKey(made({ rows: hue }), 0, 'white'));
  });
});
