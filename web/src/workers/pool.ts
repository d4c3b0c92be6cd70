import { Lru } from '@amber-stamp/core/maths';
import type { Plate } from '@amber-stamp/core/raster';
import { proxy, wrap, type Remote } from 'comlink';
import { carryErrors } from './errors.ts';
import type { MakeApi } from './make-protocol.ts';
import { PlateLedger } from '../engine/plate-ledger.ts';
import {
  INKED_KEPT,
  type CutApi,
  type FileApi,
  type InkApi,
  type InkJob,
  type InkResult,
  type SideCost,
} from './protocol.ts';

carryErrors();

const cutWorker = new Worker(new URL('./cut.worker.ts', import.meta.url), { type: 'module' });
export const cutter: Remote<CutApi> = wrap<CutApi>(cutWorker);
export const filer: Remote<FileApi> = wrap<FileApi>(
  new Worker(new URL('./file.worker.ts', import.meta.url), { type: 'module' }),
);
export const openSource = (source: string, onProgress: (share: number) => void): Promise<void> =>
  cutter.open(source, proxy(onProgress));

interface InkWorker {
  remote: Remote<InkApi>;
  ledger: PlateLedger;
}
const POOL = Math.max(1, Math.min(3, (navigator.hardwareConcurrency || 2) - 1));
const inkWorkers: InkWorker[] = Array.from({ length: POOL }, () => {
  const remote = wrap<InkApi>(new Worker(new URL('./ink.worker.ts', import.meta.url), { type: 'module' }));
  return { remote, ledger: new PlateLedger(remote, INKED_KEPT) };
});
const held = new Lru<string, Plate>(INKED_KEPT);

/** A plate that jobs may name by its key. */
export const holdPlate = (key: string, plate: Plate): void => void held.set(key, plate);

/** A plate by its key; undefined when it was not made here, or long ago. */
export const heldPlate = (key: string): Plate | undefined => held.peek(key);

/** Each view keeps to one worker, which keeps its layers. */
function workerFor(view: string): InkWorker {
  let h = 0;
  for (const c of view) h = (h * 31 + c.charCodeAt(0)) >>> 0;
  return inkWorkers[h % POOL];
}

/** The worker of a job, given the plates that it does not hold: calls arrive in order, so none is waited for. */
function prepared(job: InkJob): Remote<InkApi> {
  const { remote, ledger } = workerFor(job.view);
  const keys = job.brushes.flatMap(({ plates }) => Object.values(plates));
  // what is printed with is the last to go
  for (const key of keys) held.get(key);
  // a plate that could not be given is missed by the job itself, which tells so
  ledger.bring(keys, heldPlate).catch(() => undefined);
  return remote;
}

interface Waiting {
  job: InkJob;
  done: (result: InkResult | undefined) => void;
  fail: (cause: unknown) => void;
}
const running = new Set<string>();
const waiting = new Map<string, Waiting>();

async function work({ job, done, fail }: Waiting): Promise<void> {
  running.add(job.view);
  try {
    done(await prepared(job).draw(job));
  } catch (cause) {
    fail(cause);
  }
  running.delete(job.view);
  const next = waiting.get(job.view);
  if (next) {
    waiting.delete(job.view);
    void work(next);
  }
}

/** Draws a job; undefined when a newer one for the same view has overtaken it before it began. */
export function draw(job: InkJob): Promise<InkResult | undefined> {
  return new Promise((done, fail) => {
    const entry = { job, done, fail };
    if (!running.has(job.view)) {
      void work(entry);
      return;
    }
    waiting.get(job.view)?.done(undefined);
    waiting.set(job.view, entry);
  });
}

/** The colour of the ground of a job at a pixel of it. */
export const groundAt = async (job: InkJob, x: number, y: number): Promise<string> =>
  workerFor(job.view).remote.groundAt(job, x, y);

/** Gives up what is kept of a view that is not shown any more. */
export const forgetView = (view: string): void => void workerFor(view).remote.forget(view);

/** A job as a PNG file. */
export async function drawPng(job: InkJob): Promise<Uint8Array<ArrayBuffer>> {
  return (await prepared(job).png(job)) as Uint8Array<ArrayBuffer>;
}

/** What a job costs with its plates at other sides, measured by a worker that is free to. */
export const costsOf = async (job: InkJob, sides: readonly number[]): Promise<SideCost[]> =>
  prepared(job).costs(job, sides);

let making: { worker: Worker; remote: Remote<MakeApi> } | null = null;

/** The worker that makes sources; begun when it is first asked. */
export function maker(): Remote<MakeApi> {
  if (!making) {
    const worker = new Worker(new URL('./make.worker.ts', import.meta.url), { type: 'module' });
    making = { worker, remote: wrap<MakeApi>(worker) };
  }
  return making.remote;
}

/** Ends whatever is being made: the next wish begins with a new worker. */
export function stopMaking(): void {
  making?.worker.terminate();
  making = null;
}
