import type { Driver } from '../model/brush.ts';
import { pathReader, smoothPath } from '../path/path.ts';
import { trialStrokes } from '../path/trial.ts';
import { emptyHands, type Hands } from './hands.ts';
import { meanReading } from './reading.ts';

const DABS = 2400;

/** The hand at places evenly spaced along the standard swell of pressure. */
function standardHands(): Hands {
  const path = smoothPath(trialStrokes().strokes[0].points);
  const read = pathReader(path);
  const hands = emptyHands(path.lengthPx, DABS);
  for (let dab = 0; dab < DABS; dab++) {
    const alongPx = (dab / (DABS - 1)) * path.lengthPx;
    read(alongPx, hands, dab);
    hands.alongPx[dab] = alongPx;
  }
  return hands;
}

/**
 * How the drivers spread a property between its two ends, over the standard swell of pressure: share of dabs in `bins`
 * classes from the low to the high end, the fullest class 1. Without drivers everything is at the high end.
 */
export function driverSilhouette(drivers: readonly Driver[], bins = 24): number[] {
  const read = meanReading(drivers, { seed: 1, stroke: 0, coat: 0, property: 0 });
  const t = new Float64Array(DABS).fill(1);
  read?.(standardHands(), 0, DABS, t);
  const counts = new Array<number>(bins).fill(0);
  for (const value of t) counts[Math.max(0, Math.min(bins - 1, Math.floor(value * bins)))]++;
  const smooth = counts.map((n, i) => (n * 2 + (counts[i - 1] ?? n) + (counts[i + 1] ?? n)) / 4);
  const most = Math.max(...smooth);
  return smooth.map((n) => n / most);
}
