import type { WorkerName } from './protocol/index.ts';

/** The only place where workers are made: the bundler reads the addresses, so each is written out. */
const MADE: Readonly<Record<WorkerName, () => Worker>> = {
  cut: () => new Worker(new URL('../workers/cut.worker.ts', import.meta.url), { type: 'module' }),
  file: () => new Worker(new URL('../workers/file.worker.ts', import.meta.url), { type: 'module' }),
  ink: () => new Worker(new URL('../workers/ink.worker.ts', import.meta.url), { type: 'module' }),
  lay: () => new Worker(new URL('../workers/lay.worker.ts', import.meta.url), { type: 'module' }),
  make: () => new Worker(new URL('../workers/make.worker.ts', import.meta.url), { type: 'module' }),
  prove: () => new Worker(new URL('../workers/prove.worker.ts', import.meta.url), { type: 'module' }),
  sculpt: () => new Worker(new URL('../workers/sculpt.worker.ts', import.meta.url), { type: 'module' }),
  surface: () => new Worker(new URL('../workers/surface.worker.ts', import.meta.url), { type: 'module' }),
};

/** Workers that were begun before anybody asked for them. */
const early = new Map<WorkerName, Worker>();

/** Begins a worker for the first who will ask for one: its scripts are read while those of the page are. */
export function beginEarly(name: WorkerName): void {
  if (!early.has(name)) early.set(name, MADE[name]());
}

/** A new worker, or the one that was begun early. */
export function madeWorker(name: WorkerName): Worker {
  const worker = early.get(name) ?? MADE[name]();
  early.delete(name);
  return worker;
}
