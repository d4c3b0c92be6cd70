import type { RecipeStep } from '@amber-stamp/core';
import { propertiesOf } from '../../bench/edit.ts';
import { useBench } from '../../bench/store.ts';

const MEGABYTE = 1048576;
/** Bytes of a plate and its levels: 16 bit, four steps an octave, each octave a quarter of the one before. */
const levelMegabytes = (side: number): number => (2 * side * side * 4 * (4 / 3)) / MEGABYTE;

/** What a resolution costs, and whether the dabs of this brush can show it. */
export function FitAdvice({ step }: { step: RecipeStep }) {
  const bench = useBench((s) => s.bench);
  if (!bench) return null;
  const { size } = propertiesOf(bench);
  const largest = Math.round((size.rest * Math.max(size.low, size.high)) / 100);
  const side = Number(step.resolutionPx);
  const enough = Math.max(64, 2 ** Math.ceil(Math.log2(Math.max(1, largest))));
  return (
    <p className="note" style={{ margin: 0 }}>
      {largest > side
        ? `The largest dab here is ${largest} px: it shows more than ${side} px can tell and looks soft.`
        : side > 2 * enough
          ? `The largest dab here is ${largest} px: ${enough} px tell as much, and are built ${Math.round((side / enough) ** 2)} times as fast.`
          : `The largest dab here is ${largest} px: this resolution suits it.`}{' '}
      Its levels take up to {levelMegabytes(side) < 1 ? '1' : Math.round(levelMegabytes(side))} MB.
    </p>
  );
}
