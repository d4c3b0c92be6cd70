import { InkEngine, TILE } from '@amber-stamp/core/ink';
import { parseBrush } from '@amber-stamp/core/model';
import type { Plate } from '@amber-stamp/core/raster';
import { dabsOf, type DabTable } from '@amber-stamp/core/vary';
import { expect } from 'chai';
import type { LayRule } from '../src/ink/lay-rule.ts';
import { BLEND_MODES } from '../src/maths/blend-modes.ts';
import { MEETS } from '../src/model/choices.ts';
import { exactly } from './helpers/lay-exactly.ts';
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
  blendOf: () => 'multiply',
  depthOf: (dab) => 0.3 + 0.05 * (dab % 10),
  ways: undefined,
  corner: [0, 0],
  seed: 1,
  ...more,
});

interface Laid {
  coverage: Float32Array;
  tint: Float32Array;
}

/** Everything that is laid: coverage and mean colours of every tile. */
function laid(engine: InkEngine, how: LayRule): Laid {
  const layer = engine.lay(table, [plate], SIZE, 1, { rule: how });
  const tiles = [...layer.tiles].sort(([a], [b]) => a - b).map(([, tile]) => tile);
  const coverage = new Float32Array(tiles.length * TILE * TILE);
  const tint = new Float32Array(how.colours ? 4 * coverage.length : 0);
  tiles.forEach((tile, i) => {
    coverage.set(engine.memory.floats(tile.address, TILE * TILE), i * TILE * TILE);
    if (how.colours) tint.set(engine.memory.floats(tile.tint, 4 * TILE * TILE), 4 * i * TILE * TILE);
  });
  return { coverage, tint };
}

function farthest(a: Float32Array, b: Float32Array): number {
  let most = 0;
  for (let i = 0; i < a.length; i++) most = Math.max(most, Math.abs(a[i] - b[i]));
  return most;
}
const HALF_A_STEP = 0.5 / 65535;

/** The same way reaches back over the dab before; the path comes back over itself. */
const ways = {
  alongPx: Float64Array.from({ length: table.count }, (_, i) => 21 * i),
  reachPx: Float64Array.from({ length: table.count }, () => 30),
};
const met = (more: Partial<LayRule>) => ({ grainsOf, colours, ...more });

describe('dabs through a grain, in colours of their own, and meeting otherwise than by building up', () => {
  const cases: readonly (readonly [string, Partial<LayRule>])[] = [
    ['through a grain', { grainsOf }],
    ['in colours', { colours }],
    ['through a grain, in colours', { grainsOf, colours }],
    ...MEETS.filter((meet) => meet !== 'build').map((meet) => [`that ${meet}`, met({ meet })] as const),
    ['on crossings that stay even', met({ ways })],
    ['that add on crossings that stay even', { ways, meet: 'add' }],
    ...BLEND_MODES.map((blend) => [`whose grain is blended by ${blend}`, met({ blendOf: () => blend })] as const),
  ];
  for (const [name, more] of cases) {
    const fast = laid(new InkEngine('wasm'), rule(more));
    it(`${name} are the same bits from both kernels`, () => {
      const plain = laid(new InkEngine('plain'), rule(more));
      expect(Math.max(...fast.coverage.subarray(0, TILE * TILE))).to.be.greaterThan(0.15);
      expect(farthest(fast.coverage, plain.coverage)).to.equal(0);
      expect(farthest(fast.tint, plain.tint)).to.equal(0);
    });
    it(`${name} are what the rule gives in float64, to half a step of 16 bit`, () => {
      const exact = laid(exactly(new InkEngine('plain')), rule(more));
      expect(farthest(fast.coverage, exact.coverage)).to.be.lessThan(HALF_A_STEP);
      expect(farthest(fast.tint, exact.tint)).to.be.lessThan(HALF_A_STEP);
    });
  }
  it('leave no colour where nothing is covered', () => {
    const { coverage, tint } = laid(new InkEngine('wasm'), rule({ colours }));
    const stray = coverage.filter((c, i) => c === 0 && tint[4 * i + 3] !== 0).length;
    expect(stray).to.equal(0);
    expect(coverage.filter((c, i) => c > 0 && tint[4 * i + 3] !== 1).length).to.equal(0);
  });
});
