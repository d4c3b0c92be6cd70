import { checkPlainText } from './plain-text.ts';
import {
  lazy,
  number,
  object,
  string,
  ValidationError,
  type AnySchema,
  type InferType,
  type ISchema,
  type ObjectShape,
  type Schema,
} from 'yup';
import { AmberError } from '../errors.ts';

const MAX_DEPTH = 24;
/** No object of a document has nearly as many. */
const MOST_KEYS = 5000;
/** So many unknown keys are named. */
const MOST_NAMED = 10;

/** A number that is a real, finite number: NaN and infinities are refused. */
export const finite = () =>
  number().test(
    'finite',
    '${path} must be a finite number',
    (v) => v === undefined || v === null || Number.isFinite(v),
  );

/** A colour such as #2a211c. */
export const colourSchema = () => string().matches(/^#[0-9a-f]{6}$/i, '${path} must be a colour such as #2a211c');

/** Says what a schema gives where its type cannot be inferred. */
export const typed = <T>(schema: AnySchema): Schema<T> => schema as Schema<T>;

/** A SHA-256 in hex. */
export const sha256Schema = () => string().matches(/^[0-9a-f]{64}$/, '${path} must be a SHA-256 in hex');

/** A strict object: a key that is not in the shape is an error. */
export const shape = <Fields extends ObjectShape>(fields: Fields) => object(fields).noUnknown('unknown key');

/** A record of any keys; where it is missing it is empty, or an error. */
export const keyed = <T>(item: ISchema<T>, missing: 'empty' | 'error' = 'empty') =>
  lazy((value: unknown) => {
    const record = object(Object.fromEntries(Object.keys((value ?? {}) as object).map((key) => [key, item])));
    return typed<Record<string, T>>(missing === 'empty' ? record.default({}) : record.required());
  });

function checkNesting(value: unknown, where: string, path: string, depth: number): void {
  if (typeof value !== 'object' || value === null) return;
  if (depth > MAX_DEPTH)
    throw new AmberError(
      'bad-value',
      `${where}: ${path} is nested more than ${MAX_DEPTH} levels deep; make it flatter.`,
      path,
    );
  for (const key of Object.keys(value)) {
    const at = path ? `${path}.${key}` : key;
    if (key === '__proto__' || key === 'constructor' || key === 'prototype')
      throw new AmberError('unknown-key', `${where}: the key ${at} is not known; remove it.`, at);
    checkNesting((value as Record<string, unknown>)[key], where, at, depth + 1);
  }
}

/** Where a text stops to be JSON, in words of our own. */
function jsonReason(cause: unknown, text: string): string {
  const said = cause instanceof Error ? cause.message : '';
  const at = /at position (\d+)/.exec(said)?.[1];
  if (text.trim() === '') return 'it is empty';
  const token = /Unexpected token '(.)'/u.exec(said)?.[1];
  if (at === undefined && token) return `there is a ${token} where none belongs`;
  if (at === undefined || Number(at) >= text.length) return 'it ends too soon';
  const lines = text.slice(0, Number(at)).split('\n');
  return `it breaks at line ${lines.length}, column ${lines[lines.length - 1].length + 1}`;
}

/** Parses JSON text; the error names the document. */
export function parseJson(text: string, where: string): unknown {
  // a hostile depth is refused before JSON.parse recurses into it, and keys without end before anything looks at them
  let depth = 0;
  let inText = false;
  const keys: number[] = [0];
  for (let i = 0; i < text.length; i++) {
    const c = text[i];
    if (inText) {
      if (c === '\\') i++;
      else if (c === '"') inText = false;
    } else if (c === '"') inText = true;
    else if (c === '{' || c === '[') keys[++depth] = 0;
    else if (c === '}' || c === ']') depth--;
    else if (c === ':' && ++keys[depth] > MOST_KEYS)
      throw new AmberError(
        'bad-value',
        `${where} has an object of more than ${MOST_KEYS} keys, so it is none of our documents.`,
        where,
      );
    if (depth > MAX_DEPTH * 4)
      throw new AmberError('bad-value', `${where} is nested too deeply to be one of our documents.`, where);
  }
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch (cause) {
    throw new AmberError(
      'bad-json',
      `${where} is not valid JSON (${jsonReason(cause, text)}); correct or replace it.`,
      where,
    );
  }
  checkPlainText(value, text, where);
  return value;
}

function checkVersion(value: unknown, where: string): void {
  const { format, version } = value as { format?: unknown; version?: unknown };
  if (typeof format === 'string' && typeof version === 'number' && version > 1)
    throw new AmberError(
      'newer-version',
      `${where} has version ${version}, which a newer Amber Stamp made; this one reads version 1. Update, then try again.`,
      'version',
    );
}

/** Checks a value strictly against a schema and completes it with the schema's defaults. Never changes its input. */
export function parseDocument<S extends AnySchema>(schema: S, value: unknown, where: string): InferType<S> {
  if (typeof value !== 'object' || value === null || Array.isArray(value))
    throw new AmberError('bad-value', `${where} must be an object in braces, with its format and version.`, where);
  checkNesting(value, where, '', 0);
  checkVersion(value, where);
  try {
    schema.validateSync(value, { strict: true, abortEarly: true });
  } catch (cause) {
    if (!(cause instanceof ValidationError)) throw cause;
    throw fromYup(cause, where);
  }
  return schema.cast(value, { assert: false }) as InferType<S>;
}

function fromYup(error: ValidationError, where: string): AmberError {
  const inner = error.inner[0] ?? error;
  const path = (inner.path ?? '').replace(/^this\.?/, '');
  const unknown = (inner.params as { unknown?: string } | undefined)?.unknown;
  if (inner.type === 'noUnknown') {
    const names = (unknown ?? '').split(', ');
    const at = [path, names[0]].filter(Boolean).join('.');
    const others = names.slice(1, MOST_NAMED);
    const more = names.length - 1 - others.length;
    const also = others.length > 0 ? ` (nor ${others.join(', ')}${more > 0 ? ` and ${more} more` : ''})` : '';
    return new AmberError(
      'unknown-key',
      `${where}: the key ${at} is not known here${also}; remove it or correct its name.`,
      at,
    );
  }
  // the error's own value is that of the whole document, its parameters hold the one at the path
  const params = inner.params as { value?: unknown } | undefined;
  const given = describeValue(params && 'value' in params ? params.value : inner.value);
  const sentence = inner.message
    .split('\n')[0]
    .replace(/^this\b/, 'the value')
    .replace(/,?\s*but the final value was.*$/, '')
    .replace(/`(\w+)` type/, '$1');
  return new AmberError('bad-value', `${where}: ${sentence} (it is ${given}).`, path || where);
}

function describeValue(value: unknown): string {
  if (value === undefined) return 'missing';
  if (typeof value === 'number') return String(value);
  const text = JSON.stringify(value) ?? typeof value;
  return text.length > 60 ? `${text.slice(0, 57)}...` : text;
}
