import { Quiet } from '../../engine/clock.ts';
import { settle } from '../../bench/store.ts';

const REST_MS = 350;
const quiet = new Quiet(REST_MS);

/** Ends a gesture of keys or wheel once the hand has come to rest. */
export function settleSoon(what: string): void {
  quiet.run(() => settle(what));
}
