import type { EchoView, GiveAwayView } from '../../engine/protocol/prove.ts';
import { giveAwayWords } from './cure.ts';

/** How strongly something comes back 1, 2, ... dabs further on, 0..1. */
export interface Curve {
  name: string;
  lags: readonly number[];
  colour: string;
  /** what comes back, where it is one place of a tip */
  giveAway?: GiveAwayView;
}

export const MOST_LAGS = 24;
/** Give-aways weaker than this have no curve of their own. */
const LEAST_STRENGTH = 8;

/** What is drawn over the way between dabs: the inside, the outline, and the strongest give-away. */
export function curvesOf({ likeness, giveAways }: EchoView): Curve[] {
  if (!likeness) return [];
  const [strongest] = giveAways;
  const curves: Curve[] = [
    { name: 'inside', lags: likeness.inside, colour: '--amber' },
    { name: 'outline', lags: likeness.outline, colour: '--ink2' },
  ];
  if (strongest && strongest.strength >= LEAST_STRENGTH)
    curves.push({ name: giveAwayWords(strongest), lags: strongest.lags, colour: '--ink', giveAway: strongest });
  return curves;
}

/** The strongest of some curves at each lag, and which it is. */
export function strongestOf(curves: readonly Curve[]): { value: number; which: number }[] {
  const count = Math.min(MOST_LAGS, Math.max(0, ...curves.map(({ lags }) => lags.length)));
  return Array.from({ length: count }, (_, k) => {
    const values = curves.map(({ lags }) => lags[k] ?? 0);
    const value = Math.max(...values);
    return { value, which: values.indexOf(value) };
  });
}

type Place = readonly [number, number];
const MOST_PAIRS = 5;

/** Places of the measured stroke that are alike after so many dabs, by whatever comes back most strongly then. */
export function alikeAfter(told: EchoView, lag: number): readonly (readonly [Place, Place])[] {
  const curves = curvesOf(told);
  const giveAway = curves[strongestOf(curves)[lag - 1]?.which]?.giveAway;
  if (!giveAway) return told.likeness?.pairs[lag - 1] ?? [];
  const { dabs, places } = giveAway;
  const placeOf = new Map(dabs.map((dab, k) => [dab, places[k]]));
  const pairs = dabs.flatMap((dab, k) => {
    const later = placeOf.get(dab + lag);
    return later ? [[places[k], later] as const] : [];
  });
  const every = Math.max(1, pairs.length / MOST_PAIRS);
  return Array.from({ length: Math.min(MOST_PAIRS, pairs.length) }, (_, k) => pairs[Math.floor(k * every)]);
}
