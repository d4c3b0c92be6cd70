import type { Bench } from '@amber-stamp/core/bench';
import { placementOf, putBack as dabPutBack } from '@amber-stamp/core/cut';
import { AmberError } from '@amber-stamp/core/errors';
import { coverBox } from '@amber-stamp/core/ground';
import { workingFactor } from '@amber-stamp/core/raster';
import { getJson } from '../api/client.ts';
import type { SourceInfo } from '@amber-stamp/core/api';
import { useHand } from './hand.ts';
import { cutter } from '../engine/pool.ts';
import { presentPlate } from './edit.ts';
import { presentBench } from './store.ts';
import { addStroke } from './strokes.ts';

/** Whether the ground is what the plate was cut from, so that a dab can be put back there. */
export function canPutBack(bench: Bench): boolean {
  const { plate } = presentPlate(bench);
  return bench.sheet.ground === 'picture' && plate.recipe !== null && bench.sheet.picture === plate.source;
}

/** Prints one dab exactly where the tip was cut from, as a stroke of its own. Throws what cutting throws. */
export async function putBack(): Promise<void> {
  const bench = presentBench();
  const { name, plate } = presentPlate(bench);
  const { paper } = useHand.getState();
  if (!plate.source || !plate.recipe || paper.width === 0) return;
  const source = await getJson<SourceInfo>(`/sources/${plate.source}`);
  const factor = workingFactor(source.width, source.height);
  const size = { width: Math.floor(source.width / factor), height: Math.floor(source.height / factor) };
  const report = await cutter.cut(plate.source, plate.recipe);
  const placed = placementOf(size, plate.recipe, report.facts);
  if (!placed)
    throw new AmberError(
      'bad-value',
      'A step joins the picture anew, so the tip has no one place in it; switch that step off.',
    );
  const lying = coverBox(paper, size);
  const longer = Math.max(report.plate.width, report.plate.height);
  const { brush, stroke } = dabPutBack(bench.brush, name, longer, placed, lying);
  addStroke({ ...stroke, state: { brush, plates: { [name]: plate } } }, 'one dab where it was cut');
}
