import {
  AmberError,
  coverBox,
  placementOf,
  plainBrush,
  workingFactor,
  type Bench,
  type Brush,
} from '@amber-stamp/core';
import { getJson } from '../api/client.ts';
import type { SourceInfo } from '../api/types.ts';
import { useHand } from '../pages/bench/wide/hand.ts';
import { cutter } from '../workers/pool.ts';
import { presentPlate } from './edit.ts';
import { presentBench } from './store.ts';
import { addStroke } from './strokes.ts';

/** Whether the ground is what the plate was cut from, so that a dab can be put back there. */
export function canPutBack(bench: Bench): boolean {
  const { plate } = presentPlate(bench);
  return bench.sheet.ground === 'picture' && plate.recipe !== null && bench.sheet.picture === plate.source;
}

/** A brush that prints a plate as it was cut, in one place, in the ink of the present brush. */
function asCut(bench: Bench, name: string, sizePx: number, angleDeg: number, mirrored: boolean): Brush {
  const brush = plainBrush('as it was cut', name, bench.brush.seed);
  const [coat] = brush.coats;
  coat.ink = structuredClone(bench.brush.coats[0].ink);
  coat.properties.size.rest = sizePx;
  coat.properties.angle.rest = angleDeg;
  coat.properties.mirrorX.chance = mirrored ? 1 : 0;
  return brush;
}

/** Prints one dab exactly where the tip was cut from, as a stroke of its own. Throws what cutting throws. */
export async function putBack(): Promise<void> {
  const bench = presentBench();
  const { name, plate } = presentPlate(bench);
  const { paper, zoom } = useHand.getState();
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
  const { scale, left, top } = coverBox(paper, size);
  const longer = Math.max(report.plate.width, report.plate.height);
  const px = (longer * placed.scale * scale) / zoom;
  const angle = ((placed.angleDeg + 180) % 360) - 180;
  const at = { x: (left + placed.x * scale) / zoom, y: (top + placed.y * scale) / zoom };
  addStroke(
    {
      points: [{ ...at, t: 0, pressure: 1, tiltX: 0, tiltY: 0, twist: 0 }],
      state: { brush: asCut(bench, name, px, angle, placed.mirrored), plates: { [name]: plate } },
    },
    'one dab where it was cut',
  );
}
