import { brushListing, cabinetAnswer, pageAnswer, plateAnswer, sourceAnswer } from '@amber-stamp/core/api';
import type { Schema } from 'yup';
import { countCabinet, listBrushes, listPlates, listSources } from '../services/lists.ts';
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

export const listRoutes: readonly Route[] = [
  {
    method: 'get',
    path: '/api/cabinet',
    summary: 'How much lies where in the cabinet',
    answer: 'Drawers by name, and counts',
    answers: cabinetAnswer,
    run: ({ db }) => countCabinet(db),
  },
  listRoute({
    path: '/api/brushes',
    summary: 'Brushes with what the cabinet shows, last kept first',
    query: { drawer: 'of one drawer alone', away: 'true: those that are put away, in place of those that are not' },
    entries: brushListing,
    run: ({ db, query }) =>
      listBrushes(db, { ...pageAsked(query), drawer: query('drawer'), away: query('away') === 'true' }),
  }),
  listRoute({
    path: '/api/plates',
    summary: 'Plates that a kept state prints with, latest first',
    entries: plateAnswer,
    run: ({ db, query }) => listPlates(db, pageAsked(query)),
  }),
  listRoute({
    path: '/api/sources',
    summary: 'Sources, latest first',
    entries: sourceAnswer,
    run: ({ db, query }) => listSources(db, pageAsked(query)),
  }),
];
