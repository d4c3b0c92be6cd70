import { fromLch, mixLch, partsOf, toLch } from '../maths/colour.ts';
import type { Coat } from '../model/brush.ts';
import type { DabTable } from '../vary/dab-table.ts';
import type { Rgb } from './engine.ts';

const same = (column: Float64Array, count: number): boolean => {
  for (let i = 1; i < count; i++) if (column[i] !== column[0]) return false;
  return true;
};

/** Whether all dabs of a table print in one colour. */
export const oneColour = (dabs: DabTable): boolean =>
  [dabs.mixPct, dabs.hueDeg, dabs.saturationPct, dabs.lightnessPct].every((column) => same(column, dabs.count));

/**
 * The colour of dabs from `from` up to `to` as r, g, b in 0..1: mixed from the coat's two inks, then turned in hue,
 * stretched in chroma and moved in lightness, all in OKLCH.
 */
export function dabColours(coat: Coat, plain: Rgb, dabs: DabTable, from: number, to: number): Float32Array {
  const first = toLch(...plain);
  const second = coat.ink.second === null ? first : toLch(...partsOf(coat.ink.second));
  const out = new Float32Array(3 * (to - from));
  for (let i = from; i < to; i++) {
    const mixed = mixLch(first, second, Math.max(0, Math.min(1, dabs.mixPct[i] / 100)));
    const colour = {
      l: mixed.l + dabs.lightnessPct[i] / 100,
      c: Math.max(0, mixed.c * (1 + dabs.saturationPct[i] / 100)),
      h: mixed.h + dabs.hueDeg[i] / 360,
    };
    fromLch(colour, out, 3 * (i - from));
  }
  return out;
}

/** Whether any property moves the ink away from the coat's first colour. */
export function isTinted(coat: Coat, dabs: DabTable): boolean {
  for (const column of [dabs.hueDeg, dabs.saturationPct, dabs.lightnessPct])
    for (let i = 0; i < dabs.count; i++) if (column[i] !== 0) return true;
  if (coat.ink.second === null) return false;
  for (let i = 0; i < dabs.count; i++) if (dabs.mixPct[i] !== 0) return true;
  return false;
}
