import { groundColour, InkEngine, printSheet, SheetSession } from '@amber-stamp/core/ink';
import { plainGrain, type Brush } from '@amber-stamp/core/model';
import { dabsOf } from '@amber-stamp/core/vary';
import { expect } from 'chai';
import type { SheetOrder } from '../src/ink/sheet-session.ts';
import { brushWith, bristleTip, sheetOf, straight } from './helpers/make.ts';

const SHEET = sheetOf(200, 120, straight(30, 170, 30), straight(30, 170, 60), straight(30, 170, 90));
const plates = new Map([['tip', bristleTip(48)]]);
const brush = brushWith({ size: { rest: 24 }, spacing: { rest: 30 } });
const wider = brushWith({ size: { rest: 24 }, spacing: { rest: 45 } });

/** An order of strokes by their place on the sheet; `asked` hears whose dabs are made. */
function orderOf(
  brushes: readonly Brush[],
  strokes: readonly { at: number; brush?: number }[],
  asked: string[],
): SheetOrder {
  return {
    brushes: brushes.map((b) => ({ brush: b, plates, key: 'tip' })),
    strokes: strokes.map(({ at, brush: which = 0 }) => ({
      key: `line ${at}`,
      number: at,
      brush: which,
      away: false,
      dabs: (coat) => {
        asked.push(`${at}`);
        return dabsOf(brushes[which], coat, SHEET.strokes[at], at);
      },
    })),
    size: SHEET,
    zoom: 1,
    ground: 'white',
    lit: true,
  };
}

describe('a sheet that is laid again and again', () => {
  const engine = new InkEngine();
  const bytesOf = (session: SheetSession, order: SheetOrder) =>
    engine.toBytes(session.lay(order).prints, groundColour('white'), SHEET);
  const ALL = [{ at: 0 }, { at: 1 }, { at: 2 }];

  it('gives the bytes of a sheet that is printed at once', () => {
    const bytes = bytesOf(new SheetSession(engine), orderOf([brush], ALL, []));
    expect(bytes).to.deep.equal(printSheet(engine, { brush, plates }, SHEET, 'white'));
  });

  it('makes the dabs of no stroke that lies there already', () => {
    const session = new SheetSession(engine);
    const asked: string[] = [];
    session.lay(orderOf([brush], ALL.slice(0, 2), asked));
    session.lay(orderOf([brush], ALL, asked));
    expect(asked).to.deep.equal(['0', '1', '2']);
  });

  it('makes them anew where the brush of a stroke has changed, and for that stroke alone', () => {
    const session = new SheetSession(engine);
    const asked: string[] = [];
    const mixed = [{ at: 0 }, { at: 1, brush: 1 }, { at: 2 }];
    session.lay(orderOf([brush, brush], mixed, []));
    const changed = orderOf([brush, wider], mixed, asked);
    const bytes = bytesOf(session, changed);
    expect(asked).to.deep.equal(['1']);
    expect(bytes).to.deep.equal(bytesOf(new SheetSession(engine), changed));
  });

  it('shows in a window what lies there on the whole sheet, grain and what falls by chance with it', () => {
    const grain = { ...plainGrain('tip'), scale: 60 };
    const grained = brushWith({ size: { rest: 24 }, spacing: { rest: 30 } }, {}, { meet: 'dissolve', grain });
    const whole = orderOf([grained], ALL, []);
    const window = { width: 96, height: 64, left: 53, top: 31 };
    const all = bytesOf(new SheetSession(engine), whole);
    const seen = engine.toBytes(
      new SheetSession(engine).lay({ ...whole, size: window }).prints,
      groundColour('white'),
      window,
    );
    let off = 0;
    let dark = 0;
    for (let y = 0; y < window.height; y++)
      for (let x = 0; x < window.width; x++) {
        const here = seen[4 * (y * window.width + x)];
        if (here < 250) dark++;
        if (Math.abs(here - all[4 * ((y + window.top) * SHEET.width + x + window.left)]) > 1) off++;
      }
    expect(dark).to.be.greaterThan(300);
    // a place that is counted from another corner differs in its last bits
    expect(off).to.be.lessThan(dark / 50);
  });

  it('frees what is no longer on it, and all of it when it is cleared', () => {
    const session = new SheetSession(engine);
    session.lay(orderOf([brush], ALL, []));
    const used = engine.memory.usedBytes;
    for (const at of [0, 1, 2, 0, 1, 2]) session.lay(orderOf([brush], [{ at }], []));
    session.clear();
    session.lay(orderOf([brush], ALL, []));
    expect(engine.memory.usedBytes).to.equal(used);
  });

  it('lays a stroke that stands there twice once, and counts its dabs twice', () => {
    const session = new SheetSession(engine);
    const asked: string[] = [];
    const once = session.lay(orderOf([brush], [{ at: 0 }], asked)).dabs;
    const twice = session.lay(orderOf([brush], [{ at: 0 }, { at: 0 }], asked)).dabs;
    expect(asked).to.deep.equal(['0']);
    expect(twice).to.equal(2 * once);
  });
});
