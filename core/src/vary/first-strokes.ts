import { clamp } from '../maths/ramps.ts';
import { STRAIGHT } from '../maths/curve.ts';
import type { Coat } from '../model/coat-schema.ts';
import { fromPlate, type Plate, type Raster } from '../raster/raster.ts';
import { evenSpacing } from './even-spacing.ts';
import { guessFrom, type Guess } from './guess.ts';
import { detailOf, isRound, measureShape, reduced, smoothness, type PlateShape } from './shape.ts';

/** What a plate most likely is, as far as its first stroke is concerned. */
export type Kind = 'word' | 'relief' | 'droplets' | 'plain' | 'ground' | 'line' | 'long' | 'flat' | 'object';

/** Settings that differ from the plain ones, and why, by row. */
interface Candidate {
  set: (coat: Coat) => void;
  why: Record<string, string>;
}

interface Seen {
  shape: PlateShape;
  r: Raster;
  /** px: the longer side of the plate */
  side: number;
}

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
}

/** Which kind a plate is of. */
function kindOf(plate: Plate, { r, shape }: Seen, { isWord, fillsFrame }: Origin): Kind {
  if (isWord) return 'word';
  if (plate.heights) return 'relief';
  if (fillsFrame) return 'ground';
  if (shape.pieces >= 6 && shape.coverage < 0.25 && shape.largestShare < 0.6) return 'droplets';
  if (shape.thinness < 0.06) return 'line';
  const detailed = detailOf(r) > DETAILED;
  if (detailed && (shape.ringShare > 0.3 || shape.pieces > 12)) return 'ground';
  if (shape.elongation >= 1.6 && shape.boxFill > FULL_BOX) return 'flat';
  if (shape.elongation >= 1.6 && (shape.taper < 0.55 || shape.ends < NARROW_ENDS)) return 'long';
  return detailed || smoothness(r) < SMOOTH ? 'object' : 'plain';
}

const chance = () => ({ by: 'chance' as const, share: 1, curve: STRAIGHT });

const turnFreely = ({ properties: { angle } }: Coat): void =>
  void Object.assign(angle, { rest: 0, low: -180, high: 180, follow: 'none', drivers: [chance()] });
const turnNever = ({ properties: { angle } }: Coat): void =>
  void Object.assign(angle, { rest: 0, low: 0, high: 0, follow: 'none', drivers: [] });
const follow = ({ properties: { angle } }: Coat, rest: number): void =>
  void Object.assign(angle, { rest: Math.round(rest), low: -6, high: 6, follow: 'path', drivers: [chance()] });

const space = (percent: number, why: string): Candidate => ({
  set: ({ properties }) => void (properties.spacing.rest = Math.round(percent)),
  why: { spacing: `${Math.round(percent)} %: ${why}` },
});
const turned = (set: (coat: Coat) => void, why: string): Candidate => ({ set, why: { angle: why } });
const flowing = (percent: number, why: string): Candidate => ({
  set: ({ properties }) => void (properties.flow.rest = percent),
  why: { flow: `${percent} %: ${why}` },
});
const sized = (low: number, high: number, spread: 'even' | 'apart', why: string): Candidate => ({
  set: ({ properties: { size } }) => void Object.assign(size, { low, high, drivers: [{ ...chance(), spread }] }),
  why: { size: why },
});
const never: Candidate = {
  set: ({ properties }) => {
    properties.mirrorX.chance = 0;
    properties.mirrorY.chance = 0;
  },
  why: {},
};

const all = (...parts: readonly Candidate[]): Candidate => ({
  set: (coat) => parts.forEach(({ set }) => set(coat)),
  why: Object.assign({}, ...parts.map(({ why }) => why)) as Record<string, string>,
});

const FREE = 'turned by chance: the tip has no way up';
const FULL = 'the inside is even';
const SHOWS = 'the dabs hardly overlap, so the inside shows';

/** The strongest of the dabs over one place is seen, so that a texture is not filled up. */
const strongest: Candidate = {
  set: (coat) => void (coat.meet = 'best'),
  why: { flow: '100 %: of dabs over one place the strongest is seen, so the texture stays' },
};

/** Large enough that what is on the plate can be seen: a share of the sheet, never more px than there are. */
const large = ({ side }: Seen, share: number): Candidate => ({
  set: ({ properties: { size } }) => {
    size.rest = Math.min(Math.round(SHEET_SIDE * share), side);
    Object.assign(size, { low: 80, high: 100, drivers: [chance()] });
  },
  why: { size: 'large, so that what is on the plate can be seen' },
});
const SHEET_SIDE = 980;

/** Extent along the axis that follows the path, in percent of the plate's longer side. */
const extentPct = ({ shape }: Seen): number => 100 * clamp(shape.extent, 0.2, 1);

const TABLE: Record<Kind, (seen: Seen) => Candidate[]> = {
  plain: ({ shape, r }) => {
    const round = isRound(r);
    // on a bend the corners of what is not round stand out
    const even = round ? evenSpacing(r) : Math.min(evenSpacing(r), 3);
    const turn = round
      ? turned(turnNever, 'not turned: the tip is as round as it can be')
      : shape.mirrorX > 0.85 && shape.mirrorY > 0.85
        ? turned((coat) => follow(coat, 0), 'follows the path: its sides then make the edge of the stroke')
        : turned(turnFreely, FREE);
    const solid = all(
      never,
      turn,
      flowing(100, FULL),
      space(even, 'the widest at which neither edge nor inside shows steps'),
    );
    return [
      solid,
      all(
        solid,
        sized(35, 100, 'even', 'some dabs are smaller: the edge is lively'),
        space(even * 2, 'looser, for a lively edge'),
      ),
      all(solid, sized(50, 100, 'apart', 'sizes apart, as drops are'), space(120, 'each dab stands by itself')),
    ];
  },
  line: () => [
    all(
      turned((coat) => follow(coat, 0), 'follows the path: the tip is a thin line'),
      space(2, 'a thin line needs dabs close together'),
    ),
  ],
  ground: (seen) => {
    const aside: Candidate = {
      set: ({ properties }) => void Object.assign(properties.across, { low: -22, high: 22, drivers: [chance()] }),
      why: { across: 'a little to both sides: then its outline does not come back' },
    };
    const ground = (share: number, percent: number, more: Candidate) =>
      all(turned(turnFreely, FREE), aside, large(seen, share), space(percent, 'room for the texture'), more);
    return [
      ground(0.27, 25, strongest),
      ground(0.27, 35, strongest),
      ground(0.22, 20, strongest),
      ground(0.33, 30, strongest),
      ground(0.27, 45, flowing(60, 'thin, so that the texture shows through')),
    ];
  },
  long: ({ shape }) => {
    const along = turned((coat) => follow(coat, -shape.axisDeg), 'follows the path: the tip is long and tapers');
    const leaf = (percent: number, more = sized(70, 100, 'even', 'as leaves differ')) =>
      all(along, flowing(100, SHOWS), space(percent, 'each stands by itself'), more);
    return [
      leaf(100),
      leaf(130),
      all(
        leaf(60),
        turned(
          (coat) => Object.assign(coat.properties.angle, { low: -40, high: 40 }),
          'follows the path, and is turned a little to both sides',
        ),
      ),
    ];
  },
  flat: ({ shape, r }) => {
    const across = turned(
      (coat) => follow(coat, 90 - shape.axisDeg),
      'across the path: the tip is long, like a flat brush',
    );
    const even = clamp(evenSpacing(r), 2, 8);
    const flat = (percent: number) =>
      all(across, flowing(100, FULL), space(percent, 'close, as a flat brush lays its hairs'));
    return [flat(even), flat(2), all(flat(8), flowing(70, 'thin, so that its hairs show'))];
  },
  droplets: ({ shape }) => {
    const across: Candidate = {
      set: ({ properties }) => void Object.assign(properties.across, { low: -55, high: 55, drivers: [chance()] }),
      why: { across: 'to both sides by chance: the pieces should not fall in a row' },
    };
    const fall = (percent: number) =>
      all(
        turned(turnFreely, FREE),
        across,
        sized(55, 100, 'apart', 'sizes apart, as drops are'),
        flowing(100, SHOWS),
        space(percent, 'drops lie apart'),
      );
    return [fall(clamp(60 + 250 * (0.2 - shape.coverage), 60, 110)), fall(60), fall(110)];
  },
  object: (seen) => {
    const round = seen.shape.elongation < 1.25;
    const turn = round
      ? turned(turnFreely, FREE)
      : turned((coat) => follow(coat, -seen.shape.axisDeg), 'follows the path: the tip is longer than it is wide');
    const object = (percent: number) =>
      all(
        turn,
        flowing(100, SHOWS),
        sized(70, 100, 'even', 'as things differ'),
        space(percent, 'each stands by itself'),
      );
    return [object(110), object(140), object(75)];
  },
  word: (seen) => {
    const upright = all(never, turned(turnNever, 'upright and never mirrored: it is to be read'), flowing(100, SHOWS));
    const word = (percent: number) =>
      all(
        upright,
        space(percent, 'as wide as the word, so that each can be read'),
        sized(100, 100, 'even', 'all of one size'),
      );
    return [word(extentPct(seen) + 12), word(extentPct(seen) + 45)];
  },
  relief: (seen) => {
    const turn =
      seen.shape.elongation < 1.25
        ? turned(turnFreely, FREE)
        : turned((coat) => follow(coat, 0), 'follows the path, as it was cast');
    const relief = (percent: number) =>
      all(
        turn,
        flowing(100, SHOWS),
        space(percent, 'so long as it is along the path'),
        sized(80, 100, 'even', 'as things differ'),
      );
    return [relief(extentPct(seen)), relief(extentPct(seen) * 1.4), relief(extentPct(seen) * 0.6)];
  },
};

/** What a plate is taken for, and the first strokes that are worth trying with it, the most likely first. */
export interface FirstStrokes {
  kind: Kind;
  guesses: Guess[];
}

/** A pure function of the plate and of what is known of it besides. */
export function firstStrokes(plate: Plate, name: string, plateName: string, origin: Origin = {}): FirstStrokes {
  const r = reduced(fromPlate(plate));
  const seen = { shape: measureShape(r), r, side: Math.max(plate.width, plate.height) };
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

/** An echo that is good enough. */
const GOOD_ECHO = 15;

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
