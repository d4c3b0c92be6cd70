export {
  type Bench,
  type BenchPlate,
  type BrushState,
  DEFAULT_COVER,
  MAX_PINS,
  type OwnStroke,
  type Pin,
  type SheetState,
  benchSchema,
  nextNumber,
  parseBench,
} from './bench.ts';
export { intentOf, partsOfSource } from './intent.ts';
export { benchWords } from './words.ts';
export { originOf } from './origin.ts';
