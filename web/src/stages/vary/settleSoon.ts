import { settle } from '../../bench/store.ts';

const REST_MS = 350;
let timer: ReturnType<typeof setTimeout> | undefined;

/** Ends a gesture of keys or wheel once the hand has come to rest. */
export function settleSoon(what: string): void {
  clearTimeout(timer);
  timer = setTimeout(() => settle(what), REST_MS);
}
