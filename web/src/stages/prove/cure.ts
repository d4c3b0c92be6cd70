import type { BenchPlate } from '@amber-stamp/core/bench';
import { makeStep, type Rows } from '@amber-stamp/core/cut';
import { FLAWS, type FlawPlace } from '@amber-stamp/core/flaws';
import { useBenchEye } from '../../bench/eye.ts';
import { change, presentBench } from '../../bench/store.ts';
import type { GiveAwayView } from '../../engine/protocol/prove.ts';
import { useChosen } from '../cut/chosen.ts';

/** What is done about each kind, in two words. */
export const CURE_WORDS: Record<FlawPlace['what'], string> = {
  border: 'clear the border',
  speck: 'erase it',
  bump: 'cut it off',
  line: 'fill it',
  hole: 'close it',
  'dense patch': 'even it out',
};

/** A give-away in words: what it is, and which of its kind. */
export const giveAwayWords = ({ place, tone }: Pick<GiveAwayView, 'place' | 'tone'>): string => {
  if (place.what === 'border') return tone === 'faint' ? 'faint square' : 'border';
  if (place.what === 'bump') return 'bump at the edge';
  return place.what === 'line' && tone ? `${tone} line` : place.what;
};

const rowOf = ({ what, x, y }: FlawPlace): number[] => [FLAWS.indexOf(what), x, y];

/** Adds places to the last step of a plate's recipe if that cures give-aways, or in a new one; gives its place. */
export function healPlate(plate: BenchPlate, places: readonly FlawPlace[]): number {
  if (!plate.recipe) return -1;
  const { steps } = plate.recipe;
  const last = steps.at(-1);
  const more = places.map(rowOf);
  if (last?.step === 'heal' && last.on) last.places = [...(last.places as Rows), ...more].slice(0, 12);
  else steps.push(makeStep('heal', { places: more }));
  return steps.length - 1;
}

/** Opens the cut step that cures give-aways, already set to their places; false where the plate of one cannot be cut. */
export function openCures(all: readonly GiveAwayView[]): boolean {
  const [first] = all;
  const { plates } = presentBench();
  if (!first || !all.every(({ plate }) => plates[plate]?.recipe)) return false;
  const said =
    all.length > 1 ? `${all.length} give-aways cured` : `${giveAwayWords(first)}: ${CURE_WORDS[first.place.what]}`;
  let at = -1;
  change(said, (draft) => {
    for (const name of new Set(all.map(({ plate }) => plate))) {
      const own = all.filter(({ plate }) => plate === name);
      const step = healPlate(
        draft.plates[name],
        own.map(({ place }) => place),
      );
      if (name === first.plate) at = step;
    }
  });
  useBenchEye.setState({ coat: first.coat, plate: first.plate });
  useChosen.setState({ place: at, look: 'all' });
  return true;
}

/** The same for one. */
export const openCure = (g: GiveAwayView): boolean => openCures([g]);
