import type { Bench } from '@amber-stamp/core/bench';
import { plateNames, type Coat } from '@amber-stamp/core/model';
import { plateTitle } from '@amber-stamp/core/raster';
import { useBenchEye } from './eye.ts';
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

/** A name that no plate of the bench has: as `base`, or with a number. */
export function freePlateName(bench: Bench, base: string): string {
  const stem = plateTitle(base);
  const ending = base.endsWith('.exr') ? 'exr' : 'png';
  let name = `${stem}.${ending}`;
  for (let k = 2; name in bench.plates; k++) name = `${stem} ${k}.${ending}`;
  return name;
}
