import { saturate } from '../maths/measures.ts';
import { fourthRoot } from '../maths/roots.ts';

/** How plainly the dabs of a stroke are known again. */
export interface Likenesses {
  /** how plainly the rims of single dabs are seen, and how alike neighbours lie, 0..1 */
  rim: number;
  alike: number;
  /** steepness of a tip's edges together, in sides */
  edge: number;
  /** how far the edges of the stroke run off their course, nominal tips */
  uneven: number;
  /** likeness of dabs further on in the same place along the path, as far as it is seen: of the inside, of the edge */
  inside: number;
  regular: number;
}
export const UNLIKE: Likenesses = { rim: 0, alike: 0, edge: 0, uneven: 0, inside: 0, regular: 0 };

/** What of a stroke was measured that makes its echo. */
export interface Measures extends Likenesses {
  /** the same without what plainly stands out on its tips, where anything does: a flaw hides nothing of what repeats */
  without: Likenesses | undefined;
  /** 0..100 each */
  grain: number;
  features: number;
}

/** The four factors that were fitted on the rated strokes (docs/bench/eye.md tells how well, tip by tip left out). */
export interface Factors {
  /** how much it counts that neighbours lie alike, and that outlines poke out or stand free */
  alike: number;
  uneven: number;
  /** likeness that has 63 of 100 */
  inside: number;
  regular: number;
}
export const FITTED: Factors = { alike: 1.47, uneven: 1.31, inside: 0.4, regular: 0.25 };

/** Unevenness of the edge that is noticed, nominal tips: less than one px of a tip of 64 px. */
const NOTICED = 0.015;
/** Tips whose edges together are no steeper than this are hairs, hardly seen: a disc has 2.7. */
const HAIR = 0.1;
/** A flaw that is known again takes so much of what is left to 100, as far as dabs are known again without it. */
const FLAW_ON_TOP = 0.5;
/** Flaws that come back so strongly hide nothing: as much repeats as without them; of weaker ones only a share is asked. */
const PLAIN_FLAW = 12;
/** Where the number saturates. */
const LARGEST_SUM = 110;

/** The parts joined: the strongest rules, and near 100 the number saturates. */
export function joined(parts: readonly number[]): number {
  const n = fourthRoot(parts.reduce((sum, v) => sum + v ** 4, 0));
  return Math.min(100, n / Math.sqrt(fourthRoot(1 + (n / LARGEST_SUM) ** 8)));
}

/**
 * How surely dabs are known again by their outlines although they are turned, mirrored, sized or dealt, 0..100: how
 * plainly they are seen, where neighbours lie alike, or where outlines poke out of the stroke or stand free.
 */
export function knownAgain(m: Likenesses, factors = FITTED): number {
  const plain =
    m.rim * saturate(m.edge / HAIR) * (factors.alike * m.alike + factors.uneven * saturate(m.uneven / NOTICED));
  return 100 * saturate(plain * Math.sqrt(plain));
}

/** The parts of an echo and the echo, each 0..100. */
export function putTogether(m: Measures, factors = FITTED) {
  const told = Math.min(1, m.features / PLAIN_FLAW);
  const part = (of: (one: Likenesses) => number): number => {
    const own = of(m);
    return m.without ? own + told * Math.max(0, of(m.without) - own) : own;
  };
  const inside = part((one) => 100 * saturate(one.inside / factors.inside));
  const regular = part((one) => 100 * saturate(one.regular / factors.regular));
  const outline = joined([regular, part((one) => knownAgain(one, factors))]);
  const without = joined([inside, outline, m.grain]);
  const together = joined([without, m.features]);
  const onTop = ((FLAW_ON_TOP * m.features) / 100) * (without / 100);
  return { inside, outline, echo: together + (100 - together) * onTop };
}
