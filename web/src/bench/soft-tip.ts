import type { BenchPlate } from '@amber-stamp/core/bench';
import { asMade, softRound } from '@amber-stamp/core/make';
import { cutter, heldPlate, holdPlate } from '../engine/pool.ts';
import { plateKey, sourceKey, UNFILED } from './plate-key.ts';

/** The plate that a grain is printed through by, as it stands in a brush before its file is made. */
export const SOFT_PLATE: BenchPlate = { sha256: UNFILED, source: null, made: softRound(), recipe: asMade() };

/** Its key; workers may then be given it. */
export async function heldSoftTip(): Promise<string> {
  const key = plateKey(SOFT_PLATE);
  if (heldPlate(key)) return key;
  const { plate } = await cutter.cut(sourceKey(SOFT_PLATE) as string, asMade());
  holdPlate(key, plate);
  return key;
}
