import { AmberError } from '../errors.ts';

/** Text that may hold what no database keeps: looked at closely only then. */
const SUSPECT = /\\u0000|\\u[dD][89a-fA-F]|[\ud800-\udfff]/;
/** A NUL, or half of a character. */
const UNKEEPABLE = /\0|[\ud800-\udbff](?![\udc00-\udfff])|(?<![\ud800-\udbff])[\udc00-\udfff]/;

function placeOf(value: unknown, place: string): string | undefined {
  if (typeof value === 'string') return UNKEEPABLE.test(value) ? place : undefined;
  if (typeof value !== 'object' || value === null) return undefined;
  for (const [key, inner] of Object.entries(value)) {
    if (UNKEEPABLE.test(key)) return place || 'a key';
    const found = placeOf(inner, Array.isArray(value) ? `${place}[${key}]` : place ? `${place}.${key}` : key);
    if (found !== undefined) return found;
  }
  return undefined;
}

/** Throws `bad-value` where a parsed document holds text that cannot be kept. `text`: what it was parsed from. */
export function checkPlainText(value: unknown, text: string, where: string): void {
  const place = SUSPECT.test(text) ? placeOf(value, '') : undefined;
  if (place === undefined) return;
  const what = place === '' ? where : `${where}: ${place}`;
  throw new AmberError(
    'bad-value',
    `${what} has a character that cannot be kept (a NUL or half a character); write it anew.`,
    place || where,
  );
}
