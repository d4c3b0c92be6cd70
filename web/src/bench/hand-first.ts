import { later } from '../engine/clock.ts';

/** Views under the hand that were not drawn yet, and what stands back until they are. */
const undrawn = new Set<string>();
const waiting = new Set<() => void>();
/** One that is not seen is never drawn: nothing waits for it longer, ms. */
const LONGEST_MS = 400;

/** Notes a view under the hand that is drawn for the first time; gives the way to say that it was, or never will be. */
export function drawnFirst(view: string): () => void {
  undrawn.add(view);
  return () => {
    undrawn.delete(view);
    if (undrawn.size === 0) for (const run of waiting) run();
  };
}

/** Runs something once all views under the hand were drawn; gives the way to call it off. */
export function afterHand(run: () => void): () => void {
  if (undrawn.size === 0) return later(0, run);
  const stop = () => {
    waiting.delete(go);
    callOff();
  };
  const go = () => {
    stop();
    run();
  };
  const callOff = later(LONGEST_MS, go);
  waiting.add(go);
  return stop;
}
