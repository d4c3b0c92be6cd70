import fc from 'fast-check';
import type { AnySchema, SchemaDescription } from 'yup';

interface Described extends Omit<SchemaDescription, 'type'> {
  type: string;
  optional: boolean;
  nullable: boolean;
  fields?: Record<string, Described>;
  innerType?: Described | Described[];
}
type Limits = Record<string, number | undefined>;

function limitsIn({ tests }: Described): Limits {
  return Object.fromEntries(
    tests.map(({ name, params }) => [name, Number((params as Record<string, unknown> | undefined)?.[name ?? ''])]),
  );
}

function anyNumber(described: Described): fc.Arbitrary<number> {
  const { min = -1000, max = 1000 } = limitsIn(described);
  const whole = described.tests.some(({ name }) => name === 'integer');
  return whole ? fc.integer({ min, max }) : fc.double({ min, max, noNaN: true, noDefaultInfinity: true });
}

function anyText(described: Described): fc.Arbitrary<string> {
  const pattern = described.tests.find(({ name }) => name === 'matches')?.params as { regex?: RegExp } | undefined;
  if (pattern?.regex) return fc.stringMatching(new RegExp(pattern.regex.source));
  return fc.string({ minLength: 1, maxLength: Math.min(20, limitsIn(described).max ?? 20) });
}

/** Rising places, as curves and colours by coverage have them. */
const risen = (rows: unknown[]): unknown[] =>
  rows.every((row) => Array.isArray(row) && typeof row[0] === 'number')
    ? [...new Map((rows as [number, ...unknown[]][]).map((row) => [row[0], row])).values()].sort((a, b) => a[0] - b[0])
    : rows;

function anyList(described: Described): fc.Arbitrary<unknown[]> {
  const { min = 0, max = 4, length } = limitsIn(described);
  const [minLength, maxLength] = length ? [length, length] : [min, Math.min(max, min + 3)];
  return fc.array(anyOf(described.innerType as Described), { minLength, maxLength }).map(risen);
}

/** Head and tail of a band leave room between them, which its fields alone do not say. */
const withRoom = (value: unknown): unknown => {
  const band = value as { head: number; tail: number };
  return { ...band, head: band.head / 2.2, tail: band.tail / 2.2 };
};

function anyObject({ fields = {}, tests }: Described): fc.Arbitrary<unknown> {
  const record = fc.record(Object.fromEntries(Object.entries(fields).map(([key, field]) => [key, maybe(field)])));
  return tests.some(({ name }) => name === 'ends') ? record.map(withRoom) : record;
}

/** Anything that a description of a schema allows. */
function anyOf(described: Described): fc.Arbitrary<unknown> {
  const { type, oneOf, innerType } = described;
  if (oneOf.length > 0) return fc.constantFrom(...oneOf);
  switch (type) {
    case 'number':
      return anyNumber(described);
    case 'boolean':
      return fc.boolean();
    case 'string':
      return anyText(described);
    case 'array':
      return anyList(described);
    case 'tuple':
      return fc.tuple(...(innerType as Described[]).map(anyOf));
    case 'object':
      return anyObject(described);
    default:
      throw new Error(`nothing is made of ${type}`);
  }
}

const maybe = (field: Described): fc.Arbitrary<unknown> => {
  if (field.nullable) return fc.option(anyOf(field), { nil: null });
  // a thing that may be missing is sometimes not there
  return field.optional && field.type === 'object' && field.tests.some(({ name }) => name === 'ends')
    ? fc.option(anyOf(field), { nil: undefined })
    : anyOf(field);
};

/** Any document that a schema allows: made from the schema itself, so that no field is forgotten. */
export const anyDocument = <T>(schema: AnySchema): fc.Arbitrary<T> =>
  anyOf(schema.describe() as unknown as Described) as fc.Arbitrary<T>;

/** The paths of all numbers in a value, such as `coats.0.properties.size.rest`. */
export function numberPaths(value: unknown, at: string[] = []): string[][] {
  if (typeof value === 'number') return [at];
  if (typeof value !== 'object' || value === null) return [];
  return Object.entries(value).flatMap(([key, inner]) => numberPaths(inner, [...at, key]));
}

/** The paths of all objects in a value. */
export function objectPaths(value: unknown, at: string[] = []): string[][] {
  if (typeof value !== 'object' || value === null) return [];
  const inner = Object.entries(value).flatMap(([key, part]) => objectPaths(part, [...at, key]));
  return Array.isArray(value) ? inner : [at, ...inner];
}

/** A copy of a value with the part at a path changed. */
export function changedAt(value: unknown, path: readonly string[], change: (part: unknown) => unknown): unknown {
  if (path.length === 0) return change(value);
  const copy = structuredClone(value) as Record<string, unknown>;
  copy[path[0]] = changedAt(copy[path[0]], path.slice(1), change);
  return copy;
}
