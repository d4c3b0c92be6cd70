// The way of data, in order: file -> source -> plate -> deck -> dabs -> coverage -> sheet.
export * from './errors.ts';
export * from './model/check.ts';
export * from './model/properties.ts';
export * from './model/brush.ts';
export * from './model/brush-schema.ts';
export * from './model/strokes.ts';
export * from './maths/index.ts';
export * from './maths/curve.ts';
export * from './maths/hash.ts';
export * from './raster/raster.ts';
export * from './raster/picture.ts';
export * from './raster/measure.ts';
export * from './maths/blend-modes.ts';
export * from './raster/pieces.ts';
export * from './raster/resample.ts';
export {
  choice as choiceParam,
  number as numberParam,
  STEP_GROUPS,
  type Facts,
  type Materials,
  type Param,
  type ParamValue,
  type ParamValues,
  type Rows,
  type StepDefinition,
  type StepGroup,
  NO_OTHERS,
  type BrushAndPlates,
  type Others,
} from './cut/step.ts';
export * from './cut/steps.ts';
export * from './cut/gray.ts';
export { holesOf, rangeOf } from './cut/height-values.ts';
export { holesError } from './cut/heights.ts';
export { shaped, viewOf } from './cut/cast-mesh.ts';
export * from './cut/levels.ts';
export * from './cut/recipe.ts';
export * from './cut/cut.ts';
export * from './cut/automatic.ts';
export * from './cut/reading.ts';
export * from './cut/starters.ts';
export * from './cut/report.ts';
export * from './cut/placement.ts';
export * from './cut/marks.ts';
export * from './path/path.ts';
export * from './vary/dab-table.ts';
export * from './vary/dabs.ts';
export * from './vary/csv.ts';
export * from './ink/engine.ts';
export * from './ink/layer.ts';
export * from './ink/sheet-size.ts';
export * from './ink/coat.ts';
export * from './ink/print.ts';
export * from './ink/lay-key.ts';
export * from './ink/sheet-heights.ts';
export * from './ink/thickness.ts';
export * from './ground/lie.ts';
export * from './ground/stack.ts';
export { widthAt } from './vary/ends.ts';
export { mayTint } from './ink/tint.ts';
export { partsOf } from './maths/colour.ts';
export * from './formats/png.ts';
export * from './formats/plate-file.ts';
export { isExr } from './formats/exr-header.ts';
export { checkPixels, MAX_PIXELS } from './raster/limits.ts';
export * from './formats/pack.ts';
export { spanToldBy } from './formats/png-span.ts';
export * from './model/bench.ts';
export * from './model/json-schema.ts';
export * from './path/recordings.ts';
export { settledWay } from './path/steady.ts';
export * from './path/trial.ts';
export * from './path/straight.ts';
export * from './path/replay.ts';
export * from './vary/shape.ts';
export * from './vary/edge-wave.ts';
export * from './vary/guess.ts';
export * from './vary/sweep.ts';
export * from './vary/put-back.ts';
export * from './vary/silhouette.ts';
export * from './make/numbers.ts';
export * from './make/outline.ts';
export * from './relief/mesh.ts';
export * from './relief/view.ts';
export * from './relief/grid-mesh.ts';
export * from './relief/solids.ts';
export * from './relief/lattice.ts';
export * from './formats/obj.ts';
export * from './relief/cast.ts';
export * from './relief/shade.ts';
export * from './relief/normal-map.ts';
export * from './relief/surface.ts';
export * from './relief/sculpt-stroke.ts';
export * from './relief/sculpture.ts';
export * from './relief/down.ts';
export { clayOf, sculpted, tipRaster, type Clay } from './cut/sculpt.ts';
export * from './relief/press.ts';
export * from './relief/mesh-picture.ts';
export * from './relief/profile.ts';
export * from './prove/echo.ts';
export * from './prove/strip.ts';
export { FLAWS, type Flaw, type FlawName } from './flaws/flaw.ts';
export type { GiveAway } from './prove/features.ts';
export { flawsOf } from './flaws/flaws.ts';
export { sightOf, SIGHT, type Sight } from './flaws/sight.ts';
export { FITTED, putTogether, type Factors, type Measures } from './prove/put-together.ts';
export { Lru } from './maths/lru.ts';
export * from './prove/report.ts';
export * from './prove/lend.ts';
export type { WholeOutline } from './prove/whole-outline.ts';
export { heatOf, HEAT } from './prove/heat.ts';
export * from './flaws/heal.ts';
export * from './cut/relatives.ts';
export type { Fix } from './prove/fix.ts';
export * from './prove/fixes.ts';
export * from './prove/try-fix.ts';
