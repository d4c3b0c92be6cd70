export { FLAWS } from './flaw.ts';
export { flawsOf } from './flaws.ts';
export { type FlawPlace, placeOnPlate } from './heal.ts';
export { analysedTip } from './analysed-tip.ts';
