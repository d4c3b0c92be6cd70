import type { Bench } from '@amber-stamp/core/bench';
import { PLAIN_BAND } from '@amber-stamp/core/model';
import { narrower } from '@amber-stamp/core/vary';
import { coatOf } from './coat.ts';

/** Has the coat bend its plate along the path; a size that nobody has set narrows with the hand, as a band's does. */
export function bend(draft: Bench, coat = coatOf(draft)): void {
  coat.band ??= { ...PLAIN_BAND };
  if (!('size' in draft.guessed)) return;
  narrower.set(coat);
  Object.assign(draft.guessed, narrower.why);
}
