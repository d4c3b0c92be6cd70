import type { Bench } from '@amber-stamp/core/bench';
import type { PenStroke } from '@amber-stamp/core/model';
import { trialStrokes } from '@amber-stamp/core/path';

const TRIAL = trialStrokes().strokes;

const sheets = new WeakMap<readonly PenStroke[], readonly PenStroke[]>();

/** Everything that is drawn with the brush now, the trial strokes and the user's own: one list for all rows. */
export function sheetStrokes({ strokes }: Bench): readonly PenStroke[] {
  const all = sheets.get(strokes) ?? [...TRIAL, ...strokes];
  sheets.set(strokes, all);
  return all;
}
