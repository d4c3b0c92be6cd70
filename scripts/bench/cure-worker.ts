import { InkEngine, tryFix, type Before, type Fix, type Plate } from '@amber-stamp/core';
import { parentPort } from 'node:worker_threads';

/** One fix to try; plates come once for each brush. */
export interface CureOrder {
  plates?: Map<string, Plate>;
  before: Before;
  fix: Fix;
}

const engine = new InkEngine();
let plates = new Map<string, Plate>();

parentPort?.on('message', ({ plates: fresh, before, fix }: CureOrder) => {
  // the same objects every time, so that what is found on them is kept
  if (fresh) plates = fresh;
  parentPort?.postMessage(tryFix(engine, before, plates, fix).tried.echo);
});
