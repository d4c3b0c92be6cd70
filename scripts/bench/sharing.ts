import { InkEngine, inOneInk } from '@amber-stamp/core/ink';
import type { Plate } from '@amber-stamp/core/raster';
import { createHash } from 'node:crypto';
import { Worker } from 'node:worker_threads';
import { dabsOfSize } from './dabs.ts';
import { alternateWall, times } from './measure.ts';

const SIDE = 2048;
const SHEET = { width: SIDE, height: SIDE };
/** Sizes, and how many dabs of each. */
const SIZES = [
  [16, 60000],
  [60, 12000],
  [200, 2600],
  [800, 150],
] as const;

/** A thread that computes for ever. */
const BUSY = 'for (let k = 0; ; k++) if (k < 0) break;';

/**
 * An engine alone against one that another thread helps, on the same sheet: wall time, the same while a third thread computes,
 * and whether the bytes are the same.
 */
export async function sharingTable(plate: Plate): Promise<string[]> {
  const engines = { one: new InkEngine('wasm', { shared: true }), two: new InkEngine('wasm', { shared: true }) };
  const helper = new Worker(new URL('share-worker.mjs', import.meta.url), { workerData: engines.two.helpersPlace });
  await new Promise((done) => helper.once('online', done));
  engines.two.shareOut();
  const rows = [
    '| size | dabs | one thread | two threads | gain | gain beside a busy core | bytes |',
    '|---|---|---|---|---|---|---|',
  ];
  const target = new Uint8ClampedArray(SIDE * SIDE * 4);
  for (const [size, count] of SIZES) {
    const dabs = dabsOfSize(size, count, SIDE);
    const print = (engine: InkEngine) => {
      const layer = engine.lay(dabs, [plate], SHEET);
      engine.toBytes([inOneInk(layer, [0, 0, 0])], [1, 1, 1], SHEET, target);
      engine.free(layer);
    };
    const hashes = Object.values(engines).map((engine) => {
      print(engine);
      return createHash('sha256').update(target).digest('hex');
    });
    const take = (engine: InkEngine) => () => Promise.resolve(print(engine));
    const both = { one: take(engines.one), two: take(engines.two) };
    const ms = await alternateWall(both);
    const busy = new Worker(BUSY, { eval: true });
    await new Promise((done) => busy.once('online', done));
    const beside = await alternateWall(both);
    await busy.terminate();
    const gains = `${times(ms.one, ms.two)} | ${times(beside.one, beside.two)}`;
    const same = hashes[0] === hashes[1] ? 'the same' : 'NOT the same';
    rows.push(
      `| ${size} px | ${dabs.count} | ${ms.one.toFixed(0)} ms | ${ms.two.toFixed(0)} ms | ${gains} | ${same} |`,
    );
  }
  await helper.terminate();
  return rows;
}
