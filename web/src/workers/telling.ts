import { AmberError } from '@amber-stamp/core/errors';
import { NEVER, type Stop } from '../engine/carry.ts';

/** Who is told how far a long step is. */
let watcher: { onProgress: (share: number) => void; begunAt: number; toldAt: number } | undefined;
/** What ends the steps that are running. */
let stopping: Stop = NEVER;
const TELL_MS = 80;
/** What takes less is not worth telling. */
const LONG_MS = 300;

/** Tells how far a step is, and ends it once that is wished. */
export function tellSteps(share: number): void {
  if (!watcher) return;
  const now = performance.now();
  if (share === 0) Object.assign(watcher, { begunAt: now, toldAt: 0 });
  if (stopping.aborted) throw new AmberError('cancelled', 'It was cancelled; the plate before it stays in print.');
  const told = watcher.toldAt > 0;
  if (share === 1 ? !told : now - watcher.begunAt < LONG_MS || now - watcher.toldAt < TELL_MS) return;
  watcher.toldAt = now;
  watcher.onProgress(share);
}

/** Runs steps that end once `stop` says so. */
export function stoppable<T>(stop: Stop, run: () => T): T {
  stopping = stop;
  try {
    return run();
  } finally {
    stopping = NEVER;
  }
}

/** From now on `onProgress` is told how far long steps are. */
export function watchSteps(onProgress: (share: number) => void): void {
  watcher = { onProgress, begunAt: 0, toldAt: 0 };
}
