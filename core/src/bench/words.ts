import { makesRelief } from '../cut/steps.ts';
import type { Coat } from '../model/coat-schema.ts';
import type { Property } from '../model/driver-schema.ts';
import { PROPERTIES, PROPERTY_NAMES } from '../model/properties.ts';
import type { Bench, BenchPlate } from './bench.ts';

/** How far apart the ends of a property are before a word says so: degrees, or percent of its rest or of the size. */
const APART = 20;
/** Percent of the size from dab to dab: from here each dab stands alone, up to here they run together. */
const SPARSE = 100;
const DENSE = 6;
/** Softness of a tip from numbers, percent of the radius, from which it is called soft. */
const SOFT = 50;

type Has = (coat: Coat) => boolean;

const moves = ({ low, high, drivers, muted }: Property): boolean =>
  !muted && drivers.length > 0 && Math.abs(high - low) >= APART;
const shifts = ({ rest, low, high, muted }: Property): boolean =>
  !muted && Math.max(Math.abs(rest + low), Math.abs(rest + high)) >= APART;
const driven =
  (by: string): Has =>
  ({ properties }) =>
    PROPERTY_NAMES.some(
      (name) => !properties[name].muted && properties[name].drivers.some((driver) => driver.by === by),
    );

/** What a coat is said to be, each word with what it stands for. */
const COAT_WORDS: readonly (readonly [string, Has])[] = [
  ['band', ({ band }) => band !== undefined],
  ['stamped', ({ band }) => band === undefined],
  ['deck', ({ deck }) => deck.cards.length > 1],
  ['grain', ({ grain, deck }) => grain !== null || deck.cards.some((card) => card.grain)],
  ['turned', ({ properties }) => moves(properties.angle)],
  ['follows the path', ({ properties }) => ['path', 'chain'].includes(properties.angle.follow)],
  ['mirrored', ({ properties }) => properties.mirrorX.chance > 0 || properties.mirrorY.chance > 0],
  ['scattered', ({ properties }) => shifts(properties.across) || shifts(properties.along)],
  ['sizes vary', ({ properties }) => moves(properties.size)],
  ['sparse', ({ properties }) => properties.spacing.rest >= SPARSE],
  ['dense', ({ properties, band }) => band === undefined && properties.spacing.rest <= DENSE],
  ['fades', ({ properties }) => moves(properties.opacity) || moves(properties.flow)],
  ['colour', ({ ink, properties }) => ink.colour !== null || moves(properties.hue) || properties.mix.rest > 0],
  ['thick', ({ properties }) => properties.thickness.rest > PROPERTIES.thickness.rest],
  ['by pressure', driven('pressure')],
  ['by tilt', driven('tilt')],
  ['by speed', driven('speed')],
];

const stepOf = ({ recipe }: BenchPlate, name: string) => recipe?.steps.find(({ step, on }) => on && step === name);

const isMadeSoft = (plate: BenchPlate): boolean =>
  stepOf(plate, 'soften') !== undefined ||
  stepOf(plate, 'blur') !== undefined ||
  (plate.made?.format === 'amber-stamp/numbers' && Number(plate.made.softPct) >= SOFT);

/** What prints of a plate's source: the dark, the light, … */
function printsOf(plate: BenchPlate): string[] {
  const prints = stepOf(plate, 'gray')?.prints;
  return typeof prints === 'string' ? [`${prints} prints`] : [];
}

const MADE_OF = {
  'amber-stamp/numbers': 'from numbers',
  'amber-stamp/type': 'from type',
  'amber-stamp/shapes': 'from shapes',
  'amber-stamp/empty': 'drawn',
} as const;

/** What plates are said to be. */
function plateWords(plate: BenchPlate, soft: boolean): string[] {
  const { made, recipe } = plate;
  return [
    soft || isMadeSoft(plate) ? 'soft' : 'hard',
    ...printsOf(plate),
    ...(made ? [MADE_OF[made.format]] : []),
    ...(stepOf(plate, 'draw') ? ['drawn'] : []),
    ...(recipe && makesRelief(recipe) ? ['relief'] : []),
    ...(stepOf(plate, 'tile') ? ['tiles'] : []),
  ];
}

/**
 * Words that a brush is found by beside its names: what it is and what it does. Each is given once, in a fixed order.
 * `soft`: whether the plate of some bytes is known to run out softly.
 */
export function benchWords({ brush, plates }: Bench, soft: (sha256: string) => boolean = () => false): string[] {
  const { coats, ends, steady } = brush;
  const words = [
    ...COAT_WORDS.filter(([, has]) => coats.some(has)).map(([word]) => word),
    ...(coats.length > 1 ? ['coats'] : []),
    ...([ends.head, ends.tail].some((end) => end.size !== 100 || end.opacity !== 100) ? ['tapers'] : []),
    ...(steady > 0 ? ['steadied'] : []),
    ...Object.values(plates).flatMap((plate) => plateWords(plate, soft(plate.sha256))),
  ];
  return [...new Set(words)];
}
