export { GROUNDS, type Ground, type LaidCoat, type Plates, coatPrint, groundColour, layCoat } from './coat.ts';
export { InkEngine, inOneInk } from './engine.ts';
export { layKey } from './lay-key.ts';
export { freeAll, impress, layOut, printSheet, printSheetWords } from './print.ts';
export { type SheetSize, TILE } from './sheet-size.ts';
export {
  type LaidThickness,
  type ThickCoat,
  flatShare,
  freeThickness,
  layThickness,
  lightStrokes,
  mayThicken,
} from './thickness.ts';
export type { Impression } from './types.ts';
