export { automaticRecipe, guessPrints } from './automatic.ts';
export { castValues, shaped, viewOf } from './cast-mesh.ts';
export { Cutter, type StepOutcome, blank, cut, cutAll } from './cut.ts';
export { PRINTS, type Prints, grayOf } from './gray.ts';
export { holesOf } from './height-values.ts';
export { holesError } from './heights.ts';
export { endsMeet } from './joint.ts';
export { bias } from './levels.ts';
export { type Mark, type MarkJoin, around, findMarks, partOf, splitMark } from './marks.ts';
export { type Intent, type SheetMarks, guessIntent, INTENTS, marksOf, recipeForUse } from './intent.ts';
export { type Wish, answerRecipe, isAutomatic, partIn, recipeForReading, regionIn, regionOf } from './part-recipe.ts';
export { placementOf } from './placement.ts';
export { type Profile, heightsStepOf, profileOf } from './profile.ts';
export { putBack } from './put-back.ts';
export {
  type PossibleReading,
  type Reading,
  guessReading,
  heightsOfSource,
  mayBeHeights,
  readingOf,
  possibleReadings,
  reliefRecipe,
} from './reading.ts';
export {
  type Material,
  type Recipe,
  type RecipeStep,
  makeRecipe,
  makeStep,
  materialsNamed,
  parseRecipe,
  placeForRegion,
  withMaterials,
  withRegionOf,
} from './recipe.ts';
export { RELATIVES, type Relative, derivedPlate } from './relatives.ts';
export { emptyBorder, plateReport, speckBoxes } from './report.ts';
export { type Clay, clayOfStep, sculpted, tipRaster } from './sculpt.ts';
export { STARTERS } from './starters.ts';
export { type OtherRecipe, recipeForOther } from './other-source.ts';
export { type TriedUse, triedUses } from './uses.ts';
export { DRAWN_COLUMNS, type DrawnStroke, WRAPS, drawnFields, drawnSchema, makeStroke, nextDrawn } from './drawn.ts';
export {
  type NumberParam,
  type Facts,
  NO_OTHERS,
  type Others,
  type Param,
  type ParamValue,
  type Rows,
  type Size,
  STEP_GROUPS,
  choice as choiceParam,
  number as numberParam,
} from './step.ts';
export { STEPS, defaultsOf, makesRelief, stepNamed } from './steps.ts';
