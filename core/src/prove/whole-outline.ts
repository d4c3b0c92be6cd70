import type { Known } from './known.ts';
import type { StripDabs } from './strip.ts';

/** A tip that is known again by its whole outline, though turned, mirrored or sized. */
export interface WholeOutline {
  coat: number;
  /** place among the cards of the coat's deck: the card that is seen most plainly */
  card: number;
  /** 0..100 */
  strength: number;
  /** how many dabs were looked for, how many show it, and where in the strip, px */
  looked: number;
  seen: number;
  places: readonly (readonly [number, number])[];
}

/** A dab whose rim is seen so plainly shows its outline. */
const SHOWN = 0.5;

/** The whole outline as a give-away of the card whose dabs are seen most plainly. */
export function wholeOutline(
  { dabs: rows, rims }: Known,
  strength: number,
  coat: number,
  dabs: StripDabs,
): WholeOutline {
  const sums = new Map<number, { sum: number; n: number }>();
  rows.forEach((i, k) => {
    const card = dabs.tip[i];
    const { sum, n } = sums.get(card) ?? { sum: 0, n: 0 };
    sums.set(card, { sum: sum + rims[k], n: n + 1 });
  });
  const plain = ([, { sum, n }]: [number, { sum: number; n: number }]) => sum / n;
  const [[card]] = [...sums].sort((a, b) => plain(b) - plain(a) || a[0] - b[0]);
  const shown = rows.filter((_, k) => rims[k] > SHOWN);
  return {
    coat,
    card,
    strength,
    looked: rows.length,
    seen: shown.length,
    places: shown.map((i) => [dabs.u[i], dabs.v[i]] as const),
  };
}

/** Several looks at the same brush as one: the first with the mean of all strengths. */
export function meanWhole(all: readonly (WholeOutline | undefined)[]): WholeOutline | undefined {
  const first = all.find((whole) => whole !== undefined);
  return first && { ...first, strength: all.reduce((sum, whole) => sum + (whole?.strength ?? 0), 0) / all.length };
}
