import { clamp } from '../maths/ramps.ts';
import { hasAlpha, sampleScale, type Picture } from '../raster/picture.ts';
import { raster, type Raster } from '../raster/raster.ts';
import { number, defineStep } from './step.ts';
import { holesOf } from './height-values.ts';
import { holesError } from './heights.ts';
import { likeness } from './likeness.ts';

export const PRINTS = ['dark', 'light', 'alpha', 'tone', 'red', 'green', 'blue'] as const;
export type Prints = (typeof PRINTS)[number];
/** What a step can print besides: one colour, the nearer the more. */
const STEP_PRINTS = [...PRINTS, 'colour'] as const;

/** Luma weights of ITU-R BT.709, on the values as they are encoded. */
export const LUMA = [21.26, 71.52, 7.22] as const;

/**
 * Gray from colour: `dark` prints 1 - luma, `light` luma, both only where the picture is opaque; `alpha` prints what is
 * opaque; `tone` prints what is opaque, the darker the more; a channel prints its own brightness. Weights need not sum
 * to 100.
 */
export function grayOf(picture: Picture, prints: Prints, weights: readonly number[] = LUMA): Raster {
  const target = raster(picture.width, picture.height);
  const values = target.data;
  const alpha = opacity(picture);
  if (prints === 'alpha') return { ...target, data: alpha ?? values.fill(1) };
  const { channels, data } = picture;
  // dark prints 1 - v
  const isDark = prints === 'dark' || prints === 'tone';
  const start = isDark ? 1 : 0;
  const scale = isDark ? -sampleScale(picture) : sampleScale(picture);
  const channel = ({ red: 0, green: 1, blue: 2 } as Partial<Record<Prints, number>>)[prints];
  if (channels < 3 || channel !== undefined) {
    const from = channels < 3 ? 0 : (channel as number);
    for (let i = 0, p = from; i < values.length; i++, p += channels) values[i] = start + data[p] * scale;
  } else {
    const [r, g, b] = weights;
    const share = scale / (r + g + b || 1);
    for (let i = 0, p = 0; i < values.length; i++, p += channels)
      values[i] = start + (data[p] * r + data[p + 1] * g + data[p + 2] * b) * share;
  }
  if (alpha && prints === 'tone') spreadWithin(values, alpha);
  if (alpha) for (let i = 0; i < values.length; i++) values[i] *= alpha[i];
  return target;
}

/** What the palest part of what is opaque prints, so that its shape stays whole. */
const PALEST = 0.3;
/** Of what is opaque so much is darker, or paler, than what is told apart. */
const BEYOND = 0.02;

/** Spreads the values where a picture is opaque from the palest that prints to 1. */
function spreadWithin(values: Float32Array, alpha: Float32Array): void {
  const within = values.filter((_, i) => alpha[i] > 0.5).sort();
  if (within.length === 0) return;
  const low = within[Math.floor(BEYOND * (within.length - 1))];
  const range = within[Math.ceil((1 - BEYOND) * (within.length - 1))] - low;
  for (let i = 0; i < values.length; i++)
    values[i] = PALEST + (1 - PALEST) * (range > 0 ? clamp((values[i] - low) / range) : 1);
}

/** How much what is opaque differs in tone: the range of its values, the extreme ones left out; 0 where all is opaque. */
export function toneRange(picture: Picture): number {
  const alpha = opacity(picture);
  if (!alpha) return 0;
  const within = grayOf(picture, 'dark')
    .data.filter((_, i) => alpha[i] > 0.95)
    .sort();
  if (within.length === 0) return 0;
  const at = (share: number) => within[Math.round(share * (within.length - 1))];
  return at(1 - BEYOND) - at(BEYOND);
}

/** As grayOf; throws bad-picture where values are no numbers: they can only be filled as heights. */
export function grayChecked(picture: Picture, prints: Prints, weights?: readonly number[]): Raster {
  const holes = holesOf(picture);
  if (holes > 0) throw holesError(holes, 'The source');
  return grayOf(picture, prints, weights);
}

/** How opaque each pixel is; undefined where all are. */
function opacity(picture: Picture): Float32Array | undefined {
  if (!hasAlpha(picture)) return undefined;
  const { channels, data } = picture;
  const scale = sampleScale(picture);
  const alpha = new Float32Array(picture.width * picture.height);
  for (let i = 0, p = channels - 1; i < alpha.length; i++, p += channels) alpha[i] = data[p] * scale;
  return alpha;
}

const SAYS: Record<Prints, string> = {
  dark: 'the darker, the more it prints',
  light: 'the paler, the more it prints',
  alpha: 'the more opaque, the more it prints',
  tone: 'what is opaque prints, the darker the more',
  red: 'the brighter its red, the more it prints',
  green: 'the brighter its green, the more it prints',
  blue: 'the brighter its blue, the more it prints',
};

const weight = (label: string, value: number) =>
  ({
    kind: 'number',
    label,
    unit: '%',
    min: 0,
    max: 100,
    step: 0.01,
    default: value,
    help: `How much ${label.toLowerCase()} counts.`,
  }) as const;

export const grayStep = defineStep({
  name: 'gray',
  label: 'Gray',
  group: 'Gray',
  fromSource: true,
  help: 'Makes gray from the colours of the source: says what prints.',
  params: {
    prints: {
      kind: 'choice',
      label: 'Prints',
      options: STEP_PRINTS,
      default: 'dark',
      help: 'What of the source prints.',
    },
    redPct: weight('Red', LUMA[0]),
    greenPct: weight('Green', LUMA[1]),
    bluePct: weight('Blue', LUMA[2]),
    colour: {
      kind: 'colour',
      label: 'Colour',
      default: '#2a211c',
      help: 'Taken from the picture; only where a colour prints.',
    },
    reachPct: number('Reach', '%', [1, 100, 1], 30, 'How far a colour may be and still print.'),
  },
  run: (_, values, { picture }) => ({
    raster:
      values.prints === 'colour'
        ? likeness(picture, values.colour, values.reachPct)
        : grayChecked(picture, values.prints as Prints, [values.redPct, values.greenPct, values.bluePct]),
    facts: {},
  }),
  sentence: (values) =>
    values.prints === 'colour' ? `the nearer to ${values.colour}, the more it prints` : SAYS[values.prints as Prints],
});
