import { clamp } from '../maths/ramps.ts';
import type { Raster } from '../raster/raster.ts';
import {
  all,
  chance,
  flowing,
  follow,
  followStiffly,
  FREE,
  FULL,
  never,
  SHOWS,
  sized,
  space,
  strongest,
  turned,
  turnFreely,
  turnNever,
  type Candidate,
} from './candidates.ts';
import { evenSpacing } from './even-spacing.ts';
import { asBand, asGrain } from './material-strokes.ts';
import { isRound, type PlateShape } from './shape.ts';

/** What a plate most likely is, as far as its first stroke is concerned. */
export type Kind =
  'word' | 'relief' | 'droplets' | 'plain' | 'ground' | 'line' | 'long' | 'flat' | 'object' | 'grain' | 'band';

export interface Seen {
  shape: PlateShape;
  r: Raster;
  /** px: the longer side of the plate */
  side: number;
  /** of the plate in its brush */
  plateName: string;
}

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

/** The first strokes that are worth trying, by kind, the most likely first. */
export const TABLE: Record<Kind, (seen: Seen) => Candidate[]> = {
  plain: ({ shape, r }) => {
    const round = isRound(r);
    // on a bend the corners of what is not round stand out
    const even = round ? evenSpacing(r) : Math.min(evenSpacing(r), 3);
    const turn = round
      ? turned(turnNever, 'not turned: the tip is as round as it can be')
      : shape.mirrorX > 0.85 && shape.mirrorY > 0.85
        ? turned((coat) => followStiffly(coat, 0), 'follows the path: its sides then make the edge of the stroke')
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
      turned((coat) => followStiffly(coat, 0), 'follows the path: the tip is a thin line'),
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
      // as close as single stones can still be told from one another
      ground(0.27, 13, strongest),
      ground(0.33, 18, strongest),
      ground(0.27, 25, strongest),
      ground(0.27, 35, strongest),
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
      (coat) => followStiffly(coat, 90 - shape.axisDeg),
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
  grain: (seen) => asGrain(seen),
  band: () => asBand(),
};
