import { fromPlate, type Plate } from '../raster/raster.ts';
import { TABLE, type Kind, type Seen } from './first-table.ts';
import { guessFrom, type Guess } from './guess.ts';
import { detailOf, measureShape, reduced, smoothness } from './shape.ts';
import { isWordLike } from './word.ts';

export type { Kind } from './first-table.ts';

/** Of the box around its axes a flat brush fills so much. */
const FULL_BOX = 0.8;
/** The ends of a leaf hold so much less than its middle. */
const NARROW_ENDS = 0.75;
/** Of a smooth outline so much stays without its thorns. */
const SMOOTH = 0.93;
/** Detail above which an inside is more than shading. */
const DETAILED = 0.045;

/** What is known of a plate besides its pixels. */
export interface Origin {
  /** it was set in type */
  isWord?: boolean;
  /** its source goes on beyond its frame: the border was faded, not trimmed */
  fillsFrame?: boolean;
  /** it is printed through, or bent along the path, instead of stamped */
  use?: 'grain' | 'band';
}

/** Which kind a plate is of. */
function kindOf(plate: Plate, { r, shape }: Seen, { isWord, fillsFrame, use }: Origin): Kind {
  if (use) return use;
  if (isWord) return 'word';
  if (plate.heights) return 'relief';
  if (fillsFrame) return 'ground';
  if (isWordLike(r)) return 'word';
  if (shape.pieces >= 6 && shape.coverage < 0.25 && shape.largestShare < 0.6) return 'droplets';
  if (shape.thinness < 0.06) return 'line';
  const detailed = detailOf(r) > DETAILED;
  if (detailed && (shape.ringShare > 0.3 || shape.pieces > 12)) return 'ground';
  if (shape.elongation >= 1.6 && shape.boxFill > FULL_BOX) return 'flat';
  if (shape.elongation >= 1.6 && (shape.taper < 0.55 || shape.ends < NARROW_ENDS)) return 'long';
  return detailed || smoothness(r) < SMOOTH ? 'object' : 'plain';
}

/** What a plate is taken for, and the first strokes that are worth trying with it, the most likely first. */
export interface FirstStrokes {
  kind: Kind;
  guesses: Guess[];
}

/** A pure function of the plate and of what is known of it besides. */
export function firstStrokes(plate: Plate, name: string, plateName: string, origin: Origin = {}): FirstStrokes {
  const r = reduced(fromPlate(plate));
  const seen = { shape: measureShape(r), r, side: Math.max(plate.width, plate.height), plateName };
  const kind = kindOf(plate, seen, origin);
  const guesses = TABLE[kind](seen).map(({ set, why }) => {
    const { brush, reasons } = guessFrom(plate, seen, name, plateName);
    const [coat] = brush.coats;
    set(coat);
    const rows = { ...reasons, ...why };
    if (coat.properties.mirrorX.chance === 0) delete rows.mirrorX;
    if (coat.meet !== 'build') rows.meet = rows.flow;
    return { brush, reasons: rows };
  });
  return { kind, guesses };
}

/** Whether the first strokes of a kind are measured: elsewhere echo and texture say nothing about which is right. */
export const isMeasured = (kind: Kind): boolean => kind === 'ground';

/** An echo that is good enough: less is bought with what the material is known by. */
const GOOD_ECHO = 24;

/** Others are shown where they are worse by no more than this. */
const STILL_GOOD = 30;

/**
 * First strokes that were measured: the best first, which keeps much texture at little echo, then those that are good and
 * differ most from it.
 */
export function ranked<T extends { echo: number; texture: number }>(measured: readonly T[]): T[] {
  const score = ({ echo, texture }: T) => texture - Math.max(0, echo - GOOD_ECHO);
  const [best, ...others] = [...measured].sort((a, b) => score(b) - score(a));
  const differs = (one: T) => Math.abs(one.echo - best.echo) + Math.abs(one.texture - best.texture);
  const isGood = (one: T) => score(one) > score(best) - STILL_GOOD;
  return [best, ...others.sort((a, b) => Number(isGood(b)) - Number(isGood(a)) || differs(b) - differs(a))];
}
