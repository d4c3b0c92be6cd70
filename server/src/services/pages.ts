import type { Page } from '@amber-stamp/core/api';
import { AmberError } from '@amber-stamp/core/errors';
import { and, desc, ilike, sql, type SQL } from 'drizzle-orm';
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

/** What a list is ordered by, latest first: a moment, and a key where moments are equal. Both stand in one index. */
export interface Order {
  at: PgColumn;
  key: PgColumn;
}

const USUAL = 60;
const MOST = 200;
const MOST_WORDS = 8;

/** The part of a list that a request asks for. Throws `bad-value`. */
export function pageAsked(query: (name: string) => string): PageQuery {
  const asked = query('limit');
  const limit = asked === '' ? USUAL : Number(asked);
  if (!Number.isInteger(limit) || limit < 1 || limit > MOST)
    throw new AmberError('bad-value', `A page has 1 to ${MOST} entries, not ${asked.slice(0, 20)}.`, 'limit');
  return { after: query('after'), limit, find: query('find').slice(0, 200) };
}

/** The place of a row in its list: microseconds and key, so that none is left out or given twice while others come. */
export const placeOf = ({ at, key }: Order): SQL<string> =>
  sql<string>`(extract(epoch from ${at}) * 1000000)::bigint::text || '.' || ${key}::text`;

/** Rows after a place. Throws `bad-value` for what is no place. */
export function afterPlace({ at, key }: Order, after: string): SQL | undefined {
  if (after === '') return undefined;
  const [, micros, last] = /^(\d{1,16})\.(.+)$/.exec(after) ?? [];
  if (!micros || !(key.columnType === 'PgUUID' ? isId(last) : isSha256(last)))
    throw new AmberError('bad-value', 'A list goes on after the `next` of its page before; begin anew.', 'after');
  return sql`(${at}, ${key}) < (timestamptz 'epoch' + ${micros}::bigint * interval '1 microsecond', ${sql.param(last, key)})`;
}

export const latestFirst = ({ at, key }: Order): SQL[] => [desc(at), desc(key)];

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
