import type { KernelChoice } from '../src/ink/kernel-interface.ts';
import { InkEngine, TILE } from '@amber-stamp/core/ink';
import { dabsOf, type DabTable } from '@amber-stamp/core/vary';
import { expect } from 'chai';
import { bin } from '../src/ink/bins.ts';
import { extentOf, levelBytes, viewsAt, writeEntry, writeLevel } from '../src/ink/entry.ts';
import { kernelFor } from '../src/ink/kernel.ts';
import { InkMemory } from '../src/ink/memory.ts';
import { ENTRY, RECORD } from '../src/ink/layout.ts';
import { NO_TILT, sheetTiltOf, type SheetTilt } from '../src/ink/place.ts';
import { quartersOf, Tip } from '../src/ink/tip.ts';
import { bristleTip, brushWith, straight } from './helpers/make.ts';

const CHANCE = [{ by: 'chance' }];
const dabs: DabTable = dabsOf(
  brushWith({
    size: { rest: 200, low: 1, high: 100, drivers: CHANCE },
    spacing: { rest: 6 },
    aspect: { rest: 100, low: 20, high: 180, drivers: CHANCE },
    angle: { low: -360, high: 360, drivers: CHANCE },
    across: { low: -200, high: 200, drivers: CHANCE },
    mirrorX: { chance: 0.5 },
    mirrorY: { chance: 0.5 },
  }),
  0,
  straight(-300, 1400, 200),
  0,
);

/** The records that a kernel makes of the dabs. */
function records(choice: KernelChoice, floor: SheetTilt = NO_TILT): Uint8Array {
  const memory = new InkMemory();
  const kernel = kernelFor(memory, choice);
  const tip = new Tip(bristleTip());
  const entries = memory.allocate(dabs.count * ENTRY.bytes);
  const out = memory.allocate(dabs.count * RECORD.bytes);
  const levels = new Map<object, number>();
  let count = 0;
  for (let i = 0; i < dabs.count; i++) {
    const extent = extentOf(dabs, i, tip, 1);
    if (!extent) continue;
    let address = levels.get(extent.level);
    if (address === undefined) {
      address = memory.allocate(levelBytes(extent.level));
      writeLevel(memory.memory.buffer, address, tip, extent.level);
      levels.set(extent.level, address);
    }
    writeEntry(viewsAt(memory.memory.buffer, entries), count++, dabs, i, 1, extent, address);
  }
  kernel.place(entries, count, out, ...floor);
  return memory.bytes(out, count * RECORD.bytes).slice();
}

describe('placing dabs', () => {
  it('gives the same records, bit for bit, from the WebAssembly kernel and from its plain twin', () => {
    const wasm = records('wasm');
    expect(wasm.length / RECORD.bytes).to.be.greaterThan(100);
    expect(records('plain')).to.deep.equal(wasm);
    const tilted = sheetTiltOf({ tiltDeg: 55, directionDeg: 70 });
    expect(records('plain', tilted)).to.deep.equal(records('wasm', tilted));
  });

  it('bounds every dab on the sheet: nothing prints outside of the touched part of a tile', () => {
    const engine = new InkEngine();
    const layer = engine.lay(dabs, [bristleTip()], { width: 1000, height: 500 });
    expect(layer.tiles.size).to.be.greaterThan(3);
    for (const { address, touched } of layer.tiles.values()) {
      const tile = engine.memory.floats(address, TILE * TILE);
      expect([touched.x0 % 4, touched.x1 % 4]).to.deep.equal([0, 0]);
      for (let y = 0; y < TILE; y++)
        for (let x = 0; x < TILE; x++) {
          const inside = x >= touched.x0 && x < touched.x1 && y >= touched.y0 && y < touched.y1;
          if (!inside) expect(tile[y * TILE + x]).to.equal(0);
        }
    }
  });

  it('deals dabs out to every tile that they touch, in printing order', () => {
    const words = RECORD.bytes / 4;
    const boxes = [
      [10, 40, 10, 40],
      [200, 300, 200, 300],
      [20, 30, 500, 530],
      [-50, 5, -50, 5],
      [900, 950, 0, 10],
    ];
    const list = new Int32Array(boxes.length * words);
    boxes.forEach((box, i) => list.set(box, i * words));
    const { tiles, order } = bin(list, boxes.length, { width: 600, height: 400 });
    const found = Object.fromEntries(tiles.map((t) => [t.key, [...order.subarray(t.from, t.from + t.count)]]));
    expect(found).to.deep.equal({ 0: [0, 1, 3], 1: [1, 2], 2: [2], 3: [1], 4: [1] });
    const first = tiles.find((t) => t.key === 0);
    expect(first?.touched).to.deep.equal({ x0: 0, y0: 0, x1: 256, y1: 256 });
  });

  it('shares a sheet by rows of tiles: a share holds the tiles of its rows alone', () => {
    const engine = new InkEngine();
    const size = { width: 1000, height: 500, tileRows: { from: 1, to: 2 } };
    const keys = [...engine.lay(dabs, [bristleTip()], size).tiles.keys()];
    expect(keys.length).to.be.greaterThan(0);
    for (const key of keys) expect(Math.floor(key / 4)).to.equal(1);
  });
});

describe('tip levels', () => {
  it('are picked by quarter octaves of the reduction, never past the last pixel', () => {
    expect([0.3, 1, 1.2, 1.5, 1.9, 2, 3, 4, 8].map((r) => quartersOf(r, 512))).to.deep.equal([
      0, 0, 1, 2, 4, 4, 6, 8, 12,
    ]);
    expect(quartersOf(1e9, 4)).to.be.at.most(12);
  });
  it('keep the mean of what they reduce, and are built once', () => {
    const tip = new Tip(bristleTip(128));
    const mean = (reduction: number) => {
      const level = tip.level(reduction, reduction);
      const sum = level.texels.reduce((s, v) => s + v, 0) / 65535;
      return sum * 4 ** level.octaveX;
    };
    const whole = mean(1);
    for (const reduction of [1.25, 1.5, 2, 3, 4, 7]) expect(mean(reduction) / whole).to.be.closeTo(1, 0.03);
    expect(tip.level(3, 3)).to.equal(tip.level(3, 3));
  });
});
