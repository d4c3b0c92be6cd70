import type { Queries } from '../db/database.ts';
import type { Route } from './route.ts';
import { sendForever } from './send.ts';

const sideOf = (text: string): number => Math.max(16, Math.min(2048, Math.floor(Number(text)) || 320));

/** A route that gives a small picture of what its address names by `key`. */
export const thumbnailRoute = (
  path: string,
  key: string,
  summary: string,
  make: (db: Queries, which: string, side: number) => Promise<Buffer>,
): Route => ({
  method: 'get',
  path,
  summary,
  query: { side: 'px of the longer side, 16..2048' },
  answer: 'WebP',
  type: 'image/webp',
  run: async ({ db, param, query, res }) =>
    sendForever(res, 'image/webp', await make(db, param(key), sideOf(query('side')))),
});
