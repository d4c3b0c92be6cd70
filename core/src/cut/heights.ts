import { AmberError } from '../errors.ts';
import { borderMiddle } from '../raster/measure.ts';
import { sampleScale, type Picture } from '../raster/picture.ts';
import { raster, type Raster } from '../raster/raster.ts';
import { choice, fact, num, typed, word, type StepDefinition } from './step.ts';

export const BASES = ['darkest', 'middle', 'border', 'typed'] as const;
export type Base = (typeof BASES)[number];
export const CHANNELS = ['gray', 'red', 'green', 'blue'] as const;
const UNITS = ['highest', 'file', 'typed'] as const;

/** The values of one channel as they stand in the file: integers over their full scale, floats as they are. */
function valuesOf(picture: Picture, channel: string): Raster {
  const { channels, data } = picture;
  const target = raster(picture.width, picture.height);
  const scale = sampleScale(picture);
  const colours = channels >= 3 ? 3 : 1;
  const one = CHANNELS.indexOf(channel as (typeof CHANNELS)[number]) - 1;
  const from = one >= 0 && one < colours ? one : 0;
  if (colours === 1 || one >= 0)
    for (let i = 0, p = from; i < target.data.length; i++, p += channels) target.data[i] = data[p] * scale;
  else
    for (let i = 0, p = 0; i < target.data.length; i++, p += channels)
      target.data[i] = ((data[p] + data[p + 1] + data[p + 2]) / 3) * scale;
  return target;
}

/** How many values of a picture are not numbers; only floats can have any. */
export function holesOf({ data }: Picture): number {
  if (!(data instanceof Float32Array)) return 0;
  let count = 0;
  for (let i = 0; i < data.length; i++) if (!Number.isFinite(data[i])) count++;
  return count;
}

/** Says that a picture has values that are no numbers. */
export const holesError = (count: number, where: string): AmberError =>
  new AmberError(
    'bad-picture',
    `${where} has ${count} values that are not numbers; let the heights step fill them, or export it again.`,
    where,
  );

/** Gives each value that is no number the mean of its neighbours that are, ring by ring inwards; gives how many. */
function fillHoles({ width, height, data }: Raster): number {
  let open: number[] = [];
  for (let i = 0; i < data.length; i++) if (!Number.isFinite(data[i])) open.push(i);
  const count = open.length;
  while (open.length > 0) {
    const filled: [number, number][] = [];
    for (const i of open) {
      const x = i % width;
      let sum = 0;
      let n = 0;
      for (let dy = -width; dy <= width; dy += width)
        for (let dx = -1; dx <= 1; dx++) {
          const k = i + dy + dx;
          if (k < 0 || k >= data.length || x + dx < 0 || x + dx >= width || !Number.isFinite(data[k])) continue;
          sum += data[k];
          n++;
        }
      if (n > 0) filled.push([i, sum / n]);
    }
    if (filled.length === 0) throw new AmberError('bad-picture', 'None of its values is a number; export it again.');
    for (const [i, v] of filled) data[i] = v;
    open = open.filter((i) => !Number.isFinite(data[i]));
  }
  return height > 0 ? count : 0;
}

/** Lowest and highest value. */
export function rangeOf({ data }: Raster): { low: number; high: number } {
  let low = Infinity;
  let high = -Infinity;
  for (let i = 0; i < data.length; i++) {
    if (data[i] < low) low = data[i];
    if (data[i] > high) high = data[i];
  }
  return { low, high };
}

/** The value along the border, a hundredth of the smaller side wide. */
const borderValue = (values: Raster): number =>
  borderMiddle(values, Math.max(1, Math.round(Math.min(values.width, values.height) * 0.01)));

function baseOf(values: Raster, base: string, given: number): number {
  const { low, high } = rangeOf(values);
  if (base === 'darkest') return low;
  if (base === 'border') return borderValue(values);
  // "the middle value changes nothing" is 0.5 of a file that holds 0..1
  if (base === 'middle') return low >= 0 && high <= 1 ? 0.5 : (low + high) / 2;
  return given;
}

/** What one unit of height is, in values of the file. */
function unitOf(values: Raster, base: number, unit: string, given: number): number {
  if (unit === 'file') return 1;
  if (unit === 'typed') return given;
  const { low, high } = rangeOf(values);
  return high > base ? high - base : base - low || 1;
}

const said = (v: number): string => String(Number(v.toPrecision(4)));

export const heightsStep: StepDefinition = {
  name: 'heights',
  label: 'Heights',
  group: 'Relief',
  anew: true,
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
    const heights = valuesOf(picture, word(values, 'channel'));
    const holes = holesOf({ ...picture, data: heights.data });
    if (holes > 0 && word(values, 'holes') === 'refuse') throw holesError(holes, 'The source');
    if (holes > 0) fillHoles(heights);
    const { low, high } = rangeOf(heights);
    const base = baseOf(heights, word(values, 'base'), num(values, 'baseAt'));
    const unit = unitOf(heights, base, word(values, 'unit'), num(values, 'unitIs'));
    for (let i = 0; i < heights.data.length; i++) heights.data[i] = (heights.data[i] - base) / unit;
    return { raster: heights, facts: { low, high, base, unit, holes } };
  },
  sentence: (values, facts) =>
    facts.low === undefined
      ? `base: ${word(values, 'base')}`
      : `${said(fact(facts, 'low'))} .. ${said(fact(facts, 'high'))}, base ${said(fact(facts, 'base'))}, unit ${said(fact(facts, 'unit'))}${
          fact(facts, 'holes') > 0 ? `, ${fact(facts, 'holes')} filled` : ''
        }`,
};
