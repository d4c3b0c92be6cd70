import { AmberError } from '@amber-stamp/core/errors';

/** Who is told how far a long step is, and where it is written that it should end. */
let watcher: { ended: Int32Array; onProgress: (share: number) => void; begunAt: number; toldAt: number } | undefined;
const TELL_MS = 80;
/** What takes less is not worth telling. */
const LONG_MS = 300;

/** Tells how far a step is, and ends it when that is wished: the wish reaches a busy worker through shared memory. */
export function tellSteps(share: number): void {
  if (!watcher) return;
  const now = performance.now();
  if (share === 0) {
    Atomics.store(watcher.ended, 0, 0);
    Object.assign(watcher, { begunAt: now, toldAt: 0 });
  }
  if (Atomics.load(watcher.ended, 0) === 1)
    throw new AmberError('cancelled', 'The cast was cancelled; the plate before it stays in print.');
  const told = watcher.toldAt > 0;
  if (share === 1 ? !told : now - watcher.begunAt < LONG_MS || now - watcher.toldAt < TELL_MS) return;
  watcher.toldAt = now;
  watcher.onProgress(share);
}

/** From now on `onProgress` is told how far long steps are; 1 in `ended` ends the one that is running. */
export function watchSteps(ended: Int32Array, onProgress: (share: number) => void): void {
  watcher = { ended, onProgress, begunAt: 0, toldAt: 0 };
}
