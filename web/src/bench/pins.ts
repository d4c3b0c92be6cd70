import { MAX_PINS } from '@amber-stamp/core/bench';
import { notify } from '../parts/messages.tsx';
import { keepAsBranchOf } from './keeping.ts';
import { presentPin } from './present-pin.ts';
import { change, presentBench } from './store.ts';

/** Pins the present state. Gives its place. */
export function pinNow(): number {
  const { pins } = presentBench();
  if (pins.length >= MAX_PINS) {
    notify(`There are ${MAX_PINS} pins; take one off first.`);
    return pins.length - 1;
  }
  const pin = presentPin();
  change(`pinned ${pin.label}`, (draft) => void draft.pins.push(structuredClone(pin)));
  return pins.length;
}

export const unpin = (place: number): void =>
  change(`pin of ${presentBench().pins[place]?.label ?? ''} taken off`, (draft) => void draft.pins.splice(place, 1));

/** Goes on from a pin: a branch from the version that it was pinned at. What was on the bench stays in the versions. */
export function takePin(place: number): void {
  const pin = presentBench().pins[place];
  if (!pin) return;
  if (pin.version) keepAsBranchOf(pin.version);
  change(`took back ${pin.label}`, (draft) => {
    draft.brush = structuredClone(pin.brush);
    draft.plates = structuredClone(pin.plates);
    draft.guessed = {};
  });
}
