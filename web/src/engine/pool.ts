import { Lru } from '@amber-stamp/core/maths';
import type { Plate } from '@amber-stamp/core/raster';
import { proxy, type Remote } from 'comlink';
import { LatestJobs } from './latest-jobs.ts';
import { helpSoon } from './helpers.ts';
import { INKED_KEPT, type InkApi, type InkJob, type InkResult, type SentJob, type SideCost } from './protocol/ink.ts';
import type { MakeApi } from './protocol/make.ts';
import { StrokeLedger } from './stroke-ledger.ts';
import { beginPlateWorker, beginWorker, waitingWorker, type BegunWorker } from './workers.ts';

const onShare = new Set<(share: number) => void>();
/** Hears how far the cut is that takes long, 0..1. */
export const hearCutting = (listener: (share: number) => void): void => void onShare.add(listener);

/** Begins when it is first asked: the first strokes of a brush whose plates are there need no cut. */
export const cutter = waitingWorker('cut', (worker) => {
  // without it, a cut that takes long only says nothing of how far it is
  worker.watch(proxy((share: number) => onShare.forEach((hear) => hear(share)))).catch(() => undefined);
});
/** Begins the worker that cuts, so that it is warm when it is asked. */
export const beginCutting = (): void => void cutter.watch;
/** The same while a file is still being chosen: then it practises as well. */
export const beginLooking = (): Promise<void> => cutter.practise();
export const filer = beginWorker('file').remote;
export const openSource = (source: string, onProgress: (share: number) => void): Promise<void> =>
  cutter.open(source, proxy(onProgress));

const POOL = Math.max(1, Math.min(3, (navigator.hardwareConcurrency || 2) - 1));
const inkWorkers = Array.from({ length: POOL }, () => ({
  ...beginPlateWorker('ink', INKED_KEPT),
  strokes: new StrokeLedger(),
  /** one at a time, so that what is more urgent waits for no more than one */
  jobs: new LatestJobs(1),
}));
/** What goes first at a worker: what the hand waits for, what is looked at beside it, what only measures. */
const RANK = { hand: 0, beside: 1, measure: 2 } as const;
const held = new Lru<string, Plate>(INKED_KEPT.most);

/** A plate that jobs may name by its key. */
export const holdPlate = (key: string, plate: Plate): void => void held.set(key, plate);

/** A plate by its key; undefined when it was not made here, or long ago. */
export const heldPlate = (key: string): Plate | undefined => held.peek(key);

/** Each view keeps to one worker, which keeps its layers. */
function workerFor(view: string) {
  let h = 0;
  for (const c of view) h = (h * 31 + c.charCodeAt(0)) >>> 0;
  return inkWorkers[h % POOL];
}

/** Sends a job to its worker with the plates and strokes that it does not hold: calls arrive in order, so none is waited for. */
function send<T>(job: InkJob, how: (remote: Remote<InkApi>, sent: SentJob) => T): T {
  const { remote, ledger, strokes } = workerFor(job.view);
  const keys = job.brushes.flatMap(({ plates }) => Object.values(plates));
  // what is printed with is the last to go
  for (const key of keys) held.get(key);
  // a plate that could not be given is missed by the job itself, which tells so
  ledger.bring(keys, heldPlate).catch(() => undefined);
  return how(remote, strokes.brief(job));
}

/** Has a worker do a job once it is its turn; undefined when a newer one of the same key has overtaken it before. */
const inTurn = <T>(
  job: InkJob,
  key: string,
  rank: number,
  how: (remote: Remote<InkApi>, sent: SentJob) => Promise<T>,
) => workerFor(job.view).jobs.ask(key, () => send(job, how), rank);

/**
 * Draws a job; undefined when a newer one for the same view has overtaken it before it began. `calm`: what is drawn for the
 * hand goes first.
 */
export async function draw(job: InkJob, calm = false): Promise<InkResult | undefined> {
  const rank = calm ? RANK.beside : RANK.hand;
  const result = await inTurn(job, job.view, rank, (remote, sent) => remote.draw(sent));
  helpSoon(workerFor(job.view).remote);
  return result;
}

let turn = 0;
/** A job that no newer one overtakes. */
const each = async <T>(job: InkJob, rank: number, how: (remote: Remote<InkApi>, sent: SentJob) => Promise<T>) =>
  (await inTurn(job, `job ${turn++}`, rank, how)) as T;

/** The colour of the ground of a job at a pixel of it. */
export const groundAt = async (job: InkJob, x: number, y: number): Promise<string> =>
  workerFor(job.view).remote.groundAt(job, x, y);

/** Gives up what is kept of a view that is not shown any more. */
export const forgetView = (view: string): void => void workerFor(view).remote.forget(view);

/** A job as a PNG file. */
export const drawPng = async (job: InkJob): Promise<Uint8Array<ArrayBuffer>> =>
  (await each(job, RANK.beside, (remote, sent) => remote.png(sent))) as Uint8Array<ArrayBuffer>;

/** What a job costs with its plates at other sides, measured by a worker that is free to. */
export const costsOf = (job: InkJob, sides: readonly number[]): Promise<SideCost[]> =>
  each(job, RANK.measure, (remote, sent) => remote.costs(sent, sides));

let making: BegunWorker<MakeApi> | null = null;

/** The worker that makes sources; begun when it is first asked. */
export const maker = (): Remote<MakeApi> => (making ??= beginWorker('make')).remote;

/** Ends whatever is being made: the next wish begins with a new worker. */
export function stopMaking(): void {
  making?.end();
  making = null;
}
