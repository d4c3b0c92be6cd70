import { InkEngine, inOneInk, type SheetSize } from '@amber-stamp/core/ink';
import type { Plate } from '@amber-stamp/core/raster';
import type { DabTable } from '@amber-stamp/core/vary';
import { parentPort } from 'node:worker_threads';

/** A share of a sheet to print, and where its bytes go. */
export interface Share {
  dabs: DabTable;
  plate: Plate;
  size: SheetSize;
  target: Uint8ClampedArray;
}

const engine = new InkEngine();
let plate: Plate | undefined;

parentPort?.on('message', (share: Share) => {
  // the same object every time, so that its levels are built once
  plate ??= share.plate;
  const layer = engine.lay(share.dabs, [plate], share.size);
  engine.toBytes([inOneInk(layer, [0, 0, 0])], [1, 1, 1], share.size, share.target);
  engine.free(layer);
  parentPort?.postMessage('printed');
});
