import { Lru } from '@amber-stamp/core/maths';
import type { LentTip } from '@amber-stamp/core/prove';
import type { Plate } from '@amber-stamp/core/raster';
import type { Remote } from 'comlink';
import { beforeOthers, whenFree } from './at-work.ts';
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
const over = new Lru<string, true>(MEASURED_KEPT.most);

/** What of a plate prints: how a relief stands is not measured, and is as much again. */
function printing(key: string): Plate | undefined {
  const plate = heldPlate(key);
  return plate && { width: plate.width, height: plate.height, data: plate.data };
}

/** What the first worker found on the last tip that it looked over alone: the helper takes it over with the tip. */
let foundAlone: Parameters<ProveApi['borrow']> = [[], []];

/** A worker that measures, with all plates of a job in its hands; undefined while one is not cut yet. */
export async function proverFor(job: ProveJob, number = 0): Promise<Remote<ProveApi> | undefined> {
  const { remote, ledger } = worker(number);
  const keys = Object.values(job.plates);
  if (!keys.every(heldPlate)) return undefined;
  const missing = ledger.lacks(keys);
  const given = ledger.bring(keys, printing);
  const [alone] = foundAlone[0];
  // before anything else is asked of it: it would look itself; where it cannot take it over, it does
  if (number > 0 && missing.includes(alone)) remote.borrow(...foundAlone).catch(() => undefined);
  await given;
  // a tip takes long to look over: what was looked over is lent by the first; one that looks at a tip now would be waited for
  const known = missing.filter((key) => key !== alone && over.has(key));
  if (number > 0 && known.length > 0 && provers[0]) {
    const found = await provers[0].remote.lend(known);
    await remote.borrow(known, found);
  }
  return remote;
}

/** Begins the first worker, so that its scripts are read while something else is waited for; the other begins after the first glance. */
export const beginMeasuring = (): void => void worker(0);

/** The plates that a job prints tips with. */
const tipsOf = ({ brush, plates }: ProveJob): string[] => [
  ...new Set(brush.coats.filter(({ muted }) => !muted).flatMap(({ deck }) => deck.cards.map((c) => plates[c.plate]))),
];

let looking: Promise<void> = Promise.resolve();
/** Tips that wait to be looked over, of the last job. */
let left: readonly string[] = [];

/** Whether tips wait to be looked over: what needs all of them takes its time then. */
export const looksWait = (): boolean => left.length > 0;

let glancing: Promise<unknown> = Promise.resolve();

/** Lets the first worker look no further tip over until something that needs no looks is done with it. */
export async function beforeLooks(job: ProveJob, work: (prover: Remote<ProveApi>) => Promise<void>): Promise<void> {
  const prover = await proverFor(job);
  if (!prover) return;
  const working = work(prover);
  glancing = working.catch(() => undefined);
  await working;
}

/** Settles once no tip is being looked over: what needs all tips of a job would look at them a second time. */
export const whenLookedOver = (): Promise<void> => looking.catch(() => undefined);

/**
 * Has the tips of a job looked over that were not yet, by both workers: each takes the next one when it is done with one.
 * `glance` is asked of the first worker before it looks; where there is but one tip, the helper reads its scripts after it.
 */
export function lookOver(job: ProveJob, glance: (prover: Remote<ProveApi>) => Promise<void>): Promise<void> {
  looking = beforeOthers(lookOverNow(job, glance));
  return looking;
}

async function lookOverNow(job: ProveJob, glance: (prover: Remote<ProveApi>) => Promise<void>): Promise<void> {
  const fresh = tipsOf(job).filter((key) => !over.has(key));
  const first = await proverFor(job);
  if (!first || fresh.length === 0) return;
  const waiting = [...fresh];
  left = waiting;
  const firstSeen = glance(first);
  const byFirst = looksAt(first, waiting);
  if (waiting.length === 0) {
    const helperBegins = firstSeen.then(() => void worker(HELPER));
    [foundAlone] = await Promise.all([byFirst, helperBegins]);
  } else {
    const helper = await proverFor(job, HELPER);
    const [own, other] = await Promise.all([byFirst, helper && looksAt(helper, waiting), firstSeen]);
    await Promise.all([other && first.borrow(...other), helper?.borrow(...own)]);
  }
  for (const key of fresh) over.set(key, true);
}

/** Looks at one tip after the other until none waits, the first of them at once: their keys, and what was found. */
async function looksAt(prover: Remote<ProveApi>, waiting: string[]): Promise<Parameters<ProveApi['borrow']>> {
  const keys: string[] = [];
  const found: (LentTip | undefined)[] = [];
  for (let key = waiting.shift(); key !== undefined; key = waiting.shift()) {
    keys.push(key);
    found.push(await prover.look(key));
    if (prover === provers[0]?.remote) await glancing;
  }
  return [keys, found];
}

let warm = false;

/** Has the helper measure once, so that it is quick when it is asked to help; where it is asked already, that does. */
export async function warmHelper(job: ProveJob): Promise<void> {
  if (warm) return;
  warm = true;
  await whenFree();
  await (await proverFor(job, HELPER))?.pair(job);
}

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
  await beforeOthers(Promise.all(Array.from({ length: PROVERS }, (_, number) => taking(number))));
}
