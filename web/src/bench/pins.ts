import { MAX_PINS, type Pin } from '@amber-stamp/core';
import { tell } from '../parts/messages.tsx';
import { echoOfKey, keyOf, useEcho } from './echo.ts';
import { keepAsBranchOf } from './keeping.ts';
import { jobOfState } from './pin-echo.ts';
import { change, presentBench, useBench } from './store.ts';

/** Pins the present state: brush and plates as they are, with the echo where it is measured. Gives its place. */
export function pinNow(): number {
  const { standing, keep } = useBench.getState();
  const { brush, plates, pins } = presentBench();
  if (pins.length >= MAX_PINS) {
    tell(`There are ${MAX_PINS} pins; take one off first.`);
    return pins.length - 1;
  }
  const label = `version ${standing?.number ?? 0}${keep === 'kept' ? '' : ' and after'}`;
  const pin: Pin = {
    brush,
    plates,
    label,
    version: standing?.versionId ?? null,
    // the hand may not have rested yet: then what is measured is the state before
    echo: echoOfKey(useEcho.getState(), keyOf(jobOfState({ brush, plates }))),
  };
  change(`pinned ${label}`, (draft) => void draft.pins.push(structuredClone(pin)));
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
