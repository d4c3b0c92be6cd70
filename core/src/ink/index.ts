export { GROUNDS, type Ground, type Plates, groundColour } from './coat.ts';
export { InkEngine, inOneInk } from './engine.ts';
export { layOnce, layOut, printSheet, printSheetWords, sheetOrder, type BrushWithPlates } from './print.ts';
export { SheetBytes } from './sheet-bytes.ts';
export { SheetSession, type LaidSheet } from './sheet-session.ts';
export { type SheetSize, TILE } from './sheet-size.ts';
export { flatShare, lightStrokes, mayThicken } from './thickness.ts';
export type { StrokePrint } from './types.ts';
