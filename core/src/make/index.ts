export {
  type EmptySource,
  type MadeSource,
  type NumbersSource,
  type Size,
  type TypeSource,
  asMade,
  emptySource,
  madeKind,
  madeName,
  madePicture,
  madeSchema,
  madeSize,
  numbersSchema,
  numbersSource,
  parseMade,
  plainPicture,
  renderMade,
  softRound,
  typeSchema,
  typeSource,
} from './made.ts';
export { NUMBERS, type NumbersValues, makeNumbers, usualNumbers } from './numbers.ts';
export { type Place, fillOutlines } from './outline.ts';
export * from './shapes/index.ts';
export { FACES, type Face, type FontOf, WEIGHTS, type Weight } from './type.ts';
