import type { Bench } from '@amber-stamp/core/bench';
import { partsOf, STRAIGHT, toLch } from '@amber-stamp/core/maths';
import type { Coat, Follow, Grain, PenStroke, Taper } from '@amber-stamp/core/model';
import type { Plate } from '@amber-stamp/core/raster';
import { idleDrivers } from '@amber-stamp/core/vary';
import { coatOf } from '../../bench/coat.ts';
import type { RangeName } from '../../bench/edit.ts';

/** Why settings have no effect as they stand; undefined where they have one. */
type Why = string | undefined;

/** Less chroma than this is gray to the eye (OKLCH). */
const GRAY = 0.004;
const isGray = (colour: string | null): boolean => colour === null || toLch(...partsOf(colour)).c < GRAY;
const isBlack = (colour: string | null): boolean => colour === null || colour === '#000000';

const isMoved = ({ properties }: Coat, name: 'hue' | 'saturation' | 'lightness'): boolean => {
  const { rest, low, high, muted } = properties[name];
  return !muted && (rest !== 0 || low !== 0 || high !== 0);
};

function tint(coat: Coat, name: 'hue' | 'saturation'): Why {
  const { colour, second } = coat.ink;
  if (!isMoved(coat, name) || !isGray(colour) || !isGray(second)) return undefined;
  return `the ink is ${isBlack(colour) ? 'black' : 'gray'}, which has no hue: give it a colour under ink`;
}

function lightness(coat: Coat): Why {
  const { rest, low, high } = coat.properties.lightness;
  const darker = isMoved(coat, 'lightness') && rest + Math.max(low, high) <= 0;
  return darker && isBlack(coat.ink.colour)
    ? 'black gets no darker: let it go above 0, or give the ink a colour'
    : undefined;
}

function mix(coat: Coat): Why {
  const { rest, muted } = coat.properties.mix;
  return rest > 0 && !muted && coat.ink.second === null ? 'there is no second ink: choose one under ink' : undefined;
}

/** Why a row has no effect in the coat that is worked on. */
export function whyRow(name: RangeName, bench: Bench): Why {
  const coat = coatOf(bench);
  switch (name) {
    case 'hue':
    case 'saturation':
      return tint(coat, name);
    case 'lightness':
      return lightness(coat);
    case 'mix':
      return mix(coat);
    case 'flow':
      return coat.meet === 'best' ? 'where overlap keeps the strongest, flow thins nothing: opacity does' : undefined;
    default:
      return undefined;
  }
}

/** Why there is nothing to follow on the strokes of the sheet. */
export function whyFollow(follow: Follow, strokes: readonly PenStroke[]): Why {
  if (follow !== 'tilt' && follow !== 'twist') return undefined;
  if (idleDrivers([{ by: follow, share: 1, curve: STRAIGHT }], strokes).length === 0) return undefined;
  return follow === 'tilt'
    ? 'the pen stands upright on every stroke of the sheet: lean it at the pen, under the sheet'
    : 'the pen does not turn on any stroke of the sheet: turn it at the pen, under the sheet';
}

const flat = new WeakMap<Plate, boolean>();

/** Whether a plate has one tone everywhere. */
function isFlat(plate: Plate): boolean {
  const known = flat.get(plate);
  if (known !== undefined) return known;
  const found = plate.data.every((v) => v === plate.data[0]);
  flat.set(plate, found);
  return found;
}

/** Why a grain takes nothing away in any pattern. */
export function whyGrain(grain: Grain, plate: Plate | undefined): Why {
  if (grain.contrast <= -100) return 'The grain is flat: its contrast is at its least.';
  if (plate && isFlat(plate)) return 'The grain is flat: its plate has one tone everywhere.';
  if (grain.depth.muted) return 'The depth of the grain is muted.';
  return grain.depth.rest === 0 || Math.max(grain.depth.low, grain.depth.high) === 0
    ? 'The grain does not bite: its depth is 0.'
    : undefined;
}

/** Why an end does not taper. */
export const whyTaper = ({ size, opacity }: Taper): Why =>
  size === 100 && opacity === 100 ? 'Nothing tapers: size and opacity there are both 100 %.' : undefined;

/** Joins that differ by colour alone. */
const BY_COLOUR: readonly Coat['join'][] = ['multiply', 'screen', 'darken', 'lighten', 'difference'];

/** Why a coat joins the one below as if it covered it. */
export function whyJoin(coats: readonly Coat[], place: number): Why {
  const { join, ink } = coats[place];
  const inks = [ink, coats[place - 1].ink];
  if (!BY_COLOUR.includes(join) || inks.some(({ gradient, second }) => gradient.length > 0 || second !== null))
    return undefined;
  if (inks.every(({ colour }) => isBlack(colour)))
    return 'It covers as well: both print in black, where all ways to join by colour are one. Give one of them a colour under ink.';
  const one = inks[0].colour === inks[1].colour && (join === 'darken' || join === 'lighten');
  return one ? 'It covers as well: both print in one ink, so none is darker or lighter.' : undefined;
}
