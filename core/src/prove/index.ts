export {
  type NumberedStroke,
  type StripEcho,
  echoOf,
  lookedAt,
  meanEcho,
  measureStrip,
  measureUnlooked,
  standardStrips,
  strokeStrips,
} from './echo.ts';
export type { GiveAway } from './features.ts';
export { type Fix, cutsPlates } from './fix.ts';
export type { SingleCure } from './fixes.ts';
export { HEAT, heatOf } from './heat.ts';
export { type LentTip, borrowTip, lendTip, lookOver } from './lend.ts';
export { FITTED, type Factors, type Measures, putTogether } from './put-together.ts';
export { type PlateBox, boxOnPlate, echoReport, printedBox, tenth } from './report.ts';
export { STANDARD_LENGTH, STRIP_SIDE, type Strip, evenStroke, nominalPx } from './strip.ts';
export { handOut } from './hand-out.ts';
export { type FirstMeasured, type Glance, firstOf, glanceAtFix, lookedAtFix, platesOfFix } from './measure-fix.ts';
export {
  type FixBaseline,
  type TriedFix,
  beginFixes,
  byScore,
  compareFix,
  fixesAfter,
  helps,
  keepsTexture,
  combineFixes,
  tryFix,
  unmeasuredFixes,
} from './try-fix.ts';
export type { WholeOutline } from './whole-outline.ts';
