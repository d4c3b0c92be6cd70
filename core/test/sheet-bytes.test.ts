import { groundColour, InkEngine, lightStrokes, SheetBytes, SheetSession } from '@amber-stamp/core/ink';
import type { Brush } from '@amber-stamp/core/model';
import { LAMP } from '@amber-stamp/core/relief';
import { dabsOf } from '@amber-stamp/core/vary';
import { expect } from 'chai';
import { bristleTip, brushWith, sheetOf, straight } from './helpers/make.ts';

// several tiles: each line lies on two of them at least
const SHEET = sheetOf(600, 560, straight(30, 570, 60), straight(30, 570, 250), straight(30, 300, 500));
const PLATES = new Map([['tip', bristleTip(48)]]);
const GROUND = groundColour('gray');
const rows = { size: { rest: 24 }, spacing: { rest: 30 } };
const flat = brushWith(rows);
const inColours = brushWith({ ...rows, mix: { rest: 50 } }, {}, { ink: { colour: '#803010', second: '#1040c0' } });
const thick = brushWith({ ...rows, thickness: { rest: 8 } });
const broad = brushWith({ ...rows, size: { rest: 90 }, thickness: { rest: 30 }, opacity: { rest: 60 } });

interface Laid {
  at: number;
  number?: number;
  away?: boolean;
}

const engine = new InkEngine();
const session = new SheetSession(engine);
const lay = (brush: Brush, strokes: readonly Laid[]) =>
  session.lay({
    brushes: [{ brush, plates: PLATES, key: 'tip' }],
    strokes: strokes.map(({ at, number = at, away = false }) => ({
      ...{ key: `line ${at}`, number, brush: 0, away },
      dabs: (coat: number) => dabsOf(brush, coat, SHEET.strokes[at], number),
    })),
    ...{ size: SHEET, zoom: 1, ground: 'gray', lit: true },
  });

const orderOf = (brush: Brush) => ({
  ...{ ground: GROUND, size: SHEET, zoom: 1, lamp: LAMP, key: JSON.stringify(brush) },
  lit: () => true,
});
/** The number of a stroke that the lamp does not light. */
const BEHIND = 9;

/** Prints the same sheet with a picture from before and all anew; gives both. */
function both(picture: SheetBytes, brush: Brush, strokes: readonly Laid[]): [Uint8ClampedArray, Uint8ClampedArray] {
  const laid = lay(brush, strokes);
  const anew = engine.toBytes(laid.prints, GROUND, SHEET);
  const lit = (i: number) => strokes[i].number !== BEHIND;
  const inFront = laid.strokes.filter((_, i) => lit(i));
  lightStrokes(engine, anew, inFront, { size: SHEET, zoom: 1, lamp: LAMP });
  return [picture.print(laid, { ...orderOf(brush), lit }), anew];
}

const isSame = (a: Uint8ClampedArray, b: Uint8ClampedArray): boolean => a.every((v, i) => v === b[i]);

describe('the picture of a sheet that is printed again and again', () => {
  const changes: readonly [string, readonly Laid[]][] = [
    ['a stroke', [{ at: 0 }]],
    ['one more', [{ at: 0 }, { at: 1 }]],
    ['the same again', [{ at: 0 }, { at: 1 }]],
    ['one that takes away', [{ at: 0 }, { at: 1 }, { at: 1, number: 8, away: true }]],
    ['one below the others', [{ at: 2 }, { at: 0 }, { at: 1 }]],
    ['another one in its place', [{ at: 2, number: 7 }, { at: 0 }, { at: 1 }]],
    ['one less', [{ at: 2, number: 7 }, { at: 1 }]],
    ['the others way round', [{ at: 1 }, { at: 2, number: 7 }]],
    ['one that the lamp does not light', [{ at: 1 }, { at: 2, number: BEHIND }]],
    ['only that', [{ at: 2, number: BEHIND }]],
    ['nothing', []],
    ['all', [{ at: 0 }, { at: 1 }, { at: 2 }]],
  ];
  for (const [name, brush] of Object.entries({ flat, 'in colours': inColours, thick, 'thick and broad': broad }))
    it(`is what it would be if it were printed anew, after each change of strokes (${name})`, () => {
      const picture = new SheetBytes(engine);
      for (const [what, strokes] of changes) {
        const [again, anew] = both(picture, brush, strokes);
        expect(isSame(again, anew), what).to.equal(true);
      }
    });

  it('follows the brush as well', () => {
    const picture = new SheetBytes(engine);
    const seen = [flat, thick, inColours, flat].map((brush) => {
      const [again, anew] = both(picture, brush, [{ at: 0 }, { at: 1 }]);
      expect(isSame(again, anew)).to.equal(true);
      return again.slice();
    });
    expect(isSame(seen[0], seen[3])).to.equal(true);
    expect(isSame(seen[0], seen[1])).to.equal(false);
    expect(isSame(seen[0], seen[2])).to.equal(false);
  });

  it('is printed only where a stroke has changed', () => {
    const picture = new SheetBytes(engine);
    const [first] = both(picture, flat, [{ at: 0 }, { at: 1 }]);
    // what nobody prints shows which parts were left as they were
    first.fill(7);
    const laid = lay(flat, [{ at: 0 }, { at: 1 }, { at: 2 }]);
    const again = picture.print(laid, orderOf(flat));
    const at = (x: number, y: number) => again[4 * (y * SHEET.width + x)];
    expect(at(100, 60)).to.equal(7);
    expect(at(550, 500)).to.equal(7);
    expect(at(2, 515)).to.equal(128);
    expect(at(100, 500)).to.be.lessThan(60);
  });
});
