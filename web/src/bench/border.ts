import { plateBorder, type BorderReport, type Plate } from '@amber-stamp/core/raster';
import type { Bench } from '@amber-stamp/core/bench';
import { usePlates } from './plates.ts';
import { useBench } from './store.ts';

const checked = new WeakMap<Plate, BorderReport>();

function borderOf(plate: Plate): BorderReport {
  let report = checked.get(plate);
  if (!report) {
    report = plateBorder(plate);
    checked.set(plate, report);
  }
  return report;
}

/** Whether a plate is only bent along the path: its ends meet, so that they may run up to the border. */
const onlyBent = (bench: Bench | null, name: string): boolean => {
  const coats = bench?.brush.coats.filter(({ deck }) => deck.cards.some(({ plate }) => plate === name)) ?? [];
  return coats.length > 0 && coats.every(({ band }) => band !== undefined);
};

/** What the outermost ring of a ready plate does; of one that is only bent along the path nothing is asked. */
export function useBorder(name: string): BorderReport['verdict'] | 'bent' | undefined {
  const plate = usePlates((s) => s.ready[name]?.plate);
  const bent = useBench((s) => onlyBent(s.bench, name));
  if (!plate) return undefined;
  return bent ? 'bent' : borderOf(plate).verdict;
}
