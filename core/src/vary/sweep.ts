import { STRAIGHT } from '../maths/curve.ts';
import type { Brush } from '../model/brush-schema.ts';
import { grainSchema, type Coat } from '../model/coat-schema.ts';
import type { Property } from '../model/driver-schema.ts';
import { limitsOf } from '../model/limits.ts';
import { COUNT, PROPERTIES, PROPERTY_NAMES, type PropertyName } from '../model/properties.ts';
import type { SweepDefinition } from '../model/property.ts';

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

const withProperty = (coat: Coat, name: PropertyName, property: Property): Coat => ({
  ...coat,
  properties: { ...coat.properties, [name]: property },
});

const always = () => true;
const around = (now: number): readonly [number, number] => [now / 2, now * 2];

/** A setting of its own, told in whole numbers. */
const sweep = (name: string, label: string, unit: string, rest: Omit<Sweep, SweepText | 'has'> & Has): Sweep => ({
  name,
  label,
  unit,
  digits: 0,
  has: always,
  ...rest,
});
type SweepText = 'name' | 'label' | 'unit' | 'digits';
type Has = Partial<Pick<Sweep, 'has'>>;

const labelled = (name: PropertyName) => {
  const { label, unit } = PROPERTIES[name];
  return [name, PROPERTIES[name].sweep?.label ?? label, unit === 'deg' ? '°' : unit] as const;
};

/** Over the rest of a scaled property. */
function overRest(name: PropertyName, { min, max, ends }: SweepDefinition): Sweep {
  const { restMin, restMax } = PROPERTIES[name];
  return sweep(...labelled(name), {
    min: min ?? Math.ceil(restMin),
    max: max ?? restMax,
    ends: (coat) => (ends === 'around' ? around(coat.properties[name].rest) : ends),
    set: (coat, value) => withProperty(coat, name, { ...coat.properties[name], rest: value, muted: false }),
  });
}

/** How far chance moves an added property to both sides. */
const bothSides = (name: PropertyName, { max, ends }: SweepDefinition): Sweep =>
  sweep(...labelled(name), {
    min: 0,
    max: max ?? PROPERTIES[name].restMax,
    ends: ({ properties }) => (ends === 'around' ? around(properties[name].high) : ends),
    set: (coat, value) => withProperty(coat, name, movedByChance(coat.properties[name], -value, value)),
  });

const SMALLEST = sweep('smallest', 'Smallest size by chance', '%', {
  min: 1,
  max: 100,
  ends: () => [30, 100],
  set: (coat, value) => {
    const { size } = coat.properties;
    return withProperty(coat, 'size', movedByChance(size, value, Math.max(value, size.high)));
  },
});

const hasGrain = ({ grain }: Coat): boolean => grain !== null;

const GRAIN_DEPTH = sweep('grain depth', 'Grain depth', '%', {
  min: PROPERTIES.depth.restMin,
  max: PROPERTIES.depth.restMax,
  ends: () => [0, 100],
  has: hasGrain,
  set: (coat, value) =>
    coat.grain
      ? { ...coat, grain: { ...coat.grain, depth: { ...coat.grain.depth, rest: value, muted: false } } }
      : coat,
});

const GRAIN_SCALE = sweep('grain scale', 'Grain scale', '%', {
  ...limitsOf(grainSchema.fields.scale),
  ends: ({ grain }) => around(grain?.scale ?? 100),
  has: hasGrain,
  set: (coat, value) => (coat.grain ? { ...coat, grain: { ...coat.grain, scale: value } } : coat),
});

/** A number of the grain itself. */
const ofGrain = (name: 'contrast' | 'brightness' | 'angle', label: string, unit: string): Sweep =>
  sweep(`grain ${name}`, label, unit, {
    ...limitsOf(grainSchema.fields[name]),
    ends: () => (name === 'angle' ? [0, 90] : [-50, 50]),
    has: hasGrain,
    set: (coat, value) => (coat.grain ? { ...coat, grain: { ...coat.grain, [name]: value } } : coat),
  });

const MIRROR = sweep('mirror', 'Mirrored across and down', '%', {
  min: 0,
  max: 100,
  ends: () => [0, 50],
  set: (coat, value) => {
    const mirrored = { chance: value / 100, muted: false };
    return { ...coat, properties: { ...coat.properties, mirrorX: mirrored, mirrorY: mirrored } };
  },
});

const COUNT_SWEEP = sweep('count', COUNT.label, COUNT.unit, {
  min: COUNT.ruler.min,
  max: COUNT.ruler.max,
  ends: () => [1, 5],
  set: (coat, value) => ({ ...coat, count: { ...coat.count, rest: Math.round(value), muted: false } }),
});

/** Where a property has nothing to move. */
const HAS: Partial<Record<PropertyName, (coat: Coat) => boolean>> = { mix: ({ ink }) => ink.second !== null };

function ofProperty(name: PropertyName): Sweep[] {
  const { kind, sweep: definition } = PROPERTIES[name];
  if (!definition) return [];
  const made = kind === 'scaled' ? overRest(name, definition) : bothSides(name, definition);
  return [{ ...made, has: HAS[name] ?? always }];
}

/** The settings that ladders are made of: those of the properties in their order, then the others. */
export const SWEEPS: readonly Sweep[] = [
  ...PROPERTY_NAMES.flatMap(ofProperty),
  SMALLEST,
  MIRROR,
  COUNT_SWEEP,
  GRAIN_SCALE,
  GRAIN_DEPTH,
  ofGrain('contrast', 'Grain contrast', '%'),
  ofGrain('brightness', 'Grain lets through', '%'),
  ofGrain('angle', 'Grain angle', '°'),
];

export const sweepNamed = (name: string): Sweep | undefined => SWEEPS.find((s) => s.name === name);

/** `count` values from one end to the other, rounded as they are told; for a single one the first end. */
export function sweepValues({ digits }: Pick<Sweep, 'digits'>, from: number, to: number, count: number): number[] {
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
