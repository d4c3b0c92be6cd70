import type { KernelChoice } from '../src/ink/kernel-interface.ts';
import { InkEngine, TILE } from '@amber-stamp/core/ink';
import { parseBrush } from '@amber-stamp/core/model';
import type { Plate } from '@amber-stamp/core/raster';
import { dabsOf, type DabTable } from '@amber-stamp/core/vary';
import { expect } from 'chai';
import type { LayRule } from '../src/ink/lay-by-rule.ts';
import { bristleTip } from './helpers/make.ts';

const SIZE = { width: 420, height: 300 };
const plate: Plate = bristleTip(96);

/** Dabs of all sizes and turns over two tiles, some beyond the sheet. */
function dabs(): DabTable {
  const brush = parseBrush({
    format: 'amber-stamp/brush',
    version: 1,
    coats: [
      {
        deck: { cards: [{ plate: 'tip' }] },
        properties: {
          size: { rest: 70, low: 20, drivers: [{ by: 'chance' }] },
          spacing: { rest: 30 },
          across: { low: -80, high: 80, drivers: [{ by: 'chance' }] },
          angle: { low: -180, high: 180, drivers: [{ by: 'chance' }] },
          flow: { rest: 40 },
          opacity: { rest: 80 },
        },
      },
    ],
  });
  const points = [-20, 200, 440].map((x, i) => ({ x, y: 120 + 60 * (i % 2), t: i * 300, pressure: 0.5 }));
  return dabsOf(brush, 0, { points: points.map((p) => ({ ...p, tiltX: 0, tiltY: 0, twist: 0 })) }, 0);
}

const table = dabs();
const colours = Float32Array.from({ length: 3 * table.count }, (_, i) => ((i * 37) % 101) / 101);

/** A grain over each tile for even dabs, one around its own middle for odd ones. */
const grainsOf: LayRule['grainsOf'] = (x0, y0) => {
  const over = Float32Array.from({ length: TILE * TILE }, (_, i) => ((i * 31 + x0 + 7 * y0) % 64) / 63);
  const own = Float32Array.from({ length: 101 * 101 }, (_, i) => ((i * 17) % 32) / 31);
  return (dab) =>
    dab % 2 === 0
      ? { values: over, x0, y0, stride: TILE }
      : { values: own, x0: Math.floor(table.x[dab]) - 50, y0: Math.floor(table.y[dab]) - 50, stride: 101 };
};
const rule = (more: Partial<LayRule>): LayRule => ({
  meet: 'build',
  colours: undefined,
  grainsOf: () => () => undefined,
  throughOf: () => ({ plain: true, of: (c, g, d) => c * (1 - d + d * g) }),
  multiplies: true,
  depthOf: (dab) => 0.3 + 0.05 * (dab % 10),
  ways: undefined,
  corner: [0, 0],
  seed: 1,
  ...more,
});

/** Everything that is laid: coverage and mean colours of every tile. */
function laid(kernel: KernelChoice, how: LayRule): { coverage: number[]; tint: number[] } {
  const engine = new InkEngine(kernel);
  const layer = engine.lay(table, [plate], SIZE, 1, { rule: how });
  const of = (address: number, count: number) => [...engine.memory.floats(address, count)];
  const tiles = [...layer.tiles].sort(([a], [b]) => a - b).map(([, tile]) => tile);
  return {
    coverage: tiles.flatMap(({ address }) => of(address, TILE * TILE)),
    tint: tiles.flatMap(({ tint }) => (tint ? of(tint, 4 * TILE * TILE) : [])),
  };
}

const farthest = (a: number[], b: number[]): number => a.reduce((most, v, i) => Math.max(most, Math.abs(v - b[i])), 0);

describe('dabs through a grain and in colours of their own', () => {
  const cases: readonly [string, Partial<LayRule>][] = [
    ['through a grain', { grainsOf }],
    ['in colours', { colours }],
    ['through a grain, in colours', { grainsOf, colours }],
  ];
  for (const [name, more] of cases) {
    const fast = laid('wasm', rule(more));
    it(`${name} are the same bits from both kernels`, () => {
      const plain = laid('plain', rule(more));
      expect(Math.max(...fast.coverage.slice(0, TILE * TILE))).to.be.greaterThan(0.25);
      expect(farthest(fast.coverage, plain.coverage)).to.equal(0);
      expect(farthest(fast.tint, plain.tint)).to.equal(0);
    });
    it(`${name} are what the rule gives in float64, to half a step of 16 bit`, () => {
      const exact = laid('wasm', rule({ ...more, multiplies: false }));
      expect(farthest(fast.coverage, exact.coverage)).to.be.lessThan(0.5 / 65535);
      expect(farthest(fast.tint, exact.tint)).to.be.lessThan(0.5 / 65535);
    });
  }
  it('leave no colour where nothing is covered', () => {
    const { coverage, tint } = laid('wasm', rule({ colours }));
    const stray = coverage.filter((c, i) => c === 0 && tint[4 * i + 3] !== 0).length;
    expect(stray).to.equal(0);
    expect(coverage.filter((c, i) => c > 0 && tint[4 * i + 3] !== 1).length).to.equal(0);
  });
});
