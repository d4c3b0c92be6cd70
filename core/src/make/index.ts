export { NUMBERS, type NumbersValues, makeNumbers, usualNumbers } from './numbers.ts';
export { type Place, fillOutlines } from './outline.ts';
