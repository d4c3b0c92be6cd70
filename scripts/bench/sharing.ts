import { TILE } from '@amber-stamp/core/ink';
import type { Plate } from '@amber-stamp/core/raster';
import type { DabTable } from '@amber-stamp/core/vary';
import { createHash } from 'node:crypto';
import { Worker } from 'node:worker_threads';
import { dabsOfSize } from './dabs.ts';
import { alternateWall, times } from './measure.ts';
import type { Share } from './share-worker.ts';

const SIDE = 2048;
const ROWS = SIDE / TILE;

/** A table whose columns every thread can see. */
function shared(dabs: DabTable): DabTable {
  const copy = (value: unknown): unknown => {
    if (!ArrayBuffer.isView(value)) return value;
    const bytes = new Uint8Array(value.buffer, value.byteOffset, value.byteLength);
    const room = new SharedArrayBuffer(bytes.length);
    new Uint8Array(room).set(bytes);
    return value instanceof Uint8Array ? new Uint8Array(room) : new Float64Array(room);
  };
  return Object.fromEntries(Object.entries(dabs).map(([name, value]) => [name, copy(value)])) as unknown as DabTable;
}

/** Prints a sheet with some of the workers, each its rows of tiles; gives the hash of the bytes. */
async function print(workers: Worker[], dabs: DabTable, plate: Plate): Promise<string> {
  const rows = ROWS / workers.length;
  const target = new Uint8ClampedArray(new SharedArrayBuffer(SIDE * SIDE * 4));
  await Promise.all(
    workers.map((worker, i) => {
      const tileRows = { from: i * rows, to: (i + 1) * rows };
      const part = target.subarray(tileRows.from * TILE * SIDE * 4, tileRows.to * TILE * SIDE * 4);
      const share: Share = { dabs, plate, size: { width: SIDE, height: SIDE, tileRows }, target: part };
      return new Promise((done) => {
        worker.once('message', done);
        worker.postMessage(share);
      });
    }),
  );
  return createHash('sha256').update(target).digest('hex');
}

/** One worker against two on the same sheet: wall time, and whether the bytes are the same. */
export async function sharingTable(plate: Plate): Promise<string[]> {
  const workers = [0, 1].map(() => new Worker(new URL('share-worker.mjs', import.meta.url)));
  const rows = ['| size | dabs | one worker | two workers | gain | bytes |', '|---|---|---|---|---|---|'];
  for (const [size, count] of [
    [60, 12000],
    [200, 2600],
    [800, 150],
  ]) {
    const dabs = shared(dabsOfSize(size, count, SIDE));
    const hashes = new Set<string>();
    const take = async (some: Worker[]) => hashes.add(await print(some, dabs, plate));
    const ms = await alternateWall({ one: () => take([workers[0]]), two: () => take(workers) });
    const same = hashes.size === 1 ? 'the same' : 'NOT the same';
    rows.push(
      `| ${size} px | ${dabs.count} | ${ms.one.toFixed(0)} ms | ${ms.two.toFixed(0)} ms | ${times(ms.one, ms.two)} | ${same} |`,
    );
  }
  await Promise.all(workers.map((worker) => worker.terminate()));
  return rows;
}
