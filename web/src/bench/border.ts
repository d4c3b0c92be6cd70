import { plateBorder, type BorderReport, type Plate } from '@amber-stamp/core/raster';
import { usePlates } from './plates.ts';

const checked = new WeakMap<Plate, BorderReport>();

function borderOf(plate: Plate): BorderReport {
  let report = checked.get(plate);
  if (!report) {
    report = plateBorder(plate);
    checked.set(plate, report);
  }
  return report;
}

/** What the outermost ring of a ready plate does. */
export function useBorder(name: string): BorderReport['verdict'] | undefined {
  const plate = usePlates((s) => s.ready[name]?.plate);
  return plate ? borderOf(plate).verdict : undefined;
}
