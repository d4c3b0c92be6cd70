import type { Plate } from '@amber-stamp/core';
import { wrap, type Remote } from 'comlink';
import { heldPlate } from './pool.ts';
import type { ProveApi, ProveJob } from './prove-protocol.ts';

let remote: Remote<ProveApi> | undefined;
const sent = new WeakSet<Plate>();

/** The worker that measures, with all plates of a job in its hands; undefined while one is not cut yet. */
export async function proverFor(job: ProveJob): Promise<Remote<ProveApi> | undefined> {
  remote ??= wrap<ProveApi>(new Worker(new URL('./prove.worker.ts', import.meta.url), { type: 'module' }));
  for (const key of Object.values(job.plates)) {
    const plate = heldPlate(key);
    if (!plate) return undefined;
    if (sent.has(plate)) continue;
    await remote.hold(key, plate);
    sent.add(plate);
  }
  return remote;
}
