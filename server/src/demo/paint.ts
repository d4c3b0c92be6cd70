import { SOURCES, type SourceKey } from '@amber-stamp/demo';
import { Worker } from 'node:worker_threads';

type Painted = readonly [SourceKey, Uint8Array];

/** Paints some sources in a thread of its own. */
function paintBeside(keys: readonly SourceKey[]): Promise<Painted[]> {
  return new Promise((done, fail) => {
    const painted: Painted[] = [];
    const worker = new Worker(new URL('./painter.mjs', import.meta.url), { workerData: keys });
    worker.on('message', (one: Painted) => painted.push(one));
    worker.on('error', fail);
    worker.on('exit', () => done(painted));
  });
}

/** The files of all made-up sources, in their order: every second one is painted in another thread. */
export async function paintSources(): Promise<Map<SourceKey, Uint8Array>> {
  const keys = Object.keys(SOURCES) as SourceKey[];
  const beside = paintBeside(keys.filter((_, i) => i % 2 === 1));
  const painted = new Map<SourceKey, Uint8Array>();
  for (const key of keys.filter((_, i) => i % 2 === 0)) painted.set(key, await SOURCES[key].file());
  for (const [key, bytes] of await beside) painted.set(key, bytes);
  return new Map(keys.map((key) => [key, painted.get(key) as Uint8Array]));
}
