import { AmberError } from '../errors.ts';
import { borderMiddle } from '../raster/measure.ts';
import type { Raster } from '../raster/raster.ts';
import { CHANNELS, heightValues, type HeightValues } from './height-values.ts';
import { choice, fact, typed, defineStep } from './step.ts';

export const BASES = ['darkest', 'middle', 'border', 'typed'] as const;
export type Base = (typeof BASES)[number];
const UNITS = ['highest', 'file', 'typed'] as const;

/** Says that a picture has values that are no numbers. */
export const holesError = (count: number, where: string): AmberError =>
  new AmberError(
    'bad-picture',
    `${where} has ${count} values that are not numbers; let the heights step fill them, or export it again.`,
    where,
  );

/** The value along the border, a hundredth of the smaller side wide. */
const borderValue = (values: Raster): number =>
  borderMiddle(values, Math.max(1, Math.round(Math.min(values.width, values.height) * 0.01)));

function baseOf({ values, low, high }: HeightValues, base: string, given: number): number {
  if (base === 'darkest') return low;
  if (base === 'border') return borderValue(values);
  // "the middle value changes nothing" is 0.5 of a file that holds 0..1
  if (base === 'middle') return low >= 0 && high <= 1 ? 0.5 : (low + high) / 2;
  return given;
}

/** What one unit of height is, in values of the file. */
function unitOf({ low, high }: HeightValues, base: number, unit: string, given: number): number {
  if (unit === 'file') return 1;
  if (unit === 'typed') return given;
  return high > base ? high - base : base - low || 1;
}

const said = (v: number): string => String(Number(v.toPrecision(4)));

export const heightsStep = defineStep({
  name: 'heights',
  label: 'Heights',
  group: 'Relief',
  fromSource: true,
  relief: true,
  help: 'Reads the source as heights: the base plane becomes 0, one unit above it 1. What lies below or above is kept.',
  params: {
    channel: choice('Channel', CHANNELS, 'gray', 'Which channel holds the heights; gray is the mean of all.'),
    base: choice('Base plane', BASES, 'darkest', 'Which value of the file changes nothing.'),
    baseAt: {
      ...typed('Base at', '', [-1e6, 1e6], 0, 'In values of the file: 0..1 of whole numbers, floats as they are.'),
      when: ['base', 'typed'],
    },
    unit: choice('One unit', UNITS, 'highest', 'What height 1 is: the highest place, 1 in the file, or a value.'),
    unitIs: {
      ...typed('Unit is', '', [1e-6, 1e6], 1, 'In values of the file, above the base.'),
      when: ['unit', 'typed'],
    },
    holes: choice(
      'No numbers',
      ['refuse', 'fill'],
      'refuse',
      'Places whose value is no number: refused, or filled from their neighbours.',
    ),
  },
  run: (_, values, { picture }) => {
    const read = heightValues(picture, values.channel);
    const { low, high, holes } = read;
    if (holes > 0 && values.holes === 'refuse') throw holesError(holes, 'The source');
    const base = baseOf(read, values.base, values.baseAt);
    const unit = unitOf(read, base, values.unit, values.unitIs);
    const heights = { ...read.values, data: read.values.data.slice() };
    if (base !== 0 || unit !== 1)
      for (let i = 0; i < heights.data.length; i++) heights.data[i] = (heights.data[i] - base) / unit;
    return { raster: heights, facts: { low, high, base, unit, holes } };
  },
  sentence: (values, facts) =>
    facts.low === undefined
      ? `base: ${values.base}`
      : `${said(fact(facts, 'low'))} .. ${said(fact(facts, 'high'))}, base ${said(fact(facts, 'base'))}, unit ${said(fact(facts, 'unit'))}${
          fact(facts, 'holes') > 0 ? `, ${fact(facts, 'holes')} filled` : ''
        }`,
});
