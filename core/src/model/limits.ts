import type { ISchema, Reference, SchemaDescription } from 'yup';
import { AmberError } from '../errors.ts';

/** What a schema lets a number be. */
export interface Limits {
  min: number;
  max: number;
}

type Field = ISchema<unknown> | Reference;

function named(field: Field, name: 'min' | 'max'): number {
  const { tests } = field.describe() as SchemaDescription;
  const value = (tests.find((test) => test.name === name)?.params as Record<string, unknown> | undefined)?.[name];
  if (typeof value !== 'number') throw new AmberError('bad-value', `The schema names no ${name}.`, name);
  return value;
}

/** The limits that a schema names: the screen reads them here, so that they are written once. Throws bad-value. */
export const limitsOf = (field: Field): Limits => ({ min: named(field, 'min'), max: named(field, 'max') });

/** How many a list may hold. Throws bad-value. */
export const mostOf = (list: Field): number => named(list, 'max');

/** What a number is where nothing is written. */
export const defaultOf = (field: Field): number => Number((field.describe() as SchemaDescription).default);

/** A number held within the limits of its schema. */
export const within = ({ min, max }: Limits, value: number): number => Math.max(min, Math.min(max, value));
