import { wrap, type Remote } from 'comlink';
import { carry } from './carry.ts';
import { PlateLedger, type PlateApi } from './plate-ledger.ts';
import type { WorkerApis, WorkerName } from './protocol/index.ts';

carry();

/** The only place where workers are made: the bundler reads the addresses, so each is written out. */
const MADE: Readonly<Record<WorkerName, () => Worker>> = {
  cut: () => new Worker(new URL('../workers/cut.worker.ts', import.meta.url), { type: 'module' }),
  file: () => new Worker(new URL('../workers/file.worker.ts', import.meta.url), { type: 'module' }),
  ink: () => new Worker(new URL('../workers/ink.worker.ts', import.meta.url), { type: 'module' }),
  make: () => new Worker(new URL('../workers/make.worker.ts', import.meta.url), { type: 'module' }),
  prove: () => new Worker(new URL('../workers/prove.worker.ts', import.meta.url), { type: 'module' }),
  sculpt: () => new Worker(new URL('../workers/sculpt.worker.ts', import.meta.url), { type: 'module' }),
  surface: () => new Worker(new URL('../workers/surface.worker.ts', import.meta.url), { type: 'module' }),
};

export interface BegunWorker<Api> {
  remote: Remote<Api>;
  /** Ends it, whatever it does: calls that are out are never answered. */
  end: () => void;
}

/** Begins a worker. */
export function beginWorker<Name extends WorkerName>(name: Name): BegunWorker<WorkerApis[Name]> {
  const worker = MADE[name]();
  return { remote: wrap<WorkerApis[Name]>(worker), end: () => worker.terminate() };
}

/** A worker that prints with plates, and the account of those that it holds. */
export interface PlateWorker<Api extends PlateApi> {
  remote: Remote<Api>;
  ledger: PlateLedger;
}

/** Begins a worker that keeps so many plates. */
export function beginPlateWorker<Name extends 'ink' | 'prove' | 'surface'>(
  name: Name,
  plates: number,
): PlateWorker<WorkerApis[Name]> {
  const { remote } = beginWorker(name);
  return { remote, ledger: new PlateLedger(remote as unknown as Remote<PlateApi>, plates) };
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
