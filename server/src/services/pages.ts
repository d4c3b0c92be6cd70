import type { Page } from '@amber-stamp/core/api';
import { AmberError } from '@amber-stamp/core/errors';
import { and, asc, desc, ilike, sql, type SQL } from 'drizzle-orm';
import type { PgColumn } from 'drizzle-orm/pg-core';
import { isId, isSha256 } from './ids.ts';

/** Which part of a list is asked for. */
export interface PageQuery {
  /** the `next` of the page before; empty for the first */
  after: string;
  limit: number;
  /** words that must all be in what the list is searched by; empty for all */
  find: string;
}

/** What a list is ordered by: a value, and a key where values are equal. */
export interface Order {
  by: PgColumn | SQL;
  key: PgColumn;
  /** its largest first */
  falls: boolean;
  /** how a value is written into a place, as text, … */
  write: SQL<string>;
  /** … and how it is read from there; undefined for what is none */
  read: (text: string) => SQL | undefined;
}

const USUAL = 60;
const MOST = 200;
const MOST_WORDS = 8;

/** The latest first, by a moment to the microsecond. */
export const latest = (at: PgColumn, key: PgColumn): Order => ({
  by: at,
  key,
  falls: true,
  write: sql`(extract(epoch from ${at}) * 1000000)::bigint::text`,
  read: (text) =>
    /^\d{1,16}$/.test(text) ? sql`timestamptz 'epoch' + ${text}::bigint * interval '1 microsecond'` : undefined,
});

/** By the alphabet, whatever the case. */
export const alphabetic = (text: PgColumn, key: PgColumn): Order => ({
  by: sql`lower(${text})`,
  key,
  falls: false,
  write: sql`lower(${text})`,
  read: (value) => sql`${value}::text`,
});

/** By a number, the least first or the largest; what has none comes last. */
export function byNumber(number: PgColumn, key: PgColumn, falls: boolean): Order {
  const by = sql`coalesce(${number}, ${falls ? -1 : 101})::float8`;
  return {
    by,
    key,
    falls,
    write: sql`${by}::text`,
    read: (text) => (/^-?\d{1,3}(\.\d{1,20})?$/.test(text) ? sql`${text}::float8` : undefined),
  };
}

/** The part of a list that a request asks for. Throws `bad-value`. */
export function pageAsked(query: (name: string) => string): PageQuery {
  const asked = query('limit');
  const limit = asked === '' ? USUAL : Number(asked);
  if (!Number.isInteger(limit) || limit < 1 || limit > MOST)
    throw new AmberError('bad-value', `A page has 1 to ${MOST} entries, not ${asked.slice(0, 20)}.`, 'limit');
  return { after: query('after'), limit, find: query('find').slice(0, 200) };
}

/** The place of a row in its list: value and key, so that none is left out or given twice while others come. */
export const placeOf = ({ write, key }: Order): SQL<string> => sql<string>`${key}::text || '.' || ${write}`;

/** Rows after a place. Throws `bad-value` for what is no place. */
export function afterPlace({ by, key, falls, read }: Order, after: string): SQL | undefined {
  if (after === '') return undefined;
  const [, last, text] = /^([^.]+)\.(.*)$/s.exec(after) ?? [];
  const value = last && (key.columnType === 'PgUUID' ? isId(last) : isSha256(last)) ? read(text) : undefined;
  if (!value)
    throw new AmberError('bad-value', 'A list goes on after the `next` of its page before; begin anew.', 'after');
  const place = sql`(${value}, ${sql.param(last, key)})`;
  return falls ? sql`(${by}, ${key}) < ${place}` : sql`(${by}, ${key}) > ${place}`;
}

export const inOrder = ({ by, key, falls }: Order): SQL[] => (falls ? [desc(by), desc(key)] : [asc(by), asc(key)]);

/** Rows in whose text every word is found, in any case and order. */
export function hasWords(text: PgColumn | SQL, find: string): SQL | undefined {
  const words = find.split(/\s+/).filter(Boolean).slice(0, MOST_WORDS);
  return and(...words.map((word) => ilike(text, `%${word.replace(/[\\%_]/g, '\\$&')}%`)));
}

/** One row more than the page was read, to know whether it goes on. */
export const pageOf = <T>(rows: readonly { item: T; place: string }[], limit: number): Page<T> => ({
  items: rows.slice(0, limit).map(({ item }) => item),
  next: rows.length > limit ? rows[limit - 1].place : null,
});
