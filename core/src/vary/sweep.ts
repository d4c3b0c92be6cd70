import { STRAIGHT } from '../maths/curve.ts';
import type { Brush } from '../model/brush-schema.ts';
import type { Coat, Properties } from '../model/coat-schema.ts';
import type { Property } from '../model/driver-schema.ts';

/** A setting of a coat that a ladder can be swept over. */
export interface Sweep {
  name: string;
  label: string;
  unit: string;
  min: number;
  max: number;
  /** decimals that its values are told with */
  digits: number;
  /** what a ladder begins with: ends around the present value */
  ends: (coat: Coat) => readonly [number, number];
  /** false where the coat has nothing to set */
  has: (coat: Coat) => boolean;
  set: (coat: Coat, value: number) => Coat;
}

/** Moved by chance between two ends; whatever else drives it goes on. */
export function movedByChance(property: Property, low: number, high: number): Property {
  const driven = property.drivers.some((d) => d.by === 'chance');
  const chance = { by: 'chance' as const, share: property.drivers.length > 0 ? 0.5 : 1, curve: STRAIGHT };
  return {
    ...property,
    muted: false,
    low,
    high,
    drivers: driven ? property.drivers : [...property.drivers, chance],
  };
}

const withProperty = (coat: Coat, name: keyof Properties, property: Property): Coat => ({
  ...coat,
  properties: { ...coat.properties, [name]: property },
});

type Scaled = 'size' | 'spacing' | 'opacity' | 'flow' | 'aspect';
const always = () => true;

/** The rest of a scaled property. */
const rest = (
  name: Scaled,
  label: string,
  unit: string,
  [min, max]: readonly [number, number],
  ends: (now: number) => readonly [number, number],
): Sweep => ({
  name,
  label,
  unit,
  min,
  max,
  digits: 0,
  ends: (coat) => ends(coat.properties[name].rest),
  has: always,
  set: (coat, value) => withProperty(coat, name, { ...coat.properties[name], rest: value, muted: false }),
});

/** How far chance moves an added property to both sides. */
const bothSides = (
  name: 'across' | 'along' | 'angle' | 'hue',
  label: string,
  unit: string,
  max: number,
  end: number,
): Sweep => ({
  name,
  label,
  unit,
  min: 0,
  max,
  digits: 0,
  ends: () => [0, end],
  has: always,
  set: (coat, value) => withProperty(coat, name, movedByChance(coat.properties[name], -value, value)),
});

const around = (now: number): readonly [number, number] => [now / 2, now * 2];

/** The settings that ladders are made of, in the order of the rows. */
export const SWEEPS: readonly Sweep[] = [
  rest('size', 'Size', 'px', [1, 4096], around),
  {
    name: 'smallest',
    label: 'Smallest size by chance',
    unit: '%',
    min: 1,
    max: 100,
    digits: 0,
    ends: () => [30, 100],
    has: always,
    set: (coat, value) => {
      const { size } = coat.properties;
      return withProperty(coat, 'size', movedByChance(size, value, Math.max(value, size.high)));
    },
  },
  rest('spacing', 'Spacing', '%', [1, 400], around),
  bothSides('across', 'Scatter across', '%', 300, 60),
  bothSides('along', 'Scatter along', '%', 300, 60),
  bothSides('angle', 'Turn by chance', '°', 180, 180),
  rest('aspect', 'Aspect', '%', [1, 400], () => [40, 100]),
  rest('opacity', 'Opacity', '%', [0, 100], () => [25, 100]),
  rest('flow', 'Flow', '%', [1, 100], () => [20, 100]),
  {
    name: 'mirror',
    label: 'Mirrored across and down',
    unit: '%',
    min: 0,
    max: 100,
    digits: 0,
    ends: () => [0, 50],
    has: always,
    set: (coat, value) => {
      const mirrored = { chance: value / 100, muted: false };
      return { ...coat, properties: { ...coat.properties, mirrorX: mirrored, mirrorY: mirrored } };
    },
  },
  {
    name: 'count',
    label: 'Dabs at a place',
    unit: '',
    min: 1,
    max: 16,
    digits: 0,
    ends: () => [1, 5],
    has: always,
    set: (coat, value) => ({ ...coat, count: { ...coat.count, rest: Math.round(value), muted: false } }),
  },
  bothSides('hue', 'Hue by chance', '°', 180, 40),
  {
    name: 'grain scale',
    label: 'Grain scale',
    unit: '%',
    min: 5,
    max: 1600,
    digits: 0,
    ends: ({ grain }) => around(grain?.scale ?? 100),
    has: ({ grain }) => grain !== null,
    set: (coat, value) => (coat.grain ? { ...coat, grain: { ...coat.grain, scale: value } } : coat),
  },
  {
    name: 'grain depth',
    label: 'Grain depth',
    unit: '%',
    min: 0,
    max: 100,
    digits: 0,
    ends: () => [0, 100],
    has: ({ grain }) => grain !== null,
    set: (coat, value) =>
      coat.grain
        ? { ...coat, grain: { ...coat.grain, depth: { ...coat.grain.depth, rest: value, muted: false } } }
        : coat,
  },
];

export const sweepNamed = (name: string): Sweep | undefined => SWEEPS.find((s) => s.name === name);

/** `count` values from one end to the other, rounded as they are told; for a single one the first end. */
export function sweepValues({ digits }: Sweep, from: number, to: number, count: number): number[] {
  const unit = 10 ** digits;
  return Array.from({ length: count }, (_, i) => {
    const value = count > 1 ? from + ((to - from) * i) / (count - 1) : from;
    return Math.round(value * unit) / unit;
  });
}

/** A brush with one coat set to values of sweeps. */
export const swept = (brush: Brush, coat: number, settings: readonly (readonly [Sweep, number])[]): Brush => ({
  ...brush,
  coats: brush.coats.map((one, k) =>
    k === coat ? settings.reduce((made, [sweep, value]) => sweep.set(made, value), one) : one,
  ),
});
