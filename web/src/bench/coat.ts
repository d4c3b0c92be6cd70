import type { Bench, BenchPlate } from '@amber-stamp/core/bench';
import { plateNames, type Coat } from '@amber-stamp/core/model';
import { plateTitle } from '@amber-stamp/core/raster';
import { useBenchEye } from './eye.ts';
import { plateKey } from './plate-key.ts';
import { live } from './store.ts';

/** The place of the coat that is worked on. */
export const coatPlace = (bench: Bench): number => Math.min(useBenchEye.getState().coat, bench.brush.coats.length - 1);

/** The coat that is worked on. */
export const coatOf = (bench: Bench): Coat => bench.brush.coats[coatPlace(bench)];

/** Changes the coat that is worked on while the hand moves. */
export const editCoat = (edit: (coat: Coat) => void): void => live((draft) => edit(coatOf(draft)));

/** Takes plates away that nothing prints with any more. */
export function dropUnused(draft: Bench): void {
  const used = new Set(plateNames(draft.brush));
  for (const name of Object.keys(draft.plates)) if (!used.has(name)) delete draft.plates[name];
}

/** Puts a plate on the bench and gives its name there: one that is there already is used once more. */
export function putPlate(bench: Bench, { name, plate }: { name: string; plate: BenchPlate }): string {
  const [same] = Object.entries(bench.plates).find(([, one]) => plateKey(one) === plateKey(plate)) ?? [];
  if (same !== undefined) return same;
  const free = freePlateName(bench, name);
  bench.plates[free] = plate;
  return free;
}

/** A name that no plate of the bench has: as `base`, or with a number. */
export function freePlateName(bench: Bench, base: string): string {
  const stem = plateTitle(base);
  const ending = base.endsWith('.exr') ? 'exr' : 'png';
  let name = `${stem}.${ending}`;
  for (let k = 2; name in bench.plates; k++) name = `${stem} ${k}.${ending}`;
  return name;
}
