import { InkEngine } from '@amber-stamp/core/ink';
import { borrowTip, tryFix, type FixBaseline, type Fix, type LentTip } from '@amber-stamp/core/prove';
import type { Plate } from '@amber-stamp/core/raster';
import { parentPort } from 'node:worker_threads';

/** One fix to try; plates come once for each brush, with what was found on them. */
export interface CureOrder {
  plates?: Map<string, { plate: Plate; found: LentTip | undefined }>;
  before: FixBaseline;
  fix: Fix;
}

const engine = new InkEngine();
let plates = new Map<string, Plate>();

parentPort?.on('message', ({ plates: fresh, before, fix }: CureOrder) => {
  // the same objects every time, so that what is found on them is kept
  if (fresh) {
    plates = new Map([...fresh].map(([name, { plate }]) => [name, plate]));
    for (const { plate, found } of fresh.values()) if (found) borrowTip(plate, found);
  }
  parentPort?.postMessage(tryFix(engine, before, plates, fix).echo);
});
