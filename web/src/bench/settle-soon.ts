import { Quiet } from '../engine/clock.ts';
import { settle } from './store.ts';

const REST_MS = 350;
const quiet = new Quiet(REST_MS);
let what = '';

/** Ends a gesture of keys or wheel once the hand has come to rest. */
export function settleSoon(told: string): void {
  what = told;
  quiet.run(() => settle(what));
}

/** Ends it at once, where one waits. */
export function settleNow(): void {
  if (!quiet.waits) return;
  quiet.cancel();
  settle(what);
}
