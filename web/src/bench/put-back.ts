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
import { change, presentBench } from './store.ts';
import { addStroke } from './strokes.ts';

/** Whether a dab can be put back where it was cut: the plate came from a picture, by a recipe. */
export function canPutBack(bench: Bench): boolean {
  const { plate } = presentPlate(bench);
  return plate.recipe !== null && plate.source !== null;
}

/**
 * Prints one dab exactly where the tip was cut from, as a stroke of its own, on its source as the ground. Throws what
 * cutting throws.
 */
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
  if (bench.sheet.ground !== 'picture' || bench.sheet.picture !== plate.source)
    change('its own source as the ground', (draft) => {
      Object.assign(draft.sheet, { ground: 'picture', picture: plate.source });
    });
  addStroke({ ...stroke, state: { brush, plates: { [name]: plate } } }, 'one dab where it was cut');
}
