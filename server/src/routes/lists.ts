import { brushListing, pageAnswer, plateAnswer, sourceListing } from '@amber-stamp/core/api';
import type { Schema } from 'yup';
import { listBrushes, listPlates, listSources, sortAsked, type BrushFilter } from '../services/lists.ts';
import { pageAsked } from '../services/pages.ts';
import type { Context, Route } from './route.ts';

const PAGE_QUERY = {
  find: 'words that must all be found, in any case',
  after: '`next` of the page before',
  limit: 'entries of a page, 1 to 200; 60 unless told',
};

interface List {
  path: string;
  summary: string;
  query?: Readonly<Record<string, string>>;
  entries: Schema;
  run: (context: Context) => Promise<unknown>;
}

const listRoute = ({ entries, query, ...route }: List): Route => ({
  method: 'get',
  query: { ...PAGE_QUERY, ...query },
  answer: 'A page of the list, and what the next one is asked for by',
  answers: pageAnswer(entries.required()),
  ...route,
});

/** Which brushes are meant. */
export const FILTER_QUERY = {
  find: PAGE_QUERY.find,
  drawer: 'of one drawer alone',
  tag: 'with one tag alone',
  away: 'true: those that are put away, in place of those that are not',
};

export const filterAsked = (query: Context['query']): BrushFilter => ({
  drawer: query('drawer'),
  tag: query('tag'),
  away: query('away') === 'true',
  find: pageAsked(query).find,
});

export const listRoutes: readonly Route[] = [
  listRoute({
    path: '/api/brushes',
    summary: 'Brushes with what the cabinet shows',
    query: {
      ...FILTER_QUERY,
      sort: 'kept (the last first, if nothing is told), name, echo (the least first) or texture',
    },
    entries: brushListing,
    run: ({ db, query }) => listBrushes(db, filterAsked(query), pageAsked(query), sortAsked(query('sort'))),
  }),
  listRoute({
    path: '/api/plates',
    summary: 'Plates that brushes print with, latest first',
    query: {
      older: 'true: those too that only older versions print with',
      tiles: 'true: those alone that were made to tile',
    },
    entries: plateAnswer,
    run: ({ db, query }) =>
      listPlates(db, pageAsked(query), { older: query('older') === 'true', tiles: query('tiles') === 'true' }),
  }),
  listRoute({
    path: '/api/sources',
    summary: 'Sources, latest first',
    entries: sourceListing,
    run: ({ db, query }) => listSources(db, pageAsked(query)),
  }),
];
