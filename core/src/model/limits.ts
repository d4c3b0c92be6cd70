import type { ISchema, Reference, SchemaDescription } from 'yup';
import { AmberError } from '../errors.ts';

/** What a schema lets a number be, or how long a list may get. */
export interface Limits {
  min: number;
  max: number;
}

/** The limits that a schema names: the screen reads them here, so that they are written once. Throws bad-value. */
export function limitsOf(schema: ISchema<unknown> | Reference): Limits {
  const { tests } = schema.describe() as SchemaDescription;
  const named = (name: string): number => {
    const value = (tests.find((test) => test.name === name)?.params as Record<string, unknown> | undefined)?.[name];
    if (typeof value !== 'number') throw new AmberError('bad-value', `The schema names no ${name}.`, name);
    return value;
  };
  return { min: named('min'), max: named('max') };
}

/** What a number is where nothing is written. */
export const defaultOf = (schema: ISchema<unknown> | Reference): number =>
  Number((schema.describe() as SchemaDescription).default);

/** A number held within the limits of its schema. */
export const within = ({ min, max }: Limits, value: number): number => Math.max(min, Math.min(max, value));
