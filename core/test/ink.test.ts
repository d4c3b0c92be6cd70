import type { Layer } from '../src/ink/types.ts';
import { InkEngine, inOneInk, printSheet, printSheetWords, TILE } from '@amber-stamp/core/ink';
import type { Plate } from '@amber-stamp/core/raster';
import { dabsOf } from '@amber-stamp/core/vary';
import { expect } from 'chai';
import { createHash } from 'node:crypto';
import { Tip } from '../src/ink/tip.ts';
import { bristleTip, brushWith, sheetOf, solidPlate, straight } from './helpers/make.ts';
import { referenceCoverage } from './helpers/reference.ts';

const sha = (bytes: Uint8Array | Uint8ClampedArray | Uint16Array): string =>
  createHash('sha256')
    .update(new Uint8Array(bytes.buffer, bytes.byteOffset, bytes.byteLength))
    .digest('hex');

/** Coverage of a layer as one field. */
function coverageOf(engine: InkEngine, layer: Layer, width: number, height: number): Float32Array {
  const out = new Float32Array(width * height);
  for (const [key, { address }] of layer.tiles) {
    const tile = engine.memory.floats(address, TILE * TILE);
    const x0 = (key % layer.columns) * TILE;
    const y0 = Math.floor(key / layer.columns) * TILE;
    for (let y = 0; y < Math.min(TILE, height - y0); y++)
      for (let x = 0; x < Math.min(TILE, width - x0); x++) out[(y0 + y) * width + x0 + x] = tile[y * TILE + x];
  }
  return out;
}

const CHANCE = [{ by: 'chance' }];
const VARIED = {
  spacing: { rest: 12 },
  angle: { low: -180, high: 180, drivers: CHANCE },
  aspect: { rest: 100, low: 30, high: 160, drivers: CHANCE },
  across: { low: -40, high: 40, drivers: CHANCE },
  flow: { rest: 100, low: 10, high: 90, drivers: CHANCE },
  opacity: { rest: 100, low: 50, high: 100, drivers: CHANCE },
  mirrorX: { chance: 0.5 },
  mirrorY: { chance: 0.5 },
};

describe('ink', () => {
  const plate = bristleTip();
  const width = 340;
  const height = 290;
  const stroke = straight(-20, 360, 140.3);

  for (const size of [3.7, 16, 60, 200, 420])
    it(`prints dabs of ${size} px within half a step of 16 bit of the float64 reference`, () => {
      const brush = brushWith({ ...VARIED, size: { rest: size } });
      const dabs = dabsOf(brush, 0, stroke, 0);
      const engine = new InkEngine();
      const layer = engine.lay(dabs, [plate], { width, height });
      const found = coverageOf(engine, layer, width, height);
      const right = referenceCoverage(dabs, new Tip(plate), width, height);
      let worst = 0;
      let ink = 0;
      for (let i = 0; i < right.length; i++) {
        worst = Math.max(worst, Math.abs(found[i] - right[i]));
        ink += right[i];
      }
      expect(ink).to.be.greaterThan(10);
      expect(worst * 65535).to.be.at.most(0.5);
    });

  it('gives the same bytes from the WebAssembly kernel and from its plain twin', () => {
    const brush = brushWith({ ...VARIED, size: { rest: 48, low: 20, high: 100, drivers: CHANCE } });
    const strokes = sheetOf(width, height, stroke, straight(300, 20, 60));
    const plates = new Map([['tip', plate]]);
    const wasm = printSheet(new InkEngine('wasm'), { brush, plates }, strokes, 'gray');
    const plain = printSheet(new InkEngine('plain'), { brush, plates }, strokes, 'gray');
    expect(new Set(wasm).size).to.be.greaterThan(50);
    expect(sha(plain)).to.equal(sha(wasm));
    const words = (choice: 'wasm' | 'plain') =>
      printSheetWords(new InkEngine(choice), { brush, plates }, strokes, 'none');
    expect(sha(words('plain'))).to.equal(sha(words('wasm')));
  });

  it('gives the same bytes when a sheet is shared out by rows of tiles', () => {
    const size = { width: 700, height: 900 };
    const brush = brushWith({ ...VARIED, size: { rest: 180 } });
    const dabs = dabsOf(brush, 0, { points: [...straight(20, 650, 100).points, ...straight(680, 30, 820).points] }, 0);
    const whole = new InkEngine();
    const all = whole.toBytes([inOneInk(whole.lay(dabs, [plate], size), [0, 0, 0])], [1, 1, 1], size);
    const parts = [0, 1, 2, 3].map((row) => {
      const engine = new InkEngine();
      const share = { ...size, tileRows: { from: row, to: row + 1 } };
      return engine.toBytes([inOneInk(engine.lay(dabs, [plate], share), [0, 0, 0])], [1, 1, 1], share);
    });
    expect(sha(Uint8Array.from(parts.flatMap((p) => [...p])))).to.equal(sha(all));
  });

  it('does not depend on what was printed before', () => {
    const plates = new Map([['tip', plate]]);
    const strokes = sheetOf(width, height, stroke);
    const brush = brushWith({ ...VARIED, size: { rest: 50 } });
    const fresh = sha(printSheet(new InkEngine(), { brush, plates }, strokes, 'white'));
    const used = new InkEngine();
    printSheet(
      used,
      { brush: brushWith({ size: { rest: 130 } }), plates: new Map([['tip', bristleTip(64)]]) },
      strokes,
      'black',
    );
    expect(sha(printSheet(used, { brush, plates }, strokes, 'white'))).to.equal(fresh);
  });

  it('prints with a tip that rested as before, at sizes that it was printed at and at others', () => {
    const printed = (engine: InkEngine, px: number) => {
      const brush = brushWith({ ...VARIED, size: { rest: px } });
      return sha(
        printSheet(engine, { brush, plates: new Map([['tip', plate]]) }, sheetOf(width, height, stroke), 'white'),
      );
    };
    const rested = new InkEngine();
    printed(rested, 50);
    rested.rest([plate]);
    for (const px of [50, 31, 77]) expect(printed(rested, px)).to.equal(printed(new InkEngine(), px));
  });

  it('builds toward the opacity of the dab and never past it', () => {
    const brush = brushWith({ size: { rest: 40 }, spacing: { rest: 2 }, opacity: { rest: 60 }, flow: { rest: 30 } });
    const engine = new InkEngine();
    const layer = engine.lay(dabsOf(brush, 0, straight(30, 170, 50), 0), [solidPlate(64)], { width: 200, height: 100 });
    const found = coverageOf(engine, layer, 200, 100);
    expect(Math.max(...found)).to.be.closeTo(0.6, 1e-5);
    expect(Math.max(...found)).to.be.at.most(Math.fround(0.6));
  });

  it('prints a spot darker with every click and keeps a plate of its own proportions', () => {
    const tall: Plate = solidPlate(20, 40);
    const brush = brushWith({ size: { rest: 40 }, flow: { rest: 50 } });
    const clicks = (n: number) => ({ points: Array.from({ length: n }, () => straight(50, 50, 50).points[0]) });
    const engine = new InkEngine();
    const at = (n: number, x: number, y: number) =>
      coverageOf(engine, engine.lay(dabsOf(brush, 0, clicks(n), 0), [tall], { width: 100, height: 100 }), 100, 100)[
        y * 100 + x
      ];
    expect(at(1, 50, 50)).to.be.closeTo(0.5, 1e-6);
    expect(at(2, 50, 50)).to.be.closeTo(0.75, 1e-6);
    expect(at(1, 50, 33)).to.be.closeTo(0.5, 1e-6); // the longer side is 40 px high
    expect(at(1, 65, 50)).to.equal(0); // and the shorter 20 px wide
  });

  it('turns clockwise: what points right points down after 90 degrees', () => {
    const data = new Uint16Array(32 * 32);
    for (let y = 12; y < 20; y++) for (let x = 16; x < 32; x++) data[y * 32 + x] = 65535;
    const brush = brushWith({ size: { rest: 32 }, angle: { rest: 90 } });
    const engine = new InkEngine();
    const dabs = dabsOf(brush, 0, { points: [straight(40, 40, 40).points[0]] }, 0);
    const found = coverageOf(
      engine,
      engine.lay(dabs, [{ width: 32, height: 32, data }], { width: 80, height: 80 }),
      80,
      80,
    );
    expect(found[50 * 80 + 40]).to.equal(1);
    expect(found[40 * 80 + 52]).to.equal(0);
  });

  it('allocates only the tiles that dabs touch', () => {
    const engine = new InkEngine();
    const layer = engine.lay(dabsOf(brushWith({ size: { rest: 30 } }), 0, straight(40, 200, 40), 0), [plate], {
      width: 8192,
      height: 8192,
    });
    expect(layer.tiles.size).to.equal(1);
  });

  it('frees what it no longer needs', () => {
    const engine = new InkEngine();
    const print = () =>
      printSheet(
        engine,
        { brush: brushWith({ size: { rest: 60 } }), plates: new Map([['tip', plate]]) },
        sheetOf(width, height, stroke),
        'white',
      );
    print();
    const used = engine.memory.usedBytes;
    for (let i = 0; i < 5; i++) print();
    expect(engine.memory.usedBytes).to.equal(used);
  });
});
