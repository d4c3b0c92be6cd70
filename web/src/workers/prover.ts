import type { Plate } from '@amber-stamp/core';
import { wrap, type Remote } from 'comlink';
import { heldPlate } from './pool.ts';
import type { ProveApi, ProveJob } from './prove-protocol.ts';

interface Prover {
  remote: Remote<ProveApi>;
  sent: WeakSet<Plate>;
}
const provers: Prover[] = [];

/** The first measures; the second helps where many fixes are tried. */
export const PROVERS = 2;
/** The second one, which the dial does not wait for. */
export const HELPER = PROVERS - 1;

/** A worker that measures, with all plates of a job in its hands; undefined while one is not cut yet. */
export async function proverFor(job: ProveJob, number = 0): Promise<Remote<ProveApi> | undefined> {
  provers[number] ??= {
    remote: wrap<ProveApi>(new Worker(new URL('./prove.worker.ts', import.meta.url), { type: 'module' })),
    sent: new WeakSet(),
  };
  const { remote, sent } = provers[number];
  const missing: string[] = [];
  for (const key of Object.values(job.plates)) {
    const plate = heldPlate(key);
    if (!plate) return undefined;
    if (!sent.has(plate)) missing.push(key);
  }
  // a tip takes long to look over: the first has mostly done so
  const found = number > 0 && missing.length > 0 ? await provers[0]?.remote.lend(missing) : undefined;
  for (const [k, key] of missing.entries()) {
    const plate = heldPlate(key);
    if (!plate) return undefined;
    await remote.hold(key, plate, found?.[k]);
    sent.add(plate);
  }
  return remote;
}

let warm = false;

/** Has the helper measure once while nobody waits, so that it is quick when it is asked to help. */
export async function warmHelper(job: ProveJob): Promise<void> {
  if (warm) return;
  warm = true;
  await (await proverFor(job, HELPER))?.pair(job);
}

/**
 * Lets all workers take work until there is none: `next` gives each, by its number, what to do next; `goesOn` tells whether
 * it is still wanted.
 */
export async function onAllProvers<T>(
  job: ProveJob,
  next: (worker: number) => T | undefined,
  goesOn: () => boolean,
  work: (prover: Remote<ProveApi>, item: T) => Promise<void>,
): Promise<void> {
  const taking = async (number: number) => {
    const prover = await proverFor(job, number);
    if (!prover) return;
    for (let item = next(number); item !== undefined && goesOn(); item = next(number)) await work(prover, item);
  };
  await Promise.all(Array.from({ length: PROVERS }, (_, number) => taking(number)));
}
