import type { Bench } from '@amber-stamp/core/bench';
import type { DriverName, PenStroke } from '@amber-stamp/core/model';
import { trialStrokes } from '@amber-stamp/core/path';

const TRIAL = trialStrokes().strokes;

const sheets = new WeakMap<readonly PenStroke[], readonly PenStroke[]>();

/** Everything that is drawn with the brush now, the trial strokes and the user's own: one list for all rows. */
export function sheetStrokes({ strokes }: Bench): readonly PenStroke[] {
  const all = sheets.get(strokes) ?? [...TRIAL, ...strokes];
  sheets.set(strokes, all);
  return all;
}

/** Why a driver reads the same everywhere. */
export const IDLE_WORDS: Record<DriverName, string> = {
  chance: 'it is drawn once for the whole stroke',
  pressure: 'every stroke on the sheet is pressed alike',
  tilt: 'no stroke on the sheet was drawn with a tilted pen; the pen below the wide sheet can be tilted',
  twist: 'no stroke on the sheet was drawn with a turning pen; the pen below the wide sheet can be turned',
  speed: 'every stroke on the sheet has the same speed',
  heading: 'every stroke on the sheet runs the same way',
  progress: 'no stroke on the sheet has a length',
  cycle: 'no stroke on the sheet has a length',
};
