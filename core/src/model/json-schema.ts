import type { AnySchema, ISchema, SchemaDescription } from 'yup';

export type JsonSchema = { [key: string]: unknown };

interface Described extends Omit<SchemaDescription, 'type'> {
  type: string;
  fields?: Record<string, Described>;
  innerType?: Described | Described[];
}

function limits(tests: SchemaDescription['tests']): JsonSchema {
  const out: JsonSchema = {};
  for (const { name, params } of tests) {
    const p = (params ?? {}) as Record<string, unknown>;
    if (name === 'min') out.minimum = p.min;
    if (name === 'max') out.maximum = p.max;
    if (name === 'integer') out.type = 'integer';
    if (name === 'matches') out.pattern = String(p.regex).replace(/^\/|\/[a-z]*$/g, '');
  }
  return out;
}

const RENAMED: Record<string, [string, string]> = {
  string: ['minLength', 'maxLength'],
  array: ['minItems', 'maxItems'],
};

function fromDescription(d: Described): JsonSchema {
  if (d.type === 'lazy') return { type: 'object' };
  const { minimum, maximum, ...rest } = limits(d.tests ?? []);
  const [low, high] = RENAMED[d.type] ?? ['minimum', 'maximum'];
  const type = d.type === 'tuple' ? 'array' : d.type;
  const out: JsonSchema = { type: d.nullable ? [type, 'null'] : type, ...rest };
  if (minimum !== undefined) out[low] = minimum;
  if (maximum !== undefined) out[high] = maximum;
  if (d.oneOf.length > 0) out.enum = d.oneOf;
  const scalar = d.type !== 'object' && d.type !== 'array' && d.type !== 'tuple';
  if (scalar && d.default !== undefined) out.default = d.default;
  if (d.type === 'object') {
    const fields = Object.entries(d.fields ?? {});
    const required = fields
      .filter(([, f]) => !f.optional && f.default === undefined && f.type !== 'object')
      .map(([k]) => k);
    if (fields.length > 0) {
      out.properties = Object.fromEntries(fields.map(([k, f]) => [k, fromDescription(f)]));
      out.additionalProperties = false;
      if (required.length > 0) out.required = required;
    }
  }
  if (Array.isArray(d.innerType)) out.prefixItems = d.innerType.map(fromDescription);
  else if (d.innerType) out.items = fromDescription(d.innerType);
  return out;
}

/** JSON Schema (2020-12) of a Yup schema: what the documents and the API description show. */
export const jsonSchema = (schema: AnySchema | ISchema<unknown>): JsonSchema =>
  fromDescription((schema as AnySchema).describe() as unknown as Described);
