export {
  type NumberedStroke,
  type StripEcho,
  echoOf,
  meanEcho,
  measureLookingAt,
  measureStrip,
  standardStrips,
  strokeStrips,
} from './echo.ts';
export type { GiveAway } from './features.ts';
export type { Fix } from './fix.ts';
export type { SingleCure } from './fixes.ts';
export { HEAT, heatOf } from './heat.ts';
export { type LentTip, borrowTip, lendTip, lookOver } from './lend.ts';
export { FITTED, type Factors, type Measures, putTogether } from './put-together.ts';
export { type PlateBox, boxOnPlate, echoReport, printedBox, tenth } from './report.ts';
export { STANDARD_LENGTH, STRIP_SIDE, type Strip, evenStroke } from './strip.ts';
export {
  type FixBaseline,
  type TriedFix,
  beginFixes,
  byScore,
  fixesAfter,
  handOut,
  helps,
  keepsTexture,
  platesOfFix,
  combineFixes,
  tryFix,
} from './try-fix.ts';
export type { WholeOutline } from './whole-outline.ts';
