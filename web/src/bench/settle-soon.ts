import { later } from '../engine/clock.ts';
import { settle } from './store.ts';

const REST_MS = 350;
let waiting: { what: string; callOff: () => void } | undefined;

/** Ends a gesture of keys or wheel once the hand has come to rest. */
export function settleSoon(what: string): void {
  waiting?.callOff();
  waiting = { what, callOff: later(REST_MS, settleNow) };
}

/** Ends it at once, where one waits. */
export function settleNow(): void {
  const ended = waiting;
  waiting = undefined;
  ended?.callOff();
  if (ended) settle(ended.what);
}
