import { parseBench, type Bench, type BenchPlate } from '@amber-stamp/core/bench';
import { makeRecipe, makeStep } from '@amber-stamp/core/cut';
import type { Plate } from '@amber-stamp/core/raster';
import type { Standing } from '../../src/bench/store.ts';

export const STANDING: Standing = { brushId: 'b', versionId: 'v', number: 1, branch: 0, drawer: 'Tideline', keptAt: 0 };

/** A brush with one coat that deals some plates, each cut from the source `source` by a blur alone. */
export function benchOf(names: readonly string[] = ['tip.png'], properties: object = {}): Bench {
  const plate = (name: string) => ({
    sha256: name.padEnd(64, '0'),
    source: 'source',
    made: null,
    recipe: makeRecipe([makeStep('blur', { radiusPct: 1 })]),
  });
  const bench = parseBench({
    brush: {
      format: 'amber-stamp/brush',
      version: 1,
      name: 'Barnacle',
      coats: [{ deck: { cards: names.map((name) => ({ plate: name })) }, properties }],
    },
    plates: Object.fromEntries(names.map((name) => [name, { sha256: 'a'.repeat(64) }])),
  });
  return { ...bench, plates: Object.fromEntries(names.map((name) => [name, plate(name)])) };
}

/** The same plate cut with another blur. */
export const blurred = (plate: BenchPlate, radiusPct: number): BenchPlate => ({
  ...plate,
  recipe: makeRecipe([makeStep('blur', { radiusPct })]),
});

/** The bench with its first plate blurred so far. */
export function withBlur(bench: Bench, radiusPct: number): Bench {
  const [name] = Object.keys(bench.plates);
  return { ...bench, plates: { ...bench.plates, [name]: blurred(bench.plates[name], radiusPct) } };
}

/** A small plate whose first value tells which it is. */
export function plateOf(value: number, side = 4): Plate {
  const data = new Uint16Array(side * side);
  data[0] = value;
  return { width: side, height: side, data };
}
