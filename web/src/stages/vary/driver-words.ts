import type { DriverName } from '@amber-stamp/core/model';

interface DriverWords {
  /** what moves a row, as the menu of drivers says it */
  by: string;
  /** why it reads the same everywhere, where it does */
  idle: string;
}

export const DRIVER_WORDS: Readonly<Record<DriverName, DriverWords>> = {
  chance: { by: 'chance', idle: 'it is drawn once for the whole stroke' },
  pressure: { by: 'pressure of the pen', idle: 'every stroke on the sheet is pressed alike' },
  tilt: {
    by: 'tilt of the pen',
    idle: 'no stroke on the sheet was drawn with a tilted pen; the pen below the wide sheet can be tilted',
  },
  twist: {
    by: 'twist of the pen',
    idle: 'no stroke on the sheet was drawn with a turning pen; the pen below the wide sheet can be turned',
  },
  speed: { by: 'speed of the hand', idle: 'every stroke on the sheet has the same speed' },
  heading: { by: 'heading of the path', idle: 'every stroke on the sheet runs the same way' },
  progress: { by: 'progress along the stroke', idle: 'no stroke on the sheet has a length' },
  cycle: { by: 'a cycle of so many px', idle: 'no stroke on the sheet has a length' },
};
