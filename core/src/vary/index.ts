export { dabsCsv } from './csv.ts';
export type { DabTable } from './dab-table.ts';
export { dabsOf } from './dabs.ts';
export { widthAt } from './ends.ts';
export { type FirstStrokes, type Origin, firstStrokes, isMeasured, ranked } from './first-strokes.ts';
export { type Guess, firstGuess, withoutGuess } from './guess.ts';
export { driverSilhouette, idleDrivers } from './silhouette.ts';
export { SWEEPS, type Sweep, sweepNamed, sweepValues, swept } from './sweep.ts';
export { narrower, SOFT_TIP } from './material-strokes.ts';
