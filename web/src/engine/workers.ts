import { wrap, type Remote } from 'comlink';
import { carry } from './carry.ts';
import type { Kept } from './held-by-key.ts';
import { PlateLedger, type PlateApi } from './plate-ledger.ts';
import { madeWorker } from './made-workers.ts';
import type { WorkerApis, WorkerName } from './protocol/index.ts';

carry();

export interface BegunWorker<Api> {
  remote: Remote<Api>;
  /** Ends it, whatever it does: calls that are out are never answered. */
  end: () => void;
}

/** Begins a worker, or gives the one that was begun early. */
export function beginWorker<Name extends WorkerName>(name: Name): BegunWorker<WorkerApis[Name]> {
  const worker = madeWorker(name);
  return { remote: wrap<WorkerApis[Name]>(worker), end: () => worker.terminate() };
}

/** A worker that prints with plates, and the account of those that it holds. */
export interface PlateWorker<Api extends PlateApi> {
  remote: Remote<Api>;
  ledger: PlateLedger;
}

/** Begins a worker that keeps plates. */
export function beginPlateWorker<Name extends 'ink' | 'prove' | 'surface'>(
  name: Name,
  kept: Kept,
): PlateWorker<WorkerApis[Name]> {
  const { remote } = beginWorker(name);
  return { remote, ledger: new PlateLedger(remote as unknown as Remote<PlateApi>, kept) };
}

/** A worker that begins when it is first asked: it is told `onBegin` before that. */
export function waitingWorker<Name extends WorkerName>(
  name: Name,
  onBegin: (worker: Remote<WorkerApis[Name]>) => void = () => undefined,
): Remote<WorkerApis[Name]> {
  let begun: Remote<WorkerApis[Name]> | undefined;
  const begin = () => {
    if (!begun) onBegin((begun = beginWorker(name).remote));
    return begun;
  };
  return new Proxy({} as Remote<WorkerApis[Name]>, { get: (_, wanted) => Reflect.get(begin(), wanted) as unknown });
}
