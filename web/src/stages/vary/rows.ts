import type { Property } from '@amber-stamp/core/model';
import { definitionOf, type RangeName } from '../../bench/edit.ts';

/** What a ruler shows of a property: its stretch, how it is divided, and the step of keys and wheel. */
export interface RowDefinition {
  name: RangeName;
  group: 'Place' | 'Pose' | 'Ink' | 'Tint' | 'Grain' | 'Relief';
  min: number;
  max: number;
  /** root: small values get more room */
  scale: 'linear' | 'root';
  step: number;
  /** the ends that the first driver pulls apart: never down to nothing */
  apart: readonly [number, number];
  /** words that find the row */
  words: string;
}

/** The ruler of every property, in the order of the rows: one that is missing does not compile. */
const RULERS: Readonly<Record<RangeName, Omit<RowDefinition, 'name'>>> = {
  size: {
    group: 'Place',
    min: 1,
    max: 400,
    scale: 'root',
    step: 1,
    apart: [50, 100],
    words: 'big small thick thin thinner width end',
  },
  spacing: {
    group: 'Place',
    min: 1,
    max: 200,
    scale: 'root',
    step: 1,
    apart: [60, 100],
    words: 'distance gap overlap close',
  },
  across: {
    group: 'Place',
    min: -100,
    max: 100,
    scale: 'linear',
    step: 1,
    apart: [-25, 25],
    words: 'scatter side spread',
  },
  along: {
    group: 'Place',
    min: -100,
    max: 100,
    scale: 'linear',
    step: 1,
    apart: [-25, 25],
    words: 'scatter jitter forwards',
  },
  angle: {
    group: 'Pose',
    min: -180,
    max: 180,
    scale: 'linear',
    step: 1,
    apart: [-45, 45],
    words: 'turn rotate follow path direction',
  },
  aspect: {
    group: 'Pose',
    min: 5,
    max: 200,
    scale: 'linear',
    step: 1,
    apart: [50, 100],
    words: 'squash flat round narrow',
  },
  opacity: {
    group: 'Ink',
    min: 0,
    max: 100,
    scale: 'linear',
    step: 1,
    apart: [50, 100],
    words: 'clear transparent ceiling faint end',
  },
  flow: {
    group: 'Ink',
    min: 0,
    max: 100,
    scale: 'linear',
    step: 1,
    apart: [40, 100],
    words: 'build dark light faint dry wet',
  },
  count: {
    group: 'Place',
    min: 1,
    max: 16,
    scale: 'linear',
    step: 1,
    apart: [30, 100],
    words: 'many dabs cloud spray splatter number',
  },
  mix: {
    group: 'Tint',
    min: 0,
    max: 100,
    scale: 'linear',
    step: 1,
    apart: [0, 100],
    words: 'second colour two inks blend',
  },
  hue: {
    group: 'Tint',
    min: -180,
    max: 180,
    scale: 'linear',
    step: 1,
    apart: [-20, 20],
    words: 'colour rainbow vary',
  },
  saturation: {
    group: 'Tint',
    min: -100,
    max: 100,
    scale: 'linear',
    step: 1,
    apart: [-25, 25],
    words: 'colour gray vivid pale',
  },
  lightness: {
    group: 'Tint',
    min: -100,
    max: 100,
    scale: 'linear',
    step: 1,
    apart: [-12, 12],
    words: 'colour bright dark pale',
  },
  depth: {
    group: 'Grain',
    min: 0,
    max: 100,
    scale: 'linear',
    step: 1,
    apart: [40, 100],
    words: 'grain paper texture bite rough',
  },
  thickness: {
    group: 'Relief',
    min: 0,
    max: 60,
    scale: 'root',
    step: 0.5,
    apart: [30, 100],
    words: 'thick relief impasto raised emboss height paint body lamp',
  },
};

export const ROWS: readonly RowDefinition[] = (Object.keys(RULERS) as RangeName[]).map((name) => ({
  name,
  ...RULERS[name],
}));

/** Rows that every brush shows at first sight; the others stand with what they belong to. */
export const MAIN_ROWS = ROWS.slice(0, 8);

/** Place of a value on its ruler, 0..1. */
export function placeOf(row: RowDefinition, value: number): number {
  const t = (value - row.min) / (row.max - row.min);
  const clamped = Math.max(0, Math.min(1, t));
  return row.scale === 'root' ? Math.sqrt(clamped) : clamped;
}

function valueBetween(row: RowDefinition, place: number): number {
  const t = Math.max(0, Math.min(1, place));
  return row.min + (row.max - row.min) * (row.scale === 'root' ? t * t : t);
}

/** Value at a place of a ruler, to a hundredth. */
export const valueNear = (row: RowDefinition, place: number): number =>
  Math.round(valueBetween(row, place) * 100) / 100;

/** Value at a place of a ruler, rounded to what the hand can mean. */
export const valueAt = (row: RowDefinition, place: number): number =>
  Math.round(valueBetween(row, place) / row.step) * row.step;

/** The two ends as values. */
export function endsOf(name: RangeName, p: Property): [number, number] {
  if (definitionOf(name).kind === 'scaled') return [(p.rest * p.low) / 100, (p.rest * p.high) / 100];
  return [p.rest + p.low, p.rest + p.high];
}

const clamp = (v: number, low: number, high: number): number => Math.max(low, Math.min(high, v));

/** Sets both ends; the high end of a scaled property is its rest. */
export function setEnds(name: RangeName, p: Property, low: number, high: number): void {
  const d = definitionOf(name);
  if (d.kind === 'scaled') {
    p.rest = clamp(high, d.restMin, d.restMax);
    p.high = 100;
    p.low = p.rest > 0 ? clamp((low / p.rest) * 100, d.endMin, d.endMax) : 100;
    return;
  }
  p.low = clamp(low - p.rest, d.endMin, d.endMax);
  p.high = clamp(high - p.rest, d.endMin, d.endMax);
}

/** Sets the value of a property that nothing moves. */
export function setStill(name: RangeName, p: Property, value: number): void {
  const d = definitionOf(name);
  const end = d.kind === 'scaled' ? 100 : 0;
  p.high = end;
  if (p.drivers.length === 0) p.low = end;
  p.rest = clamp(value, d.restMin, d.restMax);
}
