import { PROPERTY_NAMES, type Property, type RulerDefinition } from '@amber-stamp/core/model';
import { definitionOf, type RangeName } from '../../bench/edit.ts';
import type { Part } from './parts.ts';

/** What a row shows of a property on its ruler. */
export interface RowDefinition extends RulerDefinition {
  name: RangeName;
}

/** The rows in the order of the properties, the dabs at a place after them. */
export const ROWS: readonly RowDefinition[] = ([...PROPERTY_NAMES, 'count'] as const).map((name) => ({
  name,
  ...definitionOf(name).ruler,
}));

/** Rows that every brush shows at first sight; the others stand with what they belong to. */
export const MAIN_ROWS = ROWS.slice(0, 8);

/** The part of Vary that the rows of a group stand in, where they are no main ones. */
const GROUP_PARTS: Record<RowDefinition['group'], Part> = {
  Place: 'deck',
  Pose: 'rows',
  Ink: 'rows',
  Tint: 'ink',
  Grain: 'grain',
  Relief: 'relief',
};

/** The part that a row stands in. */
export const partOf = (row: RowDefinition): Part => (MAIN_ROWS.includes(row) ? 'rows' : GROUP_PARTS[row.group]);

/** The rows that stand in a part, in the order of the properties. */
export const rowsOfPart = (part: Part): readonly RowDefinition[] => ROWS.filter((row) => partOf(row) === part);

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

/** Sets both ends, which may fall from the first to the second; the greater end of a scaled property is its rest. */
export function setEnds(name: RangeName, p: Property, low: number, high: number): void {
  const d = definitionOf(name);
  if (d.kind === 'scaled') {
    const rest = clamp(Math.max(low, high), d.restMin, d.restMax);
    const share = (end: number) => (rest > 0 ? clamp((end / rest) * 100, d.endMin, 100) : 100);
    Object.assign(p, { rest, low: share(low), high: share(high) });
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
