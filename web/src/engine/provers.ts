import { Lru } from '@amber-stamp/core/maths';
import type { Remote } from 'comlink';
import { heldPlate } from './pool.ts';
import { beginPlateWorker, type PlateWorker } from './workers.ts';
import { MEASURED_KEPT, type ProveApi, type ProveJob } from './protocol/prove.ts';

const provers: PlateWorker<ProveApi>[] = [];
const worker = (number: number) => (provers[number] ??= beginPlateWorker('prove', MEASURED_KEPT));

/** The first measures; the second helps where many fixes are tried. */
export const PROVERS = 2;
/** The second one, which the dial does not wait for. */
export const HELPER = PROVERS - 1;

/** Tips that were looked over: those that are new take longest of all. */
const over = new Lru<string, true>(MEASURED_KEPT);

/** A worker that measures, with all plates of a job in its hands; undefined while one is not cut yet. */
export async function proverFor(job: ProveJob, number = 0): Promise<Remote<ProveApi> | undefined> {
  const { remote, ledger } = worker(number);
  const keys = Object.values(job.plates);
  if (!keys.every(heldPlate)) return undefined;
  const missing = ledger.lacks(keys);
  await ledger.bring(keys, heldPlate);
  // a tip takes long to look over: what was looked over is lent by the first; one that looks at a tip now would be waited for
  const known = missing.filter((key) => over.has(key));
  if (number > 0 && known.length > 0 && provers[0]) {
    const found = await provers[0].remote.lend(known);
    await remote.borrow(known, found);
  }
  return remote;
}

/** Begins both workers, so that their scripts are read while something else is waited for. */
export function beginProvers(): void {
  for (let number = 0; number < PROVERS; number++) worker(number);
}

/** The plates that a job prints tips with. */
const tipsOf = ({ brush, plates }: ProveJob): string[] => [
  ...new Set(brush.coats.filter(({ muted }) => !muted).flatMap(({ deck }) => deck.cards.map((c) => plates[c.plate]))),
];

let looking: Promise<void> = Promise.resolve();

/** Settles once no tip is being looked over: what needs all tips of a job would look at them a second time. */
export const whenLookedOver = (): Promise<void> => looking.catch(() => undefined);

/**
 * Has the tips of a job looked over that were not yet: side by side, a half by the helper. `glance` is asked of the first
 * worker before it looks.
 */
export function lookOver(job: ProveJob, glance: (prover: Remote<ProveApi>) => Promise<void>): Promise<void> {
  looking = lookOverNow(job, glance);
  return looking;
}

async function lookOverNow(job: ProveJob, glance: (prover: Remote<ProveApi>) => Promise<void>): Promise<void> {
  const fresh = tipsOf(job).filter((key) => !over.has(key));
  const first = await proverFor(job);
  if (!first || fresh.length === 0) return;
  const half = Math.ceil(fresh.length / 2);
  const [own, other] = [fresh.slice(0, half), fresh.slice(half)];
  const helping = other.length > 0 ? proverFor(job, HELPER) : undefined;
  const glancing = glance(first);
  const byHelper = helping?.then((helper) => helper?.look(other));
  const [found, helped] = await Promise.all([first.look(own), byHelper, glancing]);
  await Promise.all([helped && first.borrow(other, helped), (await helping)?.borrow(own, found)]);
  for (const key of fresh) over.set(key, true);
}

let warm = false;

/** Has the helper measure once while nobody waits, so that it is quick when it is asked to help. */
export async function warmHelper(job: ProveJob): Promise<void> {
  if (warm) return;
  warm = true;
  await (await proverFor(job, HELPER))?.pair(job);
}

let atWork: Promise<unknown> = Promise.resolve();

/** Settles once the workers do nothing together: what nobody waits for is asked then. */
export const whenFree = (): Promise<unknown> => atWork.catch(() => undefined);

/**
 * Lets all workers take work until there is none, or `signal` is aborted: `next` gives each, by its number, what to do next.
 */
export async function onAllProvers<T>(
  job: ProveJob,
  next: (worker: number) => T | undefined,
  signal: AbortSignal,
  work: (prover: Remote<ProveApi>, item: T) => Promise<void>,
): Promise<void> {
  const taking = async (number: number) => {
    const prover = await proverFor(job, number);
    if (!prover) return;
    for (let item = next(number); item !== undefined && !signal.aborted; item = next(number)) await work(prover, item);
  };
  atWork = Promise.all(Array.from({ length: PROVERS }, (_, number) => taking(number)));
  await atWork;
}
